using Gambeta.Core.Base.Household;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>The devices that are signed in: each can be named, and signed out from here.</summary>
public sealed class SignInsModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Household;

    public IReadOnlyList<SignIn> SignIns { get; private set; } = [];

    public Guid Mine => User.SignInId();

    public Task<IActionResult> OnGetAsync() =>
        InHousehold(async work =>
        {
            // The one in hand first: it is what the others are compared with.
            SignIns = [.. (await SignInStore.AllAsync(work, Tools.Time.GetUtcNow())).OrderBy(one => one.Id != Mine)];
            return Page();
        });

    public Task<IActionResult> OnPostNameAsync(Guid id, string? device) =>
        InHousehold(async work =>
        {
            var name = (device ?? "").Trim();
            if (name.Length is > 0 and <= SignInStore.LongestDevice)
                await SignInStore.RenameAsync(work, id, name);
            return RedirectToPage();
        });

    public Task<IActionResult> OnPostEndAsync(Guid id) =>
        InHousehold(async work =>
        {
            await SignInStore.EndAsync(work, id);
            if (id == Mine)
                await HttpContext.SignOutAsync();
            return id == Mine ? RedirectToPage("/Index") : RedirectToPage();
        });

    public Task<IActionResult> OnPostOthersAsync() =>
        InHousehold(async work =>
        {
            await SignInStore.EndOthersAsync(work, Mine);
            return RedirectToPage();
        });

    /// <summary>A moment as a day of this household.</summary>
    public string Day(DateTime moment) =>
        Wording.Day(LocalDays.DayOf(new DateTimeOffset(DateTime.SpecifyKind(moment, DateTimeKind.Utc)), Household.TimeZone), Today);
}

using Gambeta.Core.Base.Household;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>The household: its players, one more, signing out.</summary>
public sealed class IndexModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Household;

    public TypedPlayer Typed { get; private set; } = new(null, null, null, null);

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public Guid NewId { get; private set; } = Guid.CreateVersion7();

    /// <summary>The day of a moment where the household lives.</summary>
    public DateOnly DayHere(DateTimeOffset at) => LocalDays.DayOf(at, Household.TimeZone);

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));

    public Task<IActionResult> OnPostAddAsync(Guid id, TypedPlayer typed) =>
        InHousehold(async work =>
        {
            if (id == default)
                id = Guid.CreateVersion7();
            (Typed, NewId) = (typed, id);
            var (player, problems) = typed.Check(id, Today);
            if (Household.Players.Count >= Tools.Limits.Players && !Household.Players.Exists(known => known.Id == id))
                problems = [.. problems, Say("household.too-many-players", ("players", Tools.Limits.Players))];
            if (player is null || problems.Count > 0)
            {
                Problems = problems;
                Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
                return Page();
            }
            await HouseholdStore.AddPlayerAsync(work, player);
            return RedirectToPage();
        });

    public Task<IActionResult> OnPostSignOutAsync() =>
        InHousehold(async work =>
        {
            // The cookie goes from this device, the sign-in from everywhere: a copy of the cookie opens nothing.
            await SignInStore.EndAsync(work, User.SignInId());
            await HttpContext.SignOutAsync();
            return RedirectToPage("/Index");
        });
}

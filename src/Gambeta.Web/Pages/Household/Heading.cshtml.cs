using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>Turning heading on, after reading what decides about it, or off.</summary>
public sealed class HeadingModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Household;

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));

    public Task<IActionResult> OnPostAsync(bool on, bool read, string? password) =>
        InHousehold(async work =>
        {
            // Off is always a word; on is for a grown-up who knows the password.
            if (on && !read)
                Problems = [Say("household.heading-not-read")];
            else if (on && await WrongPasswordAsync(work, password) is { } wrong)
                Problems = [wrong];
            if (Problems.Count > 0)
                return Refused();
            await HouseholdStore.SetHeadingAsync(work, on);
            return RedirectToPage();
        });
}

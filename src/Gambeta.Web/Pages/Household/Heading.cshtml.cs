using Gambeta.Storage;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>Turning heading on, after reading what decides about it, or off.</summary>
public sealed class HeadingModel(PageTools tools) : HouseholdPage(tools)
{
    public override string Place => "Household";

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));

    public Task<IActionResult> OnPostAsync(bool on, bool read) => InHousehold(async work =>
    {
        if (on && !read)
        {
            Problems = ["Tick that you have read it, and that your association and club allow it."];
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        await HouseholdStore.SetHeadingAsync(work, on);
        return RedirectToPage();
    });
}

using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Beside;

/// <summary>The second screen: shows a practice that another device of the household plays, and counts for it.</summary>
public sealed class ScreenModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Today;

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));
}

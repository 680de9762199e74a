using Gambeta.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages;

/// <summary>An empty page with the layout and its one small query: what ./bench compares the others with. Only there when asked for.</summary>
public sealed class FloorModel(PageTools tools, IConfiguration settings) : HouseholdPage(tools)
{
    public Task<IActionResult> OnGetAsync() => settings.GetValue("Bench", false)
        ? InHousehold(_ => Task.FromResult<IActionResult>(Page()))
        : Task.FromResult<IActionResult>(NotFound());
}

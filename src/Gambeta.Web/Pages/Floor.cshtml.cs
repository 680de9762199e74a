using Gambeta.Core.Household;
using Gambeta.Core.Sets;
using Gambeta.Storage;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages;

/// <summary>
/// What ./bench compares the others with, only there when asked for: an empty page with the layout and its one small query, and, posted to,
/// one trivial row stored inside a household.
/// </summary>
public sealed class FloorModel(PageTools tools, IConfiguration settings) : HouseholdPage(tools)
{
    private bool IsBench => settings.GetValue("Bench", false);

    public Task<IActionResult> OnGetAsync() => IsBench ? InHousehold(_ => Task.FromResult<IActionResult>(Page())) : Task.FromResult<IActionResult>(NotFound());

    public async Task<IActionResult> OnPostAsync()
    {
        if (!IsBench) return NotFound();
        return await InHousehold(async work =>
        {
            await SessionStore.EndAsync(work, Guid.CreateVersion7(), Player.Id, null, new SessionEnd(5, null), DateTimeOffset.UtcNow);
            return new OkResult();
        });
    }
}

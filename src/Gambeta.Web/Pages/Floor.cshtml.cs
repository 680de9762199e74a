using Gambeta.Core.Base.Household;
using Gambeta.Core.Practice.Played;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages;

/// <summary>
/// What ./bench compares the others with, mapped only with <c>--Bench true</c>: an empty page with the layout and its one small query, and,
/// posted to, one trivial row stored inside a household.
/// </summary>
public sealed class FloorModel(PageTools tools) : HouseholdPage(tools)
{
    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));

    public Task<IActionResult> OnPostAsync() =>
        InHousehold(async work =>
        {
            await SessionStore.EndAsync(work, Guid.CreateVersion7(), Player.Id, null, new SessionEnd(5, null), DateTimeOffset.UtcNow);
            return new OkResult();
        });
}

using Gambeta.Core.Catalogue;
using Gambeta.Core.Yard;
using Gambeta.Storage;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.Access;

/// <summary>What a page inside a household needs from the application.</summary>
public sealed record PageTools(GambetaDatabase Database, HouseholdCatalogues Catalogues, TimeProvider Time);

/// <summary>A page inside a household: knows whose it is, who is playing, and what day it is there.</summary>
[Authorize]
public abstract class HouseholdPage(PageTools tools) : PageModel
{
    /// <summary>Remembers on this device who plays.</summary>
    public const string PlayerCookie = "gambeta-player";

    /// <summary>The drills of this household.</summary>
    public DrillCatalogue Catalogue { get; private set; } = tools.Catalogues.Shipped;

    public HouseholdView Household { get; private set; } = new("", false, 0, HouseholdSettings.Usual, []);

    public Player Player { get; private set; } = null!;

    public DateOnly Today { get; private set; }

    /// <summary>How this household writes lengths.</summary>
    public Lengths Lengths => new(Household.Settings.Units);

    /// <summary>The word for the other foot, in place of the usual one.</summary>
    public string OtherFoot(string words) => Wording.OtherFoot(words, Household.Settings.OtherFoot);

    /// <summary>The place on the rail that this page belongs to.</summary>
    public virtual string Place => "";

    /// <summary>A form that this page does not have is not here: without a handler nothing would be known about the household.</summary>
    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (context.HandlerMethod is null) context.Result = NotFound();
    }

    /// <summary>Does the work of a request in one transaction inside the household, and keeps what was done.</summary>
    protected async Task<IActionResult> InHousehold(Func<HouseholdWork, Task<IActionResult>> doIt)
    {
        var cancel = HttpContext.RequestAborted;
        await using var work = await tools.Database.BeginAsync(User.HouseholdId(), cancel);
        if (await HouseholdStore.ViewAsync(work) is not { Players.Count: > 0 } household)
        {
            // Signed in to a household that is no more.
            await HttpContext.SignOutAsync();
            return RedirectToPage("/Index");
        }
        Household = household;
        Player = household.Players.Find(p => p.Id.ToString() == Request.Cookies[PlayerCookie]) ?? household.Players[0];
        Today = Clock.DayOf(tools.Time.GetUtcNow(), household.TimeZone);
        Catalogue = await tools.Catalogues.OfAsync(work, household);
        var result = await doIt(work);
        await work.CommitAsync(cancel);
        return result;
    }

    /// <summary>A player's pace: as it is known, or from the age.</summary>
    public KnownPace PaceOf(YardView yard, Player player) =>
        yard.Paces.GetValueOrDefault(player.Id) ?? new KnownPace(Pace.FromAge(Age(player)), PaceSource.FromAge, Today);

    public int Age(Player player) => Today.Year - player.BirthYear;
}

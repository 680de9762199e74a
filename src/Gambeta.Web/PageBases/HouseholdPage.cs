using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.PageBases;

/// <summary>What a page inside a household needs from the application.</summary>
public sealed record PageTools(
    GambetaDatabase Database,
    HouseholdCatalogues Catalogues,
    TimeProvider Time,
    Limits Limits,
    RateLimits RateLimits,
    ConcurrencyGate Gate,
    Meters Meters,
    IConfiguration Settings
)
{
    /// <summary>While somebody works on the application: see ./dev.</summary>
    public bool IsLive { get; } = Settings.GetValue("Live", false);

    /// <summary>Goes into the household of a request, with the sign-in that its cookie names. No household when that is over.</summary>
    public Task<(HouseholdWork Work, HouseholdView? Household)> EnterAsync(HttpContext http) =>
        HouseholdStore.EnterAsync(Database, http.User.HouseholdId(), http.User.SignInId(), Time.GetUtcNow(), http.RequestAborted);

    /// <summary>Counts one more thing written today; false when it is one too many.</summary>
    public Task<bool> MayWriteAsync(HouseholdWork work) => WrittenStore.TakeAsync(work, WritingDay, Limits.WritesADay);

    /// <summary>The day on which what is written is counted: the same for all households.</summary>
    public DateOnly WritingDay => DateOnly.FromDateTime(Time.GetUtcNow().UtcDateTime);
}

/// <summary>A page inside a household: knows whose it is, who is playing, and what day it is there.</summary>
[Authorize]
public abstract class HouseholdPage(PageTools tools) : PageModel
{
    /// <summary>What it needs from the application.</summary>
    protected PageTools Tools { get; } = tools;

    /// <summary>Remembers on this device who plays.</summary>
    public const string PlayerCookie = "gambeta-player";

    /// <summary>Who plays on the device that a request came from: the first player until another one was chosen.</summary>
    public static Player PlayerHere(HttpContext http, HouseholdView household) =>
        household.Players.Find(player => player.Id.ToString() == http.Request.Cookies[PlayerCookie]) ?? household.Players[0];

    /// <summary>The drills of this household.</summary>
    public DrillCatalogue Catalogue { get; private set; } = tools.Catalogues.Shipped;

    public HouseholdView Household { get; private set; } = new("", false, 0, false, false, HouseholdSettings.Usual, []);

    public Player Player { get; private set; } = null!;

    public DateOnly Today { get; private set; }

    /// <summary>How this household writes lengths.</summary>
    public Lengths Lengths => new(Household.Settings.Units);

    /// <summary>The level at which the player plays each drill.</summary>
    protected async Task<DrillLevels> LevelsOfAsync(HouseholdWork work) =>
        new(Player.Level, await VerdictStore.StepsAsync(work, Player.Id));

    /// <summary>What a planned session comes to for the player.</summary>
    protected async Task<SheetSums> SumsOfAsync(HouseholdWork work, SessionPlan session)
    {
        var levels = await LevelsOfAsync(work);
        return SheetSums.Of(
            SheetDrill.Of(session.ToSheet(""), Catalogue, drill => levels[drill]),
            Player.Preferred,
            await SheetStore.TemposAsync(work, Player.Id, Today.AddDays(-SheetStore.TempoDays))
        );
    }

    /// <summary>The word for the other foot, in place of the usual one.</summary>
    public string OtherFoot(string words) => Wording.OtherFoot(words, Household.Settings.OtherFoot);

    /// <summary>The place on the rail that this page belongs to.</summary>
    public virtual RailItem? OnRail => null;

    /// <summary>A form that this page does not have is not here: without a handler nothing would be known about the household.</summary>
    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (context.HandlerMethod is null)
            context.Result = NotFound();
    }

    /// <summary>Does the work of a request in one transaction inside the household, and keeps what was done.</summary>
    protected async Task<IActionResult> InHousehold(Func<HouseholdWork, Task<IActionResult>> doIt)
    {
        var (work, household) = await Tools.EnterAsync(HttpContext);
        await using var _ = work;
        if (household is not { Players.Count: > 0 })
        {
            // The sign-in is over, or the household is no more.
            await HttpContext.SignOutAsync();
            return RedirectToPage("/Index");
        }
        if (HttpMethods.IsPost(Request.Method) && !await Tools.MayWriteAsync(work))
            return TooOften(TimeSpan.FromDays(1) - Tools.Time.GetUtcNow().TimeOfDay);
        Household = household;
        Player = PlayerHere(HttpContext, household);
        Today = LocalDays.DayOf(Tools.Time.GetUtcNow(), household.TimeZone);
        Catalogue = await Tools.Catalogues.OfAsync(work, household);
        var result = await doIt(work);
        // Whoever only looks is told nothing that has to be kept: a page is shown also while a standby is away.
        await (
            HttpMethods.IsGet(Request.Method)
                ? work.CommitWorkedOutAsync(HttpContext.RequestAborted)
                : work.CommitAsync(HttpContext.RequestAborted)
        );
        return result;
    }

    /// <summary>What is wrong with the password that was asked for before something that cannot be taken back; nothing when it is right. A
    /// copy of the demo has none.</summary>
    protected async Task<string?> WrongPasswordAsync(HouseholdWork work, string? password)
    {
        if (Household.IsDemo)
            return null;
        if (await Tools.RateLimits.OnPasswordAsync(work.Household) is { } wait)
        {
            RateLimits.SayWhen(Response, wait);
            return Wording.TooOften(wait);
        }
        if (!Passwords.Matches(await HouseholdStore.PasswordHashAsync(work), password))
            return Say("refusals.wrong-password");
        await Tools.RateLimits.RightPasswordAsync(work.Household);
        return null;
    }

    /// <summary>Shows the page again with what is wrong.</summary>
    protected PageResult Refused()
    {
        if (Response.StatusCode == StatusCodes.Status200OK)
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private StatusCodeResult TooOften(TimeSpan wait)
    {
        RateLimits.SayWhen(Response, wait);
        return StatusCode(StatusCodes.Status429TooManyRequests);
    }

    /// <summary>A player's pace: as it is known, or from the age.</summary>
    public KnownPace PaceOf(YardView yard, Player player) =>
        yard.Paces.GetValueOrDefault(player.Id) ?? new KnownPace(Pace.FromAge(Age(player)), PaceSource.FromAge, Today);

    /// <summary>What is said before some drills are begun, each once: the one way for sheets and the practice screen.</summary>
    protected IReadOnlyList<string> CautionsOf(IEnumerable<DrillCard> cards, int? age = null) =>
        [
            .. Core
                .Catalogue.Safety.Cautions.BeforeTheStart(cards, age ?? Age(Player))
                .Select(caution => Wording.Caution(caution, Lengths))
                .Distinct(),
        ];

    public int Age(Player player) => player.AgeOn(Today);
}

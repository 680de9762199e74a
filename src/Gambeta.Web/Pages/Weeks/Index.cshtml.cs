using System.Collections.Immutable;
using Gambeta.Core;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Weeks;

/// <summary>Four weeks as a wall of tiles, what there is to say about them, and what they lead to.</summary>
public sealed class IndexModel(PageTools tools) : CachedPage(tools)
{
    public override RailItem OnRail => RailItem.Today;

    public LaidWeeks Laid { get; private set; } = null!;

    public DayPlan Plan { get; private set; } = null!;

    /// <summary>How each goal stands that is about a drill.</summary>
    public ImmutableArray<GoalOutlook> Outlooks { get; private set; } = [];

    public CatchUp CatchUp { get; private set; } = null!;

    /// <summary>How far the other foot is behind; nothing where nobody knows.</summary>
    public double? Gap { get; private set; }

    /// <summary>The four weeks, today as its plan keeps to it: a test that waits makes no test day.</summary>
    public FourWeeks Weeks => Laid.Weeks;

    /// <summary>Whether all of today's session was played: a round or two of it are no session.</summary>
    public bool IsPlayed { get; private set; }

    /// <summary>Whether today's session is to be practised, or gone on with.</summary>
    public bool IsToPractise => !IsPlayed && !Plan.Session.Drills.IsEmpty && Plan.Session.Laid is { Kind: DayKind.Practice };

    public Task<IActionResult> OnGetAsync() =>
        InHousehold(work =>
            KeptAsync(
                work,
                "weeks",
                "/Pages/Weeks/_Body.cshtml",
                () => VerdictStore.SettleAsync(work, Player.Id, Catalogue),
                () => WorkOutAsync(work)
            )
        );

    public Task<IActionResult> OnPostAwayAsync(Guid id, string? kind) =>
        Changed(work =>
            Keys.TryRead<AwayKind>(kind ?? "", out var why) && id != default
                ? RhythmStore.AddAwayAsync(work, Player.Id, id, Away.From(why, Today))
                : Task.CompletedTask
        );

    public Task<IActionResult> OnPostBackAsync() => Changed(work => RhythmStore.EndAwayAsync(work, Player.Id, Today));

    // A sore knee is a pain like any other: everything stops until a grown-up has let it pass.
    public Task<IActionResult> OnPostKneeAsync(Guid id) =>
        Changed(work =>
            id == default ? Task.CompletedTask : SessionStore.HurtAsync(work, Player.Id, null, new Pain(id, PainPart.Knee, Today))
        );

    private Task<IActionResult> Changed(Func<HouseholdWork, Task> change) =>
        InHousehold(async work =>
        {
            await change(work);
            return RedirectToPage();
        });

    private async Task WorkOutAsync(HouseholdWork work)
    {
        (Plan, var facts, Laid) = await WeeksStore.OfDayAsync(work, Player, Today, Catalogue, Household.Settings);
        IsPlayed = Plan.IsPlayed(facts.LastDays);
        (CatchUp, Gap) = (facts.CatchUp, facts.Gap);
        var days = Weeks.PracticeDays(DaysAhead.Most).ToList();
        var outlooks = ImmutableArray.CreateBuilder<GoalOutlook>();
        foreach (var goal in Laid.Goals.Where(goal => goal.Kind is GoalKind.Reach or GoalKind.FeintASide))
            outlooks.Add(
                GoalOutlook.OfDrill(
                    goal,
                    Catalogue,
                    facts.Verdicts,
                    goal.Drill is { } drill ? await WeeksStore.KeysOfAsync(work, Player.Id, Catalogue, drill) : [],
                    days
                )
            );
        Outlooks = outlooks.ToImmutable();
    }

    /// <summary>A goal's value as its drill says it.</summary>
    public string Value(GoalOutlook outlook, decimal value) =>
        outlook.Path is [.., var rung] && Core.Insight.Judgement.FormModels.Of(rung.Card.MeasuredBy).LowerIsBetter
            ? Words.Wording.Seconds(value)
            : Words.Wording.Number(value);
}

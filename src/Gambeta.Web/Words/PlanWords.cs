using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Web.Charts;

namespace Gambeta.Web.Words;

/// <summary>The words of a plan.</summary>
public static class PlanWords
{
    /// <summary>Why a drill of a day's plan is in it; of one that was played since, only that.</summary>
    public static string Why(
        PlannedDrill planned,
        DayPlan plan,
        IReadOnlyDictionary<string, DateOnly> lastDays,
        DrillCatalogue catalogue
    ) => plan.IsPlayed(planned, lastDays) ? Say("planning.why-played") : Why(planned.Reason, catalogue);

    /// <summary>Why a drill is in a plan.</summary>
    public static string Why(PlanReason reason, DrillCatalogue catalogue) =>
        (reason.Kind, reason.Drill is { } drill ? catalogue.Find(drill)?.Name : null) switch
        {
            (ReasonKind.NextRung, { } name) => Say("planning.why-next-rung", ("drill", name)),
            (ReasonKind.Stretch, { } name) => Say("planning.why-stretch", ("drill", name)),
            (ReasonKind.Returns, _) => Say("planning.why-returns", ("days", reason.Number)),
            (ReasonKind.Goal, _) => Say("planning.why-goal"),
            (ReasonKind.RungBelow, { } name) => Say("planning.why-rung-below", ("drill", name)),
            (ReasonKind.Beside, { } name) => Say("planning.why-beside", ("drill", name)),
            (ReasonKind.Stays, _) => Say(
                JudgementWords.IsRare(reason.Number) ? "planning.why-stays-slower" : "planning.why-stays",
                ("number", reason.Number)
            ),
            (ReasonKind.Due, _) => reason.Number > 0 ? Say("planning.why-due", ("days", reason.Number)) : Say("planning.why-due-today"),
            (ReasonKind.NotSeen, _) => Say("planning.why-not-seen", ("days", reason.Number)),
            (ReasonKind.OtherFoot, _) => Say(reason.Number > 0 ? "planning.why-other-foot" : "planning.why-other-foot-more"),
            (ReasonKind.Record, _) => Say("planning.why-record", ("count", TenTiles.Laid(reason.Chance))),
            (ReasonKind.New, _) => Say("planning.why-new"),
            _ => Say("planning.why-goes-on"),
        };

    /// <summary>Where a plan is practised: in the place that it was made for.</summary>
    public static string Practise(DayPlan plan) =>
        $"/practise/sheet/{plan.Id}?"
        + (
            plan.Ask.SpaceId is { } space ? $"space={space}"
            : plan.Ask.Indoors ? "where=indoors"
            : "where=outdoors"
        );

    /// <summary>A rule that keeps drills out of a plan.</summary>
    public static string Rule(PlanRule rule) =>
        rule switch
        {
            PlanRule.Hurt => Say("planning.rule-hurt"),
            PlanRule.NotWanted => Say("planning.rule-not-wanted"),
            PlanRule.Heading => Say("planning.rule-heading"),
            PlanRule.TooYoung => Say("planning.rule-too-young"),
            PlanRule.NobodyServes => Say("planning.rule-nobody-serves"),
            PlanRule.Place => Say("planning.rule-place"),
            PlanRule.Room => Say("planning.rule-room"),
            PlanRule.Gear => Say("planning.rule-gear"),
            PlanRule.BallLeavesTheFloor => Say("planning.rule-ball-leaves"),
            PlanRule.TooHardToday => Say("planning.rule-too-hard"),
            PlanRule.NewWaits => Say("planning.rule-new-waits"),
            PlanRule.RungBelow => Say("planning.rule-rung-below"),
            PlanRule.Level => Say("planning.rule-level"),
            PlanRule.FellApart => Say("planning.rule-fell-apart"),
            _ => Say("planning.rule-others"),
        };

    /// <summary>What could not be had.</summary>
    public static string Note(PlanNote note, SessionPlan plan, int age, string takes) =>
        note switch
        {
            PlanNote.Hurt => Say("planning.note-hurt"),
            PlanNote.NothingMayBePlayed => Say("planning.note-nothing"),
            PlanNote.RestDay => Say("planning.note-rest-day"),
            PlanNote.LightDay => Say("planning.note-light-day"),
            PlanNote.TestWaits when plan.NextTest is { } day => Say("planning.note-test-waits-for", ("day", Wording.Weekday(day))),
            PlanNote.TooShort => Say("planning.note-too-short", ("least", SessionMinutes.Least)),
            PlanNote.TooLongForTheAge => Say("planning.note-too-long", ("age", age), ("minutes", plan.Minutes)),
            PlanNote.MinutesLeft => Say("planning.note-minutes-left", ("minutes", takes)),
            PlanNote.KeptTooLong => Say("planning.note-kept-too-long"),
            PlanNote.TestWaits => Say("planning.note-test-waits"),
            _ => Say("planning.note-other-foot-waits"),
        };

    /// <summary>How fresh somebody feels.</summary>
    public static string Fresh(Freshness fresh) =>
        fresh switch
        {
            Freshness.Fresh => Say("planning.fresh-fresh"),
            Freshness.Tired => Say("planning.fresh-tired"),
            _ => Say("planning.fresh-as-usual"),
        };
}

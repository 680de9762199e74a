using Gambeta.Core;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;
using Gambeta.Web.Charts;
using Gambeta.Web.Pages.Drills;

namespace Gambeta.Web.Words;

/// <summary>The words of targets and decisions.</summary>
public static class JudgementWords
{
    /// <summary>A decision as a heading.</summary>
    public static string Decision(DecisionKind kind) =>
        kind switch
        {
            DecisionKind.MoveOn => Say("judgement.move-on"),
            DecisionKind.Stay => Say("judgement.stay"),
            DecisionKind.StepBack => Say("judgement.step-back"),
            _ => Say("judgement.too-early"),
        };

    /// <summary>Why it was decided so.</summary>
    public static string Because(Verdict verdict) => Because(verdict.Decision, verdict.IsPlateau);

    // So many of ten are enough for nearly every drill.
    private const int CleanEnough = 8;

    /// <summary>Whether so few of ten were clean that "keep at it" is the wrong word: slower is what helps. A figure of ours.</summary>
    public static bool IsRare(int cleanInTen) => cleanInTen <= 3;

    /// <summary>Whether hardly any were clean of a foot: then nothing says that a record is near.</summary>
    public static bool IsRare(IEnumerable<Verdict> feet) =>
        feet.Any(verdict => verdict.Decision is { Kind: not DecisionKind.TooEarly, CleanInTen: var clean } && IsRare(clean));

    /// <summary>Why it was decided so.</summary>
    public static string Because(Decision decision, bool isPlateau)
    {
        var clean = decision.CleanInTen;
        var because = decision.Kind switch
        {
            DecisionKind.MoveOn => Say("judgement.because-move-on", ("clean", clean), ("sets", decision.Sets), ("days", decision.Days)),
            DecisionKind.StepBack => Say("judgement.because-step-back", ("clean", clean), ("sets", decision.Sets), ("days", decision.Days)),
            DecisionKind.TooEarly => Say("judgement.because-too-early", ("sets", decision.Sets), ("days", decision.Days)),
            _ when isPlateau => Say("judgement.because-stay-stuck", ("clean", clean)),
            _ when IsRare(clean) => Say("judgement.because-stay-slower", ("clean", clean)),
            // Clean enough, and held back by the player's own word: that is what has to change.
            _ when clean >= CleanEnough && decision.Word is Control.FellApart or Control.Shaky => Say(
                "judgement.because-stay-control",
                ("clean", clean),
                ("sets", decision.Sets),
                ("days", decision.Days)
            ),
            _ => Say("judgement.because-stay", ("clean", clean), ("sets", decision.Sets), ("days", decision.Days)),
        };
        return decision.Word is { } word && decision.Kind != DecisionKind.TooEarly
            ? $"{because} {Say("judgement.you-said", ("word", Wording.Control(word)))}"
            : because;
    }

    /// <summary>What else is known of a drill and foot, a sentence each: what makes it eight in ten, by when a best is likely, pace and
    /// control, first and last rounds, the end of a round.</summary>
    public static IEnumerable<string> Facts(DrillHistory course)
    {
        var verdict = course.Verdict;
        // What makes the aim of a day likelier is said with that aim: the one above it is of a single set.
        yield return Say(
            "judgement.aim-of-a-day",
            ("sets", verdict.SetsADay),
            ("value", Value(verdict, verdict.NextDay)),
            ("count", TenTiles.Laid(verdict.NextDay.Chance))
        );
        yield return ToEight(verdict);
        if (course.Best is { From: { } from } next)
            yield return next.To is { } to
                ? Say(
                    "judgement.best-between",
                    ("value", Figure(verdict, next.Value)),
                    ("from", Wording.ShortDay(from)),
                    ("to", Wording.ShortDay(to))
                )
                : Say("judgement.best-from", ("value", Figure(verdict, next.Value)), ("from", Wording.ShortDay(from)));
        if (verdict.IsPastCounting)
            yield return Say("judgement.past-counting");
        // What once was under control is no word for whoever has lost it.
        if (!IsRare(verdict.Decision.CleanInTen) && verdict.Decision.Word != Control.FellApart && Pace(verdict) is { } pace)
            yield return pace;
        if (course.Rounds.Kind == HoldKind.Held)
            yield return Say("judgement.rounds-held");
        if (course.Rounds.Kind == HoldKind.FellOff)
            yield return Say("judgement.rounds-fell-off", ("percent", Rounded.Whole(-course.Rounds.By * 100)));
        foreach (var said in Within(course.Within))
            yield return said;
    }

    /// <summary>What becomes of a round towards its end, a sentence for each thing that falls off, or one where its tempo holds and nothing
    /// else does not.</summary>
    public static IEnumerable<string> Within(WithinRounds within)
    {
        var (tempo, evenness, slips) = (
            within.Tempo.Kind == HoldKind.FellOff,
            within.Evenness.Kind == HoldKind.FellOff,
            within.Slips.Kind == HoldKind.FellOff
        );
        if (tempo)
            yield return Say("judgement.tempo-fell-off", ("percent", Rounded.Whole(-within.Tempo.By * 100)));
        if (evenness)
            yield return Say("judgement.evenness-fell-off");
        if (slips)
            yield return Say("judgement.slips-rise", ("more", Rounded.Whole(-within.Slips.By * 100)));
        if (within.Tempo.Kind == HoldKind.Held && !evenness && !slips)
            yield return Say("judgement.tempo-held");
    }

    /// <summary>What would make the day's aim eight in ten.</summary>
    public static string ToEight(Verdict verdict) =>
        verdict.ToEight.Sets is { } sets && sets > verdict.SetsADay
            ? Say("judgement.to-eight-sets", ("sets", sets), ("easier", Figure(verdict, verdict.ToEight.Value)))
            : Say("judgement.to-eight-value", ("easier", Figure(verdict, verdict.ToEight.Value)));

    /// <summary>The pace at which control is there; nothing where nobody can say.</summary>
    public static string? Pace(Verdict verdict) =>
        (verdict.Tempo.Kind, verdict.Key.Model.LowerIsBetter) switch
        {
            (ControlKind.Limit, false) => Say("judgement.pace-limit", ("pace", Rounded.Whole(verdict.Tempo.Tempo))),
            (ControlKind.Limit, true) => Say(
                "judgement.pace-limit-run",
                ("seconds", Wording.Number(Rounded.To((decimal)verdict.Tempo.Tempo, 1)))
            ),
            (ControlKind.Holds, false) => Say("judgement.pace-holds", ("pace", Rounded.Whole(verdict.Tempo.Tempo))),
            _ => null,
        };

    private static string Figure(Verdict verdict, int units) => Wording.Value(verdict.Measure, verdict.In(units));

    /// <summary>A target with what it counts: "12 in a row".</summary>
    public static string Value(Verdict verdict, Target target) => Wording.Value(verdict.Measure, verdict.In(target.Value));

    /// <summary>Why a target is what it is.</summary>
    public static string Why(Target target) =>
        target.Reason switch
        {
            TargetReason.Record => Say("judgement.why-record"),
            TargetReason.RoundNumber => Say("judgement.why-round-number"),
            // It says what the tiles beside it say.
            _ => Say(TenTiles.Laid(target.Chance) == 5 ? "judgement.why-even-chance" : "judgement.why-near-even"),
        };

    /// <summary>Out of ten days.</summary>
    public static string DaysInTen(double chance) => Say("judgement.days-in-ten", ("count", TenTiles.Laid(chance)));
}

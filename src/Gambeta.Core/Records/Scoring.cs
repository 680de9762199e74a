using Gambeta.Core.Catalogue;
using Gambeta.Core.Practice;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Records;

/// <summary>Which marks a set makes. Only what was counted makes any: an estimate never does, nor does a count of zero.</summary>
public static class Scoring
{
    /// <summary>What a clipped marker adds to a run, unless the household chose otherwise.</summary>
    public static readonly TimeSpan ClipPenalty = TimeSpan.FromSeconds(1);

    /// <summary>How far a round may be off its length and still count as played to its end.</summary>
    public static readonly TimeSpan RoundSlack = TimeSpan.FromSeconds(0.5);

    /// <summary>The marks of a set, none or more.</summary>
    public static IEnumerable<Mark> MarksOf(PracticeSet set)
    {
        if (set.CountedBy == CountedBy.Estimated) return [];
        IEnumerable<(Measure Measure, decimal Value)> values = set.Result switch
        {
            RoundResult when PlayedToItsEnd(set) => [(new Measure(MeasureKind.TouchesIn, (int)set.Planned!.Value.TotalSeconds), set.Touches.Total)],
            RepsResult reps => [(new Measure(MeasureKind.CleanReps), reps.CleanReps)],
            TriesResult tries => [(new Measure(MeasureKind.Streak), tries.Longest)],
            HitsResult hits => [(new Measure(MeasureKind.HitsOutOf, hits.Tries), hits.Hits)],
            LadderResult { Rung: > 0, Took: { } took } ladder => [(new Measure(MeasureKind.LadderRung), ladder.Rung), (new Measure(MeasureKind.RungSeconds, ladder.Rung), HandTime(took))],
            LadderResult ladder => [(new Measure(MeasureKind.LadderRung), ladder.Rung)],
            StationsResult { Finished: true } => [(new Measure(MeasureKind.StationsSeconds), HandTime(set.Worked))],
            TargetsResult targets => [(new Measure(MeasureKind.PointsOutOf, targets.Points.Length), targets.Total)],
            RunInResult runs => [(new Measure(MeasureKind.RunInTouches), runs.Most)],
            TrapResult traps => [(new Measure(MeasureKind.TrapHeight), (int)(traps.Held ?? 0))],
            StrikesResult strikes => [(new Measure(MeasureKind.HitsOutOf, strikes.Strikes.Length), strikes.Hits)],
            PassesResult passes when PlayedToItsEnd(set) =>
            [
                (new Measure(MeasureKind.LongestRun), passes.LongestRun),
                (new Measure(MeasureKind.PassesAMinute), PassesAMinute(set.Touches, set.Planned!.Value)),
            ],
            PassesResult passes => [(new Measure(MeasureKind.LongestRun), passes.LongestRun)],
            RunResult { Void: false } run => [(new Measure(MeasureKind.CourseSeconds), CourseSeconds(set.Worked, run))],
            _ => [],
        };
        return values.Where(v => v.Value > 0).Select(v => new Mark(
            new MarkKey(set.PlayerId, set.Drill, v.Measure, set.Feet, set.Layout ?? ""), v.Value, set.StartedAt, set.Day, set.Id));
    }

    /// <summary>What a drill in a dose is chiefly judged by; nothing where no record is kept of it.</summary>
    public static Measure? Chiefly(DrillCard card, Dose dose) => (card.MeasuredBy, dose) switch
    {
        (MeasuredBy.TouchesInARound, RoundsDose rounds) => new Measure(MeasureKind.TouchesIn, (int)rounds.Work.TotalSeconds),
        (MeasuredBy.TouchesInARound, _) => null,
        (MeasuredBy.CleanReps, _) => new Measure(MeasureKind.CleanReps),
        (MeasuredBy.BestStreak, _) => new Measure(MeasureKind.Streak),
        (MeasuredBy.CleanPasses, _) => new Measure(MeasureKind.LongestRun),
        (MeasuredBy.CourseTime, _) => new Measure(MeasureKind.CourseSeconds),
        (MeasuredBy.LadderRung, _) => new Measure(MeasureKind.LadderRung),
        (MeasuredBy.StationsTime, _) => new Measure(MeasureKind.StationsSeconds),
        (MeasuredBy.RunInTouches, _) => new Measure(MeasureKind.RunInTouches),
        (MeasuredBy.TrapHeights, _) => new Measure(MeasureKind.TrapHeight),
        (MeasuredBy.TargetPoints, RepsDose tries) => new Measure(MeasureKind.PointsOutOf, tries.Reps),
        (MeasuredBy.HitsOutOfTries or MeasuredBy.StrikesByZone, RepsDose tries) => new Measure(MeasureKind.HitsOutOf, tries.Reps),
        _ => null,
    };

    /// <summary>
    /// The time of a run in seconds with its penalties, rounded up to the next tenth, as hand times are on a running track:
    /// a thumb is not exact to the hundredth.
    /// </summary>
    public static decimal CourseSeconds(TimeSpan worked, RunResult run) => HandTime(worked + (run.Penalty * run.Clips));

    private static decimal HandTime(TimeSpan time) => Math.Ceiling((decimal)time.TotalMilliseconds / 100m) / 10m;

    /// <summary>Passes a minute over a round, rounded down to a tenth.</summary>
    public static decimal PassesAMinute(TouchCount passes, TimeSpan round) =>
        Math.Floor(passes.Total * 600m / (decimal)round.TotalSeconds) / 10m;

    private static bool PlayedToItsEnd(PracticeSet set) => set.Planned is { } planned && (set.Worked - planned).Duration() <= RoundSlack;
}

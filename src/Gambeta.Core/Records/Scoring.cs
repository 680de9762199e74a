using Gambeta.Core.Catalogue;
using Gambeta.Core.Doses;
using Gambeta.Core.Measuring;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Records;

/// <summary>Which marks a set makes. Only what was counted makes any: an estimate never does, nor what was heard in doubt, nor a count of zero.</summary>
public static class Scoring
{
    /// <summary>What a clipped marker adds to a run, unless the household chose otherwise.</summary>
    public static readonly TimeSpan ClipPenalty = TimeSpan.FromSeconds(1);

    /// <summary>How far a round may be off its length and still count as played to its end.</summary>
    public static readonly TimeSpan RoundSlack = TimeSpan.FromSeconds(0.5);

    /// <summary>The marks of a set, none or more.</summary>
    public static IEnumerable<Mark> MarksOf(PracticeSet set)
    {
        if (!set.IsKnown) return [];
        return Ways.Of(set.Result.Of).Marks(set).Where(v => v.Value > 0).Select(v => new Mark(
            new MarkKey(set.PlayerId, set.Drill, v.Measure, set.Feet, set.Layout ?? ""), v.Value, set.StartedAt, set.Day, set.Id));
    }

    /// <summary>What a drill in a dose is chiefly judged by; nothing where no record is kept of it.</summary>
    public static Measure? Chiefly(DrillCard card, Dose dose) => Ways.Of(card.MeasuredBy).Chiefly(dose);

    /// <summary>
    /// The time of a run in seconds with its penalties, rounded up to the next tenth, as hand times are on a running track:
    /// a thumb is not exact to the hundredth.
    /// </summary>
    public static decimal CourseSeconds(TimeSpan worked, RunResult run) => HandTime(worked + (run.Penalty * run.Clips));

    /// <summary>Seconds rounded up to the next tenth.</summary>
    public static decimal HandTime(TimeSpan time) => Math.Ceiling((decimal)time.TotalMilliseconds / 100m) / 10m;

    /// <summary>Passes a minute over a round, rounded down to a tenth.</summary>
    public static decimal PassesAMinute(TouchCount passes, TimeSpan round) =>
        Math.Floor(passes.Total * 600m / (decimal)round.TotalSeconds) / 10m;

    /// <summary>True for a round that was played to its end.</summary>
    public static bool PlayedToItsEnd(PracticeSet set) => set.Planned is { } planned && (set.Worked - planned).Duration() <= RoundSlack;
}

using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Seconds and rates as a thumb can know them: rounded up to the tenth, and a round counts only when it was played to its
/// end.</summary>
public static class HandTiming
{
    /// <summary>How far a round may be off its length and still count as played to its end.</summary>
    public static readonly TimeSpan RoundSlack = TimeSpan.FromSeconds(0.5);

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

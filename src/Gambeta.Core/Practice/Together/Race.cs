using System.Collections.Immutable;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Together;

/// <summary>A race of two on one course: the best run of each that counts, penalties included.</summary>
/// <param name="Drill">The drill.</param>
/// <param name="Ours">Seconds of one of them, rounded up to the tenth as hand times are.</param>
/// <param name="Theirs">Seconds of the other.</param>
public sealed record Race(string Drill, decimal Ours, decimal Theirs)
{
    /// <summary>The races in two sittings of one outing: each course on the same layout on which both came home in a run that
    /// counts.</summary>
    public static ImmutableArray<Race> Of(IEnumerable<PracticeSet> ours, IEnumerable<PracticeSet> theirs)
    {
        var others = Best(theirs);
        return [.. Best(ours).Where(one => others.ContainsKey(one.Key)).Select(one => new Race(one.Key.Drill, one.Value, others[one.Key]))];
    }

    private static Dictionary<(string Drill, string? Layout), decimal> Best(IEnumerable<PracticeSet> sets) =>
        sets.Where(set => set.Result is RunResult { Void: false } && set.CountedBy != CountedBy.Estimated)
            .GroupBy(set => (set.Drill, set.Layout))
            .ToDictionary(runs => runs.Key, runs => runs.Min(run => HandTiming.CourseSeconds(run.Worked, (RunResult)run.Result)));
}

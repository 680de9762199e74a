using System.Collections.Immutable;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>What was said with about the same chance, and how often it came true.</summary>
/// <param name="Said">The mean chance that was said.</param>
/// <param name="Happened">The share that came true.</param>
/// <param name="Sets">How many sets.</param>
public sealed record SaidAndHappened(double Said, double Happened, int Sets);

/// <summary>The odds that were said beside what happened.</summary>
public static class WasItRight
{
    /// <summary>For each number of tiles that was said, from one to nine of ten: what was said on the average, and what happened.</summary>
    /// <param name="said">A target in units, the chance that was given to it, and the set that was then played.</param>
    public static ImmutableArray<SaidAndHappened> ByTenths(IEnumerable<(int Target, double Chance, PracticeSet Set)> said) =>
        [
            .. said.Where(one => FormKey.Of(one.Set).Model.Judges(one.Set))
                .GroupBy(one => Math.Clamp(Rounded.Whole(one.Chance * 10), 1, 9))
                .OrderBy(tenth => tenth.Key)
                .Select(tenth => new SaidAndHappened(
                    tenth.Average(one => one.Chance),
                    tenth.Average(one => Reached(one.Target, one.Set) ? 1.0 : 0),
                    tenth.Count()
                )),
        ];

    /// <summary>Whether a set reached a target.</summary>
    public static bool Reached(int target, PracticeSet set) =>
        FormKey.Of(set).Model is var model && (model.LowerIsBetter ? model.Value(set) <= target : model.Value(set) >= target);
}

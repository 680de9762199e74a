using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;
using MathNet.Numerics.Statistics;

namespace Gambeta.Core.Insight.Progress;

/// <summary>A drill by its two feet.</summary>
/// <param name="Drill">The drill.</param>
/// <param name="Touches">Touches a foot.</param>
/// <param name="Left">Sets of the left foot alone.</param>
/// <param name="Right">Sets of the right foot alone.</param>
/// <param name="Behind">How far the other foot's form lies behind, as a share of the preferred one's; below zero where it is ahead; nothing
/// where one of them is not known.</param>
public sealed record FeetOfDrill(string Drill, TouchCount Touches, int Left, int Right, double? Behind);

/// <summary>The two feet over a span of time: drill by drill, and in all.</summary>
/// <param name="Drills">Those that are played with one foot, most behind first.</param>
/// <param name="Touches">Touches of all sets.</param>
/// <param name="Gap">The middle of what the other foot is behind by; nothing where no drill tells.</param>
public sealed record TwoFeet(ImmutableArray<FeetOfDrill> Drills, TouchCount Touches, double? Gap)
{
    /// <summary>A form of fewer sets is not compared.</summary>
    private const int LeastSets = 4;

    /// <summary>Adds up sets of a span, and compares the feet by what stands about them.</summary>
    public static TwoFeet Of(IReadOnlyCollection<PracticeSet> sets, IEnumerable<Verdict> verdicts, Foot preferred)
    {
        var known = verdicts
            .Where(verdict => verdict.Decision.Sets >= LeastSets && verdict.Key.Feet != Feet.Both)
            .ToLookup(verdict => verdict.Key.Drill);
        var drills = sets.Where(set => set.Feet != Feet.Both)
            .GroupBy(set => set.Drill)
            .Select(drill => new FeetOfDrill(
                drill.Key,
                Sum(drill),
                drill.Count(set => set.Feet == Feet.Left),
                drill.Count(set => set.Feet == Feet.Right),
                BehindIn(known[drill.Key])
            ))
            .OrderByDescending(drill => drill.Behind ?? double.MinValue)
            .ThenBy(drill => drill.Drill, StringComparer.Ordinal)
            .ToImmutableArray();
        var gaps = drills.Select(drill => drill.Behind).OfType<double>().ToList();
        return new TwoFeet(drills, Sum(sets), gaps.Count == 0 ? null : gaps.Median());

        double? BehindIn(IEnumerable<Verdict> feet) =>
            feet.GroupBy(verdict => (verdict.Key.Measure, verdict.Key.Layout, verdict.Dose))
                .Where(pair => pair.Count() == 2)
                .OrderByDescending(pair => pair.Max(verdict => verdict.LastDay))
                .Select(pair =>
                    (double?)Between(pair.Single(verdict => Is(verdict, preferred)), pair.Single(verdict => Is(verdict, preferred.Other())))
                )
                .FirstOrDefault();
    }

    // By the middle of what the next set will come to; a time is better where it is shorter.
    private static double Between(Verdict preferred, Verdict other)
    {
        var (a, b) = ((double)preferred.Quantiles.Q50, (double)other.Quantiles.Q50);
        return (preferred.Key.Model.LowerIsBetter ? b - a : a - b) / Math.Max(1, Math.Max(a, b));
    }

    private static bool Is(Verdict verdict, Foot foot) => verdict.Key.Feet == (foot == Foot.Left ? Feet.Left : Feet.Right);

    private static TouchCount Sum(IEnumerable<PracticeSet> sets) => sets.Aggregate(default(TouchCount), (sum, set) => sum + set.Touches);
}

using System.Collections.Immutable;
using MathNet.Numerics.Distributions;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>A set within a sitting: when, and where it lay among what was expected of it.</summary>
/// <param name="Since">Time from the sitting's first touch to the end of the set.</param>
/// <param name="Position">From 0, as bad as could be, over one half, as expected, to 1.</param>
public readonly record struct PlayedAt(TimeSpan Since, double Position);

/// <summary>Whether a sitting held to its end, from all its sets of all drills.</summary>
/// <param name="Kind">Held, fell off, or nobody knows.</param>
/// <param name="After">Where it fell off: minutes after which the sets lay behind.</param>
public sealed record SittingTrend(HoldKind Kind, int? After)
{
    private const int LeastSets = 6,
        LeastOnASide = 3;

    /// <summary>Before it fell off it was about as expected, afterwards in the lowest third.</summary>
    private const double Fine = 0.42,
        Behind = 0.33;

    /// <summary>
    /// Where sets go as expected their positions are even between 0 and 1. The sitting is cut in two where the means of both sides differ
    /// most for their numbers; it fell off when that is 95 in 100 sure for the best of all cuts (a bell for the difference of means, each
    /// cut's chance multiplied by their number as Bonferroni does).
    /// </summary>
    public static SittingTrend Of(IEnumerable<PlayedAt> played)
    {
        var sets = played.OrderBy(set => set.Since).ToImmutableArray();
        if (sets.Length < LeastSets)
            return new SittingTrend(HoldKind.Unknown, null);
        var cuts = Enumerable
            .Range(LeastOnASide, sets.Length - (2 * LeastOnASide) + 1)
            .Select(cut =>
            {
                var (before, after) = (sets.Take(cut).Average(set => set.Position), sets.Skip(cut).Average(set => set.Position));
                // An even spread has a variance of one twelfth.
                return (Cut: cut, before, after, Score: (before - after) / Math.Sqrt(((1.0 / cut) + (1.0 / (sets.Length - cut))) / 12));
            })
            .ToList();
        var (at, fine, behind, score) = cuts.MaxBy(cut => cut.Score);
        var chance = (1 - Normal.CDF(0, 1, score)) * cuts.Count;
        if (chance <= 0.05 && fine >= Fine && behind <= Behind)
            return new SittingTrend(HoldKind.FellOff, Math.Max(1, (int)sets[at - 1].Since.TotalMinutes));
        return new SittingTrend(
            sets.Skip(sets.Length - LeastOnASide).Average(set => set.Position) >= Fine ? HoldKind.Held : HoldKind.Unknown,
            null
        );
    }

    /// <summary>Where a value lies among five quantiles, from 0 to 1; higher is better.</summary>
    public static double PositionOf(int value, Quantiles expected, bool lowerIsBetter)
    {
        (double At, double Share)[] known =
        [
            (expected.Q05, 0.05),
            (expected.Q25, 0.25),
            (expected.Q50, 0.5),
            (expected.Q75, 0.75),
            (expected.Q95, 0.95),
        ];
        // Where several quantiles are one value it lies in the middle of them.
        var same = known.Where(one => one.At == value).ToList();
        var share =
            same.Count > 0 ? (same[0].Share + same[^1].Share) / 2
            : value < known[0].At ? 0.025
            : value > known[^1].At ? 0.975
            : Between(known.Last(one => one.At < value), known.First(one => one.At > value));
        return lowerIsBetter ? 1 - share : share;

        double Between((double At, double Share) low, (double At, double Share) high) =>
            low.Share + ((value - low.At) / (high.At - low.At) * (high.Share - low.Share));
    }
}

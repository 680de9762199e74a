using MathNet.Numerics.Statistics;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>How long something usually lasts.</summary>
internal static class UsualTime
{
    /// <summary>Of fewer than this nobody knows what is usual.</summary>
    public const int LeastKnown = 3;

    /// <summary>The median of some times, in seconds; 0 where they are too few.</summary>
    public static double Of(IReadOnlyCollection<double> all) => all.Count < LeastKnown ? 0 : all.Median();
}

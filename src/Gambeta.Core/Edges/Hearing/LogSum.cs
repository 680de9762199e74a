namespace Gambeta.Core.Edges.Hearing;

/// <summary>Sums of what logarithms stand for, which would be too small or too large to be added as they are.</summary>
internal static class LogSum
{
    // A part that is smaller by this logarithm is lost in rounding.
    private const double Nothing = 36;

    /// <summary>The logarithm of the sum of what two logarithms stand for; that of nothing is negative infinity.</summary>
    public static double Add(double one, double other)
    {
        var (more, less) = one > other ? (one, other) : (other, one);
        return double.IsNegativeInfinity(more) || less < more - Nothing ? more : more + Math.Log(1 + Math.Exp(less - more));
    }
}

using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>What becomes of something from its beginning to its end.</summary>
public enum HoldKind
{
    /// <summary>Too few to say, or nothing that is sure.</summary>
    Unknown,

    /// <summary>It held to the end.</summary>
    Held,

    /// <summary>The end falls behind the beginning.</summary>
    FellOff,
}

/// <summary>An end held against its beginning, several times over.</summary>
/// <param name="Kind">What was found.</param>
/// <param name="By">How much better the end is than the beginning, in the mean; below zero where it is behind.</param>
/// <param name="Sure">How sure that is, from one half to one.</param>
/// <param name="Times">How often it was looked at.</param>
public sealed record Hold(HoldKind Kind, double By, double Sure, int Times)
{
    private const int Least = 3;
    private const double SureEnough = 0.8;

    /// <summary>How sure it is that ends fall behind their beginnings by more than is let pass: a paired Student's t over the
    /// differences.</summary>
    /// <param name="differences">End less beginning, above zero where the end is better.</param>
    /// <param name="passes">An end within so much of its beginning has held.</param>
    /// <param name="leastError">The mean is never known better than this.</param>
    public static Hold Of(IReadOnlyCollection<double> differences, double passes, double leastError)
    {
        if (differences.Count < Least)
            return new Hold(HoldKind.Unknown, 0, 0.5, differences.Count);
        var (mean, error) = (differences.Mean(), Math.Max(leastError, differences.StandardDeviation() / Math.Sqrt(differences.Count)));
        var behind = StudentT.CDF(0, 1, differences.Count - 1, (-passes - mean) / error);
        var kind =
            behind >= SureEnough ? HoldKind.FellOff
            : 1 - behind >= SureEnough ? HoldKind.Held
            : HoldKind.Unknown;
        return new Hold(kind, mean, Math.Max(behind, 1 - behind), differences.Count);
    }
}

using System.Collections.Immutable;
using MathNet.Numerics;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// How long tries last at a level of holding. Geometric: every touch holds alike. Beta-geometric: the hold differs from try to try, so that
/// long ones are longer and short ones shorter. Weibull, on whole touches: it gets easier (below one) or harder (above one) as the try goes
/// on.
/// </summary>
/// <remarks>
/// Sources: Weinberg and Gladen, The beta-geometric distribution applied to comparative fecundability studies, Biometrics 42 (1986);
/// Nakagawa and Osaki, The discrete Weibull distribution, IEEE Trans. Reliability 24 (1975).
/// </remarks>
public sealed class TryShape
{
    private const int Nodes = LevelScale.Nodes;

    /// <summary>Touches up to which tables are kept; beyond they are worked out each time.</summary>
    private const int Kept = 1000;

    /// <summary>The chance that a try is of no shape at all: a number that was typed wrong. Its length is then anything, long ones
    /// seldom.</summary>
    private const double Stray = 0.004;

    private readonly Func<double, int, double> _logHolds;
    private readonly double[]?[] _likely = new double[2 * (Kept + 1)][];
    private readonly double[]?[] _holds = new double[Kept + 1][];

    private TryShape(Func<double, int, double> logHolds) => _logHolds = logHolds;

    /// <summary>Every shape: all alike; tries that differ somewhat, and much; easier as they go on; harder as they go on.</summary>
    public static readonly ImmutableArray<TryShape> All =
    [
        new((usual, touches) => -touches / usual),
        new((usual, touches) => LogBetaGeometric(usual, touches, 4)),
        new((usual, touches) => LogBetaGeometric(usual, touches, 1)),
        new((usual, touches) => -Settling(touches, 1.5) / Settling(usual, 1.5)),
        new((usual, touches) => -Settling(touches, 4) / Settling(usual, 4)),
        new((usual, touches) => -Math.Pow(touches / usual, 0.7)),
        new((usual, touches) => -Math.Pow(touches / usual, 1.4)),
        new((usual, touches) => -Math.Pow(touches / usual, 1.9)),
    ];

    /// <summary>How likely each is before anything was seen.</summary>
    public static readonly ImmutableArray<double> Prior = [0.2, 0.14, 0.14, 0.12, 0.12, 0.1, 0.11, 0.07];

    /// <summary>How likely a try is at each level. The first touch starts it and has nothing to hold.</summary>
    /// <param name="touches">Touches of the try.</param>
    /// <param name="dropped">False where it did not end by itself: then it only held so long.</param>
    public double[] Likely(int touches, bool dropped) =>
        touches > Kept ? LikelyRow(touches, dropped) : _likely[(2 * touches) + (dropped ? 1 : 0)] ??= LikelyRow(touches, dropped);

    /// <summary>Adds to a row, for each level, the chance that the longest of so many tries has at least so many touches, times a
    /// factor.</summary>
    public void AddLongestReaches(int touches, int tries, double factor, Span<double> onto)
    {
        // None of them has: one try after the other has not.
        Span<double> none = stackalloc double[Nodes];
        none.Fill(1);
        VectorMath.AddTimes(touches > Kept ? HoldsRow(touches) : _holds[Math.Max(0, touches)] ??= HoldsRow(touches), -1, none);
        VectorMath.Power(none, tries);
        VectorMath.AddTimes(none, -factor, onto);
        VectorMath.Add(factor, onto);
    }

    /// <summary>The chance of at least so many touches in one try, at a chance of holding.</summary>
    public double Holds(double hold, int touches) => touches <= 1 ? 1 : Math.Exp(_logHolds(Usual(hold), touches - 1));

    // The length to which one try in e holds where every touch holds alike: the shapes are laid through it, so that a level means the same
    // in each.
    private static double Usual(double hold) => -1 / Math.Log(hold);

    private double[] HoldsRow(int touches) => [.. Chance.Of.Select(hold => Holds(hold, touches))];

    private double[] LikelyRow(int touches, bool dropped)
    {
        var row = new double[Nodes];
        // Anything at all, as one over the square: half of it lies beyond ten touches, and a hundred are no surprise to it.
        var stray = Stray * 10 / Math.Pow(touches + 10, dropped ? 2 : 1);
        for (var i = 0; i < Nodes; i++)
        {
            var (usual, held) = (Usual(Chance.Of[i]), Math.Max(0, touches - 1));
            var holds = Math.Exp(_logHolds(usual, held));
            row[i] = ((1 - Stray) * (dropped ? holds - Math.Exp(_logHolds(usual, held + 1)) : holds)) + stray;
        }
        return row;
    }

    // What is risked up to a touch by whoever needs a dozen of them to find the rhythm: the first is two and a half times as hard as the
    // later ones.
    private static double Settling(double touches, double harder) =>
        touches + (harder * (touches < 12 ? touches - (touches * touches / 24) : 6));

    // Holding is beta, with so many drops in it: B(holds + n, drops) / B(holds, drops), which falls to 1/e at about the usual length.
    private static double LogBetaGeometric(double usual, int touches, double drops)
    {
        var holds = usual / (Math.Exp(1 / drops) - 1);
        return SpecialFunctions.GammaLn(holds + touches)
            - SpecialFunctions.GammaLn(holds)
            + SpecialFunctions.GammaLn(holds + drops)
            - SpecialFunctions.GammaLn(holds + drops + touches);
    }
}

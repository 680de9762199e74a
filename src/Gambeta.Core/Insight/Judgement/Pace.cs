using System.Collections.Immutable;
using MathNet.Numerics.Distributions;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// A number a minute, or a time, on the scale of <see cref="LevelScale.Paces"/>: what a set came to lies about the day's form with a
/// scatter of its own, which is believed in as one of some sizes. Better is up: a time stands with its sign turned.
/// </summary>
internal static class Pace
{
    private const int Nodes = LevelScale.Nodes;
    private const int Fine = 8;
    private const double Stray = 0.01;

    /// <summary>How far a set scatters about the day's form, as a standard deviation of the logarithm.</summary>
    public static readonly ImmutableArray<double> Scatter = [0.025, 0.045, 0.08, 0.14, 0.25];

    /// <summary>How likely each is before anything was seen.</summary>
    public static readonly ImmutableArray<double> Prior = [0.15, 0.3, 0.3, 0.17, 0.08];

    // So many steps off the middle the widest bell is all on one side.
    private const int Reach = 36;

    // A table's rows: one for each eighth of a step, a value a step, from all nothing over the bell to all one, so that the levels lie side
    // by side in a row.
    private const int Bell = (2 * Reach) + 1;
    private const int Width = Bell + (2 * Nodes) + 1;

    // The bell's sum, for each scatter.
    private static readonly double[][] Below =
    [
        .. Scatter.Select(scatter =>
            Enumerable
                .Range(0, Fine * Bell)
                .Select(i => Normal.CDF(0, scatter, ((i % Bell) - Reach + (i / Bell / (double)Fine)) * LevelScale.Paces.Step))
                .ToArray()
        ),
    ];

    /// <summary>A belief about a pace, laid about a level.</summary>
    public static Posterior Posterior(double about, Prior prior, ReadOnlySpan<double> trends, ReadOnlySpan<double> moods) =>
        Insight.Judgement.Posterior.Bell(
            LevelScale.Paces,
            about - (Nodes / 2 * LevelScale.Paces.Step),
            prior.Mean,
            prior.Spread,
            trends,
            moods
        );

    /// <summary>The belief and the scatters after a value.</summary>
    public static (Posterior Posterior, ImmutableArray<double> Scatters) Seen(
        Posterior belief,
        ImmutableArray<double> scatters,
        double value
    )
    {
        Span<double> form = stackalloc double[Nodes],
            all = stackalloc double[Nodes],
            bell = stackalloc double[Nodes],
            stray = stackalloc double[Nodes],
            likely = stackalloc double[Scatter.Length];
        belief.Form(form);
        for (var i = 0; i < Nodes; i++)
        {
            // The tail falls slowly: a number that was typed wrong moves little, and a level that lies elsewhere is found all the same.
            var off = value - belief.At(i);
            stray[i] = Stray / (1 + (off * off * 16));
        }
        var ofStray = VectorMath.Dot(stray, form);
        stray.CopyTo(all);
        for (var k = 0; k < Scatter.Length; k++)
        {
            BellOver(belief, value, Scatter[k], bell);
            likely[k] = ((1 - Stray) * VectorMath.Dot(bell, form)) + ofStray;
            VectorMath.AddTimes(bell, (1 - Stray) * scatters[k], all);
        }
        return (belief.Seen(all), Kinds.After(scatters, Prior, likely));
    }

    // The bell's height over each level. From the level nearest to its middle outwards each height is the one before times a factor, which
    // itself changes by a factor.
    private static void BellOver(Posterior belief, double middle, double scatter, Span<double> bell)
    {
        var step = belief.Scale.Step / scatter;
        var nearest = Math.Clamp(Rounded.Whole((middle - belief.Lowest) / belief.Scale.Step), 0, Nodes - 1);
        var off = (belief.At(nearest) - middle) / scatter;
        var (top, change) = (Math.Exp(-0.5 * off * off) / scatter, Math.Exp(-step * step));
        bell[nearest] = top;
        var (height, by) = (top, Math.Exp((-off - (0.5 * step)) * step));
        for (var i = nearest + 1; i < Nodes; i++, by *= change)
            bell[i] = height *= by;
        (height, by) = (top, Math.Exp((off - (0.5 * step)) * step));
        for (var i = nearest - 1; i >= 0; i--, by *= change)
            bell[i] = height *= by;
    }

    /// <summary>The bell's sum over all scatters together, at eighths of a step, for <see cref="Above"/>.</summary>
    public static double[] Mixed(ImmutableArray<double> scatters)
    {
        var mixed = new double[Fine * Width];
        for (var eighth = 0; eighth < Fine; eighth++)
        {
            var row = mixed.AsSpan(eighth * Width, Width);
            for (var k = 0; k < Scatter.Length; k++)
            {
                if (scatters[k] >= 0.002)
                    VectorMath.AddTimes(Below[k].AsSpan(eighth * Bell, Bell), scatters[k], row.Slice(Nodes, Bell));
            }
            row[(Nodes + Bell)..].Fill(1);
        }
        return mixed;
    }

    /// <summary>For each level the chance that a set lies above a value.</summary>
    /// <param name="belief">Where the levels lie.</param>
    /// <param name="mixed">What <see cref="Mixed"/> made of the scatters.</param>
    /// <param name="value">The value, as a logarithm.</param>
    /// <param name="row">A chance a level.</param>
    public static void Above(Posterior belief, double[] mixed, double value, Span<double> row)
    {
        // Where the first level lies in the table; far off on either side nothing is left to chance.
        var first = Fine * Math.Clamp(Nodes + Reach + ((belief.Lowest - value) / LevelScale.Paces.Step), 0, Width - Nodes - 2);
        var (eighths, part) = ((int)first, first - (int)first);
        var next = eighths + 1;
        mixed.AsSpan((eighths % Fine * Width) + (eighths / Fine), Nodes).CopyTo(row);
        VectorMath.Blend(mixed.AsSpan((next % Fine * Width) + (next / Fine), Nodes), part, row);
    }

    /// <summary>Mean and standard deviation of what a set comes to.</summary>
    public static (double Mean, double Spread) MeanAndSpread(Posterior belief, ImmutableArray<double> scatters)
    {
        var (mean, spread) = belief.MeanAndSpread();
        return (mean, Math.Sqrt((spread * spread) + scatters.Zip(Scatter, (weight, scatter) => weight * scatter * scatter).Sum()));
    }
}

using System.Collections.Immutable;
using MathNet.Numerics.Distributions;

namespace Gambeta.Core.Judgement;

/// <summary>
/// A number a minute, or a time, on the scale of <see cref="LevelScale.Paces"/>: what a set came to lies about the day's form with a scatter of its own, which is
/// believed in as one of some sizes. Better is up: a time stands with its sign turned.
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

    // The bell's sum from the middle on, for each scatter, at eighths of a step.
    private static readonly double[][] Below = [.. Scatter.Select(scatter => Enumerable.Range(-Fine * Nodes * 2, (Fine * Nodes * 4) + 2).Select(i => Normal.CDF(0, scatter, i * LevelScale.Paces.Step / Fine)).ToArray())];

    /// <summary>A belief about a pace, laid about its likeliest level.</summary>
    public static Belief Belief(Prior prior, ReadOnlySpan<double> trends, ReadOnlySpan<double> moods) =>
        Judgement.Belief.Bell(LevelScale.Paces, prior.Mean - (Nodes / 2 * LevelScale.Paces.Step), prior.Mean, prior.Spread, trends, moods);

    /// <summary>The belief and the scatters after a value.</summary>
    public static (Belief Belief, ImmutableArray<double> Scatters) Seen(Belief belief, ImmutableArray<double> scatters, double value)
    {
        Span<double> form = stackalloc double[Nodes], all = stackalloc double[Nodes], row = stackalloc double[Nodes], likely = stackalloc double[Scatter.Length];
        belief.Form(form);
        all.Clear();
        for (var k = 0; k < Scatter.Length; k++)
        {
            var (by, height) = (-0.5 / (Scatter[k] * Scatter[k]), 1 / Scatter[k]);
            for (var i = 0; i < Nodes; i++)
            {
                var off = value - belief.At(i);
                // The tail falls slowly: a number that was typed wrong moves little, and a level that lies elsewhere is found all the same.
                row[i] = ((1 - Stray) * height * Math.Exp(by * off * off)) + (Stray / (1 + (off * off * 16)));
            }
            likely[k] = Rows.Dot(row, form);
            Rows.AddTimes(row, scatters[k], all);
        }
        return (belief.Seen(all), Kinds.After(scatters, Prior, likely));
    }

    /// <summary>The bell's sum over all scatters together, at eighths of a step, for <see cref="Above"/>.</summary>
    public static double[] Mixed(ImmutableArray<double> scatters)
    {
        var mixed = new double[Below[0].Length];
        for (var k = 0; k < Scatter.Length; k++)
        {
            if (scatters[k] >= 0.002) Rows.AddTimes(Below[k], scatters[k], mixed);
        }
        return mixed;
    }

    /// <summary>For each level the chance that a set lies above a value.</summary>
    /// <param name="belief">Where the levels lie.</param>
    /// <param name="mixed">What <see cref="Mixed"/> made of the scatters.</param>
    /// <param name="value">The value, as a logarithm.</param>
    /// <param name="row">A chance a level.</param>
    public static void Above(Belief belief, double[] mixed, double value, Span<double> row)
    {
        const int Middle = Fine * Nodes * 2;
        var first = Middle + ((belief.Lowest - value) / LevelScale.Paces.Step * Fine);
        // Far off on either side nothing is left to chance.
        first = Math.Clamp(first, 0, mixed.Length - 2 - (Fine * (Nodes - 1)));
        var whole = (int)first;
        var part = first - whole;
        for (var i = 0; i < row.Length; i++, whole += Fine) row[i] = mixed[whole] + (part * (mixed[whole + 1] - mixed[whole]));
    }

    /// <summary>Mean and standard deviation of what a set comes to.</summary>
    public static (double Mean, double Spread) MeanAndSpread(Belief belief, ImmutableArray<double> scatters)
    {
        Span<double> form = stackalloc double[Nodes];
        belief.Form(form);
        var (mean, square) = (0.0, 0.0);
        for (var i = 0; i < Nodes; i++)
        {
            mean += form[i] * belief.At(i);
            square += form[i] * belief.At(i) * belief.At(i);
        }
        var own = 0.0;
        for (var k = 0; k < Scatter.Length; k++) own += scatters[k] * Scatter[k] * Scatter[k];
        return (mean, Math.Sqrt(Math.Max(0, square - (mean * mean)) + own));
    }
}

using System.Numerics;
using MathNet.Numerics.Distributions;

namespace Gambeta.Core.Judgement;

/// <summary>
/// How one level spreads over its neighbours: weights for so many steps down to so many steps up, which add up to one. What would leave the scale stays at its end.
/// </summary>
public sealed class Kernel
{
    private readonly double[] _taps;
    private readonly int _reach;

    private Kernel(double[] taps)
    {
        _taps = taps;
        _reach = taps.Length / 2;
    }

    /// <summary>
    /// A bell with a mean and a standard deviation in steps, whose mean and variance are those of the bell also where it is narrower than a step.
    /// </summary>
    public static Kernel Bell(double mean, double spread)
    {
        var second = (spread * spread) + (mean * mean);
        if (second < 0.75)
        {
            // Three weights that have the mean and the second moment; never less spread than a mean between two steps needs.
            second = Math.Max(second, Math.Abs(mean));
            return new Kernel([(second - mean) / 2, 1 - second, (second + mean) / 2]);
        }
        // A step's own width adds a twelfth to the variance.
        var sd = Math.Sqrt(Math.Max(0.05, (spread * spread) - (1.0 / 12)));
        var reach = Math.Min(LevelScale.Nodes - 1, (int)Math.Ceiling(Math.Abs(mean) + (3.5 * sd)));
        var taps = new double[(2 * reach) + 1];
        var sum = 0.0;
        for (var k = -reach; k <= reach; k++) sum += taps[k + reach] = Normal.CDF(mean, sd, k + 0.5) - Normal.CDF(mean, sd, k - 0.5);
        for (var i = 0; i < taps.Length; i++) taps[i] /= sum;
        return new Kernel(taps);
    }

    /// <summary>Adds what a row of weights spreads to, times a factor.</summary>
    public void Spread(ReadOnlySpan<double> from, Span<double> onto, double factor = 1)
    {
        const int Nodes = LevelScale.Nodes;
        Span<double> wide = stackalloc double[3 * Nodes];
        wide.Clear();
        for (var k = -_reach; k <= _reach; k++) Rows.AddTimes(from, _taps[k + _reach] * factor, wide.Slice(Nodes + k, Nodes));
        double below = 0, above = 0;
        for (var i = 0; i < Nodes; i++)
        {
            below += wide[i];
            above += wide[(2 * Nodes) + i];
        }
        wide[Nodes] += below;
        wide[(2 * Nodes) - 1] += above;
        Rows.AddTimes(wide.Slice(Nodes, Nodes), 1, onto);
    }

    /// <summary>For each level the mean of a row over what it spreads to: the other way round of <see cref="Spread"/>.</summary>
    public void Gather(ReadOnlySpan<double> from, Span<double> onto)
    {
        const int Nodes = LevelScale.Nodes;
        Span<double> wide = stackalloc double[3 * Nodes];
        wide[..Nodes].Fill(from[0]);
        from.CopyTo(wide[Nodes..]);
        wide[(2 * Nodes)..].Fill(from[^1]);
        onto.Clear();
        for (var k = -_reach; k <= _reach; k++) Rows.AddTimes(wide.Slice(Nodes + k, Nodes), _taps[k + _reach], onto);
    }
}

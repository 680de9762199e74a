using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using MathNet.Numerics.Distributions;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// How one level spreads over its neighbours: weights for so many steps down to so many steps up, which add up to one. What would leave the
/// scale stays at its end.
/// </summary>
public sealed class Kernel
{
    private const int Nodes = LevelScale.Nodes;

    // The taps, and the other way round; and how much of a level goes so many steps or more beyond the lower and the upper end.
    private readonly double[] _taps,
        _back,
        _beyond,
        _over;
    private readonly int _reach;

    private Kernel(double[] taps)
    {
        _taps = taps;
        _back = [.. taps.Reverse()];
        _reach = taps.Length / 2;
        _beyond = [.. Enumerable.Range(0, _reach).Select(i => taps[..(i + 1)].Sum())];
        _over = [.. Enumerable.Range(0, _reach).Select(i => _back[..(i + 1)].Sum())];
    }

    /// <summary>
    /// A bell with a mean and a standard deviation in steps, whose mean and variance are those of the bell also where it is narrower than a
    /// step.
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
        var reach = Math.Min(Nodes - 1, (int)Math.Ceiling(Math.Abs(mean) + (3.5 * sd)));
        var taps = new double[(2 * reach) + 1];
        var sum = 0.0;
        for (var k = -reach; k <= reach; k++)
            sum += taps[k + reach] = Normal.CDF(mean, sd, k + 0.5) - Normal.CDF(mean, sd, k - 0.5);
        for (var i = 0; i < taps.Length; i++)
            taps[i] /= sum;
        return new Kernel(taps);
    }

    /// <summary>Adds what a row of weights spreads to, times a factor.</summary>
    public void Spread(ReadOnlySpan<double> from, Span<double> onto, double factor = 1)
    {
        Span<double> wide = stackalloc double[3 * Nodes];
        wide.Clear();
        from.CopyTo(wide[Nodes..]);
        Convolve(_back, wide, onto, factor);
        // What left the scale: from each level near an end the taps that reach beyond it.
        double below = 0,
            above = 0;
        for (var i = 0; i < _reach; i++)
        {
            below += from[i] * _beyond[_reach - 1 - i];
            above += from[Nodes - 1 - i] * _over[_reach - 1 - i];
        }
        onto[0] += below * factor;
        onto[Nodes - 1] += above * factor;
    }

    /// <summary>For each level the mean of a row over what it spreads to: the other way round of <see cref="Spread"/>.</summary>
    public void Gather(ReadOnlySpan<double> from, Span<double> onto)
    {
        Span<double> wide = stackalloc double[3 * Nodes];
        wide[..Nodes].Fill(from[0]);
        from.CopyTo(wide[Nodes..]);
        wide[(2 * Nodes)..].Fill(from[^1]);
        onto.Clear();
        Convolve(_taps, wide, onto, 1);
    }

    // Four vectors of sums at a time stay in the processor while all taps pass over them: most of the time of judging goes here.
    private void Convolve(double[] taps, ReadOnlySpan<double> wide, Span<double> onto, double factor)
    {
        var width = Vector<double>.Count;
        ref var source = ref MemoryMarshal.GetReference(wide);
        ref var target = ref MemoryMarshal.GetReference(onto);
        for (var at = 0; at < Nodes; at += 4 * width)
        {
            Vector<double> a = default,
                b = default,
                c = default,
                d = default;
            ref var first = ref Unsafe.Add(ref source, Nodes - _reach + at);
            for (var k = 0; k < taps.Length; k++)
            {
                var tap = new Vector<double>(taps[k]);
                ref var here = ref Unsafe.Add(ref first, k);
                a += Vector.LoadUnsafe(ref here) * tap;
                b += Vector.LoadUnsafe(ref here, (nuint)width) * tap;
                c += Vector.LoadUnsafe(ref here, (nuint)(2 * width)) * tap;
                d += Vector.LoadUnsafe(ref here, (nuint)(3 * width)) * tap;
            }
            var by = new Vector<double>(factor);
            ref var to = ref Unsafe.Add(ref target, at);
            (Vector.LoadUnsafe(ref to) + (a * by)).StoreUnsafe(ref to);
            (Vector.LoadUnsafe(ref to, (nuint)width) + (b * by)).StoreUnsafe(ref to, (nuint)width);
            (Vector.LoadUnsafe(ref to, (nuint)(2 * width)) + (c * by)).StoreUnsafe(ref to, (nuint)(2 * width));
            (Vector.LoadUnsafe(ref to, (nuint)(3 * width)) + (d * by)).StoreUnsafe(ref to, (nuint)(3 * width));
        }
    }
}

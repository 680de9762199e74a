using System.Collections.Concurrent;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>The chance of a run of so many heads among so many throws.</summary>
/// <remarks>Source: Feller, An Introduction to Probability Theory and Its Applications I, XIII.7: the recursion on the throw on which the
/// first such run ends.</remarks>
public static class RunsOfHeads
{
    // Beyond so many throws a table stands for its neighbours too: one in a hundred more throws changes a chance by less than one in a
    // hundred.
    private const int Exact = 100;

    private static readonly ConcurrentDictionary<(int Run, int Throws), double[]> Known = [];

    /// <summary>The chance that there is a run of at least so many.</summary>
    /// <param name="run">Length of the run, from 0.</param>
    /// <param name="throws">Number of throws.</param>
    /// <param name="heads">Chance of a head.</param>
    public static double Reach(int run, int throws, double heads) => Reach(run, throws, [heads])[0];

    /// <summary>The same for each level of chances.</summary>
    internal static double[] Reach(int run, int throws)
    {
        var step = 1;
        while (throws / step > Exact)
            step *= 2;
        var rounded = throws / step * step;
        return Known.GetOrAdd((Math.Min(run, rounded), rounded), static key => Reach(key.Run, key.Throws, Chance.Of));
    }

    // For several chances at once.
    private static double[] Reach(int run, int throws, double[] heads)
    {
        var reach = new double[heads.Length];
        if (run > throws)
            return reach;
        reach.AsSpan().Fill(1);
        if (run <= 0)
            return reach;
        // Of the throws only the last few matter: as many as the run is long, and two more.
        var kept = run + 2;
        var none = new double[kept * heads.Length];
        var all = Array.ConvertAll(heads, chance => Math.Pow(chance, run));
        var ends = heads.Zip(all, (chance, most) => (chance - 1) * most).ToArray();
        for (var n = 0; n <= throws; n++)
        {
            // Without such a run so far; the first one ends at n when a tail comes before it, and none before that.
            var row = Of(n);
            if (n <= run)
            {
                row.Fill(1);
                if (n == run)
                    VectorMath.AddTimes(all, -1, row);
                continue;
            }
            Of(n - run - 1).CopyTo(row);
            VectorMath.Times(ends, row);
            VectorMath.AddTimes(Of(n - 1), 1, row);
        }
        VectorMath.AddTimes(Of(throws), -1, reach);
        return Array.ConvertAll(reach, chance => Math.Clamp(chance, 0, 1));

        Span<double> Of(int n) => none.AsSpan(n % kept * heads.Length, heads.Length);
    }
}

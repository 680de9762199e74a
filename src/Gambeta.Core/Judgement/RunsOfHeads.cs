using System.Collections.Concurrent;

namespace Gambeta.Core.Judgement;

/// <summary>The chance of a run of so many heads among so many throws.</summary>
/// <remarks>Source: Feller, An Introduction to Probability Theory and Its Applications I, XIII.7: the recursion on the throw on which the first such run ends.</remarks>
public static class RunsOfHeads
{
    // Beyond so many throws a table stands for its neighbours too: one in a hundred more throws changes a chance by less than one in a hundred.
    private const int Exact = 100;

    private static readonly ConcurrentDictionary<(int Run, int Throws), double[]> Known = [];

    /// <summary>The chance that there is a run of at least so many.</summary>
    /// <param name="run">Length of the run, from 0.</param>
    /// <param name="throws">Number of throws.</param>
    /// <param name="heads">Chance of a head.</param>
    public static double Reach(int run, int throws, double heads)
    {
        if (run <= 0) return 1;
        if (run > throws) return 0;
        var most = Math.Pow(heads, run);
        var none = new double[throws + 1];
        for (var n = 0; n <= throws; n++)
        {
            // Without such a run so far; the first one ends at n when a tail comes before it, and none before that.
            none[n] = n < run ? 1 : n == run ? 1 - most : none[n - 1] - ((1 - heads) * most * none[n - run - 1]);
        }
        return Math.Clamp(1 - none[throws], 0, 1);
    }

    /// <summary>The same for each level of chances.</summary>
    internal static double[] Reach(int run, int throws)
    {
        var step = 1;
        while (throws / step > Exact) step *= 2;
        var rounded = throws / step * step;
        return Known.GetOrAdd((Math.Min(run, rounded), rounded), static key => [.. Chance.Of.Select(heads => Reach(key.Run, key.Throws, heads))]);
    }
}

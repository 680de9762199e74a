using System.Collections.Concurrent;
using MathNet.Numerics;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>Tables over the levels of <see cref="LevelScale.Chances"/>.</summary>
internal static class Chance
{
    private const int Nodes = LevelScale.Nodes;

    /// <summary>For each level the chance, its logarithm, and that of what is left to one.</summary>
    public static readonly double[] Of =
    [
        .. Enumerable.Range(0, Nodes).Select(i => SpecialFunctions.Logistic(LevelScale.LowestChance + (i * LevelScale.Chances.Step))),
    ];

    private static readonly double[] Logs = [.. Of.Select(chance => Math.Log(chance))];
    private static readonly double[] LogsOfNot = [.. Of.Select(chance => Math.Log(1 - chance))];
    private static readonly ConcurrentDictionary<int, double[][]> Tails = [];

    /// <summary>A belief on the scale of chances.</summary>
    public static Posterior Posterior(Prior prior, ReadOnlySpan<double> trends, ReadOnlySpan<double> moods) =>
        Insight.Judgement.Posterior.Bell(LevelScale.Chances, LevelScale.LowestChance, prior.Mean, prior.Spread, trends, moods);

    /// <summary>How likely so many came off and so many did not, at each level; the greatest is one.</summary>
    public static void Likely(double cameOff, double not, Span<double> row)
    {
        for (var i = 0; i < Nodes; i++)
            row[i] = (cameOff * Logs[i]) + (not * LogsOfNot[i]);
        VectorMath.FromLogs(row);
    }

    /// <summary>For each number from 0 to n the chance of at least so many out of n, at each level.</summary>
    public static double[][] BinomialTails(int n) => Tails.GetOrAdd(n, static n =>
        {
            var table = new double[n + 1][];
            for (var k = n; k >= 0; k--)
            {
                table[k] = new double[Nodes];
                var ways = SpecialFunctions.FactorialLn(n) - SpecialFunctions.FactorialLn(k) - SpecialFunctions.FactorialLn(n - k);
                for (var i = 0; i < Nodes; i++)
                    table[k][i] = Math.Exp(ways + (k * Logs[i]) + ((n - k) * LogsOfNot[i])) + (k < n ? table[k + 1][i] : 0);
            }
            return table;
        });
}

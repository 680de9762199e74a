using System.Collections.Concurrent;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// Balls killed in a square from rising heights: one level, and each height is harder than the one below it by the same step of the odds.
/// The height held follows by going through the up and down of the rule.
/// </summary>
public sealed class RisingDrops : FormModel
{
    /// <summary>By how much a height is harder than the one below, in log-odds: a figure of ours; the rule itself brings about half of all
    /// tries off whatever it is.</summary>
    internal const double Harder = 0.5;

    private static readonly Prior Usual = new(0.6, 1.2);

    /// <inheritdoc/>
    public override bool Judges(PracticeSet set) => base.Judges(set) && set.Result is TrapResult { Tries.IsEmpty: false };

    /// <inheritdoc/>
    public override int Value(PracticeSet set) => (int)(((TrapResult)set.Result).Held ?? 0);

    /// <inheritdoc/>
    public override Form Take(Form form, PracticeSet set)
    {
        var tries = ((TrapResult)set.Result).Tries;
        var skill = Begun(form.Skill, Usual, set);
        Span<double> row = stackalloc double[LevelScale.Nodes];
        for (var i = 0; i < row.Length; i++)
        {
            foreach (var one in tries)
            {
                var kills = Kills(i, (int)one.From);
                row[i] += Math.Log(one.Inside ? kills : 1 - kills);
            }
        }
        VectorMath.FromLogs(row);
        return form with { Skill = skill.Seen(row), Usual = form.WithUsual(tries.Length), Sets = form.Sets + 1 };
    }

    /// <inheritdoc/>
    public override Outcome? Ahead(Form form, SetDose dose) => form.Skill is null ? null : new HeightHeld(TriesOf(form, dose));

    /// <summary>The chance of a kill from a height, at a level.</summary>
    internal static double Kills(int node, int height) =>
        MathNet.Numerics.SpecialFunctions.Logistic(
            LevelScale.LowestChance + (node * LevelScale.Chances.Step) - (Harder * (height - (int)DropHeight.Chest))
        );
}

/// <summary>The highest height from which two were killed running, in so many tries.</summary>
public sealed class HeightHeld(int tries) : Outcome
{
    private static readonly ConcurrentDictionary<(int Height, int Tries), double[]> Known = [];

    /// <inheritdoc/>
    public override (int Least, int Most) Range => (0, (int)DropHeight.Above);

    /// <inheritdoc/>
    public override void Reaches(int value, Span<double> row) =>
        Known
            .GetOrAdd((value, tries), static key =>
                [
                    .. Enumerable
                        .Range(0, LevelScale.Nodes)
                        .Select(node => Reach(key.Height, key.Tries, height => RisingDrops.Kills(node, height))),
                ]
            )
            .CopyTo(row);

    /// <summary>The chance that a height is held within so many tries.</summary>
    /// <param name="height">The height, from 1.</param>
    /// <param name="tries">Number of tries.</param>
    /// <param name="kills">The chance of a kill from each height.</param>
    public static double Reach(int height, int tries, Func<int, double> kills)
    {
        const int Top = (int)DropHeight.Above;
        // For each height: nothing before, one killed, one missed.
        var (stands, held) = (new double[Top + 1, 3], 0.0);
        stands[1, 0] = 1;
        for (var i = 0; i < tries; i++)
        {
            var next = new double[Top + 1, 3];
            for (var at = 1; at <= Top; at++)
            {
                var off = kills(at);
                for (var row = 0; row < 3; row++)
                {
                    var here = stands[at, row];
                    if (here == 0)
                        continue;
                    if (row == 1 && at >= height)
                        held += here * off;
                    else if (row == 1)
                        next[Math.Min(at + 1, Top), 0] += here * off;
                    else
                        next[at, 1] += here * off;
                    if (row == 2)
                        next[Math.Max(at - 1, 1), 0] += here * (1 - off);
                    else
                        next[at, 2] += here * (1 - off);
                }
            }
            stands = next;
        }
        return held;
    }
}

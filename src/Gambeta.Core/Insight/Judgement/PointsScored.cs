using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>Points at targets on a wall: whether a try hits is a coin, and how much a hit is worth follows how often each target was hit
/// lately.</summary>
public sealed class PointsScored : FormModel
{
    private const int MostPoints = 6;

    private static readonly Prior Usual = new(0.6, 1.2);

    /// <inheritdoc/>
    public override bool Judges(PracticeSet set) => base.Judges(set) && set.Result is TargetsResult { Points.IsEmpty: false };

    /// <inheritdoc/>
    public override int Value(PracticeSet set) => ((TargetsResult)set.Result).Total;

    /// <inheritdoc/>
    public override Form Take(Form form, PracticeSet set)
    {
        var points = ((TargetsResult)set.Result).Points;
        var skill = Begun(form.Skill, Usual, set);
        Span<double> row = stackalloc double[LevelScale.Nodes];
        var hits = points.Count(one => one > 0);
        Chance.Likely(hits, points.Length - hits, row);
        var worth = form.Kinds.IsDefaultOrEmpty ? new double[MostPoints] : [.. form.Kinds];
        if (hits > 0)
        {
            var fades = form.Kinds.IsDefaultOrEmpty ? 0 : Math.Pow(0.98, hits);
            for (var i = 0; i < worth.Length; i++)
                worth[i] *= fades;
            foreach (var one in points.Where(one => one > 0))
                worth[Math.Min(one, MostPoints) - 1] += (1 - fades) / hits;
        }
        return form with
        {
            Skill = skill.Seen(row),
            Kinds = hits == 0 ? form.Kinds : ImmutableCollectionsMarshal.AsImmutableArray(worth),
            Usual = form.WithUsual(points.Length),
            Sets = form.Sets + 1,
        };
    }

    /// <inheritdoc/>
    public override Outcome? Ahead(Form form, SetDose dose) =>
        form.Skill is null || form.Kinds.IsDefaultOrEmpty ? null : new PointsOutcome(form.Kinds, TriesOf(form, dose));
}

/// <summary>Points in so many tries.</summary>
public sealed class PointsOutcome : Outcome
{
    private readonly double[][] _hits;
    private readonly double[][] _atLeast;

    /// <summary>An outcome from how often a hit is worth one point, two points and so on.</summary>
    public PointsOutcome(ImmutableArray<double> worth, int tries)
    {
        _hits = Chance.BinomialTails(tries);
        var most = tries * worth.Length;
        _atLeast = new double[tries + 1][];
        var sums = new double[most + 1];
        sums[0] = 1;
        for (var hits = 0; hits <= tries; hits++)
        {
            _atLeast[hits] = new double[most + 2];
            for (var value = most; value >= 0; value--)
                _atLeast[hits][value] = _atLeast[hits][value + 1] + sums[value];
            var next = new double[most + 1];
            for (var value = 0; value <= most; value++)
            {
                if (sums[value] == 0)
                    continue;
                for (var i = 0; i < worth.Length && value + i + 1 <= most; i++)
                    next[value + i + 1] += sums[value] * worth[i];
            }
            sums = next;
        }
    }

    /// <inheritdoc/>
    public override (int Least, int Most) Range => (0, _atLeast[0].Length - 2);

    /// <inheritdoc/>
    public override void Reaches(int value, Span<double> row)
    {
        row.Clear();
        for (var hits = 0; hits < _hits.Length; hits++)
        {
            // Exactly so many hits are at least so many without at least one more.
            var reached = _atLeast[hits][value];
            if (reached == 0)
                continue;
            VectorMath.AddTimes(_hits[hits], reached, row);
            if (hits + 1 < _hits.Length)
                VectorMath.AddTimes(_hits[hits + 1], -reached, row);
        }
    }
}

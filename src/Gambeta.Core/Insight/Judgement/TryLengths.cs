using System.Collections.Immutable;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// Tries that last until they end: each touch holds or does not. Tries may differ among each other, and it may get easier or harder as they
/// go on; which of these a player is like is believed in as <see cref="TryShape"/>s are. A try that was stopped, or was in the air when the
/// set ended, says only that it held so long.
/// </summary>
/// <param name="tries">The tries of a set: units held, and whether the end was a drop.</param>
/// <param name="unitsInOne">Units in one of what is said.</param>
public sealed class TryLengths(Func<PracticeSet, IReadOnlyList<JugglingTry>> tries, int unitsInOne = 1) : FormModel
{
    private static readonly Prior Usual = new(1.8, 1.3);

    // The longest, the highest, the quickest are that in however many goes.
    /// <inheritdoc/>
    public override SetDose Compares(SetDose dose) => default;

    /// <inheritdoc/>
    public override int UnitsInOne => unitsInOne;

    /// <inheritdoc/>
    public override bool Judges(PracticeSet set) => base.Judges(set) && tries(set).Count > 0;

    /// <inheritdoc/>
    public override int Value(PracticeSet set) => tries(set).Max(t => t.Touches);

    /// <inheritdoc/>
    public override Form Take(Form form, PracticeSet set)
    {
        var played = tries(set);
        var skill = Begun(form.Skill, Usual, set);
        var (shapes, longest) = (TryShape.All, played.Max(one => one.Touches));
        var kinds = form.Kinds.IsDefaultOrEmpty ? TryShape.Prior : form.Kinds;
        Span<double> weights = stackalloc double[LevelScale.Nodes],
            just = stackalloc double[LevelScale.Nodes],
            all = stackalloc double[LevelScale.Nodes],
            rows = stackalloc double[LevelScale.Nodes * shapes.Length],
            likely = stackalloc double[shapes.Length];
        skill.Form(weights);
        rows.Fill(1);
        for (var t = 0; t < played.Count; t++)
        {
            for (var k = 0; k < shapes.Length; k++)
                VectorMath.Times(shapes[k].Likely(played[t].Touches, played[t].End == TryEnd.Dropped), Of(rows, k));
            // A product of many tries would vanish; only its shape counts.
            if (t % 16 == 15)
                VectorMath.ToTop(rows);
        }
        VectorMath.ToTop(rows);
        all.Clear();
        for (var k = 0; k < shapes.Length; k++)
        {
            // The longest try is what a set is judged by: a shape has to be right about that one besides all of them.
            just.Clear();
            shapes[k].AddLongestReaches(longest, played.Count, 1, just);
            shapes[k].AddLongestReaches(longest + 1, played.Count, -1, just);
            likely[k] = VectorMath.Dot(Of(rows, k), weights) * (1e-3 + VectorMath.Dot(just, weights));
            VectorMath.AddTimes(Of(rows, k), kinds[k], all);
        }
        return form with
        {
            Skill = skill.Seen(all),
            Kinds = Insight.Judgement.Kinds.After(kinds, TryShape.Prior, likely),
            Usual = form.WithUsual(played.Count),
            Sets = form.Sets + 1,
            EndsAt = EndsAt(form.EndsAt, played),
        };
    }

    private static Span<double> Of(Span<double> rows, int shape) => rows.Slice(shape * LevelScale.Nodes, LevelScale.Nodes);

    /// <inheritdoc/>
    public override Outcome? Ahead(Form form, SetDose dose) =>
        form.Skill is null ? null : new LongestTry(form.Kinds, TriesOf(form, dose), unitsInOne, form.EndsAt);

    // Enough is enough: whoever stops at fifty stops there again, until a try goes on past it.
    private static (int Touches, int Tries) EndsAt((int Touches, int Tries) known, IReadOnlyList<JugglingTry> played)
    {
        foreach (var one in played)
        {
            if (one.End == TryEnd.Stopped && one.Touches == known.Touches)
                known.Tries++;
            else if (one.End == TryEnd.Stopped && one.Touches > known.Touches)
                known = (one.Touches, 1);
            else if (one.Touches > known.Touches)
                known = default;
        }
        return known;
    }
}

/// <summary>The longest of so many tries.</summary>
public sealed class LongestTry(ImmutableArray<double> kinds, int count, int unitsInOne, (int Touches, int Tries) endsAt) : Outcome
{
    /// <inheritdoc/>
    public override int UnitsInOne => unitsInOne;

    /// <inheritdoc/>
    public override (int Least, int Most) Range => (0, 20_000);

    /// <inheritdoc/>
    public override void Reaches(int value, Span<double> row)
    {
        row.Clear();
        var left = 0.0;
        for (var k = 0; k < kinds.Length; k++)
        {
            if (kinds[k] < 0.02)
                continue;
            TryShape.All[k].AddLongestReaches(value, count, kinds[k], row);
            left += kinds[k];
        }
        var goesOn = endsAt.Tries > 0 && value > endsAt.Touches ? 1.0 / (endsAt.Tries + 1) : 1;
        for (var i = 0; i < row.Length; i++)
            row[i] *= goesOn / left;
    }
}

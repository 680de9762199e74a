using System.Collections.Immutable;
using Gambeta.Core.Measuring;
using Gambeta.Core.Sets;

namespace Gambeta.Core.Judgement;

/// <summary>
/// Tries that last until they end: each touch holds or does not. Tries may differ among each other, and it may get easier or harder as they go on; which of these a
/// player is like is believed in as <see cref="TryShape"/>s are. A try that was stopped, or was in the air when the set ended, says only that it held so long.
/// </summary>
/// <param name="tries">The tries of a set: units held, and whether the end was a drop.</param>
/// <param name="unitsInOne">Units in one of what is said.</param>
public sealed class TryLengths(Func<PracticeSet, IReadOnlyList<JugglingTry>> tries, int unitsInOne = 1) : FormModel
{
    private static readonly Prior Usual = new(1.8, 1.3);

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
        Span<double> weights = stackalloc double[LevelScale.Nodes], all = stackalloc double[LevelScale.Nodes], row = stackalloc double[LevelScale.Nodes], likely = stackalloc double[shapes.Length];
        skill.Form(weights);
        Span<double> tops = stackalloc double[shapes.Length];
        var rows = new double[shapes.Length * LevelScale.Nodes];
        for (var k = 0; k < shapes.Length; k++)
        {
            var logs = rows.AsSpan(k * LevelScale.Nodes, LevelScale.Nodes);
            foreach (var one in played) shapes[k].AddLog(one.Touches, one.End == TryEnd.Dropped, logs);
            var top = double.NegativeInfinity;
            foreach (var value in logs) top = Math.Max(top, value);
            tops[k] = top;
        }
        var most = double.NegativeInfinity;
        foreach (var top in tops) most = Math.Max(most, top);
        all.Clear();
        for (var k = 0; k < shapes.Length; k++)
        {
            var logs = rows.AsSpan(k * LevelScale.Nodes, LevelScale.Nodes);
            for (var i = 0; i < logs.Length; i++) logs[i] = Math.Exp(logs[i] - most);
            // The longest try is what a set is judged by: a shape has to be right about that one besides all of them.
            likely[k] = Rows.Dot(logs, weights) * (1e-3 + Rows.Dot(shapes[k].LongestReaches(longest, played.Count), weights) - Rows.Dot(shapes[k].LongestReaches(longest + 1, played.Count), weights));
            Rows.AddTimes(logs, kinds[k], all);
        }
        return form with { Skill = skill.Seen(all), Kinds = Judgement.Kinds.After(kinds, TryShape.Prior, likely), Usual = form.WithUsual(played.Count), Sets = form.Sets + 1, EndsAt = EndsAt(form.EndsAt, played) };
    }

    /// <inheritdoc/>
    public override Outcome? Ahead(Form form, SetDose dose) =>
        form.Skill is null ? null : new LongestTry(form.Kinds, TriesOf(form, dose), unitsInOne, form.EndsAt);

    // Enough is enough: whoever stops at fifty stops there again, until a try goes on past it.
    private static (int Touches, int Tries) EndsAt((int Touches, int Tries) known, IReadOnlyList<JugglingTry> played)
    {
        foreach (var one in played)
        {
            if (one.End == TryEnd.Stopped && one.Touches == known.Touches) known.Tries++;
            else if (one.End == TryEnd.Stopped && one.Touches > known.Touches) known = (one.Touches, 1);
            else if (one.Touches > known.Touches) known = default;
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
        for (var k = 0; k < kinds.Length; k++)
        {
            if (kinds[k] < 0.02) continue;
            Rows.AddTimes(TryShape.All[k].LongestReaches(value, count), kinds[k], row);
        }
        var left = 0.0;
        foreach (var kind in kinds) left += kind < 0.02 ? 0 : kind;
        var goesOn = endsAt.Tries > 0 && value > endsAt.Touches ? 1.0 / (endsAt.Tries + 1) : 1;
        for (var i = 0; i < row.Length; i++) row[i] *= goesOn / left;
    }
}

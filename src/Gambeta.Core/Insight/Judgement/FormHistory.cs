using System.Collections.Immutable;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>A set with what had been expected before it.</summary>
/// <param name="Set">The set.</param>
/// <param name="Value">What it came to, in units.</param>
/// <param name="Expected">Where it was expected; nothing where too little was known.</param>
/// <param name="Target">The target that would have been set.</param>
public sealed record FormPoint(JudgedSet Set, int Value, Quantiles? Expected, Target? Target);

/// <summary>How a key went: every set, and before each the form as it was then.</summary>
public static class FormHistory
{
    /// <summary>The course of a key's sets, oldest first.</summary>
    public static ImmutableArray<FormPoint> Of(FormKey key, IEnumerable<JudgedSet> sets)
    {
        var (form, points) = (KeyForm.Empty(key), ImmutableArray.CreateBuilder<FormPoint>());
        foreach (var set in sets.Where(one => key.Model.Judges(one.Set)).OrderBy(one => one.Set.StartedAt).ThenBy(one => one.Set.Id))
        {
            var ahead = form.Ahead(set.Set.SessionId, set.Set.Day, SetDose.Of(set.Set));
            points.Add(
                new FormPoint(
                    set,
                    key.Model.Value(set.Set),
                    ahead is null ? null : Quantiles.Of(ahead),
                    ahead is null ? null : Target.Of(ahead)
                )
            );
            form = form.With(set);
        }
        return points.ToImmutable();
    }
}

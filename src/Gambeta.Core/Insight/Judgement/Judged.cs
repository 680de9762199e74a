using System.Collections.Immutable;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>A decision that differs from the one before it.</summary>
/// <param name="Nth">After which set of its key, counted from nought.</param>
/// <param name="After">That set.</param>
/// <param name="Decision">What was decided.</param>
public sealed record DecisionAfter(int Nth, PracticeSet After, Decision Decision);

/// <summary>What follows from the sets of a key.</summary>
/// <param name="Verdict">What stands after the latest; nothing where the sets say too little.</param>
/// <param name="Decisions">The decisions that differ from those before them, in their order.</param>
public sealed record Judged(Verdict? Verdict, ImmutableArray<DecisionAfter> Decisions)
{
    /// <summary>Judges the sets of a key from one on. A decision is taken after each set, whether anybody looked or not.</summary>
    /// <param name="key">The sets.</param>
    /// <param name="from">The first set after which is decided, counted from nought among all of the key.</param>
    /// <param name="before">What was decided before that, in its order; each another decision than the one before it.</param>
    /// <param name="catalogue">Where the cards are found.</param>
    public static Judged Of(KeySets key, int from, IReadOnlyList<DecisionKind> before, DrillCatalogue catalogue)
    {
        var (card, decided, kinds) = (catalogue.Find(key.Key.Drill), new List<DecisionAfter>(), before.ToList());
        var last = (KeyForm?)null;
        foreach (var (nth, set, form) in key.From(Math.Min(from, key.Count - 1), catalogue))
        {
            last = form;
            if (nth < from || form.History.Sets == 0)
                continue;
            var decision = Decision.Of(form, CleanBars.Of(card, SetDose.Of(form.History.Latest[^1].Set)));
            if (decision.Kind == (kinds.Count > 0 ? kinds[^1] : DecisionKind.TooEarly))
                continue;
            kinds.Add(decision.Kind);
            decided.Add(new DecisionAfter(nth, set.Set, decision));
        }
        return new Judged(Verdict.Of(last!, card) is { } verdict ? verdict with { Steps = Decision.Steps(kinds) } : null, [.. decided]);
    }
}

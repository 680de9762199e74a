using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>How much one key of a player says about another one that has no sets yet.</summary>
/// <param name="Below">How far below the kin it is looked for, in log-odds.</param>
/// <param name="Spread">How unsure that is, as a standard deviation.</param>
/// <param name="BelowInPace">The same for tempos and times, as a logarithm.</param>
/// <param name="SpreadInPace">And how unsure.</param>
public sealed record RelatedPrior(double Below, double Spread, double BelowInPace, double SpreadInPace)
{
    /// <summary>The other foot: about as good, but feet differ by as much as a player improves in months.</summary>
    public static readonly RelatedPrior OtherFoot = new(0, 0.7, 0, 0.15);

    /// <summary>The same drill on another layout, or the drill of the rung below.</summary>
    public static readonly RelatedPrior RungBelow = new(0.5, 0.9, 0.1, 0.25);

    /// <summary>Another drill of the family, measured alike.</summary>
    public static readonly RelatedPrior Family = new(0.3, 1.1, 0.1, 0.3);

    /// <summary>So many of a kin's latest sets are looked at: loosened as it is, more of them would say nothing more.</summary>
    public const int Looked = 12;

    /// <summary>A kin with fewer sets says nothing.</summary>
    internal const int LeastSets = 2;

    /// <summary>
    /// The nearest kin of a key among those that were played before its first set: the other foot, then the same drill elsewhere, the rung
    /// below, the family; of equals the one with most sets, then the one played last. A time compares only on the same layout, so only the
    /// other foot is its kin.
    /// </summary>
    public static (FormKey Key, RelatedPrior Prior)? Nearest(FormKey key, IEnumerable<PlayedKey> played, DrillCatalogue catalogue)
    {
        var card = catalogue.Find(key.Drill);
        return played
            .Where(one => one.Sets >= LeastSets && one.Key.PlayerId == key.PlayerId && one.Key.Measure == key.Measure && one.Key != key)
            .Select(one => (Kin: one, Prior: Between(one.Key)))
            .Where(one => one.Prior is not null)
            .OrderBy(one => one.Prior!.Spread)
            .ThenByDescending(one => one.Kin.Sets)
            .ThenByDescending(one => one.Kin.Last)
            .ThenBy(one => one.Kin.Key.Drill, StringComparer.Ordinal)
            .ThenBy(one => one.Kin.Key.Feet)
            .ThenBy(one => one.Kin.Key.Layout, StringComparer.Ordinal)
            .Select(one => ((FormKey, RelatedPrior)?)(one.Kin.Key, one.Prior!))
            .FirstOrDefault();

        RelatedPrior? Between(FormKey kin)
        {
            if (kin.Drill == key.Drill && kin.Layout == key.Layout)
                return OtherFoot;
            if (key.Model.LowerIsBetter)
                return null;
            if (kin.Drill == key.Drill || (card?.After.Contains(kin.Drill) ?? false))
                return RungBelow;
            return card is not null && catalogue.Find(kin.Drill)?.Family == card.Family ? Family : null;
        }
    }

    /// <summary>The drills among whose keys the kin of a drill's keys are looked for.</summary>
    public static IEnumerable<string> DrillsAround(string drill, DrillCatalogue catalogue) =>
        catalogue.Find(drill) is { } card
            ? catalogue.Cards.Where(one => one.Family == card.Family).Select(one => one.Id).Concat(card.After).Append(drill).Distinct()
            : [drill];
}

/// <summary>A key as it was played until some moment.</summary>
/// <param name="Key">Which one.</param>
/// <param name="Sets">How many sets, those that say nothing included.</param>
/// <param name="Last">When the latest of them began.</param>
public sealed record PlayedKey(FormKey Key, int Sets, DateTimeOffset Last);

/// <summary>The kin that a key begins from.</summary>
/// <param name="Key">The kin.</param>
/// <param name="Prior">How much it says.</param>
/// <param name="Sets">Its latest <see cref="RelatedPrior.Looked"/> sets before the first one of the key that begins, in their
/// order.</param>
public sealed record KinSets(FormKey Key, RelatedPrior Prior, IReadOnlyCollection<JudgedSet> Sets)
{
    /// <summary>The form that a key begins with, from these sets alone; nothing where they say too little.</summary>
    public Form? Begins(DrillCatalogue catalogue) =>
        Sets.Aggregate(KeyForm.Begun(Key, null, catalogue), (form, set) => form.With(set))
            is { Form: { Sets: >= RelatedPrior.LeastSets } form }
            ? FormModel.From(form, Prior)
            : null;
}

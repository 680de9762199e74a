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

    /// <summary>A kin with fewer sets says nothing.</summary>
    private const int LeastSets = 2;

    /// <summary>
    /// The nearest kin of a key: the other foot, then the same drill elsewhere, the rung below, the family; of equals the one with most
    /// sets. A time compares only on the same layout, so only the other foot is its kin.
    /// </summary>
    public static (KeyForm Kin, RelatedPrior RelatedPrior)? Nearest(FormKey key, IEnumerable<KeyForm> known, DrillCatalogue catalogue)
    {
        var card = catalogue.Find(key.Drill);
        return known
            .Where(one => one.Form.Sets >= LeastSets && one.History.Key.PlayerId == key.PlayerId && one.History.Key.Measure == key.Measure)
            .Select(one => (Kin: one, RelatedPrior: Between(one.History.Key)))
            .Where(one => one.RelatedPrior is not null)
            .OrderBy(one => one.RelatedPrior!.Spread)
            .ThenByDescending(one => one.Kin.Form.Sets)
            .Select(one => ((KeyForm, RelatedPrior)?)(one.Kin, one.RelatedPrior!))
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
}

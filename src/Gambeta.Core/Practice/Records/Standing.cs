using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Records;

/// <summary>What stands for something that was played, or is about to be.</summary>
/// <param name="Best">The best that stands, with the one before it.</param>
/// <param name="IsOfTheSitting">True when it was made in the sitting that is looked at.</param>
public sealed record Standing(PersonalBest Best, bool IsOfTheSitting)
{
    /// <summary>What stands for each thing that some sets are measured by, in the order in which they were played: a best of this sitting,
    /// or the one that is still to beat.</summary>
    /// <param name="played">The sets.</param>
    /// <param name="sitting">The ids of all sets of the sitting.</param>
    /// <param name="chains">The bests of each thing that is measured, oldest first; what nothing stands for is left out.</param>
    public static IEnumerable<Standing> Of(IEnumerable<PracticeSet> played, IReadOnlySet<Guid> sitting, ILookup<MarkKey, Mark> chains) =>
        played
            .SelectMany(Scoring.MarksOf)
            .Select(mark => mark.Key)
            .Distinct()
            .Where(chains.Contains)
            .Select(key => PersonalBest.Of([.. chains[key]]).Last())
            .Select(best => new Standing(best, sitting.Contains(best.Mark.SetId)));

    /// <summary>What there is to beat in a drill that is about to be played, by foot: only what compares with it, the same measure and
    /// size, on the same layout, and can be beaten.</summary>
    public static Dictionary<Feet, decimal> ToBeat(DrillCard card, Dose dose, IEnumerable<Mark> standing) =>
        Scoring.Chiefly(card, dose) is not { } measure
            ? []
            : standing
                .Where(mark =>
                    mark.Key.Drill == card.Id
                    && mark.Key.Measure == measure
                    && mark.Key.Layout == (card.Layout?.Key ?? "")
                    && measure.CanBeBeaten(mark.Value)
                )
                .ToDictionary(mark => mark.Key.Feet, mark => mark.Value);
}

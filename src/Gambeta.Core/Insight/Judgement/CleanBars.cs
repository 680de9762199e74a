using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>What clean means for each drill.</summary>
public static class CleanBars
{
    /// <summary>The bar of a drill in a dose: what its card says, else by what it is measured and to which family it belongs; the usual
    /// share where the drill is unknown.</summary>
    public static CleanBar Of(DrillCard? card, SetDose dose)
    {
        if (card is null)
            return CleanBar.Usual;
        if (card.Clean is { } own && MeasureTraits.Of(card.MeasuredBy).IsCleanByShare == own.Value is null)
            return own;
        return card.MeasuredBy switch
        {
            // At the card's steady tempo.
            MeasuredBy.TouchesInARound when dose.Round is { } round => new(0.75, card.Tempo.Steady.TouchesIn(round)),
            MeasuredBy.CleanPasses => new(0.9, null),
            MeasuredBy.CourseTime or MeasuredBy.StationsTime => new(0.7, null),
            MeasuredBy.BestStreak => new(0.75, 20),
            // Ten clean ones in a row, ten seconds up, and a ladder of five rungs are done.
            MeasuredBy.CleanStreak => new(0.75, 10),
            MeasuredBy.SecondsWithoutADrop => new(0.75, 100),
            MeasuredBy.LadderRung => new(0.75, 5),
            _ => new(FamilyTraits.Of(card.Family).CleanShare, null),
        };
    }
}

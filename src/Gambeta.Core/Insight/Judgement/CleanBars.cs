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
        return (card.MeasuredBy, card.Family) switch
        {
            // At the card's steady tempo.
            (MeasuredBy.TouchesInARound, _) when dose.Round is { } round => new(0.75, card.Tempo.Steady.TouchesIn(round)),
            (MeasuredBy.CleanPasses, _) => new(0.9, null),
            (MeasuredBy.CourseTime or MeasuredBy.StationsTime, _) => new(0.7, null),
            (MeasuredBy.BestStreak, _) => new(0.75, 20),
            // Ten clean ones in a row, ten seconds up, and a ladder of five rungs are done.
            (MeasuredBy.CleanStreak, _) => new(0.75, 10),
            (MeasuredBy.SecondsWithoutADrop, _) => new(0.75, 100),
            (MeasuredBy.LadderRung, _) => new(0.75, 5),
            // A feint that is not clean is lost; a strike at a zone that is always hit is too near.
            (_, Family.Feints) => new(0.8, null),
            (_, Family.Striking) => new(0.6, null),
            _ => CleanBar.Usual,
        };
    }
}

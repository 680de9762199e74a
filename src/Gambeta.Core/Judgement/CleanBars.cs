using Gambeta.Core.Catalogue;
using Gambeta.Core.Measuring;

namespace Gambeta.Core.Judgement;

/// <summary>What clean means for each drill.</summary>
public static class CleanBars
{
    /// <summary>The bar of a drill in a dose; the usual share where the drill is unknown.</summary>
    public static CleanBar Of(DrillCard? card, SetDose dose)
    {
        if (card is null) return CleanBar.Usual;
        return card.MeasuredBy switch
        {
            // At the card's steady tempo.
            MeasuredBy.TouchesInARound when dose.Round is { } round => new(0.75, card.Tempo.Steady.TouchesIn(round)),
            MeasuredBy.CleanPasses => new(0.9, null),
            MeasuredBy.CourseTime => new(0.7, null),
            MeasuredBy.BestStreak => new(0.75, 20),
            _ => CleanBar.Usual,
        };
    }
}

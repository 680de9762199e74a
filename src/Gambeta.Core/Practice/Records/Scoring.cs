using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Records;

/// <summary>Which marks a set makes. Only what was counted makes any: an estimate never does, nor what was heard in doubt, nor a count of
/// zero.</summary>
public static class Scoring
{
    /// <summary>The marks of a set, none or more.</summary>
    public static IEnumerable<Mark> MarksOf(PracticeSet set)
    {
        if (!set.IsKnown)
            return [];
        return Ways.Of(set.Result.Of)
            .Marks(set)
            .Where(v => v.Value > 0)
            .Select(v => new Mark(
                new MarkKey(set.PlayerId, set.Drill, v.Measure, set.Feet, set.Layout ?? ""),
                v.Value,
                set.StartedAt,
                set.Day,
                set.Id
            ));
    }

    /// <summary>What a drill in a dose is chiefly judged by; nothing where no record is kept of it.</summary>
    public static Measure? Chiefly(DrillCard card, Dose dose) => Ways.Of(card.MeasuredBy).Chiefly(dose);
}

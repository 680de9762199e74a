using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>What is judged for itself: a player's drill with certain feet, on a layout, by a measure. Rounds of any length and sets of any
/// number belong together.</summary>
public sealed record FormKey(Guid PlayerId, string Drill, MeasuredBy Measure, Feet Feet, string Layout)
{
    /// <summary>The key of a set.</summary>
    public static FormKey Of(PracticeSet set) =>
        new(set.PlayerId, set.Drill, MeasureTraits.Of(set.Result.Of).JudgedAs, set.Feet, set.Layout ?? "");

    /// <summary>The model that its sets are judged by.</summary>
    public FormModel Model => FormModels.Of(Measure);
}

using Gambeta.Core.Measuring;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Judgement;

/// <summary>What is judged for itself: a player's drill with certain feet, on a layout, by a measure. Rounds of any length and sets of any number belong together.</summary>
public sealed record FormKey(Guid PlayerId, string Drill, MeasuredBy Measure, Feet Feet, string Layout)
{
    /// <summary>The key of a set.</summary>
    public static FormKey Of(PracticeSet set) => new(set.PlayerId, set.Drill, MeasureTraits.Of(set.Result.Of).JudgedAs, set.Feet, set.Layout ?? "");

    /// <summary>The model that its sets are judged by.</summary>
    public FormModel Model => FormModels.Of(Measure);
}

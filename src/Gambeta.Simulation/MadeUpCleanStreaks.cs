using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Simulation;

/// <summary>Clean reps in a row, made up.</summary>
internal sealed class MadeUpCleanStreaks : MadeUpTries
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.CleanStreak;

    /// <inheritdoc/>
    public override int TouchesATap(TouchCount perRep) => Math.Max(1, perRep.Total);

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn) =>
        base.Modelled(turn) is TriesDraft draft
            ? draft with
            {
                Left = null,
                Right = null,
                Seconds = turn.TimeForReps(draft.TryTouches!.Sum()) + draft.TryTouches!.Count,
            }
            : throw new InvalidOperationException("Tries are made of tries.");
}

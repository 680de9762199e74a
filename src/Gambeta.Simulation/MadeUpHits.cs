using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Hits, made up.</summary>
internal sealed class MadeUpHits : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.HitsOutOfTries;

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var cameOff = turn.CameOff();
        var hits = cameOff.Count(hit => hit);
        return new RepsDraft
        {
            Reps = hits,
            Slips = cameOff.Count - hits,
            Seconds = turn.TimeForReps(cameOff.Count),
        };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) => player.TapTries(hand, phase, () => 0);
}

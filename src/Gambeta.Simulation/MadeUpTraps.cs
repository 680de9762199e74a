using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Balls killed from rising heights, made up.</summary>
internal sealed class MadeUpTraps : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.TrapHeights;

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var inside = turn.CameOff();
        return new TrapDraft { Inside = inside, Seconds = turn.TimeForReps(inside.Count) };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) => player.TapTries(hand, phase, () => 0);
}

using System.Collections.Immutable;
using Gambeta.Core.Counting;
using Gambeta.Core.Doses;
using Gambeta.Core.Measuring;
using Gambeta.Core.RunSheets;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Simulation;

/// <summary>Chalked targets, made up.</summary>
internal sealed class MadeUpTargets : MadeUp
{
    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var (hit, points) = (turn.CameOff(), ChallengeRules.Of(turn.Card).TargetPoints);
        return new SetDraft { Points = [.. hit.Select(h => h ? points[turn.Chance.Next(points.Length)] : 0)], Seconds = turn.TimeForReps(hit.Count) };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) => player.TapTries(hand, phase, () => 1 + player.Chance.Next(drill.TargetPoints.Length));
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Chalked targets, made up.</summary>
internal sealed class MadeUpTargets : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.TargetPoints;

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var (hit, points) = (turn.CameOff(), ChallengeRules.Of(turn.Card).TargetPoints);
        return new TargetsDraft
        {
            Points = [.. hit.Select(h => h ? points[turn.Chance.Next(points.Length)] : 0)],
            Seconds = turn.TimeForReps(hit.Count),
        };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) =>
        player.TapTries(hand, phase, () => 1 + player.Chance.Next(drill.TargetPoints.Length));
}

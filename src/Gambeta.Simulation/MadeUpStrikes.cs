using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Strikes, made up.</summary>
internal sealed class MadeUpStrikes : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.StrikesByZone;

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var hit = turn.CameOff();
        return new StrikesDraft
        {
            StrikeZones =
            [
                .. hit.Select(h =>
                    !h ? 0
                    : turn.Card.Zones.IsEmpty ? turn.Chance.Next(1, ChallengeRules.GoalZones + 1)
                    : turn.Card.Zones[turn.Chance.Next(turn.Card.Zones.Length)]
                ),
            ],
            StrikeLeft = [.. hit.Select((_, i) => turn.Feet == Feet.Left || (turn.Feet == Feet.Both && i % 2 == 0))],
            Seconds = turn.TimeForReps(hit.Count),
        };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) =>
        player.TapTries(hand, phase, () =>
            drill.Zones.IsEmpty ? 1 + player.Chance.Next(ChallengeRules.GoalZones) : drill.Zones[player.Chance.Next(drill.Zones.Length)]
        );
}

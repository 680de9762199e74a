using System.Collections.Immutable;
using Gambeta.Core.Counting;
using Gambeta.Core.Doses;
using Gambeta.Core.Measuring;
using Gambeta.Core.RunSheets;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Simulation;

/// <summary>Stations, made up.</summary>
internal sealed class MadeUpStations : MadeUp
{
    /// <summary>The further the station, the more tries.</summary>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var stations = ChallengeRules.Of(turn.Card).Stations;
        var tries = Enumerable.Range(0, stations).Select(i => 1 + (int)(turn.Chance.NextDouble() * (1 + i) * (1.4 - turn.Skill))).ToList();
        return new SetDraft { StationTries = tries, Seconds = ModelTurn.Tenth(turn.Tempo.TimeFor(tries.Sum() * turn.Pattern.Touches.Length).TotalSeconds + (stations * 3)) };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase)
    {
        for (var hit = 0; hit < drill.Stations;) hit += hand.Try(Timings.FetchTheBall, player.Wrong(), 0) ? 1 : 0;
    }
}

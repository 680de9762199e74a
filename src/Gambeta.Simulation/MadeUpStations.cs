using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Stations, made up.</summary>
internal sealed class MadeUpStations : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.StationsTime;

    /// <summary>The further the station, the more tries.</summary>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var stations = ChallengeRules.Of(turn.Card).Stations;
        var tries = Enumerable.Range(0, stations).Select(i => 1 + (int)(turn.Chance.NextDouble() * (1 + i) * (1.4 - turn.Skill))).ToList();
        return new StationsDraft
        {
            StationTries = tries,
            Seconds = ModelTurn.Tenth(turn.Tempo.TimeFor(tries.Sum() * turn.Pattern.Touches.Length).TotalSeconds + (stations * 3)),
        };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase)
    {
        for (var hit = 0; hit < drill.Stations; )
            hit += hand.Try(Timings.FetchTheBall, player.Wrong(), 0) ? 1 : 0;
    }
}

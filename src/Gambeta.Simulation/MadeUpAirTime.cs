using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Seconds in the air, made up.</summary>
internal sealed class MadeUpAirTime : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.SecondsWithoutADrop;

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var (tries, holds) = (((TriesDose)turn.Dose).Tries, ModelTurn.Holds(turn.Skill));
        var touches = Enumerable.Range(0, tries).Select(_ => 1 + (int)(Math.Log(1 - turn.Chance.NextDouble()) / Math.Log(holds))).ToList();
        var all = turn.Pattern.Of(touches.Sum());
        return new AirTimeDraft
        {
            Left = all.Left,
            Right = all.Right,
            UpTenths = [.. touches.Select(count => (int)(turn.Tempo.TimeFor(count).TotalSeconds * 10))],
            Seconds = ModelTurn.Tenth(
                (turn.Tempo.TimeFor(touches.Sum()) + TimeSpan.FromSeconds(Timings.FetchTheBall * tries)).TotalSeconds
            ),
        };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase)
    {
        for (var go = 0; go < (phase.Target ?? int.MaxValue) && hand.HasTime; go++)
        {
            while (hand.HasTime && hand.Try(0, false, 0) && player.Holds()) { }
            hand.Add(PlayEventKind.Slip, 0.4);
            hand.Wait(Timings.FetchTheBall);
        }
    }
}

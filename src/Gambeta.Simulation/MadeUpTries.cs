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

/// <summary>Tries that each last as long as they last, made up.</summary>
internal class MadeUpTries : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.BestStreak;

    /// <summary>Every touch holds with the same chance: tries are geometric, as juggling counts are at first look.</summary>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var (tries, holds) = (((TriesDose)turn.Dose).Tries, ModelTurn.Holds(turn.Skill));
        var touches = Enumerable
            .Range(0, tries)
            .Select(_ => 1 + (int)(Math.Log(1 - turn.Chance.NextDouble()) / Math.Log(holds)))
            .ToImmutableArray();
        return Modelled<TriesDraft>(turn, touches, [.. touches.Select(_ => (bool?)(turn.Chance.NextDouble() < 0.9))]);
    }

    /// <summary>A made-up draft of so many tries.</summary>
    protected static TDraft Modelled<TDraft>(ModelTurn turn, IReadOnlyList<int> touches, IReadOnlyList<bool?> dropped)
        where TDraft : TriesDraft, new()
    {
        var all = turn.Pattern.Of(touches.Sum());
        return new TDraft
        {
            Left = all.Left,
            Right = all.Right,
            TryTouches = touches,
            TryDropped = dropped,
            Seconds = ModelTurn.Tenth(
                (turn.Tempo.TimeFor(touches.Sum()) + TimeSpan.FromSeconds(Timings.FetchTheBall * touches.Count)).TotalSeconds
            ),
        };
    }

    /// <summary>Touches that a made-up player wants in a try; each lasts as long as it holds.</summary>
    protected virtual int Wanted(int go) => 40;

    /// <summary>How a made-up player's try ends after so many touches.</summary>
    protected virtual PlayEventKind EndOf(int touches, int wanted) => PlayEventKind.Slip;

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase)
    {
        for (var go = 0; go < (phase.Target ?? int.MaxValue) && hand.HasTime; go++)
        {
            var (wanted, touches) = (Wanted(go), 0);
            while (touches < wanted && hand.HasTime && player.Holds() && hand.Try(0, false, 0))
                touches++;
            hand.Add(EndOf(touches, wanted), 0.4);
            hand.Wait(Timings.FetchTheBall);
        }
    }
}

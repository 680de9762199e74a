using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Simulation;

/// <summary>Ladders, made up.</summary>
internal sealed class MadeUpLadders : MadeUpTries
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.LadderRung;

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var (holds, touches, dropped, rung) = (ModelTurn.Holds(turn.Skill), new List<int>(), new List<bool?>(), 0);
        for (var go = 0; go < ((TriesDose)turn.Dose).Tries; go++)
        {
            var kept = 0;
            while (kept <= rung && turn.Chance.NextDouble() < holds)
                kept++;
            var fell = kept <= rung;
            touches.Add(Math.Max(1, kept));
            dropped.Add(fell);
            rung = fell ? 0 : rung + 1;
        }
        return Modelled<LadderDraft>(turn, touches, dropped);
    }

    /// <inheritdoc/>
    protected override int Wanted(int go) => 1 + (go % 3);

    /// <inheritdoc/>
    protected override PlayEventKind EndOf(int touches, int wanted) =>
        touches < Math.Min(wanted, 3) ? PlayEventKind.Slip : PlayEventKind.Stop;
}

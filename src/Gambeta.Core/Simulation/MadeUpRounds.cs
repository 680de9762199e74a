using System.Collections.Immutable;
using Gambeta.Core.Counting;
using Gambeta.Core.Doses;
using Gambeta.Core.Measuring;
using Gambeta.Core.RunSheets;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Simulation;

/// <summary>Rounds, made up.</summary>
internal sealed class MadeUpRounds : MadeUp
{
    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var work = ((RoundsDose)turn.Dose).Work;
        var touches = turn.Pattern.Of(turn.Tempo.TouchesIn(work));
        return new SetDraft { Left = touches.Left, Right = touches.Right, Seconds = work.TotalSeconds };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) => hand.UntilClean(phase, () => false);
}

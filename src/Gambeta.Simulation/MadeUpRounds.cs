using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Rounds, made up.</summary>
internal sealed class MadeUpRounds : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.TouchesInARound;

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var work = ((RoundsDose)turn.Dose).Work;
        var touches = turn.Pattern.Of(turn.Tempo.TouchesIn(work));
        return new RoundDraft
        {
            Left = touches.Left,
            Right = touches.Right,
            Seconds = work.TotalSeconds,
        };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) => hand.UntilClean(phase, () => false);
}

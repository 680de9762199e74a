using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Clean reps, made up.</summary>
internal sealed class MadeUpReps : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.CleanReps;

    /// <inheritdoc/>
    public override int TouchesATap(TouchCount perRep) => Math.Max(1, perRep.Total);

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var asked = ((RepsDose)turn.Dose).Reps;
        var slips = Enumerable.Range(0, asked).Count(_ => turn.Chance.NextDouble() > 0.6 + (0.4 * turn.Skill));
        // On a good day a player goes on past the number asked for.
        var clean = Math.Max(
            1,
            asked - slips + (turn.Chance.NextDouble() < turn.Skill ? turn.Chance.Next(0, 1 + (int)(6 * turn.Skill)) : 0)
        );
        return new RepsDraft
        {
            Reps = clean,
            Slips = slips,
            Seconds = turn.TimeForReps(clean + slips),
        };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) => hand.UntilClean(phase, player.Wrong);
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Passes, made up.</summary>
internal sealed class MadeUpPasses : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.CleanPasses;

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var (work, worst) = (((RoundsDose)turn.Dose).Work, 1 - turn.Skill);
        var (passes, longest, run, slips) = (turn.Tempo.TouchesIn(work), 0, 0, 0);
        for (var i = 0; i < passes; i++)
        {
            if (turn.Chance.NextDouble() < 0.25 * worst * worst)
            {
                slips++;
                run = 0;
            }
            else
            {
                longest = Math.Max(longest, ++run);
            }
        }
        var touches = turn.Pattern.Of(passes);
        return new PassesDraft
        {
            Left = touches.Left,
            Right = touches.Right,
            LongestRun = longest,
            Slips = slips,
            Seconds = work.TotalSeconds,
        };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) => hand.UntilClean(phase, player.Wrong);
}

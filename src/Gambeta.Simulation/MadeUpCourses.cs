using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Courses, made up.</summary>
internal sealed class MadeUpCourses : MadeUp
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.CourseTime;

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn) =>
        new RunDraft
        {
            Seconds = ModelTurn.Tenth(32 - (16 * turn.Skill) + turn.Noise(0.9)),
            Clips = turn.Chance.NextDouble() > 0.55 + (0.4 * turn.Skill) ? 1 : 0,
        };

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase)
    {
        hand.Wait(phase.ExpectedSeconds * (1.3 - (0.5 * player.Skill)));
        if (player.Wrong())
            hand.Add(PlayEventKind.Slip, 0.2);
        hand.Add(PlayEventKind.Stop, 1 + player.Chance.NextDouble());
    }
}

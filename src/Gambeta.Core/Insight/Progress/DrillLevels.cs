using Gambeta.Core.Base.Things;
using Gambeta.Core.Insight.Judgement;

namespace Gambeta.Core.Insight.Progress;

/// <summary>The level at which each drill is played: the player's own to begin with, then what was decided about that drill.</summary>
/// <param name="start">The player's level, as the form says it.</param>
/// <param name="steps">For each drill how many levels the decisions of each of its feet lead up or down.</param>
public sealed class DrillLevels(Level start, ILookup<string, int> steps)
{
    /// <summary>The levels after what stands about a player's keys.</summary>
    public static DrillLevels Of(Level start, IEnumerable<Verdict> verdicts) =>
        new(
            start,
            verdicts
                .GroupBy(verdict => verdict.Key.Drill)
                .SelectMany(drill => Verdict.LatestOfFeet(drill))
                .ToLookup(verdict => verdict.Key.Drill, verdict => verdict.Steps)
        );

    /// <summary>The level of a drill: the slower foot says it.</summary>
    public Level this[string drill] => Of(start, steps[drill]);

    /// <summary>Whether a drill leads on: what was decided last of every foot is to move on, or has been once and was not taken
    /// back.</summary>
    public static bool OpensTheNext(IEnumerable<Verdict> verdicts) =>
        Verdict.LatestOfFeet(verdicts) is { IsEmpty: false } feet
        && feet.All(verdict => verdict.Steps > 0 || verdict.Decision.Kind == DecisionKind.MoveOn);

    /// <summary>The level of a drill after the steps of its feet: the slower foot says it.</summary>
    public static Level Of(Level start, IEnumerable<int> stepsOfFeet) =>
        (Level)Math.Clamp((int)start + stepsOfFeet.DefaultIfEmpty(0).Min(), 0, (int)Level.Sharp);
}

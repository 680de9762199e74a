using System.Collections.Immutable;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Yard;

namespace Gambeta.Core.Practice;

/// <summary>What scoring a challenge needs to know besides its events.</summary>
/// <param name="Stations">How many stations there are to go through; 0 where there are none.</param>
/// <param name="TargetPoints">What each target on the wall is worth, by its number from 1 on.</param>
public sealed record ChallengeRules(int Stations, ImmutableArray<int> TargetPoints)
{
    /// <summary>Zones of a goal: three across, low ones 1 to 3, high ones 4 to 6.</summary>
    public const int GoalZones = 6;

    /// <summary>The rules of a drill on its layout.</summary>
    public static ChallengeRules Of(DrillCard card) => new(
        card.MeasuredBy == MeasuredBy.StationsTime ? card.Layout!.Markers.Length : 0,
        card.MeasuredBy == MeasuredBy.TargetPoints ? [.. Enumerable.Range(0, TargetsOf(card.Layout)).Select(ChalkTargets.PointsOf)] : []);

    private static int TargetsOf(Layout? layout) => layout is not null && layout.Measures.TryGetValue("targets", out var targets) ? (int)targets : 1;
}

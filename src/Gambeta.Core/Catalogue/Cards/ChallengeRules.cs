using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>What scoring a challenge needs to know besides its events.</summary>
/// <param name="Stations">How many stations there are to go through; 0 where there are none.</param>
/// <param name="TargetPoints">What each target on the wall is worth, by its number from 1 on.</param>
/// <param name="Zones">The zones of the goal that count; empty where all do.</param>
public sealed record ChallengeRules(int Stations, ImmutableArray<int> TargetPoints, ImmutableArray<int> Zones)
{
    /// <summary>Zones of a goal: three across, low ones 1 to 3, high ones 4 to 6.</summary>
    public const int GoalZones = 6;

    /// <summary>Nothing besides.</summary>
    public static readonly ChallengeRules None = new(0, [], []);

    /// <summary>The rules of a drill on its layout.</summary>
    public static ChallengeRules Of(DrillCard card) => CardRules.Of(card.MeasuredBy).Rules(card);
}

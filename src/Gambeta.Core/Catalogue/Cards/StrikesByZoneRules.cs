using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>Strikes at zones of a goal, on a card.</summary>
internal sealed class StrikesByZoneRules : CardRules
{
    /// <inheritdoc/>
    public override ChallengeRules Rules(DrillCard card) => ChallengeRules.None with { Zones = card.Zones };

    /// <summary>Each touch at the goal is a strike.</summary>
    public override int InAPattern(Pattern pattern) => Math.Max(1, pattern.Touches.Count(touch => touch.Move == BallMove.Goal));
}

using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Yard;

namespace Gambeta.Core.Insight.Progress;

/// <summary>What a household has to practise with.</summary>
/// <param name="Kit">Its things.</param>
/// <param name="Spaces">The kinds of its spaces together; none where it wrote none down.</param>
/// <param name="HasWall">Whether one of them has a wall.</param>
public sealed record Means(Kit Kit, Places Spaces, bool HasWall)
{
    /// <summary>
    /// Whether a drill may be offered to a player of an age without being asked for: there is what it needs (a ball is there, also where nobody wrote one down) and a
    /// place for it, nobody has to help, and no head meets the ball.
    /// </summary>
    public bool Allow(DrillCard card, int age) =>
        !card.IsHeading && (card.LeastAge ?? 0) <= age && card.Gear.All(item => item.Kind != GearKind.Helper)
        && Kit.Missing(card).All(lack => lack.Needed.Kind == GearKind.Ball || (lack.Needed.Kind == GearKind.Wall && HasWall))
        && (Spaces == Places.None || (card.Places & (HasWall ? Spaces | Places.Wall : Spaces)) != Places.None);
}

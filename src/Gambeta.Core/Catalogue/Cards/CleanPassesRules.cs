using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>Passes, on a card.</summary>
internal sealed class CleanPassesRules : CardRules
{
    /// <summary>Each touch to the wall is a pass.</summary>
    public override int InAPattern(Pattern pattern) => Math.Max(1, pattern.Touches.Count(touch => touch.Move == BallMove.Wall));
}

using Gambeta.Core.Counting;
using Gambeta.Core.Doses;
using Gambeta.Core.Touches;
using Gambeta.Core.Yard;

namespace Gambeta.Core.Catalogue;

/// <summary>Passes, on a card.</summary>
internal sealed class CleanPassesRules : CardRules
{
    /// <summary>Each touch to the wall is a pass.</summary>
    public override int InAPattern(Pattern pattern) => Math.Max(1, pattern.Touches.Count(touch => touch.Move == BallMove.Wall));
}

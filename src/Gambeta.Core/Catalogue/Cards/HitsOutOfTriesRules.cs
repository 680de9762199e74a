using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>Hits, on a card.</summary>
internal sealed class HitsOutOfTriesRules : CardRules
{
    /// <summary>A mirrored pattern is a try of each side.</summary>
    public override int InAPattern(Pattern pattern) => pattern.IsMirrored ? 2 : 1;
}

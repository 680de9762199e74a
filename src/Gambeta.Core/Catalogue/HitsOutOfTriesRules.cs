using Gambeta.Core.Counting;
using Gambeta.Core.Doses;
using Gambeta.Core.Touches;
using Gambeta.Core.Yard;

namespace Gambeta.Core.Catalogue;

/// <summary>Hits, on a card.</summary>
internal sealed class HitsOutOfTriesRules : CardRules
{
    /// <summary>A mirrored pattern is a try of each side.</summary>
    public override int InAPattern(Pattern pattern) => pattern.IsMirrored ? 2 : 1;
}

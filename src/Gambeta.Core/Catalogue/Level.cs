using System.Collections.Immutable;
using Gambeta.Core.Doses;
using Gambeta.Core.Judgement;
using Gambeta.Core.Measuring;
using Gambeta.Core.Touches;
using Gambeta.Core.Yard;

namespace Gambeta.Core.Catalogue;

/// <summary>Where a player stands with a drill.</summary>
public enum Level
{
    /// <summary>Meeting the movement.</summary>
    [Key("first weeks")] FirstWeeks,

    /// <summary>Clean at a slow tempo.</summary>
    [Key("steady")] Steady,

    /// <summary>Clean at speed.</summary>
    [Key("sharp")] Sharp,
}

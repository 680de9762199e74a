using System.Collections.Immutable;

namespace Gambeta.Core.Base.Things;

/// <summary>Where a player stands with a drill.</summary>
public enum Level
{
    /// <summary>Meeting the movement.</summary>
    [Key("first weeks")]
    FirstWeeks,

    /// <summary>Clean at a slow tempo.</summary>
    [Key("steady")]
    Steady,

    /// <summary>Clean at speed.</summary>
    [Key("sharp")]
    Sharp,
}

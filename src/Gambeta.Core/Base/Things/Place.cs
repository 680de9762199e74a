namespace Gambeta.Core.Base.Things;

/// <summary>Kinds of places where a drill can be played.</summary>
[Flags]
public enum Places
{
    /// <summary>Nowhere yet.</summary>
    [Key("none")]
    None = 0,

    /// <summary>A room with a floor that can take it.</summary>
    [Key("indoors")]
    Indoors = 1,

    /// <summary>Hard ground outside.</summary>
    [Key("patio")]
    Patio = 2,

    /// <summary>Grass or earth.</summary>
    [Key("garden")]
    Garden = 4,

    /// <summary>Before a wall.</summary>
    [Key("wall")]
    Wall = 8,

    /// <summary>Before a goal.</summary>
    [Key("goal")]
    Goal = 16,
}

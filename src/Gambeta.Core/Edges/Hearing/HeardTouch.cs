using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>What something that was heard was.</summary>
public enum HeardKind
{
    /// <summary>A touch of the ball.</summary>
    [Key("touch")]
    Touch,

    /// <summary>The ball against a wall.</summary>
    [Key("wall")]
    Wall,

    /// <summary>The ball on the floor.</summary>
    [Key("bounce")]
    Bounce,

    /// <summary>Something else: a step, a word, the wind.</summary>
    [Key("other")]
    Other,
}

/// <summary>Something that was heard.</summary>
/// <param name="At">Seconds since the beginning.</param>
/// <param name="Kind">What it was.</param>
/// <param name="Foot">Whose foot, where the pattern tells.</param>
/// <param name="Sure">How sure it is that this is what happened, from 0 to 1.</param>
/// <param name="IsPass">True for a touch that plays the ball to the wall.</param>
/// <param name="EndsTry">True for the last touch before the ball fell, was caught, or got away.</param>
public sealed record HeardTouch(double At, HeardKind Kind, Foot? Foot, double Sure, bool EndsTry = false, bool IsPass = false);

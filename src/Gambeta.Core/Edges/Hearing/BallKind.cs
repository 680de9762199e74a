namespace Gambeta.Core.Edges.Hearing;

/// <summary>The ball that is played with, as far as it sounds different.</summary>
public enum BallKind
{
    /// <summary>The ball of always, full of air.</summary>
    [Key("usual")]
    Usual,

    /// <summary>A soft one, of foam or felt.</summary>
    [Key("soft")]
    Soft,

    /// <summary>A small one.</summary>
    [Key("small")]
    Small,
}

namespace Gambeta.Core.Hearing;

/// <summary>The ball that is played with, as far as it sounds different.</summary>
public enum BallKind
{
    /// <summary>The ball of always, full of air.</summary>
    Usual,

    /// <summary>A soft one, of foam or felt.</summary>
    Soft,

    /// <summary>A small one.</summary>
    Small,
}

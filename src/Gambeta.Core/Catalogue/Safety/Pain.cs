namespace Gambeta.Core.Catalogue.Safety;

/// <summary>Where it hurts. Pain is never judged here: it stops the session and belongs to a qualified professional.</summary>
public enum PainPart
{
    /// <summary>The knee.</summary>
    [Key("knee")]
    Knee,

    /// <summary>The heel.</summary>
    [Key("heel")]
    Heel,

    /// <summary>The shin.</summary>
    [Key("shin")]
    Shin,

    /// <summary>The ankle or the foot.</summary>
    [Key("ankle or foot")]
    AnkleOrFoot,

    /// <summary>The hip or the groin.</summary>
    [Key("hip or groin")]
    HipOrGroin,

    /// <summary>The back.</summary>
    [Key("back")]
    Back,

    /// <summary>The head.</summary>
    [Key("head")]
    Head,

    /// <summary>Somewhere else.</summary>
    [Key("somewhere else")]
    SomewhereElse,
}

/// <summary>Something hurt: practice does not go on until somebody grown-up said that it may.</summary>
/// <param name="Id">Made by whoever told it.</param>
/// <param name="Part">Where.</param>
/// <param name="Day">The household's day.</param>
public sealed record Pain(Guid Id, PainPart Part, DateOnly Day);

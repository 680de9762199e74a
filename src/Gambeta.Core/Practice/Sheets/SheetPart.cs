namespace Gambeta.Core.Practice.Sheets;

/// <summary>The parts of a session, in the order in which they are usually worked.</summary>
public enum SheetPart
{
    /// <summary>Easy touches first.</summary>
    [Key("warm up")]
    WarmUp,

    /// <summary>Ball mastery.</summary>
    [Key("mastery")]
    Mastery,

    /// <summary>What the session is about.</summary>
    [Key("focus")]
    Focus,

    /// <summary>More for the other foot.</summary>
    [Key("other foot")]
    OtherFoot,

    /// <summary>Against the clock or the counter.</summary>
    [Key("test")]
    Test,

    /// <summary>Something to end on.</summary>
    [Key("fun")]
    Fun,
}

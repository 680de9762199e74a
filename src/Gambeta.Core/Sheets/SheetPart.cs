namespace Gambeta.Core.Sheets;

/// <summary>The parts of a session, in the order in which they are usually worked.</summary>
public enum SheetPart
{
    /// <summary>Easy touches first.</summary>
    WarmUp,

    /// <summary>Ball mastery.</summary>
    Mastery,

    /// <summary>What the session is about.</summary>
    Focus,

    /// <summary>More for the other foot.</summary>
    OtherFoot,

    /// <summary>Against the clock or the counter.</summary>
    Test,

    /// <summary>Something to end on.</summary>
    Fun,
}

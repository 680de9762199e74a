namespace Gambeta.Core.Insight.Planning;

/// <summary>Why a drill is in a plan.</summary>
public enum ReasonKind
{
    /// <summary>It was begun and is going on: too early to say more.</summary>
    [Key("goes on")]
    GoesOn,

    /// <summary>It was never played.</summary>
    [Key("new")]
    New,

    /// <summary>The rung below is clean and steady: once more of what comes next.</summary>
    [Key("next rung")]
    NextRung,

    /// <summary>Above what is clean: one try of something harder.</summary>
    [Key("stretch")]
    Stretch,

    /// <summary>The rung above fell apart.</summary>
    [Key("rung below")]
    RungBelow,

    /// <summary>Not clean enough yet: more of the same.</summary>
    [Key("stays")]
    Stays,

    /// <summary>What it stands beside stands still: another way in.</summary>
    [Key("beside")]
    Beside,

    /// <summary>It is clean, and was not seen for a while.</summary>
    [Key("due")]
    Due,

    /// <summary>A goal is about it.</summary>
    [Key("goal")]
    Goal,

    /// <summary>It comes back before it is forgotten.</summary>
    [Key("returns")]
    Returns,

    /// <summary>It was not seen for more than a week.</summary>
    [Key("not seen")]
    NotSeen,

    /// <summary>The other foot is behind.</summary>
    [Key("other foot")]
    OtherFoot,

    /// <summary>A record is in reach.</summary>
    [Key("record")]
    Record,

    /// <summary>It was kept by whoever asked.</summary>
    [Key("kept")]
    Kept,
}

/// <summary>A reason with what it rests on.</summary>
/// <param name="Kind">Why.</param>
/// <param name="Drill">The other drill that it is about, where there is one.</param>
/// <param name="Number">Days not seen; of a hundred the other foot is behind; of ten how many were clean; the record's value in
/// units.</param>
/// <param name="Chance">The chance of the record.</param>
public readonly record struct PlanReason(ReasonKind Kind, string? Drill = null, int Number = 0, double Chance = 0);

namespace Gambeta.Core.Planning;

/// <summary>Why a drill is in a plan.</summary>
public enum ReasonKind
{
    /// <summary>It was begun and is going on: too early to say more.</summary>
    GoesOn,

    /// <summary>It was never played.</summary>
    New,

    /// <summary>The rung below is clean and steady: once more of what comes next.</summary>
    NextRung,

    /// <summary>Above what is clean: one try of something harder.</summary>
    Stretch,

    /// <summary>The rung above fell apart.</summary>
    RungBelow,

    /// <summary>Not clean enough yet: more of the same.</summary>
    Stays,

    /// <summary>What it stands beside stands still: another way in.</summary>
    Beside,

    /// <summary>It is clean, and was not seen for a while.</summary>
    Due,

    /// <summary>A goal is about it.</summary>
    Goal,

    /// <summary>It comes back before it is forgotten.</summary>
    Returns,

    /// <summary>It was not seen for more than a week.</summary>
    NotSeen,

    /// <summary>The other foot is behind.</summary>
    OtherFoot,

    /// <summary>A record is in reach.</summary>
    Record,

    /// <summary>It was kept by whoever asked.</summary>
    Kept,
}

/// <summary>A reason with what it rests on.</summary>
/// <param name="Kind">Why.</param>
/// <param name="Drill">The other drill that it is about, where there is one.</param>
/// <param name="Number">Days not seen; of a hundred the other foot is behind; of ten how many were clean; the record's value in units.</param>
/// <param name="Chance">The chance of the record.</param>
public readonly record struct PlanReason(ReasonKind Kind, string? Drill = null, int Number = 0, double Chance = 0);

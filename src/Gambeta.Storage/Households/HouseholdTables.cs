namespace Gambeta.Storage;

/// <summary>The tables with rows of households, what others hang on first. A test holds this list against the database.</summary>
public static class HouseholdTables
{
    /// <summary>What people made, and what was said to them and cannot be said again: all of it stands in the household's file.</summary>
    public static readonly IReadOnlyList<string> Made =
    [
        "household",
        "player",
        "favourite",
        "pace",
        "thing",
        "space",
        "layout",
        "own_drill",
        "first_touch_check",
        "sheet",
        "sitting",
        "practice_set",
        "set_change",
        "drill_answer",
        "session_end",
        "pain",
        "rhythm",
        "club_date",
        "away",
        "goal",
        "place_sound",
        "said_before",
        "plan",
    ];

    /// <summary>What follows from what people made.</summary>
    public static readonly IReadOnlyList<string> Derived =
    [
        "mark",
        "practice_day",
        "drill_played",
        "standing",
        "verdict",
        "decision",
        "verdict_due",
        "kept_view",
    ];

    /// <summary>What belongs to this server and to no file.</summary>
    public static readonly IReadOnlyList<string> OfTheServer =
    [
        "sign_in",
        "written",
        "taken_in",
        "calendar_feed",
        "hand_over",
        "history_taken",
        "found_by",
    ];

    /// <summary>All of them.</summary>
    public static readonly IReadOnlyList<string> All = [.. Made, .. Derived, .. OfTheServer];
}

using Dapper;

namespace Gambeta.Storage;

/// <summary>
/// Everything that people of a household made, as one JSON file in a form of its own: <c>{"file": "gambeta household", "version": 3,
/// "household": {...}, "players": [...], ...}</c>, names in camel case, times in ISO 8601, keys as cards and marks name them. What follows
/// from it (marks, days, records) is not in it, nor what the password and the recovery words are kept as; decisions are, to be read by
/// whoever likes: they follow anew from the sets. Version 1 was the tables
/// themselves, row by row; version 2 had neither decisions nor plans nor what was said before each set. All of them are read
/// (<see cref="HistoryFile"/>).
/// </summary>
public static class HouseholdFile
{
    /// <summary>What the file says that it is.</summary>
    public const string Kind = "gambeta household";

    /// <summary>The version of the form that is written.</summary>
    public const int Version = 3;

    private const string Household = """
        select jsonb_build_object('id', household_id, 'name', name, 'madeAt', created_at, 'timeZone', time_zone, 'heading', heading,
          'units', units, 'otherFoot', other_foot, 'grownUpWord', grown_up_word,
          'sounds', sounds, 'weekStartsOn', week_starts_on, 'clipPenaltySeconds', clip_penalty, 'feetSchool', feet_school,
            'catchUpCap', catch_up_cap) from household where household_id = @Household
        """;

    /// <summary>What stands in each list of the file: an object a row, in an order of its own. What others hang on comes first.</summary>
    internal static readonly IReadOnlyList<FileList> Lists =
    [
        new("players", "player", "id:player_id nickname birthYear preferredFoot level joinedAt", "joined_at, player_id", "player_id"),
        new("favourites", "favourite", "player:player_id drill:drill_id markedAt", "marked_at, player_id, drill_id", "player_id, drill_id"),
        new("paces", "pace", "player:player_id measuredOn metres source", "player_id, measured_on", "player_id, measured_on"),
        new("things", "thing", "thing number", "thing", "thing"),
        new(
            "spaces",
            "space",
            "id:space_id name kind width length ground wallSide wallWidth wallHeight behind madeAt retiredAt",
            "made_at, space_id",
            "space_id"
        ),
        new(
            "layouts",
            "layout",
            "key:layout_key name drill space:space_id laid pace pacedBy madeAt retiredAt",
            "made_at, layout_key, drill",
            "layout_key, drill"
        ),
        new("drills", "own_drill", "id:drill_id card madeAt retiredAt", "made_at, drill_id", "drill_id"),
        new("checks", "first_touch_check", "space:space_id day session:session_id items madeAt", "day, space_id", "space_id, day"),
        new("sheets", "sheet", "id:sheet_id name lines:items minutes changedAt retiredAt", "changed_at, sheet_id", "sheet_id"),
        new(
            "sittings",
            "sitting",
            "session:session_id player:player_id outing:outing_id space:space_id sheet plan startedAt endedAt",
            "started_at, session_id",
            "session_id"
        ),
        new("sets", "practice_set", $"{SetColumns.FileColumns} played removedAt", "started_at, set_id", "set_id"),
        new("changes", "set_change", "id:change_id set:set_id madeAt undoneAt before", "turn", "change_id"),
        new(
            "answers",
            "drill_answer",
            "session:session_id player:player_id item drill control fault otherFoot at:answered_at",
            "answered_at, session_id, item",
            "session_id, item"
        ),
        new(
            "ends",
            "session_end",
            "session:session_id player:player_id sheet effort note at:ended_at",
            "ended_at, session_id",
            "session_id"
        ),
        new("rhythms", "rhythm", "player:player_id school minutes days since club", "player_id", "player_id"),
        new("clubDays", "club_date", "player:player_id day kind minutes", "player_id, day, kind", "player_id, day, kind"),
        new("away", "away", "id:away_id player:player_id kind from:first_day to:last_day", "first_day, away_id", "away_id"),
        new("goals", "goal", "id:goal_id player:player_id kind drill value by:by_day setOn droppedAt", "set_on, goal_id", "goal_id"),
        new("places", "place_sound", "space:space_id ball sound learnedOn", "space_id, ball", "space_id, ball"),
        new("pains", "pain", "id:pain_id player:player_id session:session_id part day clearedOn", "day, pain_id", "pain_id"),
        new("said", "said_before", "set:set_id player:player_id said", "set_id", "set_id"),
        new(
            "decisions",
            "decision",
            "player:player_id drill measure feet layout takenAt day kind reasons version",
            "taken_at, player_id, drill, measure, feet, layout",
            "player_id, drill, measure, feet, layout, taken_at"
        ),
        new("plans", "plan", "player:player_id id:plan_id day ask items told chosen stamp testedOn", "player_id", "player_id"),
    ];

    /// <summary>The statement that writes it.</summary>
    public static readonly string Statement =
        $"select jsonb_pretty(jsonb_build_object('file', '{Kind}', 'version', {Version}, 'household', ({Household}), "
        + $"{string.Join(", ", Lists.Select(ListOf))}))";

    /// <summary>The file's text.</summary>
    public static async Task<string> WriteAsync(HouseholdWork work) =>
        await work.ExecuteScalarAsync<string>(Statement, new { work.Household }) ?? "";

    // The names come from the list above, never from outside.
    private static string ListOf(FileList list) =>
        $"'{list.Name}', (select coalesce(jsonb_agg({FormOf(list)} order by {list.Order}), '[]') from {list.Table} t where "
        + $"household_id = @Household)";

    // What was counted while it was played stays under a correction; so does what a set was before each change: both are sets again.
    private static string FormOf(FileList list) =>
        $"jsonb_build_object({string.Join(", ", list.Columns.Select(column => $"'{column.InFile}', {column.Name switch
    {
        "played" => $"case when t.played is not null then {SetColumns.InFileOfJson("t.played")} end",
        "before" => SetColumns.InFileOfJson("t.before"),
        _ => $"t.{column.Name}",
    }}"))})";
}

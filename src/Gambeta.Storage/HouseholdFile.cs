using Dapper;

namespace Gambeta.Storage;

/// <summary>
/// Everything that people of a household made, as one JSON file in a form of its own: <c>{"file": "gambeta household", "version": 2, "household": {...},
/// "players": [...], ...}</c>, names in camel case, times in ISO 8601, keys as cards and marks name them. What follows from it (marks, days, records) is not in it,
/// nor what the password and the recovery words are kept as. Version 1 was the tables themselves, row by row.
/// </summary>
public static class HouseholdFile
{
    /// <summary>What the file says that it is.</summary>
    public const string Kind = "gambeta household";

    /// <summary>The version of the form that is written.</summary>
    public const int Version = 2;

    private const string Household =
        """
        select jsonb_build_object('id', household_id, 'name', name, 'madeAt', created_at, 'timeZone', time_zone, 'heading', heading, 'units', units, 'otherFoot', other_foot, 'grownUpWord', grown_up_word,
          'sounds', sounds, 'weekStartsOn', week_starts_on, 'clipPenaltySeconds', clip_penalty, 'feetSchool', feet_school, 'catchUpCap', catch_up_cap) from household where household_id = @Household
        """;

    // What stands in each list of the file: an object a row, in an order of its own.
    private static readonly (string Name, string From, string Form, string Order)[] Lists =
    [
        ("players", "player", "'id', player_id, 'nickname', nickname, 'birthYear', birth_year, 'preferredFoot', preferred_foot, 'level', level, 'joinedAt', joined_at", "joined_at, player_id"),
        ("favourites", "favourite", "'player', player_id, 'drill', drill_id, 'markedAt', marked_at", "marked_at, player_id, drill_id"),
        ("paces", "pace", "'player', player_id, 'measuredOn', measured_on, 'metres', metres, 'source', source", "player_id, measured_on"),
        ("things", "thing", "'thing', thing, 'number', number", "thing"),
        ("spaces", "space", "'id', space_id, 'name', name, 'kind', kind, 'width', width, 'length', length, 'ground', ground, 'wallSide', wall_side, 'wallWidth', wall_width, 'wallHeight', wall_height, 'behind', behind, 'madeAt', made_at, 'retiredAt', retired_at", "made_at, space_id"),
        ("layouts", "layout", "'key', layout_key, 'name', name, 'drill', drill, 'space', space_id, 'laid', laid, 'pace', pace, 'pacedBy', paced_by, 'madeAt', made_at, 'retiredAt', retired_at", "made_at, layout_key, drill"),
        ("drills", "own_drill", "'id', drill_id, 'card', card, 'madeAt', made_at, 'retiredAt', retired_at", "made_at, drill_id"),
        ("checks", "first_touch_check", "'space', space_id, 'day', day, 'session', session_id, 'items', items, 'madeAt', made_at", "day, space_id"),
        ("sheets", "sheet", "'id', sheet_id, 'name', name, 'lines', items, 'minutes', minutes, 'changedAt', changed_at, 'retiredAt', retired_at", "changed_at, sheet_id"),
        ("sittings", "sitting", "'session', session_id, 'player', player_id, 'outing', outing_id, 'space', space_id, 'sheet', sheet, 'plan', plan, 'startedAt', started_at, 'endedAt', ended_at", "started_at, session_id"),
        ("sets", "practice_set t", "", "started_at, set_id"),
        ("changes", "set_change t", "", "turn"),
        ("answers", "drill_answer", "'session', session_id, 'player', player_id, 'item', item, 'drill', drill, 'control', control, 'fault', fault, 'otherFoot', other_foot, 'at', answered_at", "answered_at, session_id, item"),
        ("ends", "session_end", "'session', session_id, 'player', player_id, 'sheet', sheet, 'effort', effort, 'note', note, 'at', ended_at", "ended_at, session_id"),
        ("rhythms", "rhythm", "'player', player_id, 'school', school, 'minutes', minutes, 'days', days, 'since', since, 'club', club", "player_id"),
        ("clubDays", "club_date", "'player', player_id, 'day', day, 'kind', kind, 'minutes', minutes", "player_id, day, kind"),
        ("away", "away", "'id', away_id, 'player', player_id, 'kind', kind, 'from', first_day, 'to', last_day", "first_day, away_id"),
        ("goals", "goal", "'id', goal_id, 'player', player_id, 'kind', kind, 'drill', drill, 'value', value, 'by', by_day, 'setOn', set_on, 'droppedAt', dropped_at", "set_on, goal_id"),
        ("places", "place_sound", "'space', space_id, 'ball', ball, 'sound', sound, 'learnedOn', learned_on", "space_id, ball"),
        ("pains", "pain", "'id', pain_id, 'player', player_id, 'session', session_id, 'part', part, 'day', day, 'clearedOn', cleared_on", "day, pain_id"),
    ];

    /// <summary>The statement that writes it.</summary>
    public static readonly string Statement = $"select jsonb_pretty(jsonb_build_object('file', '{Kind}', 'version', {Version}, 'household', ({Household}), {string.Join(", ", Lists.Select(ListOf))}))";

    /// <summary>The file's text.</summary>
    public static async Task<string> WriteAsync(HouseholdWork work) => await work.ExecuteScalarAsync<string>(Statement, new { work.Household }) ?? "";

    // The names come from the list above, never from outside.
    private static string ListOf((string Name, string From, string Form, string Order) list) =>
        $"'{list.Name}', (select coalesce(jsonb_agg({FormOf(list.Name, list.Form)} order by {list.Order}), '[]') from {list.From} where household_id = @Household)";

    private static string FormOf(string name, string form) => name switch
    {
        // What was counted while it was played stays under a correction; so does what a set was before each change.
        "sets" => $"{SetColumns.InFile("t")} || jsonb_build_object('played', case when t.played is not null then {SetColumns.InFileOfJson("t.played")} end, 'removedAt', t.removed_at)",
        "changes" => $"jsonb_build_object('id', t.change_id, 'set', t.set_id, 'madeAt', t.made_at, 'undoneAt', t.undone_at, 'before', {SetColumns.InFileOfJson("t.before")})",
        _ => $"jsonb_build_object({form})",
    };
}

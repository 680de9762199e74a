using Dapper;

namespace Gambeta.Storage;

/// <summary>Everything a household has, as one JSON file: every row of every table, column by column. What the password and the recovery words are kept as stays out.</summary>
public static class HouseholdFile
{
    /// <summary>The tables that hold a household's rows, in the order of the file.</summary>
    public static readonly IReadOnlyList<string> Tables =
        ["household", "player", "pace", "thing", "space", "layout", "own_drill", "first_touch_check", "sheet", "sitting", "practice_set", "mark", "set_change", "practice_day", "drill_played", "standing", "drill_answer", "session_end", "pain", "sign_in", "written"];

    /// <summary>The file's text.</summary>
    public static async Task<string> WriteAsync(HouseholdWork work)
    {
        // The names come from the list above, never from outside.
        var parts = Tables.Select(table => $"'{table}', (select coalesce(jsonb_agg(to_jsonb(t) - array['password_hash', 'recovery_hash']), '[]') from {table} t where household_id = @Household)");
        return await work.ExecuteScalarAsync<string>(
            $"select jsonb_pretty(jsonb_build_object('file', 'gambeta household', 'version', 1, {string.Join(", ", parts)}))", new { work.Household }) ?? "";
    }
}

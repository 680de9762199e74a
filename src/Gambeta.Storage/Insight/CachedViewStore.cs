using Dapper;

namespace Gambeta.Storage;

/// <summary>
/// Parts of pages that are heavy to work out, kept as they were shown. A part counts as long as nothing was written in its household
/// (<c>written</c> counts every post), nothing of its player was judged anew (<c>player.judged</c>) or is due to be, and its stamp, which
/// says what else it was made of, is the same. Its number is read before what it is made of: what changes meanwhile makes it old at once,
/// never wrong.
/// </summary>
public static class CachedViewStore
{
    // Two days are enough: what was kept before has another day in its stamp.
    private const string NumberSql =
        "p.judged || ' ' || (select coalesce(max(day)::text, '') || ' ' || coalesce(sum(number), 0) from written w where "
        + "w.household_id = p.household_id and w.day >= current_date - 1)";

    /// <summary>A part that still counts; nothing where it has to be worked out. One about a drill asks only whether that is due.</summary>
    public static Task<string?> FindAsync(HouseholdWork work, Guid player, string view, string stamp, string? drill = null) =>
        work.ExecuteScalarAsync<string?>(
            $"""
            select k.body from player p join kept_view k on k.household_id = p.household_id and k.player_id = p.player_id
              and k.view = @view and k.stamp = @stamp || ' ' || {NumberSql}
            where p.household_id = @Household and p.player_id = @player
              and not exists (select from verdict_due d
                where d.household_id = @Household and d.player_id = @player and (@drill::text is null or d.drill = @drill))
            """,
            new
            {
                work.Household,
                player,
                view,
                stamp,
                drill,
            }
        );

    /// <summary>The number under which a part is worked out; asked for once what was due is settled, and before anything else is
    /// read.</summary>
    public static Task<string?> NumberAsync(HouseholdWork work, Guid player) =>
        work.ExecuteScalarAsync<string?>(
            $"select {NumberSql} from player p where p.household_id = @Household and p.player_id = @player",
            new { work.Household, player }
        );

    /// <summary>Keeps a part.</summary>
    public static Task KeepAsync(HouseholdWork work, Guid player, string view, string stamp, string? number, string body) =>
        work.ExecuteAsync(
            """
            insert into kept_view (household_id, player_id, view, stamp, body)
              values (@Household, @player, @view, @stamp || ' ' || @number, @body)
            on conflict (household_id, player_id, view) do update set stamp = excluded.stamp, body = excluded.body
            """,
            new
            {
                work.Household,
                player,
                view,
                stamp,
                number,
                body,
            }
        );

    /// <summary>Says that something of a player was judged anew.</summary>
    internal const string JudgedSql = "update player set judged = judged + 1 where household_id = @Household and player_id = @player";
}

using Gambeta.Core;
using Gambeta.Core.Edges.Diaries;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Storage;

/// <summary>Sets that are taken in from a diary file, all or none, and out again in one step.</summary>
public static class TakenInStore
{
    /// <summary>Which of some sets are here already, removed ones too.</summary>
    public static async Task<IReadOnlySet<Guid>> KnownAsync(HouseholdWork work, IEnumerable<Guid> sets) =>
        (
            await work.QueryAsync<Guid>(
                "select set_id from practice_set where household_id = @Household and set_id = any(@ids)",
                new { work.Household, ids = sets.ToArray() }
            )
        ).ToHashSet();

    /// <summary>
    /// Takes in the lines that are new, under an id by which that is undone; the same id again is answered as the first time. Returns how
    /// many sets, or nothing where the household took in more than it may in a day, what was taken back counted.
    /// </summary>
    public static async Task<int?> TakeAsync(HouseholdWork work, Guid batch, IReadOnlyList<TakenLine> lines, int mostADay)
    {
        // One at a time for the household: two files at once would not see each other's bests.
        await work.ExecuteAsync(
            "select 1 from player where household_id = @Household order by player_id for no key update",
            new { work.Household }
        );
        var (before, lately) = await work.QuerySingleAsync<(int?, int)>(
            """
            select sum(cardinality(sets)) filter (where batch_id = @batch)::int,
              coalesce(sum(cardinality(sets)) filter (where taken_at > now() - interval '1 day'), 0)::int
            from taken_in where household_id = @Household
            """,
            new { work.Household, batch }
        );
        if (before is not null)
            return before;
        var known = await KnownAsync(work, lines.Select(line => line.Set).OfType<PracticeSet>().Select(set => set.Id));
        var taken = lines.Where(line => line.Set is { } set && !known.Contains(set.Id)).DistinctBy(line => line.Set!.Id).ToList();
        if (taken.Count == 0)
            return 0;
        if (lately + taken.Count > mostADay)
            return null;
        var said = taken.ToDictionary(line => line.Set!.Id, line => line.Said);
        await SetStore.AddManyAsync(work, [.. taken.Select(line => line.Set!)], set => said[set.Id]);
        foreach (var player in taken.Select(line => line.Set!).GroupBy(set => set.PlayerId))
        {
            await work.ExecuteAsync(
                "insert into taken_in (household_id, batch_id, player_id, sets) values (@Household, @id, @player, @sets)",
                new
                {
                    work.Household,
                    id = batch,
                    player = player.Key,
                    sets = player.Select(set => set.Id).ToArray(),
                }
            );
            await KeepWordsAsync(work, player.Key, taken.Where(line => line.Set!.PlayerId == player.Key));
            await SettleAsync(work, player.Key, [.. player]);
        }
        return taken.Count;
    }

    // What is said of a drill here goes by the drill's place in its session, from nought on: what came from a file lies beyond those.
    private const int FirstOfFiles = SetPlan.LastItem / 2;

    // What the player said of a drill in a sitting weighs as if it had been said here; a word that was said here stands.
    private static async Task KeepWordsAsync(HouseholdWork work, Guid player, IEnumerable<TakenLine> lines)
    {
        var words = lines
            .Where(line => line.Said is not null)
            .GroupBy(line => (line.Set!.SessionId, line.Set.Drill))
            .Select(word => word.MaxBy(line => line.Set!.StartedAt)!)
            .ToList();
        if (words.Count == 0)
            return;
        await work.ExecuteAsync(
            """
            insert into drill_answer (household_id, session_id, player_id, item, drill, control, answered_at)
            select @Household, session, @player, item, drill, control, at
            from (select *, @LastItem + 1 - row_number() over (partition by session order by at desc, drill)
                - (select count(*) from drill_answer a where a.household_id = @Household and a.session_id = session
                    and a.item >= @FirstOfFiles) item
              from unnest(@sessions, @drills, @controls, @times) word(session, drill, control, at)
              where not exists (select from drill_answer a where a.household_id = @Household and a.session_id = session
                and a.drill = word.drill and a.control is not null)) numbered
            where item >= @FirstOfFiles on conflict do nothing
            """,
            new
            {
                work.Household,
                player,
                SetPlan.LastItem,
                FirstOfFiles,
                sessions = words.Select(word => word.Set!.SessionId).ToArray(),
                drills = words.Select(word => word.Set!.Drill).ToArray(),
                controls = words.Select(word => word.Said!.Value.ToKey()).ToArray(),
                times = words.Select(word => (word.Set!.StartedAt + word.Set.Worked).UtcDateTime).ToArray(),
            }
        );
        // It weighs in sets of that sitting that were here before as well.
        await VerdictStore.AnsweredAsync(work, player, [.. words.Select(word => (word.Set!.SessionId, word.Set.Drill))]);
    }

    /// <summary>Takes back what was taken in under an id. Returns whether there was such a thing.</summary>
    public static async Task<bool> UndoAsync(HouseholdWork work, Guid batch)
    {
        var sets = (
            await work.QueryAsync<Guid>(
                "select unnest(sets) from taken_in where household_id = @Household and batch_id = @batch and undone_at is null",
                new { work.Household, batch }
            )
        ).ToArray();
        if (sets.Length == 0)
            return false;
        var gone = (
            await work.QueryAsync<SetRow>(
                $"select {SetColumns.Light} from practice_set where household_id = @Household and set_id = any(@sets)",
                new { work.Household, sets }
            )
        )
            .Select(row => row.ToSet())
            .ToList();
        await work.ExecuteAsync(
            """
            delete from said_before where household_id = @Household and set_id = any(@sets);
            delete from practice_set where household_id = @Household and set_id = any(@sets);
            delete from drill_answer a where household_id = @Household and session_id = any(@sessions)
              and not exists (select from practice_set p
                where p.household_id = @Household and p.session_id = a.session_id and p.drill = a.drill);
            delete from sitting s where household_id = @Household and session_id = any(@sessions)
              and not exists (select from practice_set p where p.household_id = @Household and p.session_id = s.session_id);
            update taken_in set undone_at = now() where household_id = @Household and batch_id = @batch
            """,
            new
            {
                work.Household,
                sets,
                batch,
                sessions = gone.Select(set => set.SessionId).Distinct().ToArray(),
            }
        );
        foreach (var player in gone.GroupBy(set => set.PlayerId))
            await SettleAsync(work, player.Key, [.. player]);
        return true;
    }

    // What follows from sets that came or went among others: marks, days, and what stands.
    private static async Task SettleAsync(HouseholdWork work, Guid player, IReadOnlyList<PracticeSet> sets)
    {
        var days = sets.Select(set => set.Day).ToHashSet();
        foreach (var drill in sets.Select(set => set.Drill).Distinct())
            days.UnionWith(await MarkStore.JudgeAgainAsync(work, player, drill));
        await SummaryStore.RefreshAsync(work, player, days, sets.Select(set => set.Drill));
        await VerdictStore.DueAsync(work, player, sets);
    }
}

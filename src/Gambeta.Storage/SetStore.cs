using System.Text.Json;
using Dapper;
using Gambeta.Core.Practice;
using Gambeta.Core.Records;

namespace Gambeta.Storage;

/// <summary>What became of a set that was sent.</summary>
public enum SetOutcome
{
    /// <summary>It is stored now.</summary>
    Stored,

    /// <summary>It was stored before; nothing changed.</summary>
    KnownAlready,

    /// <summary>The household has no such player.</summary>
    NoSuchPlayer,
}

/// <summary>What became of a set, with the bests it is.</summary>
public sealed record StoredSet(SetOutcome Outcome, IReadOnlyList<Mark> Bests);

/// <summary>Finished sets: stored once, corrected, removed and brought back.</summary>
public static class SetStore
{
    private static readonly JsonSerializerOptions ColumnNames = new() { PropertyNamingPolicy = JsonNamingPolicy.SnakeCaseLower };

    /// <summary>Stores a set. The same id again, however late, changes nothing.</summary>
    public static async Task<StoredSet> AddAsync(HouseholdWork work, PracticeSet set)
    {
        if (!await LockPlayerAsync(work, set.PlayerId)) return new StoredSet(SetOutcome.NoSuchPlayer, []);
        var added = await work.Connection.ExecuteAsync(
            $"""
            insert into practice_set ({SetRow.Columns})
            values (@HouseholdId, @SetId, @SessionId, @PlayerId, @Drill, @Layout, @SetOrder, @Feet, @StartedAt, @Day, @WorkedMs, @PlannedSeconds,
              @CountedBy, @TouchesLeft, @TouchesRight, @CleanReps, @Slips, @LongestRun, @Clips, @TryTouches, @TryDropped,
              @Hits, @Misses, @IsLadder, @Events, @Detail)
            on conflict do nothing
            """,
            SetRow.From(work.Household, set));
        return added == 0
            ? new StoredSet(SetOutcome.KnownAlready, [])
            : new StoredSet(SetOutcome.Stored, await MarkStore.AddAsync(work, set));
    }

    /// <summary>Stores many new sets of one household at once, with their marks: demo data and benchmarks.</summary>
    public static async Task AddManyAsync(HouseholdWork work, IReadOnlyList<PracticeSet> sets)
    {
        await work.Connection.ExecuteAsync(
            $"""
            insert into practice_set ({SetRow.Columns})
            select {SetRow.Columns} from jsonb_populate_recordset(null::practice_set, @rows::jsonb)
            """,
            new { rows = JsonSerializer.Serialize(sets.Select(set => SetRow.From(work.Household, set)), ColumnNames) });
        var marks = sets.SelectMany(Scoring.MarksOf).ToList();
        var bests = marks.GroupBy(mark => mark.Key).SelectMany(key => BestChain.From(key)).ToHashSet();
        await MarkStore.InsertAsync(work, marks.Select(mark => MarkRow.From(mark, bests.Contains(mark))));
        foreach (var player in sets.GroupBy(set => set.PlayerId)) await SummaryStore.RefreshAsync(work, player.Key, player.Select(set => set.Day), player.Select(set => set.Drill));
    }

    /// <summary>A set of this household; nothing when there is none or it was removed.</summary>
    public static async Task<PracticeSet?> FindAsync(HouseholdWork work, Guid set)
    {
        var row = await work.Connection.QuerySingleOrDefaultAsync<SetRow>(
            $"select {SetRow.Columns} from practice_set where household_id = @Household and set_id = @set and removed_at is null",
            new { work.Household, set });
        return row?.ToSet();
    }

    /// <summary>The sets of one sitting in their order.</summary>
    public static async Task<IReadOnlyList<PracticeSet>> SessionAsync(HouseholdWork work, Guid session) =>
    [
        .. (await work.Connection.QueryAsync<SetRow>(
            $"""
            select {SetRow.Columns} from practice_set
            where household_id = @Household and session_id = @session and removed_at is null
            order by started_at, set_order
            """,
            new { work.Household, session })).Select(row => row.ToSet()),
    ];

    /// <summary>Puts corrected values in place of a set's; what it was is kept under the change's id. A change asked for twice happens once.</summary>
    public static Task<bool> CorrectAsync(HouseholdWork work, Guid change, PracticeSet set) =>
        ChangeAsync(work, change, set, () => work.Connection.ExecuteAsync(
            """
            update practice_set set
              started_at = @StartedAt, day = @Day, worked_ms = @WorkedMs, counted_by = @CountedBy,
              touches_left = @TouchesLeft, touches_right = @TouchesRight, clean_reps = @CleanReps, slips = @Slips,
              longest_run = @LongestRun, clips = @Clips, try_touches = @TryTouches, try_dropped = @TryDropped,
              hits = @Hits, misses = @Misses, events = @Events, detail = @Detail
            where household_id = @HouseholdId and set_id = @SetId
            """,
            SetRow.From(work.Household, set)));

    /// <summary>Takes a set out of the logbook and the records; its row stays, so that it can come back.</summary>
    public static Task<bool> RemoveAsync(HouseholdWork work, Guid change, PracticeSet set) =>
        ChangeAsync(work, change, set, () => work.Connection.ExecuteAsync(
            "update practice_set set removed_at = now() where household_id = @Household and set_id = @Id", new { work.Household, set.Id }));

    /// <summary>Brings back what a set was before a change, and the records with it. Returns the set, or nothing when there is no such change.</summary>
    public static async Task<PracticeSet?> UndoAsync(HouseholdWork work, Guid change)
    {
        var set = await work.Connection.QuerySingleOrDefaultAsync<SetRow>(
            $"""
            with was as (select (jsonb_populate_record(null::practice_set, before)).* from set_change where household_id = @Household and change_id = @change)
            select {SetRow.Columns} from was
            """,
            new { work.Household, change });
        if (set is null) return null;
        await LockPlayerAsync(work, set.PlayerId);
        var dayBefore = await work.Connection.ExecuteScalarAsync<DateOnly>(
            "select day from practice_set where household_id = @Household and set_id = @SetId", new { work.Household, set.SetId });
        await work.Connection.ExecuteAsync(
            """
            update practice_set s set
              started_at = was.started_at, day = was.day, worked_ms = was.worked_ms, counted_by = was.counted_by,
              touches_left = was.touches_left, touches_right = was.touches_right, clean_reps = was.clean_reps, slips = was.slips,
              longest_run = was.longest_run, clips = was.clips, try_touches = was.try_touches, try_dropped = was.try_dropped,
              hits = was.hits, misses = was.misses, events = was.events, detail = was.detail,
              removed_at = was.removed_at
            from (select (jsonb_populate_record(null::practice_set, before)).* from set_change where household_id = @Household and change_id = @change) was
            where s.household_id = @Household and s.set_id = was.set_id
            """,
            new { work.Household, change });
        await MarkStore.RewriteAsync(work, set.ToSet(), removed: false, dayBefore);
        return set.ToSet();
    }

    private static async Task<bool> ChangeAsync(HouseholdWork work, Guid change, PracticeSet set, Func<Task> doIt)
    {
        if (!await LockPlayerAsync(work, set.PlayerId)) return false;
        var dayBefore = await work.Connection.QuerySingleOrDefaultAsync<DateOnly?>(
            """
            insert into set_change (household_id, change_id, set_id, before)
            select household_id, @change, set_id, to_jsonb(s) from practice_set s
            where household_id = @Household and set_id = @Id and removed_at is null
            on conflict do nothing
            returning (before ->> 'day')::date
            """,
            new { work.Household, change, set.Id });
        if (dayBefore is null) return false;
        await doIt();
        var now = await FindAsync(work, set.Id);
        await MarkStore.RewriteAsync(work, now ?? set, removed: now is null, dayBefore.Value);
        return true;
    }

    // Sets of one player are judged one after the other: two at once would not see each other's bests.
    private static async Task<bool> LockPlayerAsync(HouseholdWork work, Guid player) =>
        await work.Connection.ExecuteScalarAsync<int?>(
            "select 1 from player where household_id = @Household and player_id = @player for no key update",
            new { work.Household, player }) is not null;
}

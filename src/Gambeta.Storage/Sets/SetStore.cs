using System.Text.Json;
using Dapper;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;

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

    /// <summary>This sitting has as many sets as one can have.</summary>
    SittingIsFull,

    /// <summary>The household wrote as much today as it may.</summary>
    TooMuchToday,
}

/// <summary>What became of a set, with the bests it is, as they stand.</summary>
public sealed record StoredSet(SetOutcome Outcome, IReadOnlyList<Mark> Bests);

/// <summary>Upper bounds on storing that a household never meets.</summary>
/// <param name="Today">The day on which it is counted.</param>
/// <param name="WritesADay">Things that a household may write that day.</param>
/// <param name="SetsASitting">Sets of one sitting.</param>
public sealed record StoringLimits(DateOnly Today, int WritesADay, int SetsASitting)
{
    /// <summary>No bounds, for what is made up here.</summary>
    public static readonly StoringLimits None = new(DateOnly.MinValue, int.MaxValue, int.MaxValue);
}

/// <summary>What became of a change that is to be taken back.</summary>
public enum UndoOutcome
{
    /// <summary>It is taken back, now or before.</summary>
    Undone,

    /// <summary>There is no such change.</summary>
    NoSuchChange,

    /// <summary>Something was changed on top of it: that has to be taken back first.</summary>
    ChangedSince,
}

/// <summary>Finished sets: stored once, corrected, removed and brought back.</summary>
public static class SetStore
{
    private static readonly JsonSerializerOptions ColumnNames = new() { PropertyNamingPolicy = JsonNamingPolicy.SnakeCaseLower };

    /// <summary>
    /// Stores a set in two round trips. The same id again, however late, changes nothing and is told the bests that it is. The work need
    /// not have said yet whose it is (<see cref="GambetaDatabase.OpenAsync"/>).
    /// </summary>
    public static async Task<StoredSet> AddAsync(HouseholdWork work, PracticeSet set, StoringLimits? limits = null)
    {
        var bounds = limits ?? StoringLimits.None;
        // One at a time for each player: two at once would not see each other's bests. What is refused below is never committed.
        await using var storing = await work.QueryMultipleAsync(
            $"""
            {GambetaDatabase.EnterSql};
            select 1 from player where household_id = @HouseholdId and player_id = @PlayerId for no key update;
            select count(*) from practice_set where household_id = @HouseholdId and session_id = @SessionId and set_id <> @SetId;

            with begun as (
              insert into sitting (household_id, session_id, player_id, outing_id, started_at)
              select household_id, @SessionId, player_id, @SessionId, @StartedAt from player
                where household_id = @HouseholdId and player_id = @PlayerId
              on conflict do nothing),
            added as (
              insert into practice_set ({SetColumns.Every})
              select {SetColumns.Values}
              from player where household_id = @HouseholdId and player_id = @PlayerId
              on conflict do nothing returning 1)
            select count(*)::int from added;

            {MarkStore.BestsSql}
            """,
            Parameters(work, set)
        );
        await storing.ReadAsync();
        var (isKnownPlayer, others) = (await storing.ReadSingleOrDefaultAsync<int?>() is not null, await storing.ReadSingleAsync<long>());
        var (isNew, standing) = (await storing.ReadSingleAsync<int>() > 0, await storing.ReadAsync<MarkRow>());
        await storing.DisposeAsync();
        if (!isKnownPlayer)
            return new StoredSet(SetOutcome.NoSuchPlayer, []);
        if (others >= bounds.SetsASitting)
            return new StoredSet(SetOutcome.SittingIsFull, []);
        if (!isNew)
            return new StoredSet(SetOutcome.KnownAlready, await MarkStore.BestsOfAsync(work, set.Id));
        var (bests, written) = await MarkStore.AddAsync(work, set, standing, bounds.Today);
        return written > bounds.WritesADay ? new StoredSet(SetOutcome.TooMuchToday, []) : new StoredSet(SetOutcome.Stored, bests);
    }

    private static DynamicParameters Parameters(HouseholdWork work, PracticeSet set)
    {
        var parameters = new DynamicParameters(SetRow.From(work.Household, set));
        parameters.Add("household", work.Household.ToString());
        return parameters;
    }

    /// <summary>Stores many new sets of one household at once, with their marks and sittings: demo data and benchmarks.</summary>
    public static async Task AddManyAsync(HouseholdWork work, IReadOnlyList<PracticeSet> sets, Func<PracticeSet, Control?>? said = null)
    {
        await work.ExecuteAsync(
            $"""
            insert into practice_set ({SetColumns.Every})
            select {SetColumns.Every} from jsonb_populate_recordset(null::practice_set, @rows::jsonb);

            insert into sitting (household_id, session_id, player_id, outing_id, started_at, ended_at)
            select household_id, session_id, player_id, session_id, min(started_at), max(started_at + worked_ms * interval '1 millisecond')
            from jsonb_populate_recordset(null::practice_set, @rows::jsonb) group by household_id, session_id, player_id
            on conflict do nothing
            """,
            new { rows = JsonSerializer.Serialize(sets.Select(set => SetRow.From(work.Household, set)), ColumnNames) }
        );
        var marks = sets.SelectMany(Scoring.MarksOf).ToList();
        var bests = marks.GroupBy(mark => mark.Key).SelectMany(key => BestChain.From(key)).ToHashSet();
        await MarkStore.InsertAsync(work, marks.Select(mark => MarkRow.From(mark, bests.Contains(mark))));
        foreach (var player in sets.GroupBy(set => set.PlayerId))
        {
            await SummaryStore.RefreshAsync(work, player.Key, player.Select(set => set.Day), player.Select(set => set.Drill));
            await VerdictStore.TellAsync(work, player.Key, [.. player.Select(set => new JudgedSet(set, said?.Invoke(set)))]);
        }
    }

    /// <summary>A set of this household with its taps; nothing when there is none or it was removed.</summary>
    public static async Task<PracticeSet?> FindAsync(HouseholdWork work, Guid set)
    {
        var row = await work.QuerySingleOrDefaultAsync<SetRow>(
            $"select {SetColumns.Every} from practice_set where household_id = @Household and set_id = @set and removed_at is null",
            new { work.Household, set }
        );
        return row?.ToSet();
    }

    /// <summary>The sets of one sitting in their order, without their taps; a sitting is bounded by what may be stored of one.</summary>
    public static async Task<IReadOnlyList<PracticeSet>> SessionAsync(HouseholdWork work, Guid session) =>
        [
            .. (
                await work.QueryAsync<SetRow>(
                    $"""
                    select {SetColumns.Light} from practice_set
                    where household_id = @Household and session_id = @session and removed_at is null
                    order by started_at, set_order limit @MostShown
                    """,
                    new
                    {
                        work.Household,
                        session,
                        MostShown,
                    }
                )
            ).Select(row => row.ToSet()),
        ];

    /// <summary>Most sets that any page reads at once: more than a sitting may have.</summary>
    public const int MostShown = 500;

    /// <summary>
    /// The latest timed rounds that were tapped one by one, with their taps: of a sitting or of a drill, <see cref="WithinRounds.Latest"/>
    /// a key at most. Taps beyond what a child's fingers make of a round are not read.
    /// </summary>
    public static async Task<IReadOnlyList<PracticeSet>> TappedAsync(
        HouseholdWork work,
        Guid player,
        string? drill = null,
        Guid? session = null
    ) =>
        [
            .. (
                await work.QueryAsync<SetRow>(
                    $"""
                    select {SetColumns.Every} from (
                      select {SetColumns.Every}, row_number() over (partition by drill, measured_by, feet, layout
                        order by started_at desc, set_id desc) back
                      from practice_set
                      where household_id = @Household and player_id = @player and (@drill::text is null or drill = @drill)
                        and (@session::uuid is null or session_id = @session)
                        and removed_at is null and planned_seconds is not null and events is not null
                          and length(events) <= @MostTaps) latest
                    where back <= @Latest limit @MostShown
                    """,
                    new
                    {
                        work.Household,
                        player,
                        drill,
                        session,
                        MostTaps,
                        WithinRounds.Latest,
                        MostShown,
                    }
                )
            ).Select(row => row.ToSet()),
        ];

    private const int MostTaps = 8000;

    /// <summary>The set of a sitting with the most touches that were tapped one by one, with its taps; nothing where nobody
    /// tapped.</summary>
    public static async Task<PracticeSet?> MostTappedAsync(HouseholdWork work, Guid session) =>
        (
            await work.QuerySingleOrDefaultAsync<SetRow>(
                $"""
                select {SetColumns.Every} from practice_set
                where household_id = @Household and session_id = @session and removed_at is null and events is not null
                order by touches_left + touches_right desc, set_id limit 1
                """,
                new { work.Household, session }
            )
        )?.ToSet();

    /// <summary>
    /// Lays corrected values over a set's. The taps, the layout and the plan stay, and what was counted while it was played is kept beside
    /// them; what the set was before stands under the change's id. A change asked for twice happens once.
    /// </summary>
    public static Task<bool> CorrectAsync(HouseholdWork work, Guid change, PracticeSet set) =>
        ChangeAsync(work, change, set, () => work.ExecuteAsync(
                $"""
                update practice_set s set
                  ({SetColumns.Mended}, played) = row(
                    {SetColumns.MendedValues},
                    coalesce(s.played, case when s.counted_by <> 'estimated' then to_jsonb(s) - array['household_id', 'set_id',
                      'session_id', 'player_id', 'events', 'played', 'removed_at'] end))
                where household_id = @HouseholdId and set_id = @SetId
                """,
                SetRow.From(work.Household, set)
            ));

    /// <summary>Takes a set out of the logbook and the records; its row stays, so that it can come back.</summary>
    public static Task<bool> RemoveAsync(HouseholdWork work, Guid change, PracticeSet set) =>
        ChangeAsync(work, change, set, () =>
            work.ExecuteAsync(
                "update practice_set set removed_at = now() where household_id = @Household and set_id = @Id",
                new { work.Household, set.Id }
            )
        );

    /// <summary>True when a change of this id was made to a set, so that asking for it again is answered as the first time.</summary>
    public static Task<bool> IsChangedByAsync(HouseholdWork work, Guid set, Guid change) =>
        work.ExecuteScalarAsync<bool>(
            "select exists (select from set_change where household_id = @Household and change_id = @change and set_id = @set)",
            new
            {
                work.Household,
                set,
                change,
            }
        );

    /// <summary>Takes one change back, and the records with it: that change only, and only while nothing was changed on top of
    /// it.</summary>
    public static async Task<UndoOutcome> UndoAsync(HouseholdWork work, Guid change)
    {
        var found = await work.QuerySingleOrDefaultAsync<(Guid Set, Guid Player, DateOnly Day)?>(
            """
            select s.set_id, s.player_id, s.day from set_change c join practice_set s on s.household_id = c.household_id
              and s.set_id = c.set_id
            where c.household_id = @Household and c.change_id = @change
            """,
            new { work.Household, change }
        );
        if (found is not { } asked)
            return UndoOutcome.NoSuchChange;
        await LockPlayerAsync(work, asked.Player);
        var (undone, changedSince) = await work.QuerySingleAsync<(bool, bool)>(
            """
            select c.undone_at is not null, exists (
              select from set_change l
                where l.household_id = @Household and l.set_id = c.set_id and l.turn > c.turn and l.undone_at is null)
            from set_change c where c.household_id = @Household and c.change_id = @change
            """,
            new { work.Household, change }
        );
        if (undone)
            return UndoOutcome.Undone;
        if (changedSince)
            return UndoOutcome.ChangedSince;
        var before = await work.QuerySingleAsync<(DateOnly, DateTime)>(
            $"""
            update practice_set s set
              ({SetColumns.Mended}, played, removed_at) = (select {SetColumns.Mended}, played, removed_at
                from jsonb_populate_record(null::practice_set, c.before)),
              -- Corrections from before what was played was kept under them took the taps along.
              events = coalesce(s.events, c.before ->> 'events')
            from set_change c, practice_set was
            where c.household_id = @Household and c.change_id = @change and s.household_id = @Household and s.set_id = c.set_id
              and was.household_id = @Household and was.set_id = c.set_id
            returning was.day, was.started_at
            """,
            new { work.Household, change }
        );
        await work.ExecuteAsync(
            "update set_change set undone_at = now() where household_id = @Household and change_id = @change",
            new { work.Household, change }
        );
        var now = await FindAsync(work, asked.Set);
        if (now is not null)
            await MarkStore.RewriteAsync(work, now, removed: false, before);
        return UndoOutcome.Undone;
    }

    private static async Task<bool> ChangeAsync(HouseholdWork work, Guid change, PracticeSet set, Func<Task> doIt)
    {
        if (!await LockPlayerAsync(work, set.PlayerId))
            return false;
        var before = await work.QuerySingleOrDefaultAsync<(DateOnly, DateTime)?>(
            """
            insert into set_change (household_id, change_id, set_id, before)
            select household_id, @change, set_id, to_jsonb(s) - 'events' from practice_set s
            where household_id = @Household and set_id = @Id and removed_at is null
            on conflict do nothing
            returning (before ->> 'day')::date, (before ->> 'started_at')::timestamptz
            """,
            new
            {
                work.Household,
                change,
                set.Id,
            }
        );
        if (before is null)
            return false;
        await doIt();
        var now = await FindAsync(work, set.Id);
        await MarkStore.RewriteAsync(work, now ?? set, removed: now is null, before.Value);
        return true;
    }

    private static async Task<bool> LockPlayerAsync(HouseholdWork work, Guid player) =>
        await work.ExecuteScalarAsync<int?>(
            "select 1 from player where household_id = @Household and player_id = @player for no key update",
            new { work.Household, player }
        )
            is not null;
}

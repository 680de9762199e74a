using Dapper;
using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Storage;

/// <summary>What stands about each drill and foot, and what is due to be worked out. The rules are the core's.</summary>
public static class VerdictStore
{
    /// <summary>
    /// Works out again what stands about some drills of a player, and what was decided after each of their sets since what changed: after a
    /// set came in, was mended, removed or brought back. Decisions after sets before that stay.
    /// </summary>
    private static async Task RefreshAsync(HouseholdWork work, Guid player, IReadOnlyList<DueRow> due, DrillCatalogue? catalogue = null)
    {
        var (asked, cards) = (due.Select(one => one.Drill).Order().ToArray(), catalogue ?? Cards);
        var keys = await KeySetsStore.SinceAsync(work, player, due.Select(one => (one.Drill, one.Since)), cards);
        var taken = (await DecisionStore.OfDrillsAsync(work, player, asked)).ToLookup(one => one.Key);
        var rows = new List<(FormKey Key, DateTime BeganAt, Verdict Verdict)>();
        var decided = new List<(FormKey Key, DecisionAfter Decision, DateTime At)>();
        foreach (var (sets, kept, beganAt) in keys)
        {
            var before = taken[sets.Key].Where(one => one.Nth < kept).OrderBy(one => one.Nth).ToList();
            var judged = Judged.Of(sets, kept, [.. before.Select(one => one.Kind)], cards);
            if (judged.Verdict is not null)
                rows.Add((sets.Key, beganAt, judged.Verdict));
            // Each after the one before it, also where two sets ended at once.
            var last = before.Count > 0 ? before[^1].At : DateTime.MinValue;
            foreach (var one in judged.Decisions)
            {
                var at = (one.After.StartedAt + one.After.Worked).UtcDateTime;
                last = at > last ? at : last.AddMicroseconds(1);
                decided.Add((sets.Key, one, last));
            }
        }
        var parameters = new DynamicParameters(
            new
            {
                work.Household,
                player,
                asked,
                Decision.Version,
                days = rows.Select(row => row.Verdict.LastDay).ToArray(),
                began = rows.Select(row => row.BeganAt).ToArray(),
                said = rows.Select(row => KeptVerdict.Write(row.Verdict)).ToArray(),
                kept = keys.Select(key => key.Kept).ToArray(),
                decidedNths = decided.Select(one => one.Decision.Nth).ToArray(),
                decidedTimes = decided.Select(one => one.At).ToArray(),
                decidedDays = decided.Select(one => one.Decision.After.Day).ToArray(),
                decidedKinds = decided.Select(one => one.Decision.Decision.Kind.ToKey()).ToArray(),
                decidedReasons = decided.Select(one => KeptDecision.Write(one.Decision.Decision)).ToArray(),
            }
        );
        KeyColumns.Add(parameters, "stands", rows.Select(row => row.Key));
        KeyColumns.Add(parameters, "kept", keys.Select(key => key.Sets.Key));
        KeyColumns.Add(parameters, "decided", decided.Select(one => one.Key));
        await work.ExecuteAsync(
            $"""
            delete from verdict where household_id = @Household and player_id = @player and drill = any(@asked);

            insert into verdict (household_id, player_id, drill, measure, feet, layout, last_day, began_at, said)
            select @Household, @player, * from unnest({KeyColumns.Of("stands")}, @days, @began, @said::jsonb[]);

            delete from decision d where household_id = @Household and player_id = @player and drill = any(@asked)
              and not exists (select from unnest({KeyColumns.Of("kept")}, @kept)
                k(drill, measure, feet, layout, kept)
                where k.drill = d.drill and k.measure = d.measure and k.feet = d.feet and k.layout = d.layout and d.nth < k.kept);

            insert into decision (household_id, player_id, drill, measure, feet, layout, nth, taken_at, day, kind, reasons, version)
            select @Household, @player, *, @Version from unnest({KeyColumns.Of("decided")}, @decidedNths, @decidedTimes, @decidedDays,
              @decidedKinds, @decidedReasons::jsonb[]);

            {CachedViewStore.JudgedSql}
            """,
            parameters
        );
    }

    /// <summary>
    /// Goes through sets that came all at once and keeps what would have been said before each of the latest <see cref="KeySets.Most"/> of
    /// a key: for histories that are made up. They are all sets of the player.
    /// </summary>
    public static async Task TellAsync(
        HouseholdWork work,
        Guid player,
        IReadOnlyCollection<JudgedSet> sets,
        DrillCatalogue? catalogue = null
    )
    {
        var (said, cards) = (new List<(Guid Set, string Said)>(), catalogue ?? Cards);
        foreach (var key in KeySets.AllOf(sets, cards))
        {
            var last = (Verdict?)null;
            foreach (var (_, set, form) in key.From(Math.Max(0, key.Count - KeySets.Most), cards))
            {
                if (last?.Dose == SetDose.Of(set.Set).Key)
                    said.Add((set.Set.Id, KeptVerdict.Write(last)));
                last = Verdict.Of(form, cards.Find(set.Set.Drill)) ?? last;
            }
        }
        await work.ExecuteAsync(
            """
            insert into said_before (household_id, set_id, player_id, said)
            select @Household, set_id, @player, said from unnest(@sets, @said::jsonb[]) one(set_id, said) on conflict do nothing
            """,
            new
            {
                work.Household,
                player,
                sets = said.Select(one => one.Set).ToArray(),
                said = said.Select(one => one.Said).ToArray(),
            }
        );
        await DueAsync(work, player, sets.Select(one => one.Set));
    }

    /// <summary>
    /// Keeps what stood about a set's key before it came in, where it was said of such a dose, and says that its drill is due: statements
    /// for the round trip that stores the set. The row of what is due is locked until the set is there: whoever works it out meanwhile
    /// waits, and sees it.
    /// </summary>
    internal const string PlayedSql = $"""
        insert into said_before (household_id, set_id, player_id, said)
        select @Household, @saidOf, @player, said from verdict
        where household_id = @Household and player_id = @player and drill = @saidDrill and measure = @saidMeasure
          and feet = @saidFeet and layout = @saidLayout and said ->> 'Dose' = @saidDose
        on conflict do nothing;
        {DueSql}
        """;

    /// <summary>The parameters of <see cref="PlayedSql"/>, the household and the player left out.</summary>
    internal static object Played(PracticeSet set) =>
        FormKey.Of(set) is var key
            ? new
            {
                saidOf = set.Id,
                saidDrill = key.Drill,
                saidMeasure = key.Measure.ToKey(),
                saidFeet = key.Feet.ToKey(),
                saidLayout = key.Layout,
                saidDose = SetDose.Of(set).Key,
                due = new[] { set.Drill },
                since = set.StartedAt.UtcDateTime,
            }
            : new { };

    // With the drills goes every other one of which a key was begun later: it may have begun where one of these stood. The player is locked
    // first, as where what is due is taken: two rows taken in another order would wait for each other.
    private const string DueSql = """
        insert into verdict_due (household_id, player_id, drill, since) select @Household, @player, drill, @since
        from (select unnest(@due) drill union
          select drill from verdict where household_id = @Household and player_id = @player and began_at > @since) due order by drill
        on conflict (household_id, player_id, drill) do update set since = least(verdict_due.since, excluded.since)
        """;

    /// <summary>Says that sets of some drills changed, the first of which began at a moment: what stands about them is worked out by
    /// whoever reads it next.</summary>
    public static Task DueAsync(HouseholdWork work, Guid player, IEnumerable<string> drills, DateTimeOffset since) =>
        work.ExecuteAsync(
            $"""
            select from player where household_id = @Household and player_id = @player for no key update;
            {DueSql}
            """,
            new
            {
                work.Household,
                player,
                since = since.UtcDateTime,
                due = drills.Distinct().Order().ToArray(),
            }
        );

    /// <summary>The same of sets that came or went.</summary>
    public static async Task DueAsync(HouseholdWork work, Guid player, IEnumerable<PracticeSet> sets)
    {
        var changed = sets.ToList();
        if (changed.Count > 0)
            await DueAsync(work, player, changed.Select(set => set.Drill), changed.Min(set => set.StartedAt));
    }

    /// <summary>Says that a player said something of drills in sittings: it weighs in what is decided after all sets of those
    /// sittings.</summary>
    public static async Task AnsweredAsync(HouseholdWork work, Guid player, IReadOnlyList<(Guid Session, string Drill)> said)
    {
        var since = await work.ExecuteScalarAsync<DateTime?>(
            """
            select min(started_at) from practice_set s join unnest(@sessions, @drills) said(session_id, drill) using (session_id, drill)
            where household_id = @Household
            """,
            new
            {
                work.Household,
                sessions = said.Select(one => one.Session).ToArray(),
                drills = said.Select(one => one.Drill).ToArray(),
            }
        );
        if (since is { } first)
            await DueAsync(work, player, said.Select(one => one.Drill), new DateTimeOffset(first, TimeSpan.Zero));
    }

    /// <summary>Says that a card changed that is played already: whatever was judged by it, or began where it stood, is judged
    /// anew.</summary>
    internal static Task CardsChangedAsync(HouseholdWork work, string[] drills) =>
        work.ExecuteAsync(
            """
            select from player where household_id = @Household order by player_id for no key update;
            insert into verdict_due (household_id, player_id, drill, since)
            select distinct household_id, player_id, drill, @Ever::timestamptz from verdict v where household_id = @Household
              and exists (select from verdict own where own.household_id = @Household and own.player_id = v.player_id
                and own.drill = any(@drills))
            order by player_id, drill
            on conflict (household_id, player_id, drill) do update set since = excluded.since
            """,
            new
            {
                work.Household,
                drills,
                KeySetsStore.Ever,
            }
        );

    /// <summary>Works out what is due.</summary>
    public static async Task SettleAsync(HouseholdWork work, Guid player, DrillCatalogue catalogue)
    {
        var due = (
            await work.QueryAsync<DueRow>(
                DueNowSql,
                new
                {
                    work.Household,
                    player,
                    drill = (string?)null,
                }
            )
        ).ToList();
        if (due.Count > 0)
            await RefreshAsync(work, player, due, catalogue);
    }

    /// <summary>What stands about the keys of a player, those played last first; of one drill or all.</summary>
    public static async Task<IReadOnlyList<Verdict>> AllAsync(
        HouseholdWork work,
        Guid player,
        DrillCatalogue? catalogue = null,
        string? drill = null
    ) => [.. (await RowsAsync(work, player, drill, catalogue)).Select(row => row.ToVerdict(player))];

    /// <summary>What <see cref="AllSql"/> asked for, by drill: only what is looked at is taken apart.</summary>
    internal static async Task<Func<string, IEnumerable<Verdict>>> AboutAsync(
        HouseholdWork work,
        Guid player,
        SqlMapper.GridReader rows,
        DrillCatalogue? catalogue
    )
    {
        var byDrill = (await SettledAsync(work, player, rows, null, catalogue)).ToLookup(row => row.Drill);
        return drill => byDrill[drill].Select(row => row.ToVerdict(player));
    }

    private static async Task<IReadOnlyList<VerdictRow>> RowsAsync(
        HouseholdWork work,
        Guid player,
        string? drill,
        DrillCatalogue? catalogue
    )
    {
        await using var rows = await work.QueryMultipleAsync(
            $"{AllSql}",
            new
            {
                work.Household,
                player,
                drill,
                DiaryStore.MostKeys,
            }
        );
        return await SettledAsync(work, player, rows, drill, catalogue);
    }

    /// <summary>Reads what <see cref="AllSql"/> asked for; where something was due it is worked out first. Nothing may follow it in that
    /// round trip.</summary>
    internal static async Task<IReadOnlyList<VerdictRow>> SettledAsync(
        HouseholdWork work,
        Guid player,
        SqlMapper.GridReader rows,
        string? drill,
        DrillCatalogue? catalogue
    )
    {
        var (due, read) = ((await rows.ReadAsync<DueRow>()).ToList(), (await rows.ReadAsync<VerdictRow>()).ToList());
        if (read.Exists(row => row.IsOutdated))
            work.VerdictsOutdated(player);
        if (due.Count == 0)
            return read;
        await rows.DisposeAsync();
        await RefreshAsync(work, player, due, catalogue);
        return await RowsAsync(work, player, drill, catalogue);
    }

    /// <summary>For each drill of a player the levels up or down to which the decisions of its feet lead.</summary>
    public static async Task<ILookup<string, int>> StepsAsync(HouseholdWork work, Guid player) =>
        (
            await work.QueryAsync<(string Drill, int Steps)>(
                "select distinct on (drill, feet) drill, coalesce((said ->> 'Steps')::int, 0) from verdict where household_id = "
                    + "@Household and player_id = @player order by drill, feet, last_day desc",
                new { work.Household, player }
            )
        ).ToLookup(row => row.Drill, row => row.Steps);

    // The player first and then what is due, as in storing a set: the other way round the two would wait for each other. Where nothing is
    // due nobody waits.
    private const string DueNowSql = """
        with one as (
          select player_id from player where household_id = @Household and player_id = @player
            and exists (select from verdict_due
              where household_id = @Household and player_id = @player and (@drill::text is null or drill = @drill))
          for no key update)
        delete from verdict_due d using one
          where d.household_id = @Household and d.player_id = one.player_id and (@drill::text is null or d.drill = @drill)
          returning d.drill, d.since
        """;

    /// <summary>Takes what is due, and reads what stands.</summary>
    internal static readonly string AllSql = $"""
        {DueNowSql};

        select drill, measure, feet, layout, last_day, said::text said, (said ->> 'Version')::int is distinct
          from {Decision.Version} is_outdated from verdict
        where household_id = @Household and player_id = @player
          and (@drill::text is null or drill = @drill) order by last_day desc limit @MostKeys
        """;

    /// <summary>
    /// Works out anew, by the rules as they are now, what stands about some of a player's drills that rules of another version judged; at
    /// most so many drills in one go, each go a transaction of its own. True where more are left.
    /// </summary>
    public static async Task<bool> RejudgeAsync(HouseholdWork work, Guid player, DrillCatalogue catalogue, int most = 4)
    {
        // The player first, as in storing a set.
        await work.ExecuteAsync(
            "select from player where household_id = @Household and player_id = @player for no key update",
            new { work.Household, player }
        );
        var drills = (
            await work.QueryAsync<string>(
                """
                select distinct drill from verdict
                  where household_id = @Household and player_id = @player and (said ->> 'Version')::int is distinct from @Version
                order by drill limit @most + 1
                """,
                new
                {
                    work.Household,
                    player,
                    Decision.Version,
                    most,
                }
            )
        ).ToList();
        if (drills.Count > 0)
            await RefreshAsync(
                work,
                player,
                [.. drills.Take(most).Select(drill => new DueRow { Drill = drill, Since = KeySetsStore.Ever })],
                catalogue
            );
        return drills.Count > most;
    }

    // Where nobody says whose cards they are: those that ship.
    private static readonly DrillCatalogue Cards = DrillCatalogue.Shipped();
}

/// <summary>A drill of which something changed.</summary>
internal sealed class DueRow
{
    public string Drill { get; init; } = "";

    /// <summary>The first of the sets that changed began then.</summary>
    public DateTime Since { get; init; }
}

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
    /// Works out again what stands about some drills of a player, from the latest sets of each key and what was said after them: after a
    /// set came in, was mended, removed or brought back. Decisions that differ from the last one of their key are added; none is changed.
    /// </summary>
    /// <param name="work">The work in progress.</param>
    /// <param name="player">The player.</param>
    /// <param name="drills">The drills.</param>
    /// <param name="catalogue">Where their cards are found.</param>
    private static async Task RefreshAsync(HouseholdWork work, Guid player, IEnumerable<string> drills, DrillCatalogue? catalogue = null)
    {
        var asked = drills.Distinct().Order().ToArray();
        var cards = catalogue ?? Cards;
        // The rungs below are read as well: a drill that is new begins where they stand.
        var read = await SetsAsync(work, player, [.. asked.Concat(asked.SelectMany(drill => cards.Find(drill)?.After ?? [])).Distinct()]);
        var verdicts = Verdict.Of(read.Forms(cards), cards).Where(verdict => asked.Contains(verdict.Key.Drill)).ToList();
        var taken = (await DecisionStore.OfDrillsAsync(work, player, asked)).ToLookup(one => one.Key, one => one.Kind);
        var rows = verdicts
            .Select(verdict =>
            {
                var before = taken[verdict.Key].ToList();
                var isNew = before.Count > 0 ? before[^1] != verdict.Decision.Kind : verdict.Decision.Kind != DecisionKind.TooEarly;
                return (
                    Verdict: verdict with
                    {
                        Steps = DrillLevels.Steps(isNew ? before.Append(verdict.Decision.Kind) : before),
                    },
                    IsNew: isNew
                );
            })
            .ToList();
        await work.ExecuteAsync(
            $"""
            delete from verdict where household_id = @Household and player_id = @player and drill = any(@asked);

            insert into verdict (household_id, player_id, drill, measure, feet, layout, last_day, said)
            select @Household, @player, * from unnest(@keys, @measures, @feet, @layouts, @days, @said::jsonb[]);

            insert into decision (household_id, player_id, drill, measure, feet, layout, day, kind, reasons, version)
            select @Household, @player, new.drill, new.measure, new.feet, new.layout, new.day, new.kind, new.reasons, @Version
            from unnest(@keys, @measures, @feet, @layouts, @days, @kinds, @reasons::jsonb[], @isNew) new(drill, measure, feet, layout,
              day, kind, reasons, is_new)
            where new.is_new;

            {CachedViewStore.JudgedSql}
            """,
            new
            {
                work.Household,
                player,
                asked,
                Decision.Version,
                keys = rows.Select(row => row.Verdict.Key.Drill).ToArray(),
                measures = rows.Select(row => row.Verdict.Key.Measure.ToKey()).ToArray(),
                feet = rows.Select(row => row.Verdict.Key.Feet.ToKey()).ToArray(),
                layouts = rows.Select(row => row.Verdict.Key.Layout).ToArray(),
                days = rows.Select(row => row.Verdict.LastDay).ToArray(),
                said = rows.Select(row => KeptVerdict.Write(row.Verdict)).ToArray(),
                kinds = rows.Select(row => row.Verdict.Decision.Kind.ToKey()).ToArray(),
                reasons = rows.Select(row => KeptDecision.Write(row.Verdict.Decision)).ToArray(),
                isNew = rows.Select(row => row.IsNew).ToArray(),
            }
        );
    }

    /// <summary>
    /// Goes through sets that came all at once, in the order in which they were played: what would have been said before each, and the
    /// decisions as they would have been taken; of the latest <see cref="Verdict.Reads"/> of each key. For histories that are taken in or
    /// made up; what was said and decided before stays.
    /// </summary>
    public static async Task TellAsync(
        HouseholdWork work,
        Guid player,
        IReadOnlyCollection<JudgedSet> sets,
        DrillCatalogue? catalogue = null
    )
    {
        var (said, taken) = (new List<(Guid Set, string Said)>(), new List<(Verdict Verdict, DateTime At)>());
        var cards = catalogue ?? Cards;
        var (forms, before) = (new PlayerForms(cards), new Dictionary<FormKey, Verdict>());
        foreach (
            var set in PlayerForms.InOrder(
                sets.GroupBy(one => FormKey.Of(one.Set)).SelectMany(key => PlayerForms.InOrder(key).TakeLast(Verdict.Reads))
            )
        )
        {
            var (key, now) = (FormKey.Of(set.Set), Verdict.Of(forms.Take(set), cards.Find(set.Set.Drill)));
            var last = before.GetValueOrDefault(key);
            if (last?.Dose == SetDose.Of(set.Set).Key)
                said.Add((set.Set.Id, KeptVerdict.Write(last)));
            if (now is null)
                continue;
            if (now.Decision.Kind != (last?.Decision.Kind ?? DecisionKind.TooEarly))
                taken.Add((now, (set.Set.StartedAt + set.Set.Worked).UtcDateTime));
            before[key] = now;
        }
        await work.ExecuteAsync(
            """
            insert into said_before (household_id, set_id, player_id, said)
            select @Household, set_id, @player, said from unnest(@sets, @said::jsonb[]) one(set_id, said) on conflict do nothing;

            insert into decision (household_id, player_id, drill, measure, feet, layout, day, kind, reasons, taken_at, version)
            select @Household, @player, *, @Version
              from unnest(@keys, @measures, @feet, @layouts, @days, @kinds, @reasons::jsonb[], @times) on conflict do nothing
            """,
            new
            {
                work.Household,
                player,
                Decision.Version,
                sets = said.Select(one => one.Set).ToArray(),
                said = said.Select(one => one.Said).ToArray(),
                keys = taken.Select(one => one.Verdict.Key.Drill).ToArray(),
                measures = taken.Select(one => one.Verdict.Key.Measure.ToKey()).ToArray(),
                feet = taken.Select(one => one.Verdict.Key.Feet.ToKey()).ToArray(),
                layouts = taken.Select(one => one.Verdict.Key.Layout).ToArray(),
                days = taken.Select(one => one.Verdict.LastDay).ToArray(),
                kinds = taken.Select(one => one.Verdict.Decision.Kind.ToKey()).ToArray(),
                reasons = taken.Select(one => KeptDecision.Write(one.Verdict.Decision)).ToArray(),
                times = taken.Select(one => one.At).ToArray(),
            }
        );
        await DueAsync(work, player, sets.Select(one => one.Set.Drill));
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
            }
            : new { };

    private const string DueSql = """
        insert into verdict_due (household_id, player_id, drill) select @Household, @player, unnest(@due)
        on conflict (household_id, player_id, drill) do update set drill = excluded.drill
        """;

    /// <summary>Says that something changed of some drills: what stands about them is worked out by whoever reads it next.</summary>
    public static Task DueAsync(HouseholdWork work, Guid player, IEnumerable<string> drills) =>
        work.ExecuteAsync(
            DueSql,
            new
            {
                work.Household,
                player,
                due = drills.Distinct().Order().ToArray(),
            }
        );

    /// <summary>Works out what is due.</summary>
    public static async Task SettleAsync(HouseholdWork work, Guid player, DrillCatalogue catalogue)
    {
        var due = (
            await work.QueryAsync<string>(
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
        var (due, read) = ((await rows.ReadAsync<string>()).ToList(), (await rows.ReadAsync<VerdictRow>()).ToList());
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

    // The player's latest word about a drill in the sitting of a set s.
    private const string WordSql =
        "(select control from drill_answer a where a.household_id = @Household and a.session_id = s.session_id and a.drill = "
        + "s.drill and a.control is not null order by answered_at desc limit 1)";

    /// <summary>
    /// The latest sets of some drills, with what the player said about the drill in that sitting: at most <see cref="Verdict.Reads"/> a
    /// key. Of those before them the bests.
    /// </summary>
    public static async Task<ReadSets> SetsAsync(HouseholdWork work, Guid player, string[] drills)
    {
        var rows = (
            await work.QueryAsync<JudgedRow>(
                $"""
                select {SetColumns.Light}, said, back > @Reads is_older from (
                  select {SetColumns.Light},
                    {WordSql} said,
                    row_number() over (partition by drill, measured_by, feet, layout order by started_at desc, set_id desc) back
                  from practice_set s
                  where household_id = @Household and player_id = @player and drill = any(@drills) and removed_at is null) latest
                where back <= @Reads or set_id in (select set_id from mark
                  where household_id = @Household and player_id = @player and drill = any(@drills) and is_best)
                """,
                new
                {
                    work.Household,
                    player,
                    drills,
                    Verdict.Reads,
                }
            )
        ).ToLookup(row => row.IsOlder, row => row.ToJudged());
        return new ReadSets([.. rows[false]], [.. rows[true].Select(one => one.Set)]);
    }

    /// <summary>The sets of a player between two days, oldest first, of one drill or all, with what the player said: what is taken out as a
    /// diary.</summary>
    public static async Task<IReadOnlyList<JudgedSet>> SpanAsync(
        HouseholdWork work,
        Guid player,
        DateOnly from,
        DateOnly to,
        string? drill,
        int most
    ) =>
        [
            .. (
                await work.QueryAsync<JudgedRow>(
                    $"""
                    select {SetColumns.Light},
                      {WordSql} said
                    from practice_set s
                    where household_id = @Household and player_id = @player and day between @from and @to
                      and (@drill::text is null or drill = @drill) and removed_at is null
                    order by started_at, set_order, set_id limit @most
                    """,
                    new
                    {
                        work.Household,
                        player,
                        from,
                        to,
                        drill,
                        most,
                    }
                )
            ).Select(row => row.ToJudged()),
        ];

    // The player first and then what is due, as in storing a set: the other way round the two would wait for each other. Where nothing is
    // due nobody waits.
    private const string DueNowSql = """
        with one as (
          select player_id from player where household_id = @Household and player_id = @player
            and exists (select from verdict_due
              where household_id = @Household and player_id = @player and (@drill::text is null or drill = @drill))
          for no key update)
        delete from verdict_due d using one
          where d.household_id = @Household and d.player_id = one.player_id and (@drill::text is null or d.drill = @drill) returning d.drill
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
            await RefreshAsync(work, player, drills.Take(most), catalogue);
        return drills.Count > most;
    }

    // Where nobody says whose cards they are: those that ship.
    private static readonly DrillCatalogue Cards = DrillCatalogue.Shipped();
}

/// <summary>Sets that were read to be judged.</summary>
/// <param name="Latest">The latest of each key.</param>
/// <param name="OlderBests">The bests from before them.</param>
public sealed record ReadSets(IReadOnlyList<JudgedSet> Latest, IReadOnlyList<PracticeSet> OlderBests)
{
    /// <summary>What is known of the player from them.</summary>
    public PlayerForms Forms(DrillCatalogue catalogue) => PlayerForms.Of(catalogue, Latest, OlderBests);
}

/// <summary>A set's row with what the player said.</summary>
internal sealed class JudgedRow : SetRow
{
    public string? Said { get; init; }
    public bool IsOlder { get; init; }

    public JudgedSet ToJudged() => new(ToSet(), Said is null ? null : Stored.Word<Control>(Said));
}

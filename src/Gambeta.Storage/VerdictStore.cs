using System.Text.Json;
using Dapper;
using Gambeta.Core;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Judgement;
using Gambeta.Core.Measuring;
using Gambeta.Core.Records;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Storage;

/// <summary>What was said before a set, and what it came to.</summary>
/// <param name="Set">The set.</param>
/// <param name="Measure">What the values are of.</param>
/// <param name="Target">The target, as it is said.</param>
/// <param name="Units">The same in units of its model.</param>
/// <param name="Chance">The chance that was given to it.</param>
public sealed record SaidOfSet(Guid Set, Measure Measure, decimal Target, int Units, double Chance);

/// <summary>A decision as it was taken.</summary>
public sealed record TakenDecision(FormKey Key, DateOnly Day, DecisionKind Kind);

/// <summary>What stands about each drill and foot, what was said before each set, and the decisions as they were taken. The rules are the core's.</summary>
public static class VerdictStore
{
    /// <summary>
    /// Works out again what stands about some drills of a player, from the latest sets of each key and what was said after them: after a set came in, was mended,
    /// removed or brought back. Decisions that differ from the last one of their key are added; none is changed.
    /// </summary>
    /// <param name="work">The work in progress.</param>
    /// <param name="player">The player.</param>
    /// <param name="drills">The drills.</param>
    /// <param name="catalogue">Where their cards are found.</param>
    private static async Task RefreshAsync(HouseholdWork work, Guid player, IEnumerable<string> drills, DrillCatalogue? catalogue = null)
    {
        var asked = drills.Distinct().Order().ToArray();
        var sets = await SetsAsync(work, player, asked);
        var verdicts = sets.GroupBy(one => one.Set.Drill).SelectMany(drill => Verdict.Of(drill, (catalogue ?? Cards).Find(drill.Key))).ToList();
        await work.ExecuteAsync(
            """
            delete from verdict where household_id = @Household and player_id = @player and drill = any(@asked);

            insert into verdict (household_id, player_id, drill, measure, feet, layout, last_day, said)
            select @Household, @player, * from unnest(@keys, @measures, @feet, @layouts, @days, @said::jsonb[]);

            insert into decision (household_id, player_id, drill, measure, feet, layout, day, kind, reasons, version)
            select @Household, @player, new.drill, new.measure, new.feet, new.layout, new.day, new.kind, new.reasons, @Version
            from unnest(@keys, @measures, @feet, @layouts, @days, @kinds, @reasons::jsonb[]) new(drill, measure, feet, layout, day, kind, reasons)
            left join lateral (
              select kind from decision d
              where d.household_id = @Household and d.player_id = @player and d.drill = new.drill and d.measure = new.measure and d.feet = new.feet and d.layout = new.layout
              order by taken_at desc limit 1) last on true
            where last.kind is distinct from new.kind and (last.kind is not null or new.kind <> 'too early')
            """,
            new
            {
                work.Household,
                player,
                asked,
                Decision.Version,
                keys = verdicts.Select(v => v.Key.Drill).ToArray(),
                measures = verdicts.Select(v => v.Key.Measure.ToKey()).ToArray(),
                feet = verdicts.Select(v => v.Key.Feet.ToKey()).ToArray(),
                layouts = verdicts.Select(v => v.Key.Layout).ToArray(),
                days = verdicts.Select(v => v.LastDay).ToArray(),
                said = verdicts.Select(v => JsonSerializer.Serialize(Said.Of(v))).ToArray(),
                kinds = verdicts.Select(v => v.Decision.Kind.ToKey()).ToArray(),
                reasons = verdicts.Select(v => JsonSerializer.Serialize(v.Decision)).ToArray(),
            });
    }

    /// <summary>
    /// Goes through sets that came all at once, in the order in which they were played: what would have been said before each, and the decisions as they would have
    /// been taken; of the latest <see cref="Verdict.Reads"/> of each key. For histories that are taken in or made up; what was said and decided before stays.
    /// </summary>
    public static async Task TellAsync(HouseholdWork work, Guid player, IReadOnlyCollection<JudgedSet> sets, DrillCatalogue? catalogue = null)
    {
        var (said, taken) = (new List<(Guid Set, string Said)>(), new List<(Verdict Verdict, DateTime At)>());
        foreach (var key in sets.GroupBy(one => FormKey.Of(one.Set)))
        {
            var (form, before, card) = (KeyForm.Empty(key.Key), (Verdict?)null, (catalogue ?? Cards).Find(key.Key.Drill));
            foreach (var set in key.OrderBy(one => one.Set.StartedAt).ThenBy(one => one.Set.Id).TakeLast(Verdict.Reads))
            {
                if (before?.Dose == SetDose.Of(set.Set).Key) said.Add((set.Set.Id, JsonSerializer.Serialize(Said.Of(before!))));
                form = form.With(set);
                var now = Verdict.Of(form, card);
                if (now is not null && now.Decision.Kind != (before?.Decision.Kind ?? DecisionKind.TooEarly)) taken.Add((now, (set.Set.StartedAt + set.Set.Worked).UtcDateTime));
                before = now;
            }
        }
        await work.ExecuteAsync(
            """
            insert into said_before (household_id, set_id, player_id, said)
            select @Household, set_id, @player, said from unnest(@sets, @said::jsonb[]) one(set_id, said) on conflict do nothing;

            insert into decision (household_id, player_id, drill, measure, feet, layout, day, kind, reasons, taken_at, version)
            select @Household, @player, *, @Version from unnest(@keys, @measures, @feet, @layouts, @days, @kinds, @reasons::jsonb[], @times) on conflict do nothing
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
                reasons = taken.Select(one => JsonSerializer.Serialize(one.Verdict.Decision)).ToArray(),
                times = taken.Select(one => one.At).ToArray(),
            });
        await DueAsync(work, player, sets.Select(one => one.Set.Drill));
    }

    /// <summary>
    /// Keeps what stood about a set's key before it came in, where it was said of such a dose, and says that its drill is due: statements for the round trip that
    /// stores the set. The row of what is due is locked until the set is there: whoever works it out meanwhile waits, and sees it.
    /// </summary>
    internal const string PlayedSql =
        $"""
        insert into said_before (household_id, set_id, player_id, said)
        select @Household, @saidOf, @player, said from verdict
        where household_id = @Household and player_id = @player and drill = @saidDrill and measure = @saidMeasure and feet = @saidFeet and layout = @saidLayout and said ->> 'Dose' = @saidDose
        on conflict do nothing;
        {DueSql}
        """;

    /// <summary>The parameters of <see cref="PlayedSql"/>, the household and the player left out.</summary>
    internal static object Played(PracticeSet set) => FormKey.Of(set) is var key
        ? new { saidOf = set.Id, saidDrill = key.Drill, saidMeasure = key.Measure.ToKey(), saidFeet = key.Feet.ToKey(), saidLayout = key.Layout, saidDose = SetDose.Of(set).Key, due = new[] { set.Drill } }
        : new { };

    private const string DueSql =
        """
        insert into verdict_due (household_id, player_id, drill) select @Household, @player, unnest(@due)
        on conflict (household_id, player_id, drill) do update set drill = excluded.drill
        """;

    /// <summary>Says that something changed of some drills: what stands about them is worked out by whoever reads it next.</summary>
    public static Task DueAsync(HouseholdWork work, Guid player, IEnumerable<string> drills) => work.ExecuteAsync(DueSql, new { work.Household, player, due = drills.Distinct().Order().ToArray() });

    /// <summary>What stands about the keys of a player, those played last first; of one drill or all.</summary>
    public static async Task<IReadOnlyList<Verdict>> AllAsync(HouseholdWork work, Guid player, string? drill = null) => [.. (await RowsAsync(work, player, drill)).Select(row => row.ToVerdict(player))];

    /// <summary>What <see cref="AllSql"/> asked for, by drill: only what is looked at is taken apart.</summary>
    internal static async Task<Func<string, IEnumerable<Verdict>>> AboutAsync(HouseholdWork work, Guid player, SqlMapper.GridReader rows)
    {
        var byDrill = (await SettledAsync(work, player, rows)).ToLookup(row => row.Drill);
        return drill => byDrill[drill].Select(row => row.ToVerdict(player));
    }

    private static async Task<IReadOnlyList<VerdictRow>> RowsAsync(HouseholdWork work, Guid player, string? drill)
    {
        await using var rows = await work.QueryMultipleAsync($"{AllSql}", new { work.Household, player, drill, DiaryStore.MostKeys });
        return await SettledAsync(work, player, rows, drill);
    }

    /// <summary>Reads what <see cref="AllSql"/> asked for; where something was due it is worked out first. Nothing may follow it in that round trip.</summary>
    internal static async Task<IReadOnlyList<VerdictRow>> SettledAsync(HouseholdWork work, Guid player, SqlMapper.GridReader rows, string? drill = null)
    {
        var (due, read) = ((await rows.ReadAsync<string>()).ToList(), (await rows.ReadAsync<VerdictRow>()).ToList());
        if (due.Count == 0) return read;
        await rows.DisposeAsync();
        await RefreshAsync(work, player, due);
        return await RowsAsync(work, player, drill);
    }

    /// <summary>What was said before the sets of a sitting, or before the latest sets of a player.</summary>
    public static async Task<IReadOnlyList<SaidOfSet>> SaidAsync(HouseholdWork work, Guid player, Guid? session, int most = 500) =>
    [
        .. (await work.QueryAsync<(Guid Set, string Said)>(
            """
            select b.set_id, b.said::text from said_before b join practice_set s on s.household_id = b.household_id and s.set_id = b.set_id
            where b.household_id = @Household and b.player_id = @player and (@session::uuid is null or s.session_id = @session) and s.removed_at is null
            order by s.started_at desc limit @most
            """,
            new { work.Household, player, session, most })).Select(row => JsonSerializer.Deserialize<Said>(row.Said)! is var said
                ? new SaidOfSet(row.Set, Measure.Parse(said.Measure), said.NextSet.Value / (decimal)said.UnitsInOne, said.NextSet.Value, said.NextSet.Chance)
                : null!),
    ];

    /// <summary>The decisions of a player, latest first; of one drill or all.</summary>
    public static async Task<IReadOnlyList<TakenDecision>> DecisionsAsync(HouseholdWork work, Guid player, string? drill = null, int most = 100) =>
    [
        .. (await work.QueryAsync<(string Drill, string Measure, string Feet, string Layout, DateOnly Day, string Kind)>(
            """
            select drill, measure, feet, layout, day, kind from decision
            where household_id = @Household and player_id = @player and (@drill::text is null or drill = @drill) order by taken_at desc limit @most
            """,
            new { work.Household, player, drill, most })).Select(row => new TakenDecision(
                new FormKey(player, row.Drill, Stored.Word<MeasuredBy>(row.Measure), Stored.Word<Feet>(row.Feet), row.Layout), row.Day, Stored.Word<DecisionKind>(row.Kind))),
    ];

    // The player's latest word about a drill in the sitting of a set s.
    private const string WordSql =
        "(select control from drill_answer a where a.household_id = @Household and a.session_id = s.session_id and a.drill = s.drill and a.control is not null order by answered_at desc limit 1)";

    /// <summary>The latest sets of some drills, with what the player said about the drill in that sitting: at most <see cref="Verdict.Reads"/> a key.</summary>
    public static async Task<IReadOnlyList<JudgedSet>> SetsAsync(HouseholdWork work, Guid player, string[] drills) =>
    [
        .. (await work.QueryAsync<JudgedRow>(
            $"""
            select {SetColumns.Light}, said from (
              select {SetColumns.Light},
                {WordSql} said,
                row_number() over (partition by drill, measured_by, feet, layout order by started_at desc, set_id desc) back
              from practice_set s
              where household_id = @Household and player_id = @player and drill = any(@drills) and removed_at is null) latest
            where back <= @Reads
            """,
            new { work.Household, player, drills, Verdict.Reads })).Select(row => row.ToJudged()),
    ];

    /// <summary>The sets of a player between two days, oldest first, of one drill or all, with what the player said: what is taken out as a diary.</summary>
    public static async Task<IReadOnlyList<JudgedSet>> SpanAsync(HouseholdWork work, Guid player, DateOnly from, DateOnly to, string? drill, int most) =>
    [
        .. (await work.QueryAsync<JudgedRow>(
            $"""
            select {SetColumns.Light},
              {WordSql} said
            from practice_set s
            where household_id = @Household and player_id = @player and day between @from and @to and (@drill::text is null or drill = @drill) and removed_at is null
            order by started_at, set_order, set_id limit @most
            """,
            new { work.Household, player, from, to, drill, most })).Select(row => row.ToJudged()),
    ];

    /// <summary>Takes what is due, and reads what stands.</summary>
    internal const string AllSql =
        """
        delete from verdict_due where household_id = @Household and player_id = @player and (@drill::text is null or drill = @drill) returning drill;

        select drill, measure, feet, layout, last_day, said::text said from verdict
        where household_id = @Household and player_id = @player and (@drill::text is null or drill = @drill) order by last_day desc limit @MostKeys
        """;

    // Own cards are not needed here: their bars are the usual ones.
    private static readonly DrillCatalogue Cards = DrillCatalogue.Shipped();

    internal sealed class VerdictRow
    {
        public string Drill { get; init; } = "";
        public string Measure { get; init; } = "";
        public string Feet { get; init; } = "";
        public string Layout { get; init; } = "";
        public DateOnly LastDay { get; init; }
        public string Said { get; init; } = "";

        public Verdict ToVerdict(Guid player) => JsonSerializer.Deserialize<VerdictStore.Said>(Said)!.ToVerdict(new FormKey(player, Drill, Stored.Word<MeasuredBy>(Measure), Stored.Word<Feet>(Feet), Layout), LastDay);
    }

    internal sealed record Said(string Measure, string Dose, int SetsADay, Target NextSet, Target NextDay, Quantiles Quantiles, int UnitsInOne, Decision Decision, double Learning)
    {
        public static Said Of(Verdict v) => new(v.Measure.ToString(), v.Dose, v.SetsADay, v.NextSet, v.NextDay, v.Quantiles, v.UnitsInOne, v.Decision, v.Learning);

        public Verdict ToVerdict(FormKey key, DateOnly lastDay) => new(key, lastDay, Core.Records.Measure.Parse(Measure), Dose, SetsADay, NextSet, NextDay, Quantiles, UnitsInOne, Decision, Learning);
    }
}

/// <summary>A set's row with what the player said.</summary>
internal sealed class JudgedRow : SetRow
{
    public string? Said { get; init; }

    public JudgedSet ToJudged() => new(ToSet(), Said is null ? null : Stored.Word<Control>(Said));
}

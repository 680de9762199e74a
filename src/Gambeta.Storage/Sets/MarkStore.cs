using Dapper;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Storage;

/// <summary>Marks and the chains of bests among them. The rules are the core's; this only keeps what they say.</summary>
internal static class MarkStore
{
    private const string Columns = "set_id, measure, player_id, drill, feet, layout, value, made_at, day, is_best";

    /// <summary>The marks of a set that are bests as they stand.</summary>
    public static async Task<IReadOnlyList<Mark>> BestsOfAsync(HouseholdWork work, Guid set) =>
        [
            .. (
                await work.QueryAsync<MarkRow>(
                    $"select {Columns} from mark where household_id = @Household and set_id = @set and is_best",
                    new { work.Household, set }
                )
            )
                .Select(row => row.ToMark())
                .Order(),
        ];

    /// <summary>The bests of a player in a drill, for a query that reads them in the same round trip.</summary>
    internal const string BestsSql =
        $"select {Columns} from mark where household_id = @HouseholdId and player_id = @PlayerId and drill = @Drill and is_best";

    /// <summary>
    /// Adds the marks of a new set, mends the chains they enter, from the chains alone, works out what follows from both, and counts the
    /// set among what was written today, all in one round trip. Returns the marks that are bests now, and how much the household wrote.
    /// </summary>
    /// <param name="work">The work in progress.</param>
    /// <param name="set">The new set.</param>
    /// <param name="standing">The bests of its player in its drill until now.</param>
    /// <param name="today">The day on which it is written.</param>
    public static async Task<(IReadOnlyList<Mark> Bests, int Written)> AddAsync(
        HouseholdWork work,
        PracticeSet set,
        IEnumerable<MarkRow> standing,
        DateOnly today
    )
    {
        var marks = Scoring.MarksOf(set).ToList();
        var bests = standing.Select(row => row.ToMark()).ToLookup(mark => mark.Key);
        var chains = marks.ToDictionary(mark => mark, mark => BestChain.With([.. bests[mark.Key].Order()], mark));
        var beaten = marks.SelectMany(mark => bests[mark.Key].Except(chains[mark])).ToList();
        var parameters = SummaryStore.Parameters(work, set.PlayerId, [set.Day, .. beaten.Select(mark => mark.Day)], [set.Drill]);
        AddRows(parameters, marks.Select(mark => MarkRow.From(mark, chains[mark].Contains(mark))));
        parameters.AddDynamicParams(
            new
            {
                writer = set.PlayerId,
                today,
                beatenSets = beaten.Select(mark => mark.SetId).ToArray(),
                beatenMeasures = beaten.Select(mark => mark.Key.Measure.ToString()).ToArray(),
            }
        );
        parameters.AddDynamicParams(VerdictStore.Played(set));
        var written = await work.ExecuteScalarAsync<int>(
            $"""
            {VerdictStore.PlayedSql};
            {(marks.Count > 0 ? InsertSql + ";" : "")}
            {(beaten.Count > 0 ? BeatenSql + ";" : "")}
            {SummaryStore.WriteSql};
            {WrittenStore.TakeSql}
            """,
            parameters
        );
        return ([.. marks.Where(mark => chains[mark].Contains(mark))], written);
    }

    private const string BeatenSql = """
        update mark m set is_best = false from unnest(@beatenSets, @beatenMeasures) beaten(set_id, measure)
        where m.household_id = @Household and m.set_id = beaten.set_id and m.measure = beaten.measure
        """;

    /// <summary>Writes the marks of a set anew (none when it was removed) and judges every chain of its player and drill again.</summary>
    /// <param name="work">The work in progress.</param>
    /// <param name="set">The set as it is now.</param>
    /// <param name="removed">Whether it was removed.</param>
    /// <param name="before">The day it counted for before, and when it began.</param>
    public static async Task RewriteAsync(HouseholdWork work, PracticeSet set, bool removed, (DateOnly Day, DateTime StartedAt) before)
    {
        await work.ExecuteAsync("delete from mark where household_id = @Household and set_id = @Id", new { work.Household, set.Id });
        if (!removed)
            await InsertAsync(work, Scoring.MarksOf(set).Select(mark => MarkRow.From(mark, isBest: false)));
        var turned = await JudgeAgainAsync(work, set.PlayerId, set.Drill);
        await SummaryStore.RefreshAsync(work, set.PlayerId, [set.Day, before.Day, .. turned], [set.Drill]);
        var (was, now) = (new DateTimeOffset(before.StartedAt, TimeSpan.Zero), set.StartedAt);
        await VerdictStore.DueAsync(work, set.PlayerId, [set.Drill], was < now ? was : now);
    }

    /// <summary>Judges every chain of a player and drill again. Returns the days of the marks that turned.</summary>
    public static async Task<IEnumerable<DateOnly>> JudgeAgainAsync(HouseholdWork work, Guid player, string drill)
    {
        var all = (
            await work.QueryAsync<MarkRow>(
                $"select {Columns} from mark where household_id = @Household and player_id = @player and drill = @drill",
                new
                {
                    work.Household,
                    player,
                    drill,
                }
            )
        ).Select(row => row.ToMark());
        var bests = all.GroupBy(mark => mark.Key).SelectMany(key => BestChain.From(key)).ToList();
        return await work.QueryAsync<DateOnly>(
            """
            update mark m set is_best = not is_best
            where household_id = @Household and player_id = @player and drill = @drill
              and is_best <> exists (select from unnest(@sets, @measures) best(set_id, measure)
                where best.set_id = m.set_id and best.measure = m.measure)
            returning day
            """,
            new
            {
                work.Household,
                player,
                drill,
                sets = bests.Select(mark => mark.SetId).ToArray(),
                measures = bests.Select(mark => mark.Key.Measure.ToString()).ToArray(),
            }
        );
    }

    /// <summary>Adds marks in one statement.</summary>
    public static Task InsertAsync(HouseholdWork work, IEnumerable<MarkRow> marks)
    {
        var parameters = new DynamicParameters(new { work.Household });
        AddRows(parameters, marks);
        return work.ExecuteAsync(InsertSql, parameters);
    }

    private const string InsertSql = $"""
        insert into mark (household_id, {Columns})
        select @Household, * from unnest(@sets, @measures, @players, @markDrills, @feet, @layouts, @values, @times, @markDays, @bests)
        """;

    private static void AddRows(DynamicParameters parameters, IEnumerable<MarkRow> marks)
    {
        var rows = marks.ToList();
        parameters.AddDynamicParams(
            new
            {
                sets = rows.Select(m => m.SetId).ToArray(),
                measures = rows.Select(m => m.Measure).ToArray(),
                players = rows.Select(m => m.PlayerId).ToArray(),
                markDrills = rows.Select(m => m.Drill).ToArray(),
                feet = rows.Select(m => m.Feet).ToArray(),
                layouts = rows.Select(m => m.Layout).ToArray(),
                values = rows.Select(m => m.Value).ToArray(),
                times = rows.Select(m => m.MadeAt).ToArray(),
                markDays = rows.Select(m => m.Day).ToArray(),
                bests = rows.Select(m => m.IsBest).ToArray(),
            }
        );
    }
}

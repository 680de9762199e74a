using Dapper;
using Gambeta.Core.Practice;
using Gambeta.Core.Records;

namespace Gambeta.Storage;

/// <summary>Marks and the chains of bests among them. The rules are the core's; this only keeps what they say.</summary>
internal static class MarkStore
{
    private const string Columns = "set_id, measure, player_id, drill, feet, layout, value, made_at, day, is_best";

    /// <summary>Adds the marks of a new set and mends the chains they enter, from the chains alone. Returns the marks that are bests now.</summary>
    public static async Task<IReadOnlyList<Mark>> AddAsync(HouseholdWork work, PracticeSet set)
    {
        var marks = Scoring.MarksOf(set).ToList();
        if (marks.Count == 0)
        {
            await SummaryStore.RefreshAsync(work, set.PlayerId, [set.Day], [set.Drill]);
            return [];
        }
        var bests = (await work.Connection.QueryAsync<MarkRow>(
            $"""
            select {Columns} from mark
            where household_id = @Household and player_id = @PlayerId and drill = @Drill and is_best
            """,
            new { work.Household, set.PlayerId, set.Drill })).Select(row => row.ToMark()).ToLookup(mark => mark.Key);
        var chains = marks.ToDictionary(mark => mark, mark => BestChain.With([.. bests[mark.Key].Order()], mark));
        await InsertAsync(work, marks.Select(mark => MarkRow.From(mark, chains[mark].Contains(mark))));
        var days = new List<DateOnly> { set.Day };
        foreach (var mark in marks)
        {
            var beaten = bests[mark.Key].Except(chains[mark]).ToList();
            if (beaten.Count == 0) continue;
            days.AddRange(beaten.Select(m => m.Day));
            await work.Connection.ExecuteAsync(
                "update mark set is_best = false where household_id = @Household and measure = @measure and set_id = any(@sets)",
                new { work.Household, measure = mark.Key.Measure.ToString(), sets = beaten.Select(m => m.SetId).ToArray() });
        }
        await SummaryStore.RefreshAsync(work, set.PlayerId, days, [set.Drill]);
        return [.. marks.Where(mark => chains[mark].Contains(mark))];
    }

    /// <summary>Writes the marks of a set anew (none when it was removed) and judges every chain of its player and drill again.</summary>
    /// <param name="work">The work in progress.</param>
    /// <param name="set">The set as it is now.</param>
    /// <param name="removed">Whether it was removed.</param>
    /// <param name="dayBefore">The day it counted for before.</param>
    public static async Task RewriteAsync(HouseholdWork work, PracticeSet set, bool removed, DateOnly dayBefore)
    {
        await work.Connection.ExecuteAsync(
            "delete from mark where household_id = @Household and set_id = @Id", new { work.Household, set.Id });
        if (!removed) await InsertAsync(work, Scoring.MarksOf(set).Select(mark => MarkRow.From(mark, isBest: false)));
        var all = (await work.Connection.QueryAsync<MarkRow>(
            $"select {Columns} from mark where household_id = @Household and player_id = @PlayerId and drill = @Drill",
            new { work.Household, set.PlayerId, set.Drill })).Select(row => row.ToMark());
        var bests = all.GroupBy(mark => mark.Key).SelectMany(key => BestChain.From(key)).ToList();
        var turned = await work.Connection.QueryAsync<DateOnly>(
            """
            update mark m set is_best = not is_best
            where household_id = @Household and player_id = @PlayerId and drill = @Drill
              and is_best <> exists (select from unnest(@sets, @measures) best(set_id, measure) where best.set_id = m.set_id and best.measure = m.measure)
            returning day
            """,
            new
            {
                work.Household,
                set.PlayerId,
                set.Drill,
                sets = bests.Select(mark => mark.SetId).ToArray(),
                measures = bests.Select(mark => mark.Key.Measure.ToString()).ToArray(),
            });
        await SummaryStore.RefreshAsync(work, set.PlayerId, [set.Day, dayBefore, .. turned], [set.Drill]);
    }

    /// <summary>Adds marks in one statement.</summary>
    public static Task InsertAsync(HouseholdWork work, IEnumerable<MarkRow> marks)
    {
        var rows = marks.ToList();
        return work.Connection.ExecuteAsync(
            $"""
            insert into mark (household_id, {Columns})
            select @Household, * from unnest(@sets, @measures, @players, @drills, @feet, @layouts, @values, @times, @days, @bests)
            """,
            new
            {
                work.Household,
                sets = rows.Select(m => m.SetId).ToArray(),
                measures = rows.Select(m => m.Measure).ToArray(),
                players = rows.Select(m => m.PlayerId).ToArray(),
                drills = rows.Select(m => m.Drill).ToArray(),
                feet = rows.Select(m => m.Feet).ToArray(),
                layouts = rows.Select(m => m.Layout).ToArray(),
                values = rows.Select(m => m.Value).ToArray(),
                times = rows.Select(m => m.MadeAt).ToArray(),
                days = rows.Select(m => m.Day).ToArray(),
                bests = rows.Select(m => m.IsBest).ToArray(),
            });
    }
}

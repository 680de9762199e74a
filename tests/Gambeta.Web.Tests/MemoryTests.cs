using Dapper;
using Gambeta.Storage;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>What a page costs in memory, measured while no other test runs.</summary>
[CollectionDefinition(nameof(Alone), DisableParallelization = true)]
public sealed class Alone;

/// <summary>Taps weigh a hundred times as much as the rest of a set.</summary>
[Collection(nameof(Alone))]
public class MemoryTests(TestServer server)
{
    [Fact]
    public async Task Megabytes_of_taps_are_read_by_no_list()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var events = string.Join(' ', Enumerable.Range(0, 20_000).Select(i => "l" + (i % 9 + 10)));
        var session = Guid.CreateVersion7();
        var light = Enumerable
            .Range(0, 300)
            .Select(i =>
                Played.Round(household, 20 + (i % 5), daysBack: 0) with
                {
                    SessionId = session,
                    Order = i + 1,
                    Drill = "pull-back-laces-away",
                }
            )
            .ToList();
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await SetStore.AddManyAsync(work, light);
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        string[] lists = ["/today", "/logbook", "/records", $"/practise/result/{session}", "/practise/pull-back-laces-away"];
        foreach (var path in lists)
            await browser.PageAsync(path);
        long Cost(string path)
        {
            var before = GC.GetTotalAllocatedBytes(precise: true);
            browser.PageAsync(path).GetAwaiter().GetResult();
            return GC.GetTotalAllocatedBytes(precise: true) - before;
        }

        var without = lists.ToDictionary(path => path, path => Enumerable.Range(0, 3).Min(_ => Cost(path)));
        await using (var owner = new NpgsqlConnection(server.OwnerConnection))
            await owner.ExecuteAsync("update practice_set set events = @events where household_id = @Id", new { events, household.Id });
        foreach (var path in lists)
        {
            // They come to some 25 MB; one set's are shown on the result, as its rhythm.
            Enumerable.Range(0, 4).Min(_ => Cost(path)).ShouldBeLessThan(without[path] + 4_000_000, path);
        }
    }
}

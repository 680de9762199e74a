using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Storage;

namespace Gambeta.Web.Tests;

/// <summary>Sets as a test needs them, on days counted back from today.</summary>
internal static class Played
{
    public static readonly DateTimeOffset Now = DateTimeOffset.UtcNow;

    public static DateOnly Day(int daysBack) => DateOnly.FromDateTime(Now.UtcDateTime).AddDays(-daysBack);

    public static PracticeSet Round(TestHousehold household, int touches, int daysBack, CountedBy counted = CountedBy.Tapped) =>
        new()
        {
            Id = Guid.CreateVersion7(),
            SessionId = Guid.CreateVersion7(),
            PlayerId = household.PlayerId,
            Drill = "pull-back-laces-away",
            Order = 1,
            Feet = Feet.Left,
            StartedAt = new DateTimeOffset(Day(daysBack).ToDateTime(new TimeOnly(12, 0)), TimeSpan.Zero),
            Day = Day(daysBack),
            Worked = TimeSpan.FromSeconds(30),
            Planned = TimeSpan.FromSeconds(30),
            CountedBy = counted,
            Touches = new TouchCount(touches, 0),
            Result = new RoundResult(),
        };

    public static async Task<StoredSet> StoreAsync(this TestServer server, TestHousehold household, PracticeSet set)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        var stored = await SetStore.AddAsync(work, set);
        await work.CommitAsync();
        return stored;
    }

    /// <summary>The values of the bests of the household's player, in the order in which they were set.</summary>
    public static async Task<IEnumerable<decimal>> BestsAsync(this TestServer server, TestHousehold household)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        return (await DiaryStore.ChainsAsync(work, household.PlayerId, most: 100))
            .SelectMany(chain => chain)
            .Select(mark => mark.Value)
            .ToList();
    }

    /// <summary>What the practice screen sends of a round.</summary>
    public static Dictionary<string, object?> Post(TestHousehold household, int? left, double? seconds = 30) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["session"] = Guid.CreateVersion7(),
            ["player"] = household.PlayerId,
            ["drill"] = "pull-back-laces-away",
            ["order"] = 1,
            ["feet"] = "left",
            ["startedAt"] = DateTimeOffset.UtcNow.AddMinutes(-2),
            ["plannedSeconds"] = 30,
            ["countedBy"] = "tapped",
            ["draft"] = new
            {
                left,
                right = 0,
                seconds,
            },
        };
}

using Dapper;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Diaries;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;
using Gambeta.Storage;
using Shouldly;
using Xunit;

namespace Gambeta.Web.Tests;

/// <summary>
/// What stands about a player follows from the sets alone: whoever looks, how often, and in whatever order the sets came, were mended,
/// removed and brought back, the same verdicts and decisions come of the same sets, and they are those of a plain recomputation.
/// </summary>
public sealed class OrderOfLookingTests(TestServer server)
{
    private const int Sets = 96;
    private static readonly DrillCatalogue Catalogue = DrillCatalogue.Shipped();

    // Three drills of one family and a rung above one of them, both feet: plenty of kin.
    private static readonly string[] Drills = FamilyOf("pull-back-laces-away");

    private static string[] FamilyOf(string drill)
    {
        var card = Catalogue.Find(drill)!;
        return
        [
            .. Catalogue
                .Cards.Where(one => one.MeasuredBy == card.MeasuredBy && (one.Family == card.Family || one.After.Contains(drill)))
                .Select(one => one.Id)
                .Prepend(drill)
                .Distinct()
                .Take(4),
        ];
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task In_whatever_order_they_came_and_were_looked_at_the_same_sets_say_the_same(int seed)
    {
        var chance = new Random(seed);
        var first = await server.NewHouseholdAsync();
        var sets = Practised(first, chance);
        var plain = Plain(sets);
        plain.Count.ShouldBeGreaterThan(6);

        // Looked at after each set; only at the end; all at once from a file.
        foreach (var set in sets)
        {
            await server.StoreAsync(first, set);
            await SayAsync(first, set);
            await LookAsync(first, null);
        }
        (await StandsAsync(first)).ShouldBe(plain, "looked at after each set");
        var atTheEnd = await server.NewHouseholdAsync();
        foreach (var set in Of(atTheEnd, sets))
        {
            await SayAsync(atTheEnd, set);
            await server.StoreAsync(atTheEnd, set);
        }
        (await StandsAsync(atTheEnd)).ShouldBe(plain, "looked at once, at the end");
        var file = await server.NewHouseholdAsync();
        await TakeInAsync(file, Of(file, sets));
        (await StandsAsync(file)).ShouldBe(plain, "taken in from a file");

        // In any order, some of them wrong at first, some twice away, some from a file in between; looked at whenever.
        var mixed = await server.NewHouseholdAsync();
        var order = Of(mixed, sets).ToArray();
        // Most come in their order, as they are played; some wait on another device.
        order =
        [
            .. order
                .Select((set, i) => (set, At: i + (chance.Next(3) == 0 ? chance.Next(60) : 0)))
                .OrderBy(one => one.At)
                .Select(one => one.set),
        ];
        var undone = new List<Func<Task>>();
        for (var i = 0; i < order.Length; i++)
        {
            var set = order[i];
            switch (chance.Next(6))
            {
                case 0:
                    await TakeInAsync(mixed, [set]);
                    break;
                case 1:
                    var wrong = set with
                    {
                        Touches = new TouchCount(set.Touches.Left + 9, set.Touches.Right),
                        StartedAt = set.StartedAt.AddDays(-chance.Next(9)),
                    };
                    wrong = wrong with { Day = DateOnly.FromDateTime(wrong.StartedAt.UtcDateTime) };
                    await server.StoreAsync(mixed, wrong);
                    undone.Add(() => InAsync(mixed, work => SetStore.CorrectAsync(work, Guid.NewGuid(), set)));
                    break;
                case 2:
                    await server.StoreAsync(mixed, set);
                    var change = Guid.NewGuid();
                    await InAsync(mixed, work => SetStore.RemoveAsync(work, change, set));
                    undone.Add(() => InAsync(mixed, work => SetStore.UndoAsync(work, change)));
                    break;
                default:
                    await server.StoreAsync(mixed, set);
                    break;
            }
            undone.Add(() => SayAsync(mixed, set));
            if (undone.Count > 0 && (chance.Next(3) == 0 || i == order.Length - 1))
            {
                foreach (var put in undone)
                    await put();
                undone.Clear();
            }
            if (chance.Next(3) == 0)
                await LookAsync(mixed, chance.Next(2) == 0 ? null : Drills[chance.Next(Drills.Length)]);
        }
        (await StandsAsync(mixed)).ShouldBe(plain, "in any order");
    }

    // A set a few hours after the other, four a sitting.
    private static List<PracticeSet> Practised(TestHousehold household, Random chance)
    {
        var sitting = Guid.CreateVersion7();
        return
        [
            .. Enumerable
                .Range(0, Sets)
                .Select(i =>
                {
                    sitting = i % 4 == 0 ? Guid.CreateVersion7() : sitting;
                    var daysBack = 60 - (i / 4 * 2);
                    // One drill a good deal more than the others: of it more is there than is read.
                    var drill = Drills[chance.Next(5) is var at && at < Drills.Length ? at : 0];
                    var left = chance.Next(4) > 0;
                    var touches = 18 + (i / 4) + chance.Next(12);
                    var started = new DateTimeOffset(Played.Day(daysBack).ToDateTime(new TimeOnly(12, 0)), TimeSpan.Zero).AddMinutes(i % 4);
                    return Played.Round(household, touches, daysBack) with
                    {
                        SessionId = sitting,
                        Drill = drill,
                        Order = (i % 4) + 1,
                        Feet = left ? Feet.Left : Feet.Right,
                        Touches = left ? new TouchCount(touches, 0) : new TouchCount(0, touches),
                        StartedAt = started,
                    };
                }),
        ];
    }

    private static IReadOnlyList<PracticeSet> Of(TestHousehold household, IEnumerable<PracticeSet> sets) =>
        [.. sets.Select(set => set with { PlayerId = household.PlayerId })];

    private static List<string> Plain(IEnumerable<PracticeSet> sets) =>
        [
            .. KeySets
                .AllOf(sets.Select(set => new JudgedSet(set, WordOf(set))), Catalogue)
                .Select(key => (key.Key, Judged: Judged.Of(key, 0, [], Catalogue)))
                .Select(one => Line(one.Key, one.Judged.Verdict, one.Judged.Decisions.Select(turn => (turn.After.Day, turn.Decision))))
                .Order(StringComparer.Ordinal),
        ];

    private static string Line(FormKey key, Verdict? verdict, IEnumerable<(DateOnly, Decision)> turns)
    {
        var anybody = key with { PlayerId = default };
        return $"{anybody}: {(verdict is null ? "" : verdict with { Key = anybody })}; {string.Join(", ", turns)}";
    }

    private async Task<List<string>> StandsAsync(TestHousehold household)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        var verdicts = await VerdictStore.AllAsync(work, household.PlayerId, Catalogue);
        var turns = (await DecisionStore.LatestAsync(work, household.PlayerId, most: 1000)).Reverse().ToLookup(one => one.Key);
        var keys = await KeySetsStore.LatestAsync(work, household.PlayerId, Drills, Catalogue);
        await work.CommitAsync();
        return
        [
            .. keys.Select(key =>
                    Line(
                        key.Key,
                        verdicts.SingleOrDefault(one => one.Key == key.Key),
                        turns[key.Key].Select(one => (one.Day, one.Reasons!))
                    )
                )
                .Order(StringComparer.Ordinal),
        ];
    }

    // One sitting in three the player says how a drill went: the same of all its sets there.
    private static Control? WordOf(PracticeSet set) =>
        (set.SessionId.ToByteArray()[^1] + set.Drill.Length) % 9 is var word and < 3 ? (Control)word : null;

    private Task SayAsync(TestHousehold household, PracticeSet set) =>
        WordOf(set) is not { } word ? Task.CompletedTask : InAsync(household, async work =>
            {
                var answer = new DrillAnswer(Array.IndexOf(Drills, set.Drill), set.Drill, word, null, null);
                await SessionStore.AnswerAsync(work, set.SessionId, household.PlayerId, answer, set.StartedAt);
                await VerdictStore.AnsweredAsync(work, household.PlayerId, [(set.SessionId, set.Drill)]);
            });

    private Task LookAsync(TestHousehold household, string? drill) =>
        InAsync(household, work => VerdictStore.AllAsync(work, household.PlayerId, Catalogue, drill));

    private Task TakeInAsync(TestHousehold household, IReadOnlyList<PracticeSet> sets) =>
        InAsync(household, work =>
            TakenInStore.TakeAsync(
                work,
                Guid.NewGuid(),
                [.. sets.Select((set, i) => new TakenLine(i, set, WordOf(set), null, "", []))],
                1000
            )
        );

    private async Task InAsync(TestHousehold household, Func<HouseholdWork, Task> act)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        await act(work);
        await work.CommitAsync();
    }
}

using Dapper;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Played;
using Gambeta.Simulation;
using Gambeta.Storage;

namespace Gambeta.Web.Tests;

public class SetStoreTests(TestServer server)
{
    [Fact]
    public async Task The_same_set_sent_twice_is_stored_once()
    {
        var household = await server.NewHouseholdAsync();
        var set = Played.Round(household, 20, daysBack: 1);
        (await server.StoreAsync(household, set)).Outcome.ShouldBe(SetOutcome.Stored);
        (await server.StoreAsync(household, set with { Touches = new TouchCount(99, 0) })).Outcome.ShouldBe(SetOutcome.KnownAlready);
        (await server.BestsAsync(household)).ShouldBe([20m]);
    }

    [Fact]
    public async Task A_set_that_comes_late_enters_the_chain_where_it_belongs()
    {
        var household = await server.NewHouseholdAsync();
        await server.StoreAsync(household, Played.Round(household, 20, daysBack: 9));
        await server.StoreAsync(household, Played.Round(household, 25, daysBack: 5));
        await server.StoreAsync(household, Played.Round(household, 30, daysBack: 1));
        await server.StoreAsync(household, Played.Round(household, 27, daysBack: 7));
        (await server.BestsAsync(household)).ShouldBe([20m, 27m, 30m]);
    }

    [Fact]
    public async Task Mending_or_removing_an_old_set_works_the_records_out_again_and_can_be_undone()
    {
        var household = await server.NewHouseholdAsync();
        var absurd = Played.Round(household, 200, daysBack: 8);
        foreach (
            var set in new[] { Played.Round(household, 20, 9), absurd, Played.Round(household, 25, 5), Played.Round(household, 30, 1) }
        )
            await server.StoreAsync(household, set);
        (await server.BestsAsync(household)).ShouldBe([20m, 200m]);

        var mend = Guid.CreateVersion7();
        await InAsync(household, work =>
            SetStore.CorrectAsync(work, mend, absurd with { Touches = new TouchCount(21, 0), CountedBy = CountedBy.Typed })
        );
        (await server.BestsAsync(household)).ShouldBe([20m, 21m, 25m, 30m]);
        (
            await InAsync(household, work => SetStore.CorrectAsync(work, mend, absurd with { Touches = new TouchCount(77, 0) }))
        ).ShouldBeFalse();

        var removal = Guid.CreateVersion7();
        await InAsync(household, work => SetStore.RemoveAsync(work, removal, absurd));
        (await server.BestsAsync(household)).ShouldBe([20m, 25m, 30m]);
        (await InAsync(household, work => SetStore.FindAsync(work, absurd.Id))).ShouldBeNull();

        await InAsync(household, work => SetStore.UndoAsync(work, removal));
        (await server.BestsAsync(household)).ShouldBe([20m, 21m, 25m, 30m]);
        await InAsync(household, work => SetStore.UndoAsync(work, mend));
        (await server.BestsAsync(household)).ShouldBe([20m, 200m]);
        (await InAsync(household, work => SetStore.FindAsync(work, absurd.Id)))!.CountedBy.ShouldBe(CountedBy.Tapped);
        (await InAsync(household, work => SetStore.UndoAsync(work, Guid.NewGuid()))).ShouldBe(UndoOutcome.NoSuchChange);
    }

    [Fact]
    public async Task When_a_drill_was_last_played_follows_every_change()
    {
        var household = await server.NewHouseholdAsync();
        var (first, last) = (Played.Round(household, 20, daysBack: 9), Played.Round(household, 18, daysBack: 3, CountedBy.Estimated));
        async Task<DateOnly?> LastAsync() =>
            (await InAsync(household, work => DiaryStore.LastDaysAsync(work, household.PlayerId))).TryGetValue(first.Drill, out var day)
                ? day
                : null;
        (await LastAsync()).ShouldBeNull();
        await server.StoreAsync(household, last);
        (await LastAsync()).ShouldBe(Played.Day(3));
        // One that comes late is no later for that.
        await server.StoreAsync(household, first);
        (await LastAsync()).ShouldBe(Played.Day(3));
        var (moved, removal) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        await InAsync(household, work =>
            SetStore.CorrectAsync(work, moved, last with { Day = Played.Day(1), CountedBy = CountedBy.Typed })
        );
        (await LastAsync()).ShouldBe(Played.Day(1));
        await InAsync(household, work => SetStore.RemoveAsync(work, removal, last with { Day = Played.Day(1) }));
        (await LastAsync()).ShouldBe(Played.Day(9));
        await InAsync(household, work => SetStore.UndoAsync(work, removal));
        await InAsync(household, work => SetStore.UndoAsync(work, moved));
        (await LastAsync()).ShouldBe(Played.Day(3));
        await InAsync(household, work => SetStore.RemoveAsync(work, Guid.CreateVersion7(), first));
        await InAsync(household, work => SetStore.RemoveAsync(work, Guid.CreateVersion7(), last));
        (await LastAsync()).ShouldBeNull();
    }

    [Fact]
    public async Task Sets_sent_at_the_same_moment_are_judged_one_after_the_other()
    {
        var household = await server.NewHouseholdAsync();
        await Task.WhenAll(
            Enumerable.Range(1, 20).Select(i => server.StoreAsync(household, Played.Round(household, 20 + i, daysBack: 20 - i)))
        );
        (await server.BestsAsync(household)).ShouldBe(Enumerable.Range(21, 20).Select(i => (decimal)i));
    }

    [Fact]
    public async Task Every_kind_of_set_comes_back_as_it_was_and_many_at_once_give_the_records_of_one_by_one()
    {
        var (bulk, single) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        var now = new DateTimeOffset(Played.Now.Date, TimeSpan.Zero);
        IReadOnlyList<PracticeSet> Diary(Guid player) =>
            PracticeDiary.Write(
                server.Catalogue,
                Level.Steady,
                new ModelPlayer
                {
                    Id = player,
                    Preferred = Foot.Left,
                    StartSkill = 0.2,
                    EndSkill = 0.6,
                    OtherFootStart = 0.7,
                },
                new DiaryPlan(
                    4,
                    Enum.GetValues<DayOfWeek>(),
                    0,
                    [],
                    10,
                    [
                        "pull-back-laces-away",
                        "juggling-streak",
                        "two-rolls-two-outside",
                        "zigzag-and-home",
                        "kill-dropped",
                        "game-ladder",
                        "one-touch-wall",
                    ]
                ),
                new Random(5),
                now
            );

        var sets = Diary(bulk.PlayerId);
        sets.Select(s => s.Result.GetType()).Distinct().Count().ShouldBe(7);
        await InAsync(bulk, async work =>
        {
            await SetStore.AddManyAsync(work, sets);
            return true;
        });
        foreach (var set in Diary(single.PlayerId))
            await server.StoreAsync(single, set with { Id = Guid.CreateVersion7() });

        (await server.BestsAsync(bulk)).ShouldBe(await server.BestsAsync(single));
        var stored = (await InAsync(bulk, work => DiaryStore.LogbookAsync(work, bulk.PlayerId, null, Played.Day(100), Played.Day(0)))).Sets;
        stored
            .Select(s => s with { StartedAt = s.StartedAt.ToUniversalTime() })
            .OrderBy(s => s.Id)
            .ShouldBe(sets.Select(s => s with { StartedAt = s.StartedAt.ToUniversalTime() }).OrderBy(s => s.Id));
    }

    [Fact]
    public async Task The_demo_is_made_up_once_and_shows_weeks_of_practice_for_two()
    {
        var now = DateTimeOffset.UtcNow;
        (await DemoHousehold.LoadAsync(server.Database, server.Catalogue, now, "UTC")).ShouldBeFalse();
        await using var work = await server.Database.BeginAsync(DemoHousehold.Id);
        var players = (await work.QueryAsync<Guid>("select player_id from player")).ToList();
        players.Count.ShouldBe(2);
        foreach (var player in players)
        {
            var days = await DiaryStore.DaysAsync(work, player, DateOnly.FromDateTime(now.UtcDateTime).AddDays(-75));
            days.Count.ShouldBeGreaterThan(12);
            days.Count(d => d.HasBest).ShouldBeGreaterThan(5);
        }
    }

    private async Task<T> InAsync<T>(TestHousehold household, Func<HouseholdWork, Task<T>> doIt)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        var result = await doIt(work);
        await work.CommitAsync();
        return result;
    }
}

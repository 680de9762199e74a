using System.Net;
using System.Text.Json;
using Dapper;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Storage;

namespace Gambeta.Web.Tests;

/// <summary>Nothing lost, nothing doubled, nothing falsified: corrections, undoing, sittings and their plans.</summary>
public class CorrectionTests(TestServer server)
{
    private async Task<(TestHousehold Household, Browser Browser)> ThereAsync()
    {
        var household = await server.NewHouseholdAsync();
        return (household, await Browser.SignedInAsync(server, household));
    }

    private async Task<T> InAsync<T>(TestHousehold household, Func<HouseholdWork, Task<T>> doIt)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        var result = await doIt(work);
        await work.CommitAsync(TestContext.Current.CancellationToken);
        return result;
    }

    private Task<PracticeSet?> FindAsync(TestHousehold household, object? id) =>
        InAsync(household, work => SetStore.FindAsync(work, (Guid)id!));

    private static Dictionary<string, object?> Run(
        TestHousehold household,
        string drill,
        string events,
        double seconds,
        string feet = "both",
        string? layout = null
    ) =>
        new(Played.Post(household, null))
        {
            ["draft"] = null,
            ["drill"] = drill,
            ["events"] = events,
            ["seconds"] = seconds,
            ["feet"] = feet,
            ["plannedSeconds"] = null,
            ["layout"] = layout,
        };

    [Fact]
    public async Task Moving_a_set_to_another_day_changes_the_day_and_nothing_else()
    {
        var (household, browser) = await ThereAsync();
        var post = Run(household, "zigzag-and-home", "x300 s1700", 20);
        await browser.PostAsync("/api/sets", post);
        var before = (await FindAsync(household, post["id"]))!;
        var fields = new Dictionary<string, string>
        {
            ["change"] = Guid.NewGuid().ToString(),
            ["seconds"] = "20.0",
            ["clips"] = "1",
            ["left"] = "1",
            ["right"] = "1",
            ["day"] = before.Day.AddDays(-2).ToString("yyyy-MM-dd", null),
        };
        var typed = await browser.PageAsync($"/logbook/{post["id"]}");
        foreach (var field in new[] { "seconds", "clips" })
            fields[field] = System.Text.RegularExpressions.Regex.Match(typed, $"name=\"{field}\"[^>]*value=\"([^\"]*)\"").Groups[1].Value;
        fields.Remove("left");
        fields.Remove("right");
        (await browser.SubmitAsync($"/logbook/{post["id"]}", $"/logbook/{post["id"]}?handler=Mend", fields)).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await FindAsync(household, post["id"])).ShouldBe(
            before with
            {
                Day = before.Day.AddDays(-2),
                StartedAt = before.StartedAt.AddDays(-2),
            }
        );
    }

    [Fact]
    public async Task A_correction_keeps_what_was_played_under_it_and_is_judged_on_the_layout_that_was_run()
    {
        var (household, browser) = await ThereAsync();
        var stations = server.Catalogue.Cards.First(c => c.MeasuredBy == MeasuredBy.StationsTime);
        // Three stations in this yard, where the card has others.
        var layout = Shape.Of(ShapeKind.GrowingStations).Lay(new Dictionary<string, double> { ["stations"] = 3 }) with
        {
            Key = "yard-three",
            Name = "Three",
        };
        layout.Markers.Length.ShouldNotBe(stations.Layout!.Markers.Length);
        await InAsync(household, async work =>
        {
            await YardStore.KeepLayoutAsync(work, new KeptLayout(layout, stations.Id, null, null, null, false));
            return true;
        });
        var post = Run(household, stations.Id, "l300 l300 l300", 20, layout: "yard-three");
        (await browser.PostAsync("/api/sets", post)).Status.ShouldBe(HttpStatusCode.OK);
        var typed = new
        {
            set = post["id"],
            change = Guid.CreateVersion7(),
            draft = new { stationTries = new[] { 1, 2, 1 }, seconds = 21 },
        };
        (await browser.PostAsync("/api/counts", typed)).Status.ShouldBe(HttpStatusCode.OK);
        var mended = (await FindAsync(household, post["id"]))!;
        (mended.Layout, mended.Events, ((StationsResult)mended.Result).Finished).ShouldBe(("yard-three", "l300 l300 l300", true));
        var played = await InAsync(household, work =>
            work.ExecuteScalarAsync<string>("select played from practice_set where set_id = @id", new { id = post["id"] })
        );
        JsonDocument.Parse(played!).RootElement.GetProperty("worked_ms").GetInt32().ShouldBe(20_000);
        // A second correction leaves what was played first where it is.
        await browser.PostAsync(
            "/api/counts",
            new
            {
                set = post["id"],
                change = Guid.CreateVersion7(),
                draft = new { stationTries = new[] { 1, 1, 1 }, seconds = 25 },
            }
        );
        (
            await InAsync(household, work =>
                work.ExecuteScalarAsync<string>("select played from practice_set where set_id = @id", new { id = post["id"] })
            )
        ).ShouldBe(played);
    }

    [Fact]
    public async Task A_change_is_taken_back_alone_and_not_while_another_stands_on_it()
    {
        var household = await server.NewHouseholdAsync();
        var set = Played.Round(household, 20, daysBack: 1);
        await server.StoreAsync(household, set);
        var (first, second) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        await InAsync(household, work => SetStore.CorrectAsync(work, first, set with { Touches = new TouchCount(30, 0) }));
        await InAsync(household, work => SetStore.CorrectAsync(work, second, set with { Touches = new TouchCount(40, 0) }));
        (await InAsync(household, work => SetStore.UndoAsync(work, first))).ShouldBe(UndoOutcome.ChangedSince);
        (await FindAsync(household, set.Id))!.Touches.Left.ShouldBe(40);
        (await InAsync(household, work => SetStore.UndoAsync(work, second))).ShouldBe(UndoOutcome.Undone);
        (await FindAsync(household, set.Id))!.Touches.Left.ShouldBe(30);
        // Asked for twice it is answered twice, and happens once.
        (await InAsync(household, work => SetStore.UndoAsync(work, second))).ShouldBe(UndoOutcome.Undone);
        (await InAsync(household, work => SetStore.UndoAsync(work, first))).ShouldBe(UndoOutcome.Undone);
        (await FindAsync(household, set.Id)).ShouldBe(set);
        (await server.BestsAsync(household)).ShouldBe([20m]);
        var browser = await Browser.SignedInAsync(server, household);
        await InAsync(household, work => SetStore.CorrectAsync(work, Guid.CreateVersion7(), set with { Touches = new TouchCount(50, 0) }));
        (await browser.SubmitAsync("/logbook", "/logbook?handler=Undo", new() { ["change"] = first.ToString() })).Page.ShouldNotContain(
            "kept"
        );
    }

    [Fact]
    public async Task A_removal_that_is_asked_for_twice_is_answered_as_the_first_time()
    {
        var (household, browser) = await ThereAsync();
        var set = Played.Round(household, 20, daysBack: 1);
        await server.StoreAsync(household, set);
        var removal = new Dictionary<string, string> { ["change"] = Guid.NewGuid().ToString() };
        var first = await browser.SubmitAsync("/household", $"/logbook/{set.Id}?handler=Remove", removal);
        (await browser.SubmitAsync("/household", $"/logbook/{set.Id}?handler=Remove", removal)).ShouldBe(first);
        (
            await browser.SubmitAsync("/household", $"/logbook/{set.Id}?handler=Remove", new() { ["change"] = Guid.NewGuid().ToString() })
        ).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_sitting_is_a_row_from_its_beginning_with_its_plan_as_it_was_and_each_set_keeps_its_dose()
    {
        var (household, browser) = await ThereAsync();
        var (session, sheet) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        var space = Guid.CreateVersion7();
        await InAsync(household, async work =>
        {
            await YardStore.SaveSpaceAsync(
                work,
                space,
                new Space
                {
                    Name = "Yard",
                    Kind = Places.Patio,
                    Width = 4,
                    Length = 6,
                }
            );
            return true;
        });
        var begins = new
        {
            session,
            player = household.PlayerId,
            space,
            outing = Guid.CreateVersion7(),
            sheet = sheet.ToString(),
            at = DateTimeOffset.UtcNow.AddMinutes(-3),
            plan = new[]
            {
                new
                {
                    drill = "inside-taps",
                    rounds = 3,
                    seconds = 30,
                },
            },
        };
        var post = new Dictionary<string, object?>(Played.Post(household, 20))
        {
            ["session"] = session,
            ["item"] = 0,
            ["rounds"] = 3,
            ["plannedCount"] = 12,
            ["beatFrom"] = 60,
            ["beatTo"] = 90,
        };
        // Whatever comes first, and however often.
        (await browser.PostAsync("/api/sets", post)).Status.ShouldBe(HttpStatusCode.OK);
        for (var i = 0; i < 2; i++)
            (await browser.PostAsync("/api/sittings", begins)).Status.ShouldBe(HttpStatusCode.OK);
        (
            await browser.PostAsync(
                "/api/ends",
                new
                {
                    session,
                    player = household.PlayerId,
                    at = DateTimeOffset.UtcNow,
                    effort = 4,
                }
            )
        ).Status.ShouldBe(HttpStatusCode.OK);
        (await FindAsync(household, post["id"]))!.Plan.ShouldBe(new SetPlan(0, 3, 12, 60, 90));
        (await InAsync(household, work => SittingStore.PlanOfAsync(work, session))).ShouldBe([
            new PlannedPart("inside-taps", null, 3, 30, null),
        ]);
        var row = await InAsync(household, work =>
            work.QuerySingleAsync<(Guid Outing, Guid Space, string Sheet, bool Ended)>(
                "select outing_id, space_id, sheet, ended_at > started_at from sitting"
            )
        );
        row.ShouldBe((begins.outing, space, sheet.ToString(), true));
        foreach (
            var absurd in new object[]
            {
                new
                {
                    begins.session,
                    begins.player,
                    begins.at,
                    plan = new[] { new { drill = "x", rounds = 0 } },
                },
                new
                {
                    begins.session,
                    begins.player,
                    begins.at,
                    plan = Enumerable.Repeat(new { drill = "x", rounds = 1 }, 17),
                },
            }
        )
            (await browser.PostAsync("/api/sittings", absurd)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Of_two_sets_of_one_instant_the_better_one_holds_the_record_whichever_was_stored_first()
    {
        foreach (var order in new[] { new[] { 30, 20 }, [20, 30] })
        {
            var household = await server.NewHouseholdAsync();
            foreach (var touches in order)
                await server.StoreAsync(household, Played.Round(household, touches, daysBack: 1));
            (await InAsync(household, work => DiaryStore.StandingAsync(work, household.PlayerId)))
                .ShouldHaveSingleItem()
                .Value.ShouldBe(30);
            (await server.BestsAsync(household)).ShouldBe([30m]);
        }
    }
}

using System.Net;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Storage;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;

namespace Gambeta.Web.Tests;

public class SessionTests(TestServer server)
{
    private async Task<(Browser Browser, TestHousehold Household)> ThereAsync()
    {
        var household = await server.NewHouseholdAsync();
        return (await Browser.SignedInAsync(server, household), household);
    }

    private static Dictionary<string, object?> Tapped(
        TestHousehold household,
        string drill,
        string events,
        double seconds,
        string feet = "both",
        int? planned = null,
        string? layout = null
    )
    {
        var post = Played.Post(household, null);
        post.Remove("draft");
        (post["drill"], post["events"], post["seconds"], post["feet"], post["plannedSeconds"], post["layout"]) = (
            drill,
            events,
            seconds,
            feet,
            planned,
            layout
        );
        return post;
    }

    private async Task<PracticeSet> StoredAsync(TestHousehold household, object? id)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        return (await SetStore.FindAsync(work, (Guid)id!))!;
    }

    [Theory]
    [InlineData("game-bottle-stations", "l300 x400 r500 l300 l900", 31.02, "both", "31.1 s", "4 of 4 stations in 31.0 s, tries 1, 2, 1, 1")]
    [InlineData("game-wall-target", "l#3:200 x300 l#1:200", 9, "left", "4 points in 3 tries", "4 points: 3, 0, 1")]
    [InlineData("game-touch-race", "l30 r30 l30 s20 l30 r30 x40", 4, "both", "3 touches on the way", "runs of 3, 2 (lost)")]
    [InlineData(
        "game-trap-square",
        "l300 l300 l300 x300",
        14,
        "left",
        "trapped from the knee",
        "2 of 2 from the knee, 1 of 2 from the hip"
    )]
    [InlineData("strike-both-feet", "l#4:300 r#3:300 xl300", 12, "both", "2 of 3", "2 of 3: 1 low right, 1 high left")]
    [InlineData("game-ladder", "l100 s100 l100 r100 s50", 4.5, "both", "step 2", "step 2, tries of 1 (stopped), 2 (stopped)")]
    [InlineData("zigzag-and-home", "x300 s1700", 20, "both", "21.5 s", "20.0 s, 1 clipped, plus 1.5 s each")]
    public async Task Every_challenge_is_scored_stored_read_back_mended_and_undone(
        string drill,
        string events,
        double seconds,
        string feet,
        string best,
        string full
    )
    {
        var (browser, household) = await ThereAsync();
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await HouseholdStore.SaveSettingsAsync(work, HouseholdSettings.Usual with { ClipPenalty = 1.5m });
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        var post = Tapped(household, drill, events, seconds, feet);
        var answer = await browser.PostAsync("/api/sets", post);
        answer.Status.ShouldBe(HttpStatusCode.OK, answer.Body);
        answer.Body.ShouldContain(best);
        // Twice changes nothing.
        (await browser.PostAsync("/api/sets", post)).Body.ShouldContain(best);
        var set = await StoredAsync(household, post["id"]);
        set.Events.ShouldBe(events);
        (await browser.PageAsync($"/logbook/{post["id"]}")).ShouldContain(full, Case.Insensitive);
        // Mended on its page with what stands there, it is the same set but for how it was counted; undone, it is as it was.
        var fields = new Dictionary<string, string>
        {
            ["change"] = Guid.NewGuid().ToString(),
            ["seconds"] = "33",
            ["day"] = set.Day.ToString("yyyy-MM-dd"),
            ["clips"] = "0",
            ["tries"] = "5*",
            ["reps"] = "2",
            ["slips"] = "1",
            ["list"] = "1, 1, 1, 1",
        };
        (await browser.SubmitAsync($"/logbook/{post["id"]}", $"/logbook/{post["id"]}?handler=Mend", fields)).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        var mended = await StoredAsync(household, post["id"]);
        (mended.CountedBy, mended.Events, mended.Worked.TotalSeconds).ShouldBe((CountedBy.Typed, events, 33));
        if (mended.Result is RunResult run)
            run.Penalty.ShouldBe(TimeSpan.FromSeconds(1.5));
        await browser.SubmitAsync("/logbook", "/logbook?handler=Undo", new() { ["change"] = fields["change"] });
        (await StoredAsync(household, post["id"])).Result.ShouldBe(set.Result);
    }

    [Fact]
    public async Task Taps_that_no_foot_can_do_are_asked_about_and_those_that_cannot_be_read_are_refused()
    {
        var (browser, household) = await ThereAsync();
        var fast = Tapped(household, "inside-taps", string.Join(' ', Enumerable.Repeat("l5", 300)), 20, planned: 20);
        // Asked about, not refused for good: said once more, it is taken.
        (await browser.PostAsync("/api/sets", fast)).Body.ShouldContain("\"ask\":true");
        fast["sure"] = true;
        (await browser.PostAsync("/api/sets", fast)).Status.ShouldBe(HttpStatusCode.OK);
        (await StoredAsync(household, fast["id"])).Touches.Total.ShouldBe(300);
        (await browser.PostAsync("/api/sets", Tapped(household, "inside-taps", "l5 hello", 20, planned: 20))).Body.ShouldContain(
            "cannot be read"
        );
        var bare = Tapped(household, "inside-taps", "l5", 20, planned: 20);
        bare.Remove("events");
        (await browser.PostAsync("/api/sets", bare)).Body.ShouldContain("is missing");
    }

    [Theory]
    // A winter's and a summer's midnight, and both nights in which the clocks of the household change.
    [InlineData("2026-01-15T00:00:00+00:00", "2026-01-14")]
    [InlineData("2026-07-15T00:00:00+01:00", "2026-07-14")]
    [InlineData("2026-03-29T00:00:00+00:00", "2026-03-28")]
    [InlineData("2026-10-25T00:00:00+01:00", "2026-10-24")]
    public async Task A_sitting_over_midnight_is_one_days_whatever_the_clocks_do(string midnight, string day)
    {
        var zero = DateTimeOffset.Parse(midnight, System.Globalization.CultureInfo.InvariantCulture);
        var time = new FakeTimeProvider(zero.AddMinutes(10));
        await using var then = server.With(host => host.ConfigureTestServices(services => services.AddSingleton<TimeProvider>(time)));
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(then, household, Browser.OutOfTime(then));
        var session = Guid.CreateVersion7(zero.AddMinutes(-20));
        foreach (var minutes in new[] { -10, 5 })
        {
            var post = Tapped(household, "inside-taps", "l50 r50", 20, planned: 20);
            (post["session"], post["startedAt"]) = (session, zero.AddMinutes(minutes));
            (await browser.PostAsync("/api/sets", post)).Status.ShouldBe(HttpStatusCode.OK);
            (await StoredAsync(household, post["id"])).Day.ShouldBe(DateOnly.Parse(day, System.Globalization.CultureInfo.InvariantCulture));
        }
        // Three hours on it is still the new day, also where that hour came twice or never.
        time.Advance(TimeSpan.FromHours(3));
        var later = Tapped(household, "inside-taps", "l50 r50", 20, planned: 20);
        (later["session"], later["startedAt"]) = (Guid.CreateVersion7(zero.AddHours(3)), zero.AddHours(3));
        (await browser.PostAsync("/api/sets", later)).Status.ShouldBe(HttpStatusCode.OK);
        (await StoredAsync(household, later["id"])).Day.ShouldBe(
            DateOnly.Parse(day, System.Globalization.CultureInfo.InvariantCulture).AddDays(1)
        );
        (await browser.PageAsync("/today")).ShouldContain("2 touches today");
    }

    [Fact]
    public async Task What_a_device_tells_a_moment_ahead_of_the_server_is_taken_however_the_clock_goes_on_in_between()
    {
        await using var then = server.With(host =>
            host.ConfigureTestServices(services => services.AddSingleton<TimeProvider>(new LaterAtEachLook()))
        );
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(then, household);
        var (session, at) = (Guid.CreateVersion7(), DateTimeOffset.UtcNow.AddMinutes(3));
        (
            await browser.PostAsync(
                "/api/checks",
                new
                {
                    session,
                    at,
                    items = new[] { "shoes" },
                }
            )
        ).Status.ShouldBe(HttpStatusCode.OK);
        var post = Tapped(household, "inside-taps", "l50 r50", 20, planned: 20);
        (post["session"], post["startedAt"]) = (session, at);
        (await browser.PostAsync("/api/sets", post)).Status.ShouldBe(HttpStatusCode.OK);
        (
            await browser.PostAsync(
                "/api/answers",
                new
                {
                    session,
                    player = household.PlayerId,
                    at,
                    item = 0,
                    drill = "inside-taps",
                    control = "easy",
                }
            )
        ).Status.ShouldBe(HttpStatusCode.OK);
        (
            await browser.PostAsync(
                "/api/pains",
                new
                {
                    id = Guid.CreateVersion7(),
                    session,
                    player = household.PlayerId,
                    at,
                    part = "knee",
                }
            )
        ).Status.ShouldBe(HttpStatusCode.OK);
    }

    // A real clock, a tenth of a second further at each look: as where a machine has much to do.
    private sealed class LaterAtEachLook : TimeProvider
    {
        private int _looks;

        public override DateTimeOffset GetUtcNow() => DateTimeOffset.UtcNow.AddMilliseconds(100 * Interlocked.Increment(ref _looks));
    }

    [Fact]
    public async Task What_was_said_stands_on_the_result_with_one_line_of_advice()
    {
        var (browser, household) = await ThereAsync();
        var post = Tapped(household, "pull-back-laces-away", "l50 l50 l50 l50 l60 l50", 30, "left", 30);
        await browser.PostAsync("/api/sets", post);
        var about = new
        {
            session = post["session"],
            player = household.PlayerId,
            at = DateTimeOffset.UtcNow,
        };
        (
            await browser.PostAsync(
                "/api/answers",
                new
                {
                    about.session,
                    about.player,
                    about.at,
                    item = 0,
                    drill = "pull-back-laces-away",
                    control = "fell apart",
                    fault = "",
                    otherFoot = "behind",
                }
            )
        ).Status.ShouldBe(HttpStatusCode.OK);
        (
            await browser.PostAsync(
                "/api/ends",
                new
                {
                    about.session,
                    about.player,
                    about.at,
                    sheet = "patio-ten",
                    effort = 7,
                }
            )
        ).Status.ShouldBe(HttpStatusCode.OK);
        var page = await browser.PageAsync($"/practise/result/{post["session"]}");
        page.ShouldContain("Lost it, other foot a bit worse.");
        page.ShouldMatch("Next(, today| time, on \\w+day): ", "what comes next is what is planned");
        page.ShouldContain("value=\"7\" checked");
        page.ShouldContain("10 of 10 on the beat");
        (
            await browser.SubmitAsync(
                $"/practise/result/{post["session"]}",
                $"/practise/result/{post["session"]}",
                new() { ["effort"] = "8", ["note"] = "Windy." }
            )
        ).Status.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync($"/practise/result/{post["session"]}")).ShouldContain("Windy.");
        (
            await browser.SubmitAsync(
                $"/practise/result/{post["session"]}",
                $"/practise/result/{post["session"]}",
                new() { ["effort"] = "8", ["note"] = new string('x', 501) }
            )
        ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        // Said again from the screen, as after a lost answer, the note stays; the page can take it away.
        await browser.PostAsync(
            "/api/ends",
            new
            {
                about.session,
                about.player,
                about.at,
                sheet = "patio-ten",
                effort = 7,
            }
        );
        page = await browser.PageAsync($"/practise/result/{post["session"]}");
        page.ShouldContain("Windy.");
        page.ShouldContain("href=\"/practise/sheet/patio-ten\" data-key=\"A\"");
        await browser.SubmitAsync(
            $"/practise/result/{post["session"]}",
            $"/practise/result/{post["session"]}",
            new() { ["effort"] = "8", ["note"] = " " }
        );
        (await browser.PageAsync($"/practise/result/{post["session"]}")).ShouldNotContain("Windy.");
        // An older word that comes late does not replace the newer one.
        await browser.PostAsync(
            "/api/answers",
            new
            {
                about.session,
                about.player,
                at = about.at.AddMinutes(-1),
                item = 0,
                drill = "pull-back-laces-away",
                control = "easy",
            }
        );
        (await browser.PageAsync($"/practise/result/{post["session"]}")).ShouldContain("Lost it");
    }

    [Theory]
    [InlineData("/api/answers", "control", "splendid")]
    [InlineData("/api/answers", "item", 100)]
    [InlineData("/api/ends", "effort", 11)]
    [InlineData("/api/pains", "part", "pride")]
    public async Task Words_that_are_none_are_refused(string address, string field, object value)
    {
        var (browser, household) = await ThereAsync();
        var body = new Dictionary<string, object?>
        {
            ["id"] = Guid.NewGuid(),
            ["session"] = Guid.NewGuid(),
            ["player"] = household.PlayerId,
            ["at"] = DateTimeOffset.UtcNow,
            ["item"] = 0,
            ["drill"] = "toe-taps",
            [field] = value,
        };
        (await browser.PostAsync(address, body)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Pain_stops_the_next_start_until_somebody_says_that_it_may_go_on()
    {
        var (browser, household) = await ThereAsync();
        await browser.PostAsync(
            "/api/pains",
            new
            {
                id = Guid.NewGuid(),
                player = household.PlayerId,
                session = Guid.NewGuid(),
                part = "knee",
                at = DateTimeOffset.UtcNow,
            }
        );
        foreach (var path in new[] { "/practise/toe-taps", "/practise/sheet/patio-ten" })
        {
            var page = await browser.PageAsync(path);
            page.ShouldContain("Your knee hurt, today.");
            page.ShouldContain("doctor or physio before you play again");
            page.ShouldNotContain("data-do=\"start\"");
        }
        // One press is not enough: as long as no word is chosen it takes the password.
        foreach (
            var wrong in new Dictionary<string, string>[]
            {
                [],
                new() { ["password"] = "not it" },
                new() { ["word"] = "BALL" },
            }
        )
        {
            (await browser.SubmitAsync("/practise/toe-taps", "/practise/toe-taps?handler=Clear", wrong)).Page.ShouldBe(
                "/practise/toe-taps?wrong=true"
            );
        }
        (await browser.PageAsync("/practise/toe-taps?wrong=true")).ShouldContain("That is not the word.");
        (await browser.PageAsync("/practise/toe-taps")).ShouldNotContain("data-do=\"start\"");
        (
            await browser.SubmitAsync(
                "/practise/toe-taps",
                "/practise/toe-taps?handler=Clear",
                new() { ["password"] = TestServer.Password }
            )
        ).Page.ShouldBe("/practise/toe-taps");
        (await browser.PageAsync("/practise/toe-taps")).ShouldContain("data-do=\"start\"");
    }

    [Fact]
    public async Task Where_no_space_is_written_down_the_check_asks_where_it_is()
    {
        var (browser, _) = await ThereAsync();
        var page = await browser.PageAsync("/practise/juggling-streak");
        page.ShouldContain("Where will you play?");
        page.ShouldContain("data-check=\"soft ball\"");
        page.ShouldContain("data-check=\"thunder\"");
        (await browser.PageAsync("/practise/juggling-streak?where=indoors")).ShouldNotContain("data-check=\"thunder\"");
        (await browser.PageAsync("/practise/juggling-streak?where=outdoors")).ShouldNotContain("data-check=\"soft ball\"");
        (await browser.PageAsync("/practise/zigzag-and-home")).ShouldNotContain("Where will you play?");
    }

    [Fact]
    public async Task A_grown_up_says_with_the_households_word_that_practice_may_go_on()
    {
        var (browser, household) = await ThereAsync();
        (
            await browser.SubmitAsync(
                "/household/grown-up",
                "/household/grown-up",
                new() { ["word"] = "abc", ["password"] = TestServer.Password }
            )
        ).Page.ShouldContain("The word needs four signs");
        (
            await browser.SubmitAsync("/household/grown-up", "/household/grown-up", new() { ["word"] = "12 ab", ["password"] = "not it" })
        ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (
            await browser.SubmitAsync(
                "/household/grown-up",
                "/household/grown-up",
                new() { ["word"] = "12 ab", ["password"] = TestServer.Password }
            )
        ).Page.ShouldContain("Tell it to the grown-ups");
        (await browser.PageAsync("/household")).ShouldNotContain("12AB");
        var (knee, heel) = (Guid.NewGuid(), Guid.NewGuid());
        foreach (var (id, part) in new[] { (knee, "knee"), (heel, "heel") })
            await browser.PostAsync(
                "/api/pains",
                new
                {
                    id,
                    player = household.PlayerId,
                    part,
                    at = DateTimeOffset.UtcNow,
                }
            );
        (await browser.PageAsync("/practise/toe-taps")).ShouldNotContain("12AB");

        // Said on a page without network it comes later, and only for the pains that it was said of.
        async Task<HttpStatusCode> MayGoOn(string? word, params Guid[] pains) =>
            (
                await browser.PostAsync(
                    "/api/pains/cleared",
                    new
                    {
                        id = Guid.NewGuid(),
                        player = household.PlayerId,
                        pains,
                        word,
                        at = DateTimeOffset.UtcNow,
                    }
                )
            ).Status;
        (await MayGoOn("BALL", knee)).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await MayGoOn(null, knee)).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await MayGoOn("12AB")).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await MayGoOn("12ab", knee)).ShouldBe(HttpStatusCode.OK);
        (await MayGoOn("12ab", knee)).ShouldBe(HttpStatusCode.OK);
        var page = await browser.PageAsync("/practise/toe-taps");
        page.ShouldContain("Your heel hurt, today.");
        page.ShouldNotContain("Your knee hurt");
        (
            await browser.SubmitAsync(
                "/practise/toe-taps",
                "/practise/toe-taps?handler=Clear",
                new() { ["word"] = "12AC", ["password"] = TestServer.Password }
            )
        ).Page.ShouldBe("/practise/toe-taps?wrong=true");
        (await browser.SubmitAsync("/practise/toe-taps", "/practise/toe-taps?handler=Clear", new() { ["word"] = "12ab" })).Page.ShouldBe(
            "/practise/toe-taps"
        );
        (await browser.PageAsync("/practise/toe-taps")).ShouldContain("data-do=\"start\"");

        // Whoever guesses is stopped for a while.
        await browser.PostAsync(
            "/api/pains",
            new
            {
                id = heel,
                player = household.PlayerId,
                part = "heel",
                at = DateTimeOffset.UtcNow,
            }
        );
        var answers = new List<HttpStatusCode>();
        for (var i = 0; i < 40 && !answers.Contains(HttpStatusCode.TooManyRequests); i++)
            answers.Add(await MayGoOn($"A{i:000}", heel));
        answers.ShouldContain(HttpStatusCode.TooManyRequests);
    }
}

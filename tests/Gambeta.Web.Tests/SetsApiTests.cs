using System.Net;
using Gambeta.Storage;

namespace Gambeta.Web.Tests;

public class SetsApiTests(TestServer server)
{
    [Fact]
    public async Task A_set_is_stored_once_and_says_when_it_is_a_best()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var post = Played.Post(household, left: 34);
        (await browser.PostAsync("/api/sets", post)).ShouldBe((HttpStatusCode.OK, """{"stored":true,"bests":["34 touches"]}"""));
        // Whatever became of the first answer, the second one says the same.
        (await browser.PostAsync("/api/sets", post)).ShouldBe((HttpStatusCode.OK, """{"stored":true,"bests":["34 touches"]}"""));
        (await browser.PostAsync("/api/sets", Played.Post(household, left: 34))).Body.ShouldContain("\"bests\":[]");
        (await server.BestsAsync(household)).ShouldBe([34m]);
    }

    [Fact]
    public async Task Clean_reps_that_were_played_as_long_as_they_last_keep_their_rows_also_when_they_are_mended()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var post = new Dictionary<string, object?>(Played.Post(household, null))
        {
            ["draft"] = null,
            ["drill"] = "drag-stop-push",
            ["plannedSeconds"] = null,
            ["seconds"] = 30,
            ["events"] = "l300 l300 l300 x300 l300",
            ["lasting"] = true,
        };
        (await browser.PostAsync("/api/sets", post)).Body.ShouldContain("3 clean in a row");
        (await browser.PageAsync("/logbook")).ShouldContain("3 clean in a row");
        (await browser.PageAsync($"/logbook/{post["id"]}")).ShouldContain("Clean reps of each try");
        var count = new
        {
            set = post["id"],
            change = Guid.CreateVersion7(),
            draft = new
            {
                tryTouches = new[] { 5, 1 },
                tryDropped = new bool?[] { true, false },
                seconds = 30,
            },
        };
        (await browser.PostAsync("/api/counts", count)).Body.ShouldContain("5 clean in a row");
        // The same drill by reps has its own record, and a drill of another measure has no rows of reps.
        post = new(post) { ["id"] = Guid.CreateVersion7(), ["lasting"] = false };
        (await browser.PostAsync("/api/sets", post)).Body.ShouldContain("clean reps");
        post = new(Played.Post(household, 20)) { ["lasting"] = true };
        (await browser.PostAsync("/api/sets", post)).Body.ShouldContain("20 touches");
    }

    [Fact]
    public async Task A_count_typed_in_afterwards_replaces_the_estimate_and_counts()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var post = Played.Post(household, left: null);
        post["countedBy"] = "estimated";
        (await browser.PostAsync("/api/sets", post)).Body.ShouldContain("\"bests\":[]");
        var count = new
        {
            set = post["id"],
            change = Guid.CreateVersion7(),
            draft = new { left = 37, seconds = 30 },
        };
        (await browser.PostAsync("/api/counts", count)).Body.ShouldContain("37 touches");
        (await browser.PostAsync("/api/counts", count)).Status.ShouldBe(HttpStatusCode.OK);
        (
            await browser.PostAsync(
                "/api/counts",
                new
                {
                    set = post["id"],
                    change = Guid.CreateVersion7(),
                    draft = new { left = -1, seconds = 30 },
                }
            )
        ).Body.ShouldContain("less than zero");
        (await server.BestsAsync(household)).ShouldBe([37m]);
    }

    // A clock that is wrong refuses nothing: it is put right by what it shows while it sends, and where it says nothing, it was just now.
    [Theory]
    [InlineData(-400 * 1440, -400 * 1440 + 90, 90)]
    [InlineData(500 * 1440, 500 * 1440 + 7, 7)]
    [InlineData(-3 * 1440, 0, 3 * 1440)]
    [InlineData(-3 * 1440, 1, 3 * 1440)]
    [InlineData(500 * 1440, null, 0)]
    [InlineData(500 * 1440, 0, 0)]
    [InlineData(-55 * 365 * 1440, null, 0)]
    [InlineData(-55 * 365 * 1440, int.MaxValue, 0)]
    public async Task A_clock_that_is_wrong_refuses_no_set(int startedMinutes, int? sentMinutes, int minutesAgo)
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var (post, now) = (Played.Post(household, left: 34), DateTimeOffset.UtcNow);
        DateTimeOffset At(int minutes) => minutes == int.MaxValue ? DateTimeOffset.MaxValue : now.AddMinutes(minutes);
        (post["startedAt"], post["sentAt"]) = (At(startedMinutes), sentMinutes is { } sent ? At(sent) : null);
        (await browser.PostAsync("/api/sets", post)).Status.ShouldBe(HttpStatusCode.OK);
        await using var work = await server.Database.BeginAsync(household.Id, TestContext.Current.CancellationToken);
        var stored = (await SetStore.SessionAsync(work, (Guid)post["session"]!)).ShouldHaveSingleItem();
        (now.AddMinutes(-minutesAgo) - stored.StartedAt).Duration().ShouldBeLessThan(TimeSpan.FromMinutes(2.5));
        stored.Day.ShouldBe(Gambeta.Core.Base.Household.LocalDays.DayOf(stored.StartedAt, "Europe/Lisbon"));
    }

    [Theory]
    [InlineData("drill", "keepie-uppie", "There is no drill called “keepie-uppie”.")]
    [InlineData("drill", null, "There is no drill called “”.")]
    [InlineData("feet", "middle", "Which foot was it: left, right or both?")]
    [InlineData("feet", "both", "Pull back, laces away is not played with both feet.")]
    [InlineData("countedBy", "guessed", "Say how it was counted")]
    [InlineData("order", 0, "Part of the set is missing.")]
    [InlineData("plannedSeconds", -30, "Part of the set is missing.")]
    // No clock shows it: it was left out, or made up.
    [InlineData("startedAt", "0001-01-01T00:00:00Z", "Part of the set is missing.")]
    [InlineData("startedAt", "1969-12-31T23:59:59Z", "Part of the set is missing.")]
    // A draft is read by the measure of its drill.
    [InlineData("draft", null, "Part of the set is missing.")]
    [InlineData("draft", 34, "Part of the set is missing.")]
    [InlineData("draft", "thirty-four", "Part of the set is missing.")]
    [InlineData("draft", new[] { 34 }, "Part of the set is missing.")]
    public async Task What_is_wrong_with_a_set_is_said_in_words(string field, object? value, string words)
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var post = Played.Post(household, left: 34);
        post[field] = value;
        var (status, body) = await browser.PostAsync("/api/sets", post);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        System.Text.RegularExpressions.Regex.Unescape(body).ShouldContain(words);
        (await server.BestsAsync(household)).ShouldBeEmpty();
    }

    [Theory]
    [InlineData(-1, 30.0)]
    [InlineData(null, 30.0)]
    [InlineData(100000, 30.0)]
    [InlineData(30, null)]
    [InlineData(30, -2.0)]
    public async Task Absurd_counts_and_times_are_refused(int? left, double? seconds)
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        (await browser.PostAsync("/api/sets", Played.Post(household, left, seconds))).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Without_a_sign_in_a_token_or_sense_nothing_is_stored()
    {
        var household = await server.NewHouseholdAsync();
        (await Browser.At(server).PostAsync("/api/sets", Played.Post(household, 34), withToken: false)).Status.ShouldBe(
            HttpStatusCode.Unauthorized
        );
        var browser = await Browser.SignedInAsync(server, household);
        (await browser.PostAsync("/api/sets", Played.Post(household, 34), withToken: false)).Status.ShouldBe(HttpStatusCode.BadRequest);
        (await browser.PostAsync("/api/sets", new { id = "not an id" })).Body.ShouldContain("is not as it should be");
        (await server.BestsAsync(household)).ShouldBeEmpty();
    }
}

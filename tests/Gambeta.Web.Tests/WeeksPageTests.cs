using System.Globalization;
using System.Net;
using System.Text.Json;
using System.Text.RegularExpressions;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Storage;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;

namespace Gambeta.Web.Tests;

/// <summary>The weeks: laid out by what happened, changed by one press, what is typed wrong refused in words, told to a calendar only when
/// somebody wants it.</summary>
public sealed partial class WeeksPageTests(TestServer server)
{
    [GeneratedRegex("""/calendar/([A-Za-z0-9_-]+)\.ics""")]
    private static partial Regex Secret();

    private async Task<(Browser Browser, TestHousehold Household)> ThereAsync()
    {
        var household = await server.NewHouseholdAsync();
        return (await Browser.SignedInAsync(server, household), household);
    }

    private static Dictionary<string, string> Rhythm(params (string Name, string Value)[] fields) =>
        new(fields.Select(field => KeyValuePair.Create(field.Name, field.Value)));

    private static async Task PressAsync(
        Browser browser,
        string handler,
        Dictionary<string, string>? fields = null,
        string page = "/weeks"
    ) =>
        (
            await browser.SubmitAsync(page, $"{page}?handler={handler}", fields ?? new() { ["id"] = $"{Guid.CreateVersion7()}" })
        ).Status.ShouldBe(HttpStatusCode.Redirect, handler);

    [Fact]
    public async Task A_press_changes_the_weeks_and_another_takes_it_back()
    {
        var (browser, household) = await ThereAsync();
        var page = await browser.PageAsync("/weeks");
        page.ShouldContain("Today: practice, 15 min");
        page.ShouldContain("Every other day, 15 minutes");
        await PressAsync(browser, "Away", new() { ["kind"] = "holiday", ["id"] = $"{Guid.CreateVersion7()}" });
        page = await browser.PageAsync("/weeks");
        page.ShouldContain("Today: rest");
        page.ShouldContain(">away<");
        (await browser.PageAsync("/today")).ShouldContain("An easy one all the same");
        await PressAsync(browser, "Back");
        (await browser.PageAsync("/weeks")).ShouldContain("Today: practice, 15 min");
        // Growing fast: what is laid out is light; nonsense is no press.
        await PressAsync(browser, "Away", new() { ["kind"] = "growing", ["id"] = $"{Guid.CreateVersion7()}" });
        (await browser.PageAsync("/weeks")).ShouldContain("You are growing fast: easy days");
        (await browser.PageAsync("/plan")).ShouldContain("An easy day");
        await PressAsync(browser, "Back");
        await PressAsync(browser, "Away", new() { ["kind"] = "on the moon", ["id"] = "x" });
        (await browser.PageAsync("/weeks")).ShouldContain("Today: practice, 15 min");
        // A sore knee stops everything, as any pain does, until a grown-up has let it pass.
        await PressAsync(browser, "Knee");
        (await browser.PageAsync("/weeks")).ShouldContain("Something hurts, so nothing is planned");
        (await browser.PageAsync("/today")).ShouldContain("On hold");
        (await browser.PageAsync("/practise/toe-taps")).ShouldContain("Your knee hurt");
        await using var work = await server.Database.BeginAsync(household.Id);
        (await work.ExecuteScalarAsync<int>("select count(*) from pain where part = 'knee'")).ShouldBe(1);
    }

    [Fact]
    public async Task What_was_played_and_what_was_left_out_shows()
    {
        var (browser, household) = await ThereAsync();
        for (var day = 9; day >= 3; day -= 2)
            await server.StoreAsync(household, Played.Round(household, 20 + day, daysBack: day));
        var page = await browser.PageAsync("/weeks");
        page.ShouldContain("Your usual week has");
        // Three days ago was the last: the day after the next was left out, wherever in the week that lies.
        if (Played.Day(1).DayOfWeek is not DayOfWeek.Sunday)
            page.ShouldContain("You do not have to make up for it");
        page.ShouldContain("Today: ");
        var json = JsonDocument.Parse(await (await browser.GetAsync("/api/weeks")).Content.ReadAsStringAsync()).RootElement;
        json.GetProperty("file").GetString().ShouldBe("gambeta weeks");
        json.GetProperty("days").GetArrayLength().ShouldBe(28);
        json.GetProperty("days").EnumerateArray().Count(day => day.GetProperty("kind").GetString() == "practice").ShouldBeGreaterThan(8);
        foreach (var span in new[] { "week", "month", "" })
            (await browser.GetAsync($"/weeks/print?span={span}")).StatusCode.ShouldBe(HttpStatusCode.OK);
        // A round of it was played: the rest of the session is still there, whatever the tile says.
        var isPractice = page.Contains("data-key=\"S\"", StringComparison.Ordinal);
        await browser.PostAsync("/api/sets", Played.Post(household, 20));
        page = await browser.PageAsync("/weeks");
        page.ShouldContain("done, 1 min");
        page.Contains("data-key=\"S\"", StringComparison.Ordinal).ShouldBe(isPractice);
        // All of it was played: done, and the next day is told.
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await work.ExecuteAsync(
                """
                insert into drill_played (household_id, player_id, drill, last_day)
                select p.household_id, p.player_id, trim(split_part(split_part(line, ':', 2), ',', 1)), p.day
                  from plan p, regexp_split_to_table(p.items, E'\n') line
                on conflict (household_id, player_id, drill) do update set last_day = excluded.last_day
                """
            );
            await work.ExecuteAsync("update player set judged = judged + 1");
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        (await browser.PageAsync("/weeks")).ShouldContain("Today: done");
    }

    [Fact]
    public async Task A_rhythm_is_kept_and_what_is_typed_wrong_is_refused_with_everything_still_there()
    {
        var (browser, _) = await ThereAsync();
        async Task RefusedAsync(string words, params (string, string)[] fields)
        {
            var (status, page) = await browser.SubmitAsync("/weeks/rhythm", "/weeks/rhythm", Rhythm(fields));
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            page.ShouldContain(words);
        }
        await RefusedAsync("Write minutes a day as a number from 5 to 90", ("school", "every other day"), ("minutes", "4"));
        await RefusedAsync("value=\"lots\"", ("school", "every other day"), ("minutes", "lots"));
        await RefusedAsync("Choose at least one day", ("school", "own days"), ("minutes", "20"));
        await RefusedAsync(
            "Write club minutes as a number from 10 to 180",
            ("school", "own days"),
            ("days", "monday"),
            ("minutes", "20"),
            ("clubKind", "match"),
            ("clubMinutes", "999")
        );
        (
            await browser.SubmitAsync(
                "/weeks/rhythm",
                "/weeks/rhythm",
                Rhythm(("school", "own days"), ("days", "monday"), ("minutes", "25"), ("clubKind", "match"), ("clubMinutes", "60"))
            )
        ).Status.ShouldBe(HttpStatusCode.Redirect);
        var page = await browser.PageAsync("/weeks");
        page.ShouldContain("Monday, 25 minutes · match on Monday");
        page.ShouldContain("60 min");
        // Minutes typed for a plan are the minutes from then on; a press is for its day.
        await browser.SubmitAsync(
            "/plan",
            "/plan",
            new()
            {
                ["minutes"] = "30",
                ["where"] = "indoors",
                ["softBall"] = "true",
            }
        );
        (await browser.PageAsync("/weeks")).ShouldContain("Monday, 30 minutes");
        await browser.SubmitAsync("/plan", "/plan?handler=Shorter", []);
        (await browser.PageAsync("/weeks")).ShouldContain("Monday, 30 minutes");
    }

    [Fact]
    public async Task Goals_are_set_told_by_when_and_dropped()
    {
        var (browser, household) = await ThereAsync();
        async Task<string> RefusedAsync(params (string, string)[] fields)
        {
            var (status, page) = await browser.SubmitAsync("/weeks/rhythm", "/weeks/rhythm?handler=Goal", Rhythm(fields));
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            return page;
        }
        const string pull = "pull-back-laces-away";
        (await RefusedAsync(("kind", "reach"), ("drill", ""), ("value", "10"))).ShouldContain("Choose a drill");
        (await RefusedAsync(("kind", "reach"), ("drill", pull), ("value", "10001"))).ShouldContain("Write a number from 1 to 10000");
        (await RefusedAsync(("kind", "reach"), ("drill", pull), ("value", "50"), ("by", $"{Played.Day(1):yyyy-MM-dd}"))).ShouldContain(
            "That day is over"
        );
        (await RefusedAsync(("kind", "reach"), ("drill", pull), ("value", "50"), ("by", "9999-12-31"))).ShouldContain("nearer day");
        (await RefusedAsync(("kind", "reach"), ("drill", pull), ("value", "50"), ("by", "soon"))).ShouldContain("That is not a day");
        (await RefusedAsync(("kind", "feint a side"), ("drill", "toe-taps"))).ShouldContain("Choose a feint");
        (await RefusedAsync(("kind", "keep going"), ("value", "9"))).ShouldContain("from 1 to 7");

        Task SetAsync(params (string, string)[] fields) =>
            PressAsync(browser, "Goal", Rhythm([("id", $"{Guid.CreateVersion7()}"), .. fields]), "/weeks/rhythm");
        await SetAsync(("kind", "reach"), ("drill", pull), ("value", "10000"));
        (await browser.PageAsync("/weeks")).ShouldContain("We can’t say yet");
        for (var day = 12; day > 0; day -= 2)
            foreach (var feet in new[] { Feet.Left, Feet.Right })
                await server.StoreAsync(
                    household,
                    Played.Round(household, 30, daysBack: day) with
                    {
                        Feet = feet,
                        Touches = feet == Feet.Left ? new(30 + (day % 4), 0) : new(0, 31 + (day % 3)),
                    }
                );
        (await browser.PageAsync("/weeks")).ShouldContain("Too far ahead to say");
        await SetAsync(("kind", "reach"), ("drill", pull), ("value", "12"));
        (await browser.PageAsync("/weeks")).ShouldContain("Reached. Choose the next one");
        await SetAsync(("kind", "keep going"), ("value", "2"));
        (await RefusedAsync(("kind", "level feet"))).ShouldContain("3 goals at a time are enough");
        await using (var work = await server.Database.BeginAsync(household.Id))
            foreach (var goal in await GoalStore.AllAsync(work, household.PlayerId))
                await PressAsync(browser, "Drop", new() { ["goal"] = $"{goal.Id}" }, "/weeks/rhythm");
        (await browser.PageAsync("/weeks")).ShouldContain("You don’t need a goal");
        // In reach: between which days, and its drill comes for it.
        await SetAsync(("kind", "reach"), ("drill", pull), ("value", "35"), ("by", $"{Played.Day(-30):yyyy-MM-dd}"));
        var page = await browser.PageAsync("/weeks");
        page.ShouldContain("chances in 10");
        page.ShouldMatch("Likely between|Not before|early for it");
        // On a day with records to try for, that is told before.
        (await browser.PageAsync("/plan")).ShouldMatch("For your goal|A record is close");
    }

    [Fact]
    public async Task Posted_many_at_once_no_more_is_kept_than_may_be()
    {
        var (browser, household) = await ThereAsync();
        await Task.WhenAll(
            Enumerable
                .Range(0, 12)
                .Select(_ =>
                    browser.SubmitAsync(
                        "/weeks/rhythm",
                        "/weeks/rhythm?handler=Goal",
                        new() { ["id"] = $"{Guid.CreateVersion7()}", ["kind"] = "level feet" }
                    )
                )
        );
        var same = $"{Guid.CreateVersion7()}";
        await Task.WhenAll(
            Enumerable
                .Range(0, 6)
                .Select(_ => browser.SubmitAsync("/weeks", "/weeks?handler=Away", new() { ["id"] = same, ["kind"] = "ill" }))
        );
        await using var work = await server.Database.BeginAsync(household.Id);
        (await work.ExecuteScalarAsync<int>("select count(*) from goal")).ShouldBe(Goal.Most);
        (await work.ExecuteScalarAsync<int>("select count(*) from away")).ShouldBe(1, "the same press twice is one");
    }

    [Fact]
    public async Task Whatever_is_posted_is_answered_in_words()
    {
        var (browser, _) = await ThereAsync();
        var odd = new[]
        {
            "",
            " ",
            "-1",
            "1e9",
            "999999999999999999999",
            "\u0000",
            "monday,tuesday",
            "<script>",
            "٣",
            "２０",
            new string('9', 4000),
        };
        foreach (var value in odd)
        {
            foreach (
                var (page, handler, field) in new[]
                {
                    ("/weeks/rhythm", "", "minutes"),
                    ("/weeks/rhythm", "", "days"),
                    ("/weeks/rhythm", "", "clubKind"),
                    ("/weeks/rhythm", "?handler=Goal", "value"),
                    ("/weeks/rhythm", "?handler=Goal", "by"),
                    ("/weeks/rhythm", "?handler=Goal", "drill"),
                    ("/weeks/rhythm", "?handler=Drop", "goal"),
                    ("/weeks", "?handler=Away", "id"),
                    ("/plan/together", "", "who"),
                }
            )
            {
                var (status, _) = await browser.SubmitAsync(
                    page,
                    page + handler,
                    new()
                    {
                        ["school"] = "own days",
                        ["kind"] = "reach",
                        ["drill"] = "toe-taps",
                        [field] = value,
                    }
                );
                ((int)status).ShouldBeOneOf([200, 302, 400, 422], $"{page}{handler} {field}={value[..Math.Min(20, value.Length)]}");
            }
        }
        (await browser.GetAsync("/weeks")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await browser.GetAsync("/today")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task A_calendar_is_off_until_wanted_opens_by_its_secret_alone_and_says_no_name_unless_asked()
    {
        var (browser, household) = await ThereAsync();
        var stranger = Browser.At(server);
        async Task<(HttpStatusCode Status, string Text)> ReadAsync(string secret)
        {
            var answer = await stranger.GetAsync($"/calendar/{secret}.ics");
            return (answer.StatusCode, await answer.Content.ReadAsStringAsync());
        }
        (await browser.PageAsync("/weeks/rhythm")).ShouldNotContain("/calendar/");
        await PressAsync(browser, "FeedOn", [], "/weeks/rhythm");
        var secret = Secret().Match(await browser.PageAsync("/weeks/rhythm")).Groups[1].Value;
        secret.Length.ShouldBe(32);
        var (status, text) = await ReadAsync(secret);
        status.ShouldBe(HttpStatusCode.OK);
        text.ShouldStartWith("BEGIN:VCALENDAR");
        text.ShouldContain($"DTSTART;VALUE=DATE:{Played.Day(0):yyyyMMdd}");
        text.ShouldNotContain("Nilo");
        text.ShouldNotContain($"{household.PlayerId}");
        (await ReadAsync(secret)).Text.ShouldBe(text);
        await PressAsync(browser, "FeedName", new() { ["says"] = "true" }, "/weeks/rhythm");
        (await ReadAsync(secret)).Text.ShouldContain("Nilo");
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            // Whoever reads the database alone opens no calendar.
            var row = await work.QuerySingleAsync<(byte[] Digest, string Sealed)>("select digest, sealed from calendar_feed");
            row.Sealed.ShouldNotContain(secret);
            row.Digest.Length.ShouldBe(32);
        }
        await PressAsync(browser, "FeedOn", [], "/weeks/rhythm");
        (await ReadAsync(secret)).Status.ShouldBe(HttpStatusCode.NotFound);
        secret = Secret().Match(await browser.PageAsync("/weeks/rhythm")).Groups[1].Value;
        (await ReadAsync(secret)).Status.ShouldBe(HttpStatusCode.OK);
        await PressAsync(browser, "FeedOff", [], "/weeks/rhythm");
        foreach (var wrong in new[] { secret, "", "x", new('a', 5000), "..%2f..", "' or true --" })
            ((int)(await ReadAsync(wrong)).Status).ShouldBeInRange(400, 404, wrong);
    }

    /// <summary>Wherever a day is told, it is told as its plan has it, also where that puts a test off.</summary>
    [Fact]
    public async Task Today_is_about_the_same_thing_wherever_it_is_told()
    {
        // A Wednesday, on which the demo practises.
        var time = new FakeTimeProvider(new DateTimeOffset(2027, 1, 6, 15, 0, 0, TimeSpan.Zero));
        using var then = server.With(host => host.ConfigureTestServices(services => services.AddSingleton<TimeProvider>(time)));
        var browser = Browser.OutOfTime(then);
        (await browser.SubmitAsync("/", "/?handler=Demo", [])).Status.ShouldBeOneOf(HttpStatusCode.Redirect, HttpStatusCode.OK);
        var shown = await browser.PageAsync("/today");
        var theme = Next().Match(shown).Groups[1].Value;
        theme.ShouldNotBeEmpty();
        using var weeks = JsonDocument.Parse(await (await browser.GetAsync("/api/weeks")).Content.ReadAsStringAsync());
        var today = weeks
            .RootElement.GetProperty("days")
            .EnumerateArray()
            .Select(one => (Day: DateOnly.Parse(one.GetProperty("day").GetString()!, CultureInfo.InvariantCulture), Said: one))
            .Single(one => shown.Contains($"<p class=\"quiet\">{Wording.Weekday(one.Day)}</p>", StringComparison.Ordinal));
        today.Said.GetProperty("theme").GetString().ShouldBe(theme, StringCompareShould.IgnoreCase);
        var paper = await browser.PageAsync("/weeks/print?span=week");
        var row = paper[paper.IndexOf(Wording.ShortDay(today.Day), StringComparison.Ordinal)..];
        WebUtility.HtmlDecode(Heading().Match(row).Groups[1].Value).ShouldBe(theme, StringCompareShould.IgnoreCase);
        await PressAsync(browser, "FeedOn", [], "/weeks/rhythm");
        var secret = Secret().Match(await browser.PageAsync("/weeks/rhythm")).Groups[1].Value;
        var calendar = await (await browser.GetAsync($"/calendar/{secret}.ics")).Content.ReadAsStringAsync();
        var told = calendar
            .Split("BEGIN:VEVENT")
            .Single(one => one.Contains($"DTSTART;VALUE=DATE:{today.Day:yyyyMMdd}", StringComparison.Ordinal));
        told.ShouldContain(theme, Case.Insensitive);
    }

    [GeneratedRegex("""<h2 id="next">([^<]+)</h2>""")]
    private static partial Regex Next();

    [GeneratedRegex("""<td><b>([^<]+)</b>""")]
    private static partial Regex Heading();

    [Fact]
    public async Task A_clubs_calendar_is_taken_in_by_its_days_and_nonsense_is_refused()
    {
        var (browser, household) = await ThereAsync();
        string File(int days) =>
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\n"
            + string.Concat(
                Enumerable
                    .Range(1, days)
                    .Select(i =>
                        $"BEGIN:VEVENT\r\nUID:{i}\r\nSUMMARY:Against the Green "
                        + $"Boots\r\nDTSTART;VALUE=DATE:{Played.Day(-i):yyyyMMdd}\r\nEND:VEVENT\r\n"
                    )
            )
            + "END:VCALENDAR\r\n";
        async Task<(HttpStatusCode Status, string Page)> SendAsync(string file) =>
            await browser.SendFileAsync("/weeks/rhythm", "/weeks/rhythm?handler=Dates", "club.ics", file);
        (await SendAsync(File(3))).Status.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync("/weeks/rhythm")).ShouldContain("3 days coming up");
        (await browser.PageAsync("/weeks")).ShouldContain(">match<");
        (await SendAsync("no calendar at all")).Page.ShouldContain("That is not a calendar file");
        (await SendAsync(File(5000))).Page.ShouldMatch("days to come|too big");
        (await SendAsync(File(0))).Page.ShouldContain("It has no day in the coming year");
        (await browser.PageAsync("/weeks/rhythm")).ShouldContain("3 days coming up", customMessage: "what was there is still there");
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            // Days and lengths, nobody's names.
            (await HouseholdFile.WriteAsync(work)).ShouldNotContain("Green Boots");
            // Full is full, all or nothing.
            (
                await RhythmStore.AddDatesAsync(
                    work,
                    household.PlayerId,
                    [.. Enumerable.Range(10, 398).Select(i => new ClubDate(Played.Day(-i), ClubKind.Match, 60))]
                )
            ).ShouldBeFalse();
            (await work.ExecuteScalarAsync<int>("select count(*) from club_date")).ShouldBe(3);
        }
        await PressAsync(browser, "RemoveDates", [], "/weeks/rhythm");
        (await browser.PageAsync("/weeks/rhythm")).ShouldContain("None coming up.");
    }
}

using System.Net;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Web.Tests;

public class PageTests(TestServer server)
{
    [Fact]
    public async Task A_new_player_sees_what_to_do_on_every_page()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (await browser.PageAsync("/today")).ShouldContain("How it works");
        (await browser.PageAsync("/today")).ShouldContain("New for you.");
        (await browser.PageAsync("/drills/toe-taps")).ShouldContain("No record yet");
        (await browser.PageAsync("/logbook")).ShouldContain("Nothing in these weeks");
        (await browser.PageAsync("/records")).ShouldContain("No record yet");
        foreach (var card in server.Catalogue.Cards.Where((card, i) => i % 7 == 0 && !card.IsHeading))
        {
            (await browser.PageAsync($"/drills/{card.Id}")).ShouldContain(card.Cues[0]);
            (await browser.PageAsync($"/practise/{card.Id}")).ShouldContain("Before the first touch");
        }
        (await browser.GetAsync("/drills/no-such-drill")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await browser.GetAsync("/floor")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Nobody_sees_a_page_without_signing_in_and_the_way_back_is_kept()
    {
        var response = await Browser.At(server).GetAsync("/records");
        response.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        response.Headers.Location!.ToString().ShouldContain("ReturnUrl=%2Frecords");
        (await Browser.At(server).GetAsync("/api/token")).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
    }

    [Fact]
    public async Task Pages_forbid_what_is_inline_or_from_elsewhere()
    {
        var response = await Browser.At(server).GetAsync("/");
        response.Headers.GetValues("Content-Security-Policy").Single().ShouldStartWith("default-src 'self';");
        response.Headers.GetValues("X-Content-Type-Options").Single().ShouldBe("nosniff");
        (await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldNotContain(" style=");
    }

    [Theory]
    [InlineData(3, "ready to play", true)]
    [InlineData(15, "Welcome back", true)]
    [InlineData(40, "Your last practice was 40 days ago. Start easy.", false)]
    public async Task Whoever_was_away_is_greeted_and_old_form_is_no_form(int daysBack, string said, bool isNear)
    {
        var household = await server.NewHouseholdAsync();
        await server.StoreAsync(household, Played.Round(household, 34, daysBack: daysBack + 1));
        await server.StoreAsync(household, Played.Round(household, 33, daysBack));
        var page = await (await Browser.SignedInAsync(server, household)).PageAsync("/today");
        page.ShouldContain(said);
        page.Contains("near-row", StringComparison.Ordinal).ShouldBe(isNear);
    }

    [Fact]
    public async Task What_was_played_shows_on_today_in_the_logbook_and_among_the_records()
    {
        var household = await server.NewHouseholdAsync();
        await server.StoreAsync(household, Played.Round(household, 31, daysBack: 6));
        await server.StoreAsync(household, Played.Round(household, 34, daysBack: 3));
        await server.StoreAsync(household, Played.Round(household, 35, daysBack: 2, CountedBy.Estimated));
        var browser = await Browser.SignedInAsync(server, household);

        (await browser.PageAsync("/today")).ShouldContain("about 35");
        var log = await browser.PageAsync("/logbook?weeks=4&drill=pull-back-laces-away");
        log.ShouldContain(">34 <small>record</small></a>");
        log.ShouldContain(">about 35</a>");
        log.ShouldContain("3 sets");
        (await browser.PageAsync("/logbook?drill=juggling-streak")).ShouldContain("Nothing in these weeks");
        (await browser.PageAsync("/logbook?weeks=many&to=yesterday&drill=%27")).ShouldContain("3 sets");
        var records = await browser.PageAsync("/records");
        records.ShouldContain("before that 31, for 3 days");
        records.ShouldContain("2 steps from 31 touches to 34 touches");
        (await browser.PageAsync("/drills/pull-back-laces-away")).ShouldContain("34 touches");
    }

    [Theory]
    [InlineData("-3", "30", 0, "cannot be less than zero")]
    [InlineData("", "30", 0, "A count is missing")]
    [InlineData("12.5", "30", 0, "“12.5” is not a whole number for left")]
    [InlineData("999", "30", 0, "more than 8 touches a second")]
    [InlineData("30", "", 0, "How many seconds")]
    [InlineData("30", "soon", 0, "“soon” is not a number of seconds")]
    [InlineData("30", "30", -1, "has not come yet")]
    public async Task A_mistake_in_the_form_is_named_and_what_was_typed_stays(string left, string seconds, int daysBack, string words)
    {
        var household = await server.NewHouseholdAsync();
        var set = Played.Round(household, 31, daysBack: 2);
        await server.StoreAsync(household, set);
        var browser = await Browser.SignedInAsync(server, household);
        var (status, page) = await browser.SubmitAsync(
            $"/logbook/{set.Id}",
            $"/logbook/{set.Id}?handler=Mend",
            new()
            {
                ["change"] = Guid.CreateVersion7().ToString(),
                ["left"] = left,
                ["seconds"] = seconds,
                ["day"] = Played.Day(daysBack).ToString("yyyy-MM-dd"),
            }
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain(words);
        if (left.Length > 0)
            page.ShouldContain($"value=\"{left}\"");
        (await server.BestsAsync(household)).ShouldBe([31m]);
    }

    [Fact]
    public async Task A_set_is_mended_moved_to_another_day_removed_and_brought_back()
    {
        var household = await server.NewHouseholdAsync();
        var set = Played.Round(household, 31, daysBack: 2);
        await server.StoreAsync(household, set);
        var browser = await Browser.SignedInAsync(server, household);
        var (status, to) = await browser.SubmitAsync(
            $"/logbook/{set.Id}",
            $"/logbook/{set.Id}?handler=Mend",
            new()
            {
                ["change"] = Guid.CreateVersion7().ToString(),
                ["left"] = "29",
                ["seconds"] = "30",
                ["day"] = Played.Day(4).ToString("yyyy-MM-dd"),
            }
        );
        status.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync(to)).ShouldContain("The set is fixed");
        (await browser.PageAsync($"/logbook/{set.Id}")).ShouldContain($"value=\"{Played.Day(4):yyyy-MM-dd}\"");

        var removal = Guid.CreateVersion7().ToString();
        (_, to) = await browser.SubmitAsync($"/logbook/{set.Id}", $"/logbook/{set.Id}?handler=Remove", new() { ["change"] = removal });
        (await browser.PageAsync(to)).ShouldContain("The set is removed");
        (await browser.GetAsync($"/logbook/{set.Id}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await browser.SubmitAsync("/logbook", "/logbook?handler=Undo", new() { ["change"] = removal })).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await server.BestsAsync(household)).ShouldBe([29m]);
    }

    [Fact]
    public async Task Juggling_tries_are_mended_as_they_are_written()
    {
        var household = await server.NewHouseholdAsync();
        var set = Played.Round(household, 0, daysBack: 1) with
        {
            Drill = "juggling-streak",
            Feet = Core.Base.Touches.Feet.Both,
            Planned = null,
            Touches = new(10, 9),
            Result = new TriesResult([new JugglingTry(7, TryEnd.Dropped), new JugglingTry(12, TryEnd.Stopped)]),
        };
        await server.StoreAsync(household, set);
        var browser = await Browser.SignedInAsync(server, household);
        (await browser.PageAsync($"/logbook/{set.Id}")).ShouldContain("value=\"7, 12*\"");
        var fields = new Dictionary<string, string>
        {
            ["change"] = Guid.CreateVersion7().ToString(),
            ["tries"] = "7, 12*, fifteen",
            ["seconds"] = "40",
            ["day"] = Played.Day(1).ToString("yyyy-MM-dd"),
        };
        (await browser.SubmitAsync($"/logbook/{set.Id}", $"/logbook/{set.Id}?handler=Mend", fields)).Page.ShouldContain(
            "“fifteen” is not a whole number for tries"
        );
        fields["tries"] = "7 12* 15";
        (await browser.SubmitAsync($"/logbook/{set.Id}", $"/logbook/{set.Id}?handler=Mend", fields)).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await server.BestsAsync(household)).ShouldBe([15m]);
    }

    [Fact]
    public async Task A_form_without_its_token_is_refused()
    {
        using var client = server.CreateClient();
        using var form = new FormUrlEncodedContent([new("name", "x")]);
        (await client.PostAsync("/?handler=SignIn", form, TestContext.Current.CancellationToken)).StatusCode.ShouldBe(
            HttpStatusCode.BadRequest
        );
    }
}

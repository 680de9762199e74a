using System.Net;
using System.Text.RegularExpressions;
using Dapper;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Storage;

namespace Gambeta.Web.Tests;

/// <summary>The session that is planned for today: made, changed by one press, practised like any sheet, and never older than what was
/// played.</summary>
public sealed partial class PlanPageTests(TestServer server)
{
    [GeneratedRegex("""name="drill" value="([^"]+)" title="Something else""")]
    private static partial Regex Planned();

    [GeneratedRegex("""href="/practise/sheet/([0-9a-f-]{36})[^"]*" data-key="S""")]
    private static partial Regex Practised();

    private static List<string> DrillsOf(string page) => [.. Planned().Matches(page).Select(match => match.Groups[1].Value)];

    private static async Task<string> PressAsync(Browser browser, string handler, Dictionary<string, string>? fields = null)
    {
        (await browser.SubmitAsync("/plan", $"/plan{(handler.Length > 0 ? $"?handler={handler}" : "")}", fields ?? [])).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        return await browser.PageAsync("/plan");
    }

    // One recommender: what Today offers for whoever plays one drill is of its plan, and what the result says comes next is what is planned
    // then.
    [Fact]
    public async Task Today_and_the_result_recommend_what_is_planned()
    {
        var household = await server.NewHouseholdAsync();
        for (var back = 12; back > 0; back -= 2)
            await server.StoreAsync(household, Played.Round(household, 30 + back, daysBack: back));
        var browser = await Browser.SignedInAsync(server, household);
        var today = await browser.PageAsync("/today");
        var alone = Alone().Match(today).Groups[1].Value;
        alone.ShouldNotBeEmpty();
        var plan = await browser.PageAsync("/plan");
        var name = server.Catalogue.Find(alone)!.Name;
        System.Net.WebUtility.HtmlDecode(plan).ShouldContain(name);
        await using var work = await server.Database.BeginAsync(household.Id);
        var view = (await HouseholdStore.ViewAsync(work, DateTimeOffset.UtcNow))!;
        var day = LocalDays.DayOf(DateTimeOffset.UtcNow, view.TimeZone);
        var kept = (await PlanStore.FindAsync(work, household.PlayerId, await YardStore.ViewAsync(work)))!.Value.Plan;
        kept.Session.OneAlone!.Item.Drill.ShouldBe(alone);
        var next = await PlanStore.NextAsync(work, view.Players[0], view.Players[0].AgeOn(day), day, server.Catalogue, view.Settings);
        next!.Value.Day.Day.ShouldBe(day, "nothing was played today");
        next.Value.Session.OneAlone!.Item.Drill.ShouldBe(alone);
        var session = (await DiaryStore.TodayAsync(work, household.PlayerId, day.AddDays(-30), server.Catalogue)).Last[0].SessionId;
        var result = System.Net.WebUtility.HtmlDecode(await browser.PageAsync($"/practise/result/{session}"));
        result.ShouldContain($"Next, still today: {name}.");
        // Once today is played, it is the next day that is told.
        await server.StoreAsync(household, Played.Round(household, 33, daysBack: 0));
        System.Net.WebUtility.HtmlDecode(await browser.PageAsync($"/practise/result/{session}")).ShouldMatch(@"Next time, on \w+day: ");
    }

    // What was planned in the morning is not told of what was played at noon.
    [Fact]
    public async Task A_planned_drill_that_was_played_is_no_more_called_new()
    {
        var household = await server.NewHouseholdAsync();
        for (var back = 12; back > 0; back -= 2)
            await server.StoreAsync(household, Played.Round(household, 30 + back, daysBack: back));
        var browser = await Browser.SignedInAsync(server, household);
        var before = await browser.PageAsync("/plan");
        before.ShouldNotContain("Played today.");
        var cards = DrillsOf(before).ConvertAll(drill => server.Catalogue.Find(drill)!);
        var card = cards.Find(one => one.MeasuredBy == MeasuredBy.TouchesInARound && one.Id != "toe-taps")!;
        WhyOf(before, card.Name).ShouldNotBeEmpty();
        await server.StoreAsync(household, Played.Round(household, 20, daysBack: 0) with { Drill = card.Id });
        var after = await browser.PageAsync("/plan");
        WhyOf(after, card.Name).ShouldBe("Played today.");
        after.Split("Played today.").Length.ShouldBe(2, "of this one alone");
        (await browser.PageAsync("/today")).ShouldContain("Played today.");
    }

    private static string WhyOf(string plan, string drill) =>
        Regex
            .Match(plan, $"{Regex.Escape(WebUtility.HtmlEncode(drill))}</a>.*?plan-why small\">([^<]*)<", RegexOptions.Singleline)
            .Groups[1]
            .Value;

    [Fact]
    public async Task A_plan_is_made_changed_by_a_press_and_practised_like_a_sheet()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var page = await browser.PageAsync("/plan");
        page.ShouldContain("15 min");
        var drills = DrillsOf(page);
        drills.Count.ShouldBeGreaterThan(3);
        (await browser.PageAsync("/today")).ShouldContain($"15 min, {drills.Count} drills");
        DrillsOf(await browser.PageAsync("/plan")).ShouldBe(drills, "reading changes nothing");

        // One exchanged: the others stay where they are, and what was turned down says so.
        var exchanged = DrillsOf(page = await PressAsync(browser, "Instead", new() { ["drill"] = drills[1] }));
        exchanged.ShouldNotContain(drills[1]);
        exchanged.Intersect(drills).ShouldBe(drills.Where((_, i) => i != 1));
        page.ShouldContain("Not wanted today");
        // One marked: a longer session still has it.
        page = await PressAsync(browser, "Mark", new() { ["drill"] = exchanged[2] });
        page.ShouldContain("aria-pressed=\"true\"");
        page = await PressAsync(browser, "Longer");
        page.ShouldContain("20 min");
        DrillsOf(page).ShouldContain(exchanged[2]);
        page = await PressAsync(browser, "Shorter");
        page.ShouldContain("15 min");
        (await PressAsync(browser, "Lighter")).ShouldContain("As usual");
        (await PressAsync(browser, "Elsewhere")).ShouldContain(">Indoors");

        // Practised, printed, kept, beside the yard: a sheet like any other.
        page = await browser.PageAsync("/plan");
        var id = Practised().Match(page).Groups[1].Value;
        foreach (
            var address in new[]
            {
                $"/practise/sheet/{id}",
                $"/sheets/print/{id}",
                $"/sheets/edit?copy={id}",
                $"/beside/{id}",
                $"/api/runs/{id}",
            }
        )
            (await browser.GetAsync(address)).StatusCode.ShouldBe(HttpStatusCode.OK, address);
        (await browser.PageAsync($"/sheets/print/{id}")).ShouldContain("session");
        // It stays for the day once somebody changed it, whatever else is written.
        var stays = DrillsOf(page);
        await browser.PostAsync("/api/sets", Played.Post(household, 20));
        DrillsOf(await browser.PageAsync("/plan")).ShouldBe(stays);
    }

    [Fact]
    public async Task Two_who_look_for_the_first_time_at_once_see_one_plan()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        var ids = (await Task.WhenAll(Enumerable.Range(0, 6).Select(i => browser.PageAsync(i % 2 == 0 ? "/plan" : "/today"))))
            .Select(page => AnyId().Match(page).Groups[1].Value)
            .Distinct()
            .ToList();
        ids.Count.ShouldBe(1);
        (await browser.GetAsync($"/practise/sheet/{ids[0]}")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [GeneratedRegex("href=\"/practise/([\\w-]+)\" data-key=\"1\"")]
    private static partial Regex Alone();

    [GeneratedRegex("""href="/practise/sheet/([0-9a-f-]{36})""")]
    private static partial Regex AnyId();

    [Fact]
    public async Task Two_on_one_evening_are_planned_onto_one_yard_and_whom_something_hurts_is_left_out()
    {
        var household = await server.NewHouseholdAsync();
        var (second, third) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        // One after the other: who joins in one moment stands in no order.
        foreach (var (id, nickname) in new[] { (second, "Oihane"), (third, "Peru") })
        {
            await using var work = await server.Database.BeginAsync(household.Id);
            await HouseholdStore.AddPlayerAsync(
                work,
                new Core.Base.Household.Player(id, nickname, 2013, Core.Base.Touches.Foot.Left, Level.Steady)
            );
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        var browser = await Browser.SignedInAsync(server, household);
        var page = await browser.PageAsync("/plan/together");
        page.ShouldContain("Nilo, Oihane: ");
        (await browser.SubmitAsync("/plan/together", "/plan/together", new() { ["who"] = $"{second}", ["way"] = "turns" })).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        foreach (
            var who in new[]
            {
                $"who={household.PlayerId}&who={second}&who={third}&way=turns",
                $"who={Guid.NewGuid()}",
                "who=x",
                "way=sideways",
            }
        )
            (await browser.PageAsync($"/plan/together?{who}")).ShouldContain("begins");
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await SessionStore.HurtAsync(work, second, null, new Pain(Guid.CreateVersion7(), PainPart.Shin, Played.Day(0)));
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        page = await browser.PageAsync("/plan/together");
        page.ShouldContain("Oihane is hurt");
        page.ShouldNotContain("Oihane begins");
        await browser.SubmitAsync("/plan/together", "/plan/together", []);
        (await browser.PageAsync("/plan/together")).ShouldNotContain("Oihane begins");
    }

    [Fact]
    public async Task What_is_asked_for_is_remembered_and_nonsense_is_refused_in_words()
    {
        var household = await server.NewHouseholdAsync();
        var yard = Guid.CreateVersion7();
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await YardStore.SaveSpaceAsync(
                work,
                yard,
                new Space
                {
                    Name = "Back court",
                    Kind = Places.Patio,
                    Width = 6,
                    Length = 9,
                    Wall = new SpaceWall(SpaceSide.Far, 4, 3),
                }
            );
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        var browser = await Browser.SignedInAsync(server, household);
        var there = await browser.PageAsync("/plan");
        there.ShouldContain($"<option value=\"{yard}\" selected>Back court</option>");
        // It is practised in the place that it was planned for.
        there.ShouldMatch($"/practise/sheet/[0-9a-f-]{{36}}\\?space={yard}");
        var page = await PressAsync(
            browser,
            "",
            new()
            {
                ["minutes"] = "25",
                ["where"] = "indoors",
                ["softBall"] = "true",
                ["fresh"] = "tired",
                ["wish"] = "juggling",
            }
        );
        page.ShouldContain("value=\"25\"");
        page.ShouldContain("<option value=\"indoors\" selected>");
        page.ShouldContain("<option value=\"tired\" selected>");
        page.ShouldContain("?where=indoors");
        page.ShouldContain("<option value=\"juggling\" selected>");
        foreach (var minutes in new[] { "", "0", "91", "-5", "1e3", "ten", "999999999999" })
        {
            var (status, refused) = await browser.SubmitAsync(
                "/plan",
                "/plan",
                new()
                {
                    ["minutes"] = minutes,
                    ["where"] = "outdoors",
                    ["fresh"] = "fresh",
                }
            );
            status.ShouldBe(HttpStatusCode.UnprocessableEntity, minutes);
            refused.ShouldContain("Write minutes as a number from 5 to 90.");
            // What was typed is still there.
            refused.ShouldContain($"maxlength=\"2\" value=\"{minutes}\"");
            refused.ShouldContain("<option value=\"outdoors\" selected>");
            refused.ShouldContain("<option value=\"fresh\" selected>");
        }
        (
            await PressAsync(
                browser,
                "",
                new()
                {
                    ["minutes"] = "2",
                    ["where"] = new string('x', 4000),
                    ["fresh"] = "<b>",
                    ["wish"] = "family",
                }
            )
        ).ShouldContain("Less than 5 minutes is too short");
        foreach (var drill in new[] { "", "no-such-drill", new string('x', 4000) })
            (await browser.SubmitAsync("/plan", "/plan?handler=Instead", new() { ["drill"] = drill })).Status.ShouldBe(
                HttpStatusCode.Redirect
            );
        // Turned down again and again: it ends in words, not in an error.
        for (var i = 0; i < 30 && DrillsOf(page = await browser.PageAsync("/plan")) is [var first, ..]; i++)
            await PressAsync(browser, "Instead", new() { ["drill"] = first });
        (await browser.GetAsync("/plan")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task Something_that_hurts_leaves_nothing_planned_and_a_new_day_or_set_is_planned_anew()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var newcomer = DrillsOf(await browser.PageAsync("/plan"));
        // A notebook's worth of sets comes in: nobody played or changed anything today, so that the plan follows.
        for (var day = 12; day > 1; day -= 2)
            await server.StoreAsync(household, Played.Round(household, 20 + day, daysBack: day));
        await browser.SubmitAsync(
            "/household",
            "/household/player",
            new() { ["player"] = household.PlayerId.ToString(), ["back"] = "/today" }
        );
        var known = await browser.PageAsync("/plan");
        (DrillsOf(known).SequenceEqual(newcomer) && !known.Contains("clean")).ShouldBeFalse();
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            (await work.ExecuteScalarAsync<int>("select count(*) from plan")).ShouldBe(1);
            await work.ExecuteAsync("update plan set day = day - 1, chosen = true");
            await SessionStore.HurtAsync(work, household.PlayerId, null, new Pain(Guid.CreateVersion7(), PainPart.Knee, Played.Day(0)));
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        var hurt = await browser.PageAsync("/plan");
        hurt.ShouldContain("Something hurts, so nothing is planned");
        DrillsOf(hurt).ShouldBeEmpty();
        (await browser.PageAsync("/today")).ShouldNotContain("data-key=\"S\"");
        DrillsOf(await PressAsync(browser, "Longer")).ShouldBeEmpty();
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await SessionStore.ClearPainsAsync(work, household.PlayerId, Played.Day(0));
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        DrillsOf(await browser.PageAsync("/plan")).ShouldNotBeEmpty("a grown-up has let it pass");
        // What was kept by another version and cannot be read is planned anew.
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await work.ExecuteAsync("""update plan set told = '{"Notes":["NoSuchNote"]}'""");
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        (await browser.GetAsync("/plan")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }
}

using System.Net;
using System.Text.Json;
using System.Text.RegularExpressions;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Storage;
using Gambeta.Web.Words;

namespace Gambeta.Web.Tests;

/// <summary>What stands about a drill, kept with each set; a notebook taken in and out again; the pages that show it.</summary>
public class JudgementPageTests(TestServer server)
{
    private static string Notebook(int days, int more = 0) =>
        "drill,day,feet,left,right,planned_seconds\n"
        + string.Concat(
            Enumerable
                .Range(0, days)
                .SelectMany(i =>
                    new[] { "left", "right" }.Select(foot =>
                        $"pull-back-laces-away,{Played.Day(60 - (2 * i)):yyyy-MM-dd},{foot},"
                        + $"{(foot == "left" ? 30 + (i % 4) + more : 0)},{(foot == "right" ? 36 + (i % 4) + more : 0)},30\n"
                    )
                )
        );

    [Fact]
    public async Task A_notebook_is_looked_at_taken_in_once_shown_everywhere_and_taken_back()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var file = Notebook(14) + "no-such-drill,2026-01-01,left,5,,30\n";
        var (status, look) = await browser.SendFileAsync("/logbook/take-in", "/logbook/take-in?handler=Look", "notebook.csv", file);
        status.ShouldBe(HttpStatusCode.OK);
        look.ShouldContain("28 lines would be new");
        look.ShouldContain("There is no drill called no-such-drill here.");
        (await server.BestsAsync(household)).ShouldBeEmpty("looking stores nothing");

        var batch = Guid.CreateVersion7();
        var (taken, place) = await browser.SubmitAsync(
            "/logbook/take-in",
            "/logbook/take-in?handler=Take",
            new() { ["batch"] = batch.ToString(), ["diary"] = file }
        );
        taken.ShouldBe(HttpStatusCode.Redirect);
        place.ShouldContain("taken=28");
        (await browser.PageAsync(place)).ShouldContain("28 sets were added.");
        var verdicts = await VerdictsAsync(household);
        verdicts.Select(verdict => verdict.Key.Feet).Order().ShouldBe([Feet.Left, Feet.Right]);
        verdicts.ShouldAllBe(verdict => verdict.NextSet.Chance > 0.25 && verdict.NextSet.Chance < 0.75);
        (await browser.PageAsync("/today")).ShouldContain("Just one drill:");
        (await browser.PageAsync("/progress")).ShouldContain("When Gambeta said");
        (await browser.PageAsync("/drills/pull-back-laces-away/progress")).ShouldContain("class=\"band-5\"");
        (await (await browser.GetAsync("/drills/pull-back-laces-away/progress?form=csv&course=0")).Content.ReadAsStringAsync())
            .Split('\n')
            .Length.ShouldBe(16);
        (await (await browser.GetAsync("/progress?form=svg")).Content.ReadAsStringAsync()).ShouldStartWith("<svg");
        (await browser.GetAsync("/drills/pull-back-laces-away/progress?form=csv&course=9")).StatusCode.ShouldBe(HttpStatusCode.NotFound);

        // The same file again, and what was taken out, are known already.
        (await browser.SendFileAsync("/logbook/take-in", "/logbook/take-in?handler=Look", "notebook.csv", file)).Page.ShouldContain(
            "28 are already here"
        );
        var csv = await (await browser.GetAsync("/logbook?weeks=12&form=csv")).Content.ReadAsStringAsync();
        (await browser.SendFileAsync("/logbook/take-in", "/logbook/take-in?handler=Look", "out.csv", csv)).Page.ShouldContain(
            "28 are already here"
        );

        (
            await browser.SubmitAsync("/logbook/take-in", "/logbook/take-in?handler=Undo", new() { ["batch"] = batch.ToString() })
        ).Status.ShouldBe(HttpStatusCode.Redirect);
        (await VerdictsAsync(household)).ShouldBeEmpty();
        (await server.BestsAsync(household)).ShouldBeEmpty();
        (await browser.PageAsync("/logbook?weeks=12")).ShouldContain("Nothing in these weeks");
    }

    [Fact]
    public async Task What_was_taken_in_beside_what_was_there_judges_the_records_together_and_others_cannot_take_it_back()
    {
        var (household, other) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        await server.StoreAsync(household, Played.Round(household, 31, daysBack: 59));
        var browser = await Browser.SignedInAsync(server, household);
        var batch = Guid.CreateVersion7();
        await browser.SubmitAsync(
            "/logbook/take-in",
            "/logbook/take-in?handler=Take",
            new()
            {
                ["batch"] = batch.ToString(),
                ["diary"] =
                    "drill,day,feet,left,planned_seconds\npull-back-laces-away,"
                    + $"{Played.Day(60):yyyy-MM-dd},left,30,30\n"
                    + $"pull-back-laces-away,{Played.Day(50):yyyy-MM-dd},left,33,30\n"
                    + $"pull-back-laces-away,{Played.Day(40):yyyy-MM-dd},left,32,30\n",
            }
        );
        (await server.BestsAsync(household)).ShouldBe([30m, 31m, 33m]);
        var stranger = await Browser.SignedInAsync(server, other);
        (
            await stranger.SubmitAsync("/logbook/take-in", "/logbook/take-in?handler=Undo", new() { ["batch"] = batch.ToString() })
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await browser.SubmitAsync("/logbook/take-in", "/logbook/take-in?handler=Undo", new() { ["batch"] = batch.ToString() })
        ).Status.ShouldBe(HttpStatusCode.Redirect);
        (await server.BestsAsync(household)).ShouldBe([31m]);
    }

    // The rules have a version. What another one judged is shown at once as it is, and is worked out anew beside the pages.
    [Fact]
    public async Task What_rules_of_another_version_judged_is_judged_anew_and_no_page_waits_for_it()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        await browser.SubmitAsync(
            "/logbook/take-in",
            "/logbook/take-in?handler=Take",
            new() { ["batch"] = Guid.CreateVersion7().ToString(), ["diary"] = Notebook(14) }
        );
        var before = await VerdictsAsync(household);
        var page = await ShownAsync(browser);
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            (
                await work.ExecuteAsync(
                    "update verdict set said = jsonb_set(jsonb_set(said, '{Version}', '1'), '{NextDay,Value}', '1234') where "
                        + "household_id = @Household",
                    new { work.Household }
                )
            ).ShouldBe(2);
            // As after an upgrade: the stamp of what was kept is that of another build.
            await work.ExecuteAsync("delete from kept_view where household_id = @Household", new { work.Household });
            await work.CommitAsync();
        }
        (await VerdictsAsync(household)).ShouldAllBe(verdict => verdict.NextDay.Value == 1234, "what stands is shown at once");
        await ShownAsync(browser);
        for (var i = 0; i < 200 && (await VerdictsAsync(household)).Any(verdict => verdict.NextDay.Value == 1234); i++)
            await Task.Delay(50);
        (await VerdictsAsync(household)).ShouldBe(before, ignoreOrder: true);
        (await ShownAsync(browser)).ShouldBe(page, "and what was kept of it meanwhile is old");
    }

    [Theory]
    [InlineData("", "Choose a file first")]
    [InlineData("\u0089PNG\r\n\u001a\n", "Line 1 of that file can’t be read")]
    [InlineData("name,age\nx,9\n", "Line 1 of that file can’t be read")]
    public async Task A_file_that_is_no_diary_is_refused_in_words(string file, string why)
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        var (status, page) = await browser.SendFileAsync("/logbook/take-in", "/logbook/take-in?handler=Look", "x.csv", file);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain(why);
    }

    [Fact]
    public async Task Three_years_of_two_players_are_taken_at_once_and_one_line_more_is_refused()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        var lines = string.Concat(
            Enumerable
                .Range(0, 20_000)
                .Select(i => $"juggling-streak,{Played.Day(1000 - (i / 20)):yyyy-MM-dd},{1 + (i % 20)},{5 + (i % 17)}\n")
        );
        (
            await browser.SendFileAsync("/logbook/take-in", "/logbook/take-in?handler=Look", "x.csv", "drill,day,order,count\n" + lines)
        ).Page.ShouldContain("20000 lines would be new");
        var (status, page) = await browser.SendFileAsync(
            "/logbook/take-in",
            "/logbook/take-in?handler=Look",
            "x.csv",
            "drill,day,order,count\n" + lines + "juggling-streak,2026-01-01,1,1\n"
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain("one too many");
    }

    [Fact]
    public async Task What_was_said_before_a_set_is_kept_and_mending_gives_what_playing_it_so_would_have_given()
    {
        var (mended, played) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        foreach (var household in new[] { mended, played })
        {
            for (var i = 0; i < 8; i++)
                await server.StoreAsync(household, Played.Round(household, 30 + (i % 3), daysBack: 30 - (3 * i)));
        }
        // Somebody looked: only what a page had worked out was said to anybody.
        await VerdictsAsync(mended);
        var (wrong, right) = (Played.Round(mended, 90, daysBack: 2), Played.Round(played, 34, daysBack: 2));
        await server.StoreAsync(mended, wrong);
        await server.StoreAsync(played, right);
        var said = await SaidAsync(mended, wrong.SessionId);
        await using (var work = await server.Database.BeginAsync(mended.Id))
        {
            await SetStore.CorrectAsync(work, Guid.CreateVersion7(), wrong with { Touches = new TouchCount(34, 0) });
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        var (a, b) = ((await VerdictsAsync(mended)).ShouldHaveSingleItem(), (await VerdictsAsync(played)).ShouldHaveSingleItem());
        (a.NextSet, a.NextDay, a.Quantiles, a.Decision).ShouldBe((b.NextSet, b.NextDay, b.Quantiles, b.Decision));
        (await SaidAsync(mended, wrong.SessionId)).ShouldBe(said);
        said.ShouldHaveSingleItem().Target.ShouldBeInRange(28, 34);
    }

    [Fact]
    public async Task A_press_that_is_sent_twice_takes_in_once_and_a_day_has_an_end()
    {
        var household = await server.NewHouseholdAsync();
        async Task<int?> TakeAsync(Guid batch, string file, int most)
        {
            await using var work = await server.Database.BeginAsync(household.Id);
            var lines = Core.Edges.Diaries.TakingIn.Read(
                Core.Edges.Diaries.DiaryFile.Read(new StringReader(file)),
                server.Catalogue,
                [new(household.PlayerId, "Ane", 2016, Foot.Right, Core.Base.Things.Level.Steady)],
                new(household.PlayerId, "Ane", 2016, Foot.Right, Core.Base.Things.Level.Steady),
                Played.Day(0),
                TimeSpan.Zero
            );
            var taken = await TakenInStore.TakeAsync(work, batch, lines, most);
            await work.CommitAsync(TestContext.Current.CancellationToken);
            return taken;
        }
        var batch = Guid.CreateVersion7();
        (await TakeAsync(batch, Notebook(5), 15)).ShouldBe(10);
        (await TakeAsync(batch, Notebook(5), 15)).ShouldBe(10);
        (await TakeAsync(Guid.CreateVersion7(), Notebook(5), 15)).ShouldBe(0);
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            (await TakenInStore.UndoAsync(work, batch)).ShouldBeTrue();
            (await TakenInStore.UndoAsync(work, batch)).ShouldBeFalse();
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        (await TakeAsync(Guid.CreateVersion7(), Notebook(5, more: 1), 15)).ShouldBeNull("what was taken back counts");
    }

    [Fact]
    public async Task In_a_sitting_the_aim_follows_its_sets_and_another_sitting_is_another_day()
    {
        var household = await server.NewHouseholdAsync();
        for (var i = 0; i < 8; i++)
            await server.StoreAsync(household, Played.Round(household, 30 + (i % 3), daysBack: 30 - (3 * i)));
        var browser = await Browser.SignedInAsync(server, household);
        async Task<JsonElement> AimAsync(Guid? session) =>
            JsonDocument
                .Parse(
                    await (
                        await browser.GetAsync(
                            $"/api/aims/pull-back-laces-away?player={household.PlayerId}{(session is null ? "" : $"&session={session}")}"
                        )
                    ).Content.ReadAsStringAsync()
                )
                .RootElement.EnumerateArray()
                .Single();
        static int Value(JsonElement aim) =>
            int.Parse(
                System.Text.RegularExpressions.Regex.Match(aim.GetProperty("words").GetString()!, "[0-9]+").Value,
                System.Globalization.CultureInfo.InvariantCulture
            );
        var before = await AimAsync(null);
        var great = Played.Round(household, 48, daysBack: 1);
        await server.StoreAsync(household, great);
        var (here, elsewhere) = (await AimAsync(great.SessionId), await AimAsync(Guid.NewGuid()));
        Value(here).ShouldBeGreaterThan(Value(before));
        Value(here).ShouldBeGreaterThan(Value(elsewhere), "a good day is not the next day");
        here.GetProperty("tiles").EnumerateArray().Last().GetBoolean().ShouldBeTrue("48 were more than what was aimed at");
        // The next set of the sitting is held against what was said within it.
        await server.StoreAsync(household, great with { Id = Guid.CreateVersion7(), Order = 2, StartedAt = great.StartedAt.AddMinutes(1) });
        (await SaidAsync(household, great.SessionId)).Select(said => (int)said.Target).Max().ShouldBe(Value(here));
        (await browser.GetAsync($"/api/aims/no-such-drill?player={household.PlayerId}")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await browser.GetAsync($"/api/aims/pull-back-laces-away?player={Guid.NewGuid()}")).StatusCode.ShouldNotBe(HttpStatusCode.OK);
        foreach (var bad in new[] { "%0A", new string('x', 2000) })
            (await browser.GetAsync($"/api/aims/{bad}?player={household.PlayerId}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await browser.PostAsync("/api/aims", new { player = household.PlayerId })).Status.ShouldBe(HttpStatusCode.NotFound);
        (await browser.PostAsync("/api/aims", new { player = household.PlayerId, drill = "pull-back-laces-away" })).Status.ShouldBe(
            HttpStatusCode.OK
        );
        foreach (var bad in new[] { "..%2f..", new string('x', 2000) })
            ((int)(await browser.GetAsync($"/beside/{bad}")).StatusCode).ShouldBeInRange(400, 499);
        (await browser.GetAsync("/api/aims/pull-back-laces-away?player=me")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_round_that_slows_towards_its_end_says_so_on_the_result_and_on_the_drills_progress()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var session = Guid.CreateVersion7();
        // Ten seconds at 150 a minute, ten at 109, ten at 75.
        var slowing = string.Join(
            ' ',
            Enumerable.Repeat("l40", 25).Concat(Enumerable.Repeat("l55", 18)).Concat(Enumerable.Repeat("l80", 12))
        );
        for (var i = 0; i < 4; i++)
        {
            var post = Played.Post(household, null);
            post.Remove("draft");
            (post["session"], post["events"], post["seconds"], post["order"], post["startedAt"]) = (
                session,
                slowing,
                30,
                i + 1,
                DateTimeOffset.UtcNow.AddMinutes(i - 5)
            );
            (await browser.PostAsync("/api/sets", post)).Status.ShouldBe(HttpStatusCode.OK);
        }
        foreach (var address in new[] { $"/practise/result/{session}", "/drills/pull-back-laces-away/progress" })
            (await browser.PageAsync(address)).ShouldMatch("In the last third of a round you are [56][0-9] % slower");
    }

    [Fact]
    public async Task Bests_from_before_the_sets_that_are_read_are_read_with_them()
    {
        var household = await server.NewHouseholdAsync();
        for (var i = 0; i < 76; i++)
            await server.StoreAsync(household, Played.Round(household, i == 0 ? 91 : 40 + (i % 4), daysBack: 80 - i));
        await using var work = await server.Database.BeginAsync(household.Id);
        var read = (
            await KeySetsStore.LatestAsync(
                work,
                household.PlayerId,
                ["pull-back-laces-away"],
                Core.Catalogue.Cards.DrillCatalogue.Shipped()
            )
        ).Single();
        (read.First, read.Sets.Count).ShouldBe((10, 66));
        read.OlderBests.Select(set => set.Touches.Left).ShouldBe([91]);
    }

    [Fact]
    public async Task What_was_decided_is_the_level_that_is_played_next()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var easy = await browser.PageAsync("/practise/pull-back-laces-away");
        // Fifty touches in half a minute are far above the card's steady tempo: ready to move on, with both feet.
        foreach (var foot in new[] { Feet.Left, Feet.Right })
            for (var i = 0; i < 8; i++)
                await server.StoreAsync(
                    household,
                    Played.Round(household, 50 + (i % 2), daysBack: 30 - (3 * i)) with
                    {
                        Feet = foot,
                        Touches = foot == Feet.Left ? new TouchCount(50, 0) : new TouchCount(0, 50),
                    }
                );
        (await VerdictsAsync(household)).ShouldAllBe(verdict => verdict.Decision.Kind == DecisionKind.MoveOn && verdict.Steps == 1);
        var harder = await browser.PageAsync("/practise/pull-back-laces-away");
        var card = server.Catalogue.Find("pull-back-laces-away")!;
        WebUtility.HtmlDecode(easy).ShouldContain(Wording.Dose(card, card.Doses[Level.Steady]));
        WebUtility.HtmlDecode(harder).ShouldContain(Wording.Dose(card, card.Doses[Level.Sharp]));
        (await browser.PageAsync("/beside/pull-back-laces-away")).ShouldContain("Next time it gets harder");
    }

    [Theory]
    [
        InlineData("?from=2026-13-45&to=x", "The last 8 weeks and the 8 before"),
        InlineData("?from=0001-01-01&to=9999-12-31&thenFrom=9999-12-31&thenTo=0001-01-01", "Compare"),
        InlineData("?weeks=2&from=2026-01-02", "Compare"),
        InlineData("?weeks=-1&thenFrom=2026-01-01", "The last 8 weeks and the 8 before")
    ]
    public async Task Any_days_that_are_asked_for_are_answered(string query, string says)
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (await browser.PageAsync("/progress" + query)).ShouldContain(says);
    }

    [Fact]
    public async Task What_is_kept_of_a_page_is_never_older_than_what_was_played_said_or_chosen()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        for (var i = 0; i < 8; i++)
            await server.StoreAsync(household, Played.Round(household, 30 + (i % 3), daysBack: 16 - (2 * i)));
        // The frame holds a token that is another one each time.
        async Task<string> MainAsync(string path) => (await browser.PageAsync(path)).Split("<header class=\"head\">", 2)[1];
        Task<string> DrillAsync() => MainAsync("/drills/pull-back-laces-away/progress");
        Task<string> WeeksAsync() => MainAsync("/progress");
        var (drill, weeks) = (await DrillAsync(), await WeeksAsync());
        (await DrillAsync(), await WeeksAsync()).ShouldBe((drill, weeks), "nothing changed: as it was");
        (await KeptAsync(household)).ShouldBe(["drill pull-back-laces-away", "progress 8"]);

        async Task ChangesAsync(Func<Task> change, string what, bool ofDrill = true)
        {
            await change();
            // Another page may settle what is due before these are asked for again.
            await browser.PageAsync("/today");
            var (newDrill, newWeeks) = (await DrillAsync(), await WeeksAsync());
            if (ofDrill)
                newDrill.ShouldNotBe(drill, what);
            newWeeks.ShouldNotBe(weeks, what);
            (drill, weeks) = (newDrill, newWeeks);
        }
        var set = Played.Round(household, 41, daysBack: 1);
        await ChangesAsync(() => server.StoreAsync(household, set), "a set");
        await ChangesAsync(
            () =>
                WorkAsync(household, work =>
                    SetStore.CorrectAsync(work, Guid.CreateVersion7(), set with { Touches = new TouchCount(36, 0) })
                ),
            "a mended count"
        );
        await ChangesAsync(
            () =>
                browser.SubmitAsync(
                    $"/practise/result/{set.SessionId}",
                    $"/practise/result/{set.SessionId}",
                    new() { ["effort"] = "10", ["note"] = "" }
                ),
            "how hard it was",
            ofDrill: false
        );
        await ChangesAsync(
            () =>
                browser.SubmitAsync(
                    "/household/settings",
                    "/household/settings",
                    new()
                    {
                        ["units"] = "metric",
                        ["otherFoot"] = "quiet foot",
                        ["weekStartsOn"] = "3",
                        ["clipPenalty"] = "1",
                        ["timeZone"] = "UTC",
                        ["sounds"] = "true",
                        ["feet"] = "even",
                        ["catchUpCap"] = "60",
                    }
                ),
            "what the household chose",
            ofDrill: false
        );
    }

    private async Task<IReadOnlyList<string>> KeptAsync(TestHousehold household)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        return
        [
            .. await work.QueryAsync<string>(
                "select view from kept_view where household_id = @Household order by view",
                new { work.Household }
            ),
        ];
    }

    private async Task WorkAsync(TestHousehold household, Func<HouseholdWork, Task> doIt)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        await doIt(work);
        await work.CommitAsync(TestContext.Current.CancellationToken);
    }

    [Fact]
    public async Task The_demo_shows_each_decision_and_says_what_it_knows()
    {
        await using var work = await server.Database.BeginAsync(DemoHousehold.Id);
        await DemoHousehold.LoadAsync(server.Database, server.Catalogue, TimeProvider.System.GetUtcNow(), "UTC");
        var players = (
            await work.QueryAsync<Guid>("select player_id from player where household_id = @Household", new { work.Household })
        ).ToList();
        var verdicts = new List<Verdict>();
        foreach (var player in players)
            verdicts.AddRange(await VerdictStore.AllAsync(work, player));
        verdicts.Select(verdict => verdict.Decision.Kind).Distinct().Order().ShouldBe(Enum.GetValues<DecisionKind>());
        verdicts.ShouldContain(verdict => verdict.Tempo.Kind == ControlKind.Limit);
        // What was said of it before each set, and whether it came true.
        (await SaidStore.LatestOfKeysAsync(work, players[0], ["pull-back-laces-away"])).ShouldNotBeEmpty();
    }

    [Fact]
    public void The_demo_tells_the_same_story_on_each_day_of_the_week_and_at_each_hour()
    {
        var first = new DateTimeOffset(2026, 3, 2, 0, 5, 0, TimeSpan.Zero);
        IEnumerable<object> Story(DateTimeOffset now)
        {
            var (irune, benat) = DemoHousehold.Practised(server.Catalogue, now);
            return irune
                .Concat(benat)
                .Select(set =>
                    (object)
                        (
                            DateOnly.FromDateTime(now.DateTime).DayNumber - set.Day.DayNumber,
                            set.Drill,
                            set.Feet,
                            set.Touches,
                            set.Result,
                            set.Worked
                        )
                );
        }
        var told = Story(first).ToList();
        told.Count.ShouldBeGreaterThan(500);
        for (var hours = 7; hours < 7 * 24; hours += 19)
            Story(first.AddHours(hours)).ShouldBe(told);
    }

    private static async Task<string> ShownAsync(Browser browser) =>
        Regex
            .Match(
                await browser.PageAsync("/drills/pull-back-laces-away/progress"),
                "<header class=\"head\">.*</main>",
                RegexOptions.Singleline
            )
            .Value;

    private async Task<IReadOnlyList<Verdict>> VerdictsAsync(TestHousehold household)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        var verdicts = await VerdictStore.AllAsync(work, household.PlayerId);
        await work.CommitAsync(TestContext.Current.CancellationToken);
        return verdicts;
    }

    private async Task<IReadOnlyList<SaidOfSet>> SaidAsync(TestHousehold household, Guid session)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        return await SaidStore.OfSittingAsync(work, household.PlayerId, session);
    }
}

using System.Net;
using Gambeta.Core.Judgement;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;
using Gambeta.Storage;

namespace Gambeta.Web.Tests;

/// <summary>What stands about a drill, kept with each set; a notebook taken in and out again; the pages that show it.</summary>
public class JudgementPageTests(TestServer server)
{
    private static string Notebook(int days, int more = 0) => "drill,day,feet,left,right,planned_seconds\n" + string.Concat(Enumerable.Range(0, days).SelectMany(i => new[] { "left", "right" }.Select(foot =>
        $"pull-back-laces-away,{Played.Day(60 - (2 * i)):yyyy-MM-dd},{foot},{(foot == "left" ? 30 + (i % 4) + more : 0)},{(foot == "right" ? 36 + (i % 4) + more : 0)},30\n")));

    [Fact]
    public async Task A_notebook_is_looked_at_taken_in_once_shown_everywhere_and_taken_back()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var file = Notebook(14) + "no-such-drill,2026-01-01,left,5,,30\n";
        var (status, look) = await browser.SendFileAsync("/logbook/take-in", "/logbook/take-in?handler=Look", "notebook.csv", file);
        status.ShouldBe(HttpStatusCode.OK);
        look.ShouldContain("28 lines would be new");
        look.ShouldContain("There is no drill no-such-drill here.");
        (await server.BestsAsync(household)).ShouldBeEmpty("looking stores nothing");

        var batch = Guid.CreateVersion7();
        var (taken, place) = await browser.SubmitAsync("/logbook/take-in", "/logbook/take-in?handler=Take", new() { ["batch"] = batch.ToString(), ["diary"] = file });
        taken.ShouldBe(HttpStatusCode.Redirect);
        place.ShouldContain("taken=28");
        (await browser.PageAsync(place)).ShouldContain("28 sets were taken in.");
        var verdicts = await VerdictsAsync(household);
        verdicts.Select(verdict => verdict.Key.Feet).Order().ShouldBe([Feet.Left, Feet.Right]);
        verdicts.ShouldAllBe(verdict => verdict.NextSet.Chance > 0.25 && verdict.NextSet.Chance < 0.75);
        (await browser.PageAsync("/today")).ShouldContain("of ten tiles");
        (await browser.PageAsync("/progress")).ShouldContain("When Gambeta said");
        (await browser.PageAsync("/drills/pull-back-laces-away/progress")).ShouldContain("class=\"band-5\"");
        (await (await browser.GetAsync("/drills/pull-back-laces-away/progress?form=csv&course=0")).Content.ReadAsStringAsync()).Split('\n').Length.ShouldBe(16);
        (await (await browser.GetAsync("/progress?form=svg")).Content.ReadAsStringAsync()).ShouldStartWith("<svg");
        (await browser.GetAsync("/drills/pull-back-laces-away/progress?form=csv&course=9")).StatusCode.ShouldBe(HttpStatusCode.NotFound);

        // The same file again, and what was taken out, are known already.
        (await browser.SendFileAsync("/logbook/take-in", "/logbook/take-in?handler=Look", "notebook.csv", file)).Page.ShouldContain("28 are here already");
        var csv = await (await browser.GetAsync("/logbook?weeks=12&form=csv")).Content.ReadAsStringAsync();
        (await browser.SendFileAsync("/logbook/take-in", "/logbook/take-in?handler=Look", "out.csv", csv)).Page.ShouldContain("28 are here already");

        (await browser.SubmitAsync("/logbook/take-in", "/logbook/take-in?handler=Undo", new() { ["batch"] = batch.ToString() })).Status.ShouldBe(HttpStatusCode.Redirect);
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
        await browser.SubmitAsync("/logbook/take-in", "/logbook/take-in?handler=Take", new()
        {
            ["batch"] = batch.ToString(),
            ["diary"] = "drill,day,feet,left,planned_seconds\npull-back-laces-away,"
            + $"{Played.Day(60):yyyy-MM-dd},left,30,30\npull-back-laces-away,{Played.Day(50):yyyy-MM-dd},left,33,30\npull-back-laces-away,{Played.Day(40):yyyy-MM-dd},left,32,30\n"
        });
        (await server.BestsAsync(household)).ShouldBe([30m, 31m, 33m]);
        var stranger = await Browser.SignedInAsync(server, other);
        (await stranger.SubmitAsync("/logbook/take-in", "/logbook/take-in?handler=Undo", new() { ["batch"] = batch.ToString() })).Status.ShouldBe(HttpStatusCode.NotFound);
        (await browser.SubmitAsync("/logbook/take-in", "/logbook/take-in?handler=Undo", new() { ["batch"] = batch.ToString() })).Status.ShouldBe(HttpStatusCode.Redirect);
        (await server.BestsAsync(household)).ShouldBe([31m]);
    }

    [Theory]
    [InlineData("", "Choose a file first")]
    [InlineData("\u0089PNG\r\n\u001a\n", "Line 1 of that file cannot be read")]
    [InlineData("name,age\nx,9\n", "Line 1 of that file cannot be read")]
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
        var lines = string.Concat(Enumerable.Range(0, 20_000).Select(i => $"juggling-streak,{Played.Day(1000 - (i / 20)):yyyy-MM-dd},{1 + (i % 20)},{5 + (i % 17)}\n"));
        (await browser.SendFileAsync("/logbook/take-in", "/logbook/take-in?handler=Look", "x.csv", "drill,day,order,count\n" + lines)).Page.ShouldContain("20000 lines would be new");
        var (status, page) = await browser.SendFileAsync("/logbook/take-in", "/logbook/take-in?handler=Look", "x.csv", "drill,day,order,count\n" + lines + "juggling-streak,2026-01-01,1,1\n");
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain("one too many");
    }

    [Fact]
    public async Task What_was_said_before_a_set_is_kept_and_mending_gives_what_playing_it_so_would_have_given()
    {
        var (mended, played) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        foreach (var household in new[] { mended, played })
        {
            for (var i = 0; i < 8; i++) await server.StoreAsync(household, Played.Round(household, 30 + (i % 3), daysBack: 30 - (3 * i)));
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
            var lines = Core.Diaries.TakingIn.Read(Core.Diaries.DiaryFile.Read(new StringReader(file)), server.Catalogue, [new(household.PlayerId, "Ane", 2016, Foot.Right, Core.Catalogue.Level.Steady)], new(household.PlayerId, "Ane", 2016, Foot.Right, Core.Catalogue.Level.Steady), Played.Day(0), TimeSpan.Zero);
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
        return await VerdictStore.SaidAsync(work, household.PlayerId, session);
    }
}

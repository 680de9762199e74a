using System.Net;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Web.Tests;

public class SheetPageTests(TestServer server)
{
    private static Dictionary<string, string> Form(params string[] rows)
    {
        var fields = new Dictionary<string, string> { ["typed.Name"] = "Monday feet" };
        for (var i = 0; i < rows.Length; i++)
        {
            // part drill way sets amount rest
            var words = rows[i].Split(' ');
            var names = new[] { "Part", "Drill", "Way", "Sets", "Amount", "Rest", "Feet" };
            for (var w = 0; w < words.Length; w++)
                fields[$"typed.Rows[{i}].{names[w]}"] = words[w].Replace('_', ' ');
        }
        return fields;
    }

    private async Task<(Browser Browser, TestHousehold Household)> ThereAsync()
    {
        var household = await server.NewHouseholdAsync();
        return (await Browser.SignedInAsync(server, household), household);
    }

    [Fact]
    public async Task A_sheet_is_put_together_kept_changed_copied_put_away_and_brought_back()
    {
        var (browser, _) = await ThereAsync();
        var id = Guid.CreateVersion7();
        (
            await browser.SubmitAsync(
                "/sheets/edit",
                $"/sheets/edit?handler=Save&id={id}",
                Form("warm_up toe-taps usual", "mastery drag-stop-push reps 2 10 15 other")
            )
        ).Page.ShouldBe("/sheets");
        var list = await browser.PageAsync("/sheets");
        list.ShouldContain("Monday feet");
        list.ShouldContain("2 drills");
        var edit = await browser.PageAsync($"/sheets/edit/{id}");
        edit.ShouldContain("value=\"drag-stop-push\"");
        edit.ShouldContain("""<option value="other" selected="selected">other foot only</option>""");
        (await browser.PageAsync($"/sheets/edit?copy={id}")).ShouldContain("Monday feet, ours");
        (await browser.PageAsync($"/sheets/print/{id}")).ShouldContain("2 × 10 reps, other foot");
        (await browser.PageAsync($"/practise/sheet/{id}")).ShouldContain("Monday feet");
        // On Today the own sheet comes before the ready ones.
        (await browser.PageAsync("/today")).ShouldContain($"/practise/sheet/{id}");
        (await browser.SubmitAsync("/sheets", $"/sheets?handler=Retire&id={id}", [])).Status.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync("/sheets")).ShouldNotContain("Monday feet");
        (await browser.PageAsync($"/sheets?away={id}")).ShouldContain("Monday feet is put away.");
        await browser.SubmitAsync("/sheets", $"/sheets?handler=Retire&id={id}&back=true", []);
        (await browser.PageAsync("/sheets")).ShouldContain("Monday feet");
    }

    [Fact]
    public async Task What_is_wrong_is_said_and_nothing_typed_is_lost()
    {
        var (browser, _) = await ThereAsync();
        var form = Form("warm_up toe-taps time 99 30 15", "fun gone-drill usual");
        form["typed.Minutes"] = "soon";
        form["typed.Name"] = "";
        var (status, page) = await browser.SubmitAsync("/sheets/edit", $"/sheets/edit?handler=Save&id={Guid.CreateVersion7()}", form);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain("1 to 12 rounds of 5 to 300 seconds");
        page.ShouldContain("no longer on the shelf");
        page.ShouldContain("a whole number from 1 to 180");
        page.ShouldContain("Give it a name");
        page.ShouldContain("value=\"99\"");
        (await browser.SubmitAsync("/sheets/edit", $"/sheets/edit?handler=Save&id={Guid.CreateVersion7()}", Form())).Page.ShouldContain(
            "at least one drill"
        );
        (
            await browser.SubmitAsync(
                "/sheets/edit",
                $"/sheets/edit?handler=Save&id={Guid.CreateVersion7()}",
                Form([.. Enumerable.Repeat("fun toe-taps usual", 17)])
            )
        ).Page.ShouldContain("room for 16 drills");
    }

    [Fact]
    public async Task Rows_are_added_moved_and_taken_off_without_a_script()
    {
        var (browser, _) = await ThereAsync();
        var id = Guid.CreateVersion7();
        var form = Form("warm_up toe-taps usual", "mastery inside-taps usual");
        form["typed.Add"] = "juggling str";
        Order(await Send("Add", form)).ShouldBe(["toe-taps", "inside-taps", "juggling-streak"]);
        Order(await Send("Up&row=1", form)).ShouldBe(["inside-taps", "toe-taps"]);
        Order(await Send("Down&row=1", form)).ShouldBe(["toe-taps", "inside-taps"]);
        Order(await Send("Remove&row=0", form)).ShouldBe(["inside-taps"]);
        form["typed.Add"] = "nothing like it";
        (await Send("Add", form)).ShouldContain("There is no drill called “nothing like it”.");

        async Task<string> Send(string handler, Dictionary<string, string> fields) =>
            (await browser.SubmitAsync("/sheets/edit", $"/sheets/edit?handler={handler}&id={id}", fields)).Page;
        static IEnumerable<string> Order(string page) =>
            System
                .Text.RegularExpressions.Regex.Matches(page, "Rows\\[\\d+\\]\\.Drill\" value=\"([^\"]+)\"")
                .Select(match => match.Groups[1].Value);
    }

    [Fact]
    public async Task Warnings_say_what_and_why_and_one_press_orders_the_layings()
    {
        var (browser, _) = await ThereAsync();
        var form = Form("focus game-touch-race usual", "focus zigzag-and-home usual", "focus game-sole-race usual");
        form["typed.Minutes"] = "3";
        var page = (await browser.SubmitAsync("/sheets/edit", $"/sheets/edit?handler=Sums&id={Guid.CreateVersion7()}", form)).Page;
        page.ShouldContain("There is no warm-up");
        page.ShouldContain("longer than you have");
        page.ShouldContain("you set out the yard 1 time less");
        var ordered = (await browser.SubmitAsync("/sheets/edit", $"/sheets/edit?handler=Order&id={Guid.CreateVersion7()}", form)).Page;
        ordered.ShouldNotContain("you set out the yard");
    }

    [Fact]
    public async Task Every_ready_sheet_opens_as_a_list_a_form_a_page_of_paper_and_a_run()
    {
        var (browser, _) = await ThereAsync();
        foreach (var ready in ReadySheets.All)
        {
            (await browser.PageAsync($"/sheets/print/{ready.Id}")).ShouldContain(ready.Sheet.Name);
            (await browser.PageAsync($"/sheets/edit?copy={ready.Id}")).ShouldNotContain("role=\"alert\"");
            (await browser.PageAsync($"/practise/sheet/{ready.Id}")).ShouldContain("\"kind\":\"between\"");
        }
        (await browser.GetAsync("/practise/sheet/no-such-sheet")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task The_players_own_tempo_is_reckoned_with()
    {
        var (browser, household) = await ThereAsync();
        await server.StoreAsync(household, Played.Round(household, 20, daysBack: 1) with { Drill = "inside-taps", Touches = new(20, 20) });
        var page = (
            await browser.SubmitAsync(
                "/sheets/edit",
                $"/sheets/edit?handler=Sums&id={Guid.CreateVersion7()}",
                Form("warm_up inside-taps time 1 60 0")
            )
        ).Page;
        // Forty touches in thirty seconds are eighty in a minute.
        page.ShouldContain("1 of 1 at Nilo’s own tempo");
        page.ShouldContain("~40");
    }
}

using System.Net;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Gambeta.Web.Tests;

public class HouseholdTests(TestServer server)
{
    private static Dictionary<string, string> Form(string name) =>
        new()
        {
            ["name"] = name,
            ["password"] = TestServer.Password,
            ["timeZone"] = "America/Montevideo",
            ["nickname"] = "Tupã",
            ["birthYear"] = "2016",
            ["preferred"] = "left",
            ["level"] = "first weeks",
        };

    [Fact]
    public async Task A_household_is_made_with_its_first_player_and_its_name_is_its_own()
    {
        var name = "Yard " + Guid.NewGuid().ToString("N")[..8];
        var browser = Browser.At(server);
        (await browser.SubmitAsync("/household/new", "/household/new", Form(name))).ShouldBe((HttpStatusCode.Redirect, "/household/words"));
        (await browser.PageAsync("/today")).ShouldContain("Tupã, let’s start");
        var (status, page) = await Browser.At(server).SubmitAsync("/household/new", "/household/new", Form(name.ToUpperInvariant()));
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain("Choose another name.");
        page.ShouldContain("value=\"Tupã\"");
    }

    [Fact]
    public async Task Words_that_nobody_wrote_down_are_none_and_are_asked_for_until_there_are_some()
    {
        const string Asked = "write down the six words";
        var name = "Yard " + Guid.NewGuid().ToString("N")[..8];
        var browser = Browser.At(server);
        await browser.SubmitAsync("/household/new", "/household/new", Form(name));
        (await browser.PageAsync("/household/words")).ShouldContain("Write these down");
        (await browser.PageAsync("/today")).ShouldNotContain(Asked);
        // Not from a page that shows no words: whoever finds a device open would take the way back.
        await browser.SubmitAsync("/household/words", "/household/words?handler=Later", []);
        (await browser.PageAsync("/today")).ShouldNotContain(Asked);

        var other = Browser.At(server);
        await other.SubmitAsync("/household/new", "/household/new", Form(name + " b"));
        (await other.SubmitAsync("/household/words", "/household/words?handler=Later", [])).Page.ShouldBe("/today");
        (await other.PageAsync("/today")).ShouldContain(Asked);
        await other.SubmitAsync("/household/words", "/household/words", new() { ["password"] = TestServer.Password });
        (await other.PageAsync("/household/words")).ShouldContain("Write these down");
        (await other.PageAsync("/today")).ShouldNotContain(Asked);
    }

    [Fact]
    public async Task Everything_that_is_wrong_is_said_at_once()
    {
        var form = Form("x");
        (form["password"], form["nickname"], form["birthYear"], form["preferred"]) = ("short", "", "12", "");
        var (_, page) = await Browser.At(server).SubmitAsync("/household/new", "/household/new", form);
        foreach (
            var words in new[]
            {
                "name needs 2 to 40",
                "needs 8 to 200 characters",
                "A nickname has",
                "birth year with four digits",
                "foot do you like to use",
            }
        )
            page.ShouldContain(words);
    }

    [Fact]
    public async Task One_more_player_joins_and_the_page_says_whose_it_is()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        var id = Guid.CreateVersion7().ToString();
        var player = new Dictionary<string, string>
        {
            ["id"] = id,
            ["nickname"] = "Ilargi",
            ["birthYear"] = "2018",
            ["preferred"] = "left",
            ["level"] = "first weeks",
        };
        (await browser.SubmitAsync("/household", "/household?handler=Add", new(player) { ["birthYear"] = "1800" })).Page.ShouldContain(
            "value=\"Ilargi\""
        );
        (await browser.SubmitAsync("/household", "/household?handler=Add", player)).Status.ShouldBe(HttpStatusCode.Redirect);
        await browser.SubmitAsync("/household", "/household/player", new() { ["player"] = id, ["back"] = "/records" });
        (await browser.PageAsync("/today")).ShouldContain("Ilargi, let’s start");
        (await browser.PageAsync("/practise/one-touch-wall-other-foot")).ShouldContain("\"feet\":\"right\"");
    }

    [Fact]
    public async Task A_wrong_password_and_an_unknown_name_get_the_same_answer_and_signing_out_closes_the_pages()
    {
        var household = await server.NewHouseholdAsync();
        foreach (var name in new[] { household.Name, "Nobody here", "Bakery landing" })
        {
            var (_, page) = await Browser
                .At(server)
                .SubmitAsync("/", "/?handler=SignIn", new() { ["name"] = name, ["password"] = "wrong" });
            page.ShouldContain("The name or the password is wrong");
            page.ShouldContain($"value=\"{name}\"");
        }
        var browser = await Browser.SignedInAsync(server, household);
        await browser.SubmitAsync("/household", "/household?handler=SignOut", []);
        (await browser.GetAsync("/today")).StatusCode.ShouldBe(HttpStatusCode.Redirect);
    }

    [Fact]
    public async Task Trying_passwords_over_and_over_is_slowed_down()
    {
        await using var strict = server.With(host => host.UseSetting("Limits:TriesAtAName", "3"));
        // Another instance on the same database, and a name that only looks like another one.
        var (here, there) = (Browser.At(strict), Browser.At(strict));
        var name = "Nobody " + Guid.NewGuid().ToString("N")[..6];
        for (var i = 0; i < 3; i++)
            (
                await (i % 2 == 0 ? here : there).SubmitAsync(
                    "/",
                    "/?handler=SignIn",
                    new() { ["name"] = i == 1 ? $" {name.ToUpperInvariant()}" : name, ["password"] = "guess" }
                )
            ).Status.ShouldBe(HttpStatusCode.OK);
        var (status, page) = await there.SubmitAsync(
            "/",
            "/?handler=SignIn",
            new() { ["name"] = name.Replace('o', 'о'), ["password"] = "guess" }
        );
        status.ShouldBe(HttpStatusCode.TooManyRequests);
        page.ShouldContain("Too many tries");
    }
}

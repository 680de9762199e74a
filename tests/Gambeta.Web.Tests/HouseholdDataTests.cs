using System.Net;
using System.Text.Json;
using Dapper;
using Gambeta.Storage;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>What a household chose, its password, taking everything out, erasing it.</summary>
public class HouseholdDataTests(TestServer server)
{
    private static Dictionary<string, string> Settings() => new()
    {
        ["units"] = "feet",
        ["otherFoot"] = "Weak foot",
        ["weekStartsOn"] = "0",
        ["clipPenalty"] = "1.5",
        ["timeZone"] = "America/Montevideo",
        ["sounds"] = "false",
    };

    [Fact]
    public async Task Units_words_sounds_and_the_week_are_as_the_household_chose()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (await browser.SubmitAsync("/household/settings", "/household/settings", new(Settings()) { ["otherFoot"] = "x", ["timeZone"] = "Here/There" })).Page.ShouldContain("“Here/There” is no time zone");
        (await browser.SubmitAsync("/household/settings", "/household/settings", Settings())).Status.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync("/yard/plan?space=none")).ShouldContain("′");
        var card = await browser.PageAsync("/drills/one-touch-wall-other-foot");
        card.ShouldContain("<h1>One-touch wall, weak foot</h1>");
        card.ShouldContain("weak foot only");
        (await browser.PageAsync("/practise/inside-taps")).ShouldContain("\"sounds\":false");
        (await browser.PageAsync("/household")).ShouldContain("the week starts on Sunday");
    }

    [Fact]
    public async Task The_password_is_changed_by_whoever_knows_the_old_one()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var fields = new Dictionary<string, string> { ["old"] = "wrong", ["password"] = "another one", ["again"] = "another one" };
        (await browser.SubmitAsync("/household/password", "/household/password", fields)).Page.ShouldContain("not the password of this household");
        (await browser.SubmitAsync("/household/password", "/household/password", new(fields) { ["old"] = TestServer.Password, ["again"] = "another" })).Page.ShouldContain("not the same");
        (await browser.SubmitAsync("/household/password", "/household/password", new(fields) { ["old"] = TestServer.Password })).Page.ShouldContain("Changed.");
        (await Browser.At(server).SubmitAsync("/", "/?handler=SignIn", new() { ["name"] = household.Name, ["password"] = "another one" })).Status.ShouldBe(HttpStatusCode.Redirect);
    }

    [Fact]
    public async Task Everything_is_taken_out_as_one_file_and_the_hash_stays_in()
    {
        var household = await server.NewHouseholdAsync();
        await server.StoreAsync(household, Played.Round(household, 20, daysBack: 1));
        var browser = await Browser.SignedInAsync(server, household);
        (await browser.SubmitAsync("/household/erase", "/household/erase?handler=File", new() { ["password"] = "guess" })).Page.ShouldContain("not the password");
        var (_, text) = await browser.SubmitAsync("/household/erase", "/household/erase?handler=File", new() { ["password"] = TestServer.Password });
        text.ShouldNotContain("password");
        text.ShouldNotContain("_hash");
        using var file = JsonDocument.Parse(text);
        file.RootElement.GetProperty("practice_set").GetArrayLength().ShouldBe(1);
        file.RootElement.GetProperty("player")[0].GetProperty("nickname").GetString().ShouldBe("Nilo");
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        (await TablesAsync(owner)).ShouldBe(HouseholdFile.Tables, ignoreOrder: true);
    }

    [Fact]
    public async Task Erasing_wants_name_and_password_and_leaves_nothing_and_only_ones_own_goes()
    {
        var (household, other) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        foreach (var played in new[] { household, other }) await server.StoreAsync(played, Played.Round(played, 20, daysBack: 1));
        var browser = await Browser.SignedInAsync(server, household);
        var fields = new Dictionary<string, string> { ["name"] = household.Name, ["password"] = "guess" };
        (await browser.SubmitAsync("/household/erase", "/household/erase", fields)).Page.ShouldContain("not the password");
        (await browser.SubmitAsync("/household/erase", "/household/erase", new(fields) { ["name"] = "x", ["password"] = TestServer.Password })).Page.ShouldContain("as a sign that you mean it");
        (await browser.SubmitAsync("/household/erase", "/household/erase", new(fields) { ["password"] = TestServer.Password })).Page.ShouldBe("/?erased=true");
        (await browser.GetAsync("/today")).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync("/?erased=true")).ShouldContain("is erased, for good");
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            foreach (var table in HouseholdFile.Tables) (await work.ExecuteScalarAsync<int>($"select count(*) from {table}")).ShouldBe(0, table);
        }
        (await server.BestsAsync(other)).ShouldBe([20m]);
    }

    [Fact]
    public async Task A_player_is_changed_and_erased_with_everything_that_was_played_but_never_the_last_one()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var (last, second) = ($"/household/players/{household.PlayerId}", Guid.CreateVersion7());
        (await browser.SubmitAsync("/household", last + "?handler=Erase", new() { ["nickname"] = "Nilo" })).Page.ShouldContain("goes with the household");
        var player = new Dictionary<string, string> { ["id"] = second.ToString(), ["nickname"] = "Ane", ["birthYear"] = "2018", ["preferred"] = "left", ["level"] = "first weeks" };
        await browser.SubmitAsync("/household", "/household?handler=Add", player);
        await browser.SubmitAsync("/household", $"/household/players/{second}", new(player) { ["nickname"] = "Anitz" });
        (await browser.PageAsync("/household")).ShouldContain("Anitz");
        (await browser.SubmitAsync("/household", last + "?handler=Erase", new() { ["nickname"] = "nobody" })).Page.ShouldContain("as a sign that you mean it");
        (await browser.SubmitAsync("/household", last + "?handler=Erase", new() { ["nickname"] = "nilo" })).Page.ShouldContain("not the password");
        (await browser.SubmitAsync("/household", last + "?handler=Erase", new() { ["nickname"] = "nilo", ["password"] = TestServer.Password })).Status.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync("/household")).ShouldNotContain("Nilo");
    }

    private static Task<IEnumerable<string>> TablesAsync(NpgsqlConnection owner) => owner.QueryAsync<string>(
        "select table_name from information_schema.columns where column_name = 'household_id' and table_schema = 'public'");
}

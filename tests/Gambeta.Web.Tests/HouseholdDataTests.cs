using System.Globalization;
using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using Dapper;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Storage;
using Gambeta.Web.Words;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>What a household chose, its password, taking everything out, erasing it.</summary>
public class HouseholdDataTests(TestServer server)
{
    private static Dictionary<string, string> Settings() =>
        new()
        {
            ["units"] = "feet",
            ["otherFoot"] = "Weak foot",
            ["weekStartsOn"] = "0",
            ["clipPenalty"] = "1.5",
            ["timeZone"] = "America/Montevideo",
            ["sounds"] = "false",
            ["feet"] = "even",
            ["catchUpCap"] = "66",
        };

    [Fact]
    public async Task Units_words_sounds_and_the_week_are_as_the_household_chose()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (
            await browser.SubmitAsync(
                "/household/settings",
                "/household/settings",
                new(Settings()) { ["otherFoot"] = "x", ["timeZone"] = "Here/There" }
            )
        ).Page.ShouldContain("“Here/There” is not a time zone");
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
        var fields = new Dictionary<string, string>
        {
            ["old"] = "wrong",
            ["password"] = "another one",
            ["again"] = "another one",
        };
        (await browser.SubmitAsync("/household/password", "/household/password", fields)).Page.ShouldContain(
            "not this household’s password"
        );
        (
            await browser.SubmitAsync(
                "/household/password",
                "/household/password",
                new(fields) { ["old"] = TestServer.Password, ["again"] = "another" }
            )
        ).Page.ShouldContain("are different");
        (
            await browser.SubmitAsync("/household/password", "/household/password", new(fields) { ["old"] = TestServer.Password })
        ).Page.ShouldContain("Changed.");
        (
            await Browser.At(server).SubmitAsync("/", "/?handler=SignIn", new() { ["name"] = household.Name, ["password"] = "another one" })
        ).Status.ShouldBe(HttpStatusCode.Redirect);
    }

    [Fact]
    public async Task Everything_is_taken_out_as_one_file_and_the_hash_stays_in()
    {
        var household = await server.NewHouseholdAsync();
        await server.StoreAsync(household, Played.Round(household, 20, daysBack: 1));
        var browser = await Browser.SignedInAsync(server, household);
        (
            await browser.SubmitAsync("/household/erase", "/household/erase?handler=File", new() { ["password"] = "guess" })
        ).Page.ShouldContain("not this household’s password");
        var (_, text) = await browser.SubmitAsync(
            "/household/erase",
            "/household/erase?handler=File",
            new() { ["password"] = TestServer.Password }
        );
        text.ShouldNotContain("password");
        text.ShouldNotContain("_hash");
        using var file = JsonDocument.Parse(text);
        (file.RootElement.GetProperty("file").GetString(), file.RootElement.GetProperty("version").GetInt32()).ShouldBe(
            ("gambeta household", 3)
        );
        file.RootElement.GetProperty("sets").GetArrayLength().ShouldBe(1);
        file.RootElement.GetProperty("players")[0].GetProperty("nickname").GetString().ShouldBe("Nilo");
    }

    [Fact]
    public async Task Every_table_is_made_derived_or_the_servers_and_the_file_holds_every_column_that_people_filled()
    {
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        var columns = (
            await owner.QueryAsync<(string Table, string Column)>(
                "select table_name, column_name from information_schema.columns where table_schema = 'public'"
            )
        ).ToLookup(c => c.Table, c => c.Column);
        columns.Where(table => table.Contains("household_id")).Select(table => table.Key).ShouldBe(HouseholdTables.All, ignoreOrder: true);
        // What opens a household, and what only the database counts with.
        string[] kept =
        [
            "household.password_hash",
            "household.recovery_hash",
            "household.name_key",
            "household.drills_version",
            "household.demo_until",
            "player.judged",
        ];
        foreach (var table in HouseholdTables.Made)
        {
            HouseholdFile.Statement.ShouldContain($" from {table} ");
            foreach (var column in columns[table].Except(["household_id"]).Where(column => !kept.Contains($"{table}.{column}")))
                System.Text.RegularExpressions.Regex.IsMatch(HouseholdFile.Statement, $@"[ .]{column}\b").ShouldBeTrue($"{table}.{column}");
        }
    }

    [Fact]
    public async Task What_is_taken_out_reads_back_as_what_is_kept()
    {
        var household = await server.NewHouseholdAsync();
        PracticeSet[] sets =
        [
            Played.Round(household, 20, daysBack: 3) with
            {
                Events = "l30 l40",
                Plan = new SetPlan(0, 2, 8, 60, 90),
            },
            Played.Round(household, 4, daysBack: 2) with
            {
                Drill = "juggling-streak",
                Planned = null,
                Feet = Feet.Both,
                Result = new TriesResult([new(3, TryEnd.Dropped), new(1, TryEnd.InTheAir)]),
            },
            Played.Round(household, 9, daysBack: 1) with
            {
                Drill = "zigzag-and-home",
                Planned = null,
                Layout = "zigzag-4-2.0x0.8",
                Feet = Feet.Both,
                Result = new RunResult(1, TimeSpan.FromSeconds(2.5)),
            },
        ];
        foreach (var set in sets)
            await server.StoreAsync(household, set);
        await using var work = await server.Database.BeginAsync(household.Id);
        await SetStore.CorrectAsync(
            work,
            Guid.CreateVersion7(),
            sets[0] with
            {
                Touches = new TouchCount(33, 0),
                CountedBy = CountedBy.Typed,
            }
        );
        await SetStore.RemoveAsync(work, Guid.CreateVersion7(), sets[2]);
        await YardStore.SavePaceAsync(work, household.PlayerId, new KnownPace(new Pace(0.61), PaceSource.Walked, Played.Day(2)));

        var file = JsonNode.Parse(await HouseholdFile.WriteAsync(work))!;
        var taken = file["sets"]!.AsArray().ToDictionary(set => set!["id"]!.GetValue<Guid>(), set => set!);
        taken.Keys.ShouldBe(sets.Select(set => set.Id), ignoreOrder: true);
        PracticeSet[] now = [(await SetStore.FindAsync(work, sets[0].Id))!, sets[1], sets[2]];
        foreach (var set in now)
        {
            var read = taken[set.Id];
            (read["drill"]!.GetValue<string>(), read["player"]!.GetValue<Guid>(), read["session"]!.GetValue<Guid>()).ShouldBe(
                (set.Drill, set.PlayerId, set.SessionId)
            );
            (read["left"]!.GetValue<int>(), read["right"]!.GetValue<int>(), read["milliseconds"]!.GetValue<int>()).ShouldBe(
                (set.Touches.Left, set.Touches.Right, (int)set.Worked.TotalMilliseconds)
            );
            (DateTimeOffset.Parse(read["at"]!.GetValue<string>(), CultureInfo.InvariantCulture), read["day"]!.GetValue<string>()).ShouldBe(
                (set.StartedAt, Wording.Iso(set.Day))
            );
            (read["taps"]?.GetValue<string>(), read["plannedCount"]?.GetValue<int>(), read["beatTo"]?.GetValue<int>()).ShouldBe(
                (set.Events, set.Plan.Count, set.Plan.BeatTo)
            );
            Keys.TryRead<MeasuredBy>(read["measured"]!.GetValue<string>(), out var measured).ShouldBeTrue();
            ResultJson.Read(measured, read["resultVersion"]!.GetValue<int>(), read["result"]!.ToJsonString()).ShouldBe(set.Result);
            (read["removedAt"] is null).ShouldBe(set.Id != sets[2].Id);
        }
        (
            taken[sets[0].Id]["counted"]!.GetValue<string>(),
            taken[sets[0].Id]["played"]!["left"]!.GetValue<int>(),
            taken[sets[1].Id]["played"]
        ).ShouldBe(("typed", 20, null));
        file["changes"]!.AsArray().Select(change => change!["before"]!["left"]!.GetValue<int>()).ShouldBe([20, 9]);
        (
            file["sittings"]!.AsArray().Count,
            file["paces"]![0]!["metres"]!.GetValue<double>(),
            file["household"]!["timeZone"]!.GetValue<string>()
        ).ShouldBe((3, 0.61, "Europe/Lisbon"));
    }

    [Fact]
    public async Task Erasing_wants_name_and_password_and_leaves_nothing_and_only_ones_own_goes()
    {
        var (household, other) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        foreach (var played in new[] { household, other })
            await server.StoreAsync(played, Played.Round(played, 20, daysBack: 1));
        var browser = await Browser.SignedInAsync(server, household);
        var fields = new Dictionary<string, string> { ["name"] = household.Name, ["password"] = "guess" };
        (await browser.SubmitAsync("/household/erase", "/household/erase", fields)).Page.ShouldContain("not this household’s password");
        (
            await browser.SubmitAsync(
                "/household/erase",
                "/household/erase",
                new(fields) { ["name"] = "x", ["password"] = TestServer.Password }
            )
        ).Page.ShouldContain("To be sure, type");
        (
            await browser.SubmitAsync("/household/erase", "/household/erase", new(fields) { ["password"] = TestServer.Password })
        ).Page.ShouldBe("/?erased=true");
        (await browser.GetAsync("/today")).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync("/?erased=true")).ShouldContain("is deleted for good");
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            foreach (var table in HouseholdTables.All)
                (await work.ExecuteScalarAsync<int>($"select count(*) from {table}")).ShouldBe(0, table);
        }
        (await server.BestsAsync(other)).ShouldBe([20m]);
    }

    [Fact]
    public async Task A_player_is_changed_and_erased_with_everything_that_was_played_but_never_the_last_one()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var (last, second) = ($"/household/players/{household.PlayerId}", Guid.CreateVersion7());
        (await browser.SubmitAsync("/household", last + "?handler=Erase", new() { ["nickname"] = "Nilo" })).Page.ShouldContain(
            "only be deleted with the household"
        );
        var player = new Dictionary<string, string>
        {
            ["id"] = second.ToString(),
            ["nickname"] = "Ane",
            ["birthYear"] = "2018",
            ["preferred"] = "left",
            ["level"] = "first weeks",
        };
        await browser.SubmitAsync("/household", "/household?handler=Add", player);
        await browser.SubmitAsync("/household", $"/household/players/{second}", new(player) { ["nickname"] = "Anitz" });
        (await browser.PageAsync("/household")).ShouldContain("Anitz");
        (await browser.SubmitAsync("/household", last + "?handler=Erase", new() { ["nickname"] = "nobody" })).Page.ShouldContain(
            "To be sure, type"
        );
        (await browser.SubmitAsync("/household", last + "?handler=Erase", new() { ["nickname"] = "nilo" })).Page.ShouldContain(
            "not this household’s password"
        );
        (
            await browser.SubmitAsync(
                "/household",
                last + "?handler=Erase",
                new() { ["nickname"] = "nilo", ["password"] = TestServer.Password }
            )
        ).Status.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync("/household")).ShouldNotContain("Nilo");
    }
}

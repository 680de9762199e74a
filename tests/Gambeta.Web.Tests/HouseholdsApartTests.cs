using System.Net;
using Dapper;
using Gambeta.Storage;
using Npgsql;

namespace Gambeta.Web.Tests;

public class HouseholdsApartTests(TestServer server)
{
    private async Task<(TestHousehold Mine, TestHousehold Theirs, Guid TheirSet)> TwoHouseholdsAsync()
    {
        var (mine, theirs) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        await server.StoreAsync(mine, Played.Round(mine, 20, daysBack: 1));
        var set = Played.Round(theirs, 30, daysBack: 1);
        await server.StoreAsync(theirs, set);
        return (mine, theirs, set.Id);
    }

    [Theory]
    [InlineData("household")]
    [InlineData("player")]
    [InlineData("practice_set")]
    [InlineData("mark")]
    public async Task A_query_without_a_household_filter_returns_only_the_households_rows(string table)
    {
        var (mine, _, _) = await TwoHouseholdsAsync();
        await using var work = await server.Database.BeginAsync(mine.Id);
        (await work.Connection.QueryAsync<Guid>($"select household_id from {table}")).Distinct().ShouldBe([mine.Id]);
    }

    [Fact]
    public async Task Without_a_household_there_are_no_rows_at_all()
    {
        await TwoHouseholdsAsync();
        await using var connection = await server.Database.Source.OpenConnectionAsync(TestContext.Current.CancellationToken);
        (await connection.ExecuteScalarAsync<int>("select count(*) from practice_set")).ShouldBe(0);
        (await connection.ExecuteScalarAsync<int>("select count(*) from household")).ShouldBe(0);
    }

    [Fact]
    public async Task A_forgotten_filter_changes_nothing_elsewhere()
    {
        var (mine, theirs, theirSet) = await TwoHouseholdsAsync();
        await using (var work = await server.Database.BeginAsync(mine.Id))
        {
            (await work.Connection.ExecuteAsync("update practice_set set touches_left = 1")).ShouldBe(1);
            (await work.Connection.ExecuteAsync("delete from mark")).ShouldBe(1);
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        await using var their = await server.Database.BeginAsync(theirs.Id);
        (await SetStore.FindAsync(their, theirSet))!.Touches.Left.ShouldBe(30);
        (await their.Connection.ExecuteScalarAsync<int>("select count(*) from mark")).ShouldBe(1);
    }

    [Fact]
    public async Task Nothing_can_be_written_into_another_household()
    {
        var (mine, theirs, _) = await TwoHouseholdsAsync();
        await using var work = await server.Database.BeginAsync(mine.Id);
        var refused = await Should.ThrowAsync<PostgresException>(() => work.Connection.ExecuteAsync(
            "insert into player (household_id, player_id, nickname, birth_year, preferred_foot, level) values (@Id, @player, 'x', 2015, 'left', 'steady')",
            new { theirs.Id, player = Guid.NewGuid() }));
        refused.MessageText.ShouldContain("row-level security");
    }

    [Fact]
    public async Task The_applications_role_owns_nothing_and_cannot_bypass_a_policy_and_every_table_of_a_household_has_one()
    {
        await using var connection = await server.Database.Source.OpenConnectionAsync(TestContext.Current.CancellationToken);
        (await connection.QuerySingleAsync<(bool Super, bool Bypass)>("select rolsuper, rolbypassrls from pg_roles where rolname = current_user")).ShouldBe((false, false));
        (await connection.ExecuteScalarAsync<int>("select count(*) from pg_class where pg_get_userbyid(relowner) = current_user")).ShouldBe(0);
        (await connection.QueryAsync<string>(
            """
            select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'household_id'
            where c.relkind = 'r' and not (c.relrowsecurity and exists (select from pg_policy p where p.polrelid = c.oid))
            """)).ShouldBeEmpty();
        (await connection.QueryAsync<string>(
            """
            select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'household_id'
            where c.relkind = 'r' and not exists (select from pg_index i where i.indrelid = c.oid and i.indisprimary and i.indkey[0] = a.attnum)
            """)).ShouldBeEmpty();
    }

    [Fact]
    public async Task Another_households_sets_are_not_found_and_never_hinted_at()
    {
        var (mine, theirs, theirSet) = await TwoHouseholdsAsync();
        var browser = await Browser.SignedInAsync(server, mine);
        Guid session;
        await using (var their = await server.Database.BeginAsync(theirs.Id)) session = (await SetStore.FindAsync(their, theirSet))!.SessionId;

        foreach (var path in new[] { $"/logbook/{theirSet}", $"/practise/result/{session}", $"/logbook/{Guid.NewGuid()}" })
            (await browser.GetAsync(path)).StatusCode.ShouldBe(HttpStatusCode.NotFound, path);
        (await browser.SubmitAsync("/household", $"/logbook/{theirSet}?handler=Remove", new() { ["change"] = Guid.NewGuid().ToString() })).Status.ShouldBe(HttpStatusCode.NotFound);
        (await browser.SubmitAsync("/household", $"/logbook/{theirSet}?handler=Mend", new() { ["change"] = Guid.NewGuid().ToString(), ["left"] = "1" })).Status.ShouldBe(HttpStatusCode.NotFound);
        (await browser.SubmitAsync("/household", "/logbook?handler=Undo", new() { ["change"] = Guid.NewGuid().ToString() })).Status.ShouldBe(HttpStatusCode.NotFound);
        (await browser.PostAsync($"/api/sets/{theirSet}/count", new { change = Guid.NewGuid(), draft = new { left = 1, seconds = 30 } })).Status.ShouldBe(HttpStatusCode.NotFound);
        var post = Played.Post(mine, 20);
        post["player"] = theirs.PlayerId;
        (await browser.PostAsync("/api/sets", post)).Body.ShouldContain("no such player");
        (await server.BestsAsync(theirs)).ShouldBe([30m]);
    }

    [Fact]
    public async Task A_player_cookie_of_another_household_shows_ones_own_player()
    {
        var (mine, theirs, _) = await TwoHouseholdsAsync();
        var browser = await Browser.SignedInAsync(server, mine);
        (await browser.SubmitAsync("/household", "/household/player", new() { ["player"] = theirs.PlayerId.ToString(), ["back"] = "/today" })).Page.ShouldBe("/today");
        (await browser.PageAsync("/today")).ShouldContain("Nilo, ");
        (await browser.SubmitAsync("/household", "/household/player", new() { ["player"] = mine.PlayerId.ToString(), ["back"] = "https://elsewhere.example" })).Page.ShouldBe("/today");
    }
}

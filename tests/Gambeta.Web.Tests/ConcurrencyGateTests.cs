using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json;
using Gambeta.Storage;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>More than the database can be asked at once: the others wait their turn, and nobody waits for long.</summary>
public class ConcurrencyGateTests(TestServer server)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    // Two at once.
    private string Usual => server.AppConnection;

    private string Narrow => new NpgsqlConnectionStringBuilder(server.AppConnection) { MaxPoolSize = 4 }.ToString();

    [Fact]
    public async Task Who_gets_no_turn_in_time_is_told_to_come_again_and_what_asks_no_database_goes_on()
    {
        await using var narrow = server.With(host => host.UseSetting("ConnectionStrings:App", Narrow));
        var (household, turns) = (await server.NewHouseholdAsync(), narrow.Services.GetRequiredService<ConcurrencyGate>());
        var browser = await Browser.SignedInAsync(narrow, household);
        var cookies = await LineTests.SignedInAsync(narrow, household);
        using var line = await LineTests.OpenAsync(narrow, cookies, household.Id);
        var set = Played.Post(household, 20);
        // Whoever posts below has a token by then: what is refused is the post, not the way to it.
        await browser.RawAsync("/household/player", new FormUrlEncodedContent([]));
        using (await turns.TakeAsync(Guid.Empty, false, Cancel))
        using (await turns.TakeAsync(Guid.Empty, false, Cancel))
        {
            (await browser.GetAsync("/healthz/ready")).StatusCode.ShouldBe(HttpStatusCode.OK);
            (await browser.GetAsync("/mark.svg")).StatusCode.ShouldBe(HttpStatusCode.OK);
            var (page, posted, told) = (
                browser.GetAsync("/today"),
                browser.PostAsync("/api/sets", set),
                LineTests.PostAsync(line, 1, "/api/sets", set)
            );
            var refused = await page;
            refused.StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
            refused.Headers.RetryAfter!.Delta!.Value.TotalSeconds.ShouldBeInRange(5, 15);
            var words = await refused.Content.ReadAsStringAsync(Cancel);
            words.ShouldContain("Nothing is lost");
            // Whoever only looks is looked for again; what is sent is sent by a person, once.
            words.ShouldContain("this page tries again by itself");
            refused.Headers.GetValues("Refresh").ShouldBe([refused.Headers.GetValues("Retry-After").Single()]);
            var sent = await browser.RawAsync("/household/player", new FormUrlEncodedContent([]));
            sent.StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
            sent.Headers.Contains("Refresh").ShouldBeFalse();
            (await sent.Content.ReadAsStringAsync(Cancel)).ShouldNotContain("tries again by itself");
            (await posted).Status.ShouldBe(HttpStatusCode.ServiceUnavailable);
            (await told).GetProperty("status").GetInt32().ShouldBe(503);
            await Should.ThrowAsync<InvalidOperationException>(() => LineTests.OpenAsync(narrow, cookies, household.Id));
        }
        // The line that was refused a turn is open still, and nothing was stored meanwhile.
        (await server.BestsAsync(household)).ShouldBeEmpty();
        (await LineTests.PostAsync(line, 2, "/api/sets", set)).GetProperty("status").GetInt32().ShouldBe(200);
        (await server.BestsAsync(household)).ShouldBe([20m]);
    }

    [Fact]
    public async Task Who_sends_slowly_holds_no_turn()
    {
        await using var narrow = server.With(host => host.UseSetting("ConnectionStrings:App", Narrow));
        narrow.UseKestrel(0);
        narrow.StartServer();
        var (address, household) = (narrow.ClientOptions.BaseAddress, await server.NewHouseholdAsync());
        var cookies = new CookieContainer();
        var browser = new Browser(new HttpClient(new HttpClientHandler { CookieContainer = cookies }) { BaseAddress = address });
        await browser.SubmitAsync("/", "/?handler=SignIn", new() { ["name"] = household.Name, ["password"] = TestServer.Password });
        var token = JsonDocument
            .Parse(await (await browser.GetAsync("/api/token")).Content.ReadAsStringAsync(Cancel))
            .RootElement.GetProperty("token")
            .GetString();
        var slow = new List<TcpClient>();
        // More than there are turns, of forms and of what is posted to the interface: each says that it is long, and sends its beginning.
        foreach (
            var (path, type) in Enumerable
                .Repeat(("/?handler=SignIn", "application/x-www-form-urlencoded"), 5)
                .Concat(Enumerable.Repeat(("/api/sets", "application/json"), 5))
        )
        {
            var client = new TcpClient();
            slow.Add(client);
            await client.ConnectAsync(address.Host, address.Port, Cancel);
            await client
                .GetStream()
                .WriteAsync(
                    Encoding.ASCII.GetBytes(
                        $"POST {path} HTTP/1.1\r\nHost: {address.Authority}\r\nCookie: "
                            + $"{cookies.GetCookieHeader(address)}\r\nRequestVerificationToken: {token}\r\nContent-Type: "
                            + $"{type}\r\nContent-Length: 5000\r\n\r\n"
                            + "{\"a\":"
                    ),
                    Cancel
                );
        }
        await Task.Delay(500, Cancel);
        (await browser.GetAsync("/today")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await browser.PostAsync("/api/sets", Played.Post(household, 20))).Status.ShouldBe(HttpStatusCode.OK);
        slow.ForEach(client => client.Dispose());
    }

    [Fact]
    public async Task Turns_go_to_whoever_waits_longest_and_who_has_gone_holds_none()
    {
        await using var database = new GambetaDatabase(Narrow);
        using var turns = new ConcurrencyGate(database);
        var (first, second) = (await turns.TakeAsync(Guid.Empty, false, Cancel), await turns.TakeAsync(Guid.Empty, false, Cancel));
        using var gone = new CancellationTokenSource();
        var (third, fourth, fifth) = (
            turns.TakeAsync(Guid.Empty, false, gone.Token),
            turns.TakeAsync(Guid.Empty, false, Cancel),
            turns.TakeAsync(Guid.Empty, false, Cancel)
        );
        await gone.CancelAsync();
        await Should.ThrowAsync<OperationCanceledException>(() => third);
        fourth.IsCompleted.ShouldBeFalse();
        first!.Dispose();
        var turn = await fourth;
        turn.ShouldNotBeNull();
        // Nobody else gives one back in time.
        (await fifth).ShouldBeNull();
        second!.Dispose();
        turn.Dispose();
        // As many as before, whatever became of them.
        using var again = await turns.TakeAsync(Guid.Empty, false, Cancel);
        using var andAgain = await turns.TakeAsync(Guid.Empty, false, Cancel);
        again.ShouldNotBeNull();
        andAgain.ShouldNotBeNull();
    }

    // Of 24 turns: six for one household, three of them for what writes; eighteen for what writes in all.
    [Fact]
    public async Task One_household_holds_a_quarter_and_what_writes_three()
    {
        await using var database = new GambetaDatabase(Usual);
        using var turns = new ConcurrencyGate(database);
        var (greedy, other, taken) = (Guid.NewGuid(), Guid.NewGuid(), new List<IDisposable?>());
        database.AtOnce.ShouldBe(24);
        for (var i = 0; i < 6; i++)
            taken.Add(await turns.TakeAsync(greedy, writes: i % 2 == 0, Cancel));
        taken.ShouldAllBe(turn => turn != null);
        var seventh = turns.TakeAsync(greedy, writes: false, Cancel);
        seventh.IsCompleted.ShouldBeFalse();
        // Many others write: what is left is for whoever looks.
        for (var i = 0; i < 15; i++)
            taken.Add(await turns.TakeAsync(Guid.NewGuid(), writes: true, Cancel));
        var (nineteenth, looks) = (turns.TakeAsync(other, writes: true, Cancel), await turns.TakeAsync(other, writes: false, Cancel));
        looks.ShouldNotBeNull();
        nineteenth.IsCompleted.ShouldBeFalse();
        (await seventh).ShouldBeNull("nobody gave one back in time");
        (await nineteenth).ShouldBeNull();
        taken.ForEach(turn => turn!.Dispose());
        looks.Dispose();
        // Who got none held none: as many as before.
        for (var i = 0; i < 6; i++)
            (await turns.TakeAsync(greedy, writes: i % 2 == 0, Cancel)).ShouldNotBeNull();
    }
}

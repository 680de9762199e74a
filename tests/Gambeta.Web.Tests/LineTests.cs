using System.Net;
using System.Net.Http.Json;
using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using Dapper;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Storage;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.Mvc.Testing.Handlers;
using Microsoft.AspNetCore.TestHost;

namespace Gambeta.Web.Tests;

public class LineTests(TestServer server)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private Task<CookieContainer> SignedInAsync(TestHousehold household) => SignedInAsync(server, household);

    private Task<WebSocket> OpenAsync(CookieContainer? cookies, Guid household, string? origin = "http://localhost") =>
        OpenAsync(server, cookies, household, origin);

    /// <summary>The cookies of a device that is signed in to a household.</summary>
    internal static async Task<CookieContainer> SignedInAsync(WebApplicationFactory<Program> server, TestHousehold household)
    {
        var cookies = new CookieContainer();
        var browser = new Browser(server.CreateDefaultClient(new CookieContainerHandler(cookies)));
        await browser.SubmitAsync("/", "/?handler=SignIn", new() { ["name"] = household.Name, ["password"] = TestServer.Password });
        return cookies;
    }

    internal static Task<WebSocket> OpenAsync(
        WebApplicationFactory<Program> server,
        CookieContainer? cookies,
        Guid household,
        string? origin = "http://localhost"
    )
    {
        WebSocketClient client = server.Server.CreateWebSocketClient();
        client.ConfigureRequest = request =>
        {
            if (cookies is not null)
                request.Headers.Cookie = cookies.GetCookieHeader(new Uri("http://localhost/"));
            if (origin is not null)
                request.Headers.Origin = origin;
        };
        return client.ConnectAsync(new Uri($"ws://localhost/api/line?household={household}"), Cancel);
    }

    internal static async Task<JsonElement> SayAsync(WebSocket line, string message)
    {
        await line.SendAsync(Encoding.UTF8.GetBytes(message), WebSocketMessageType.Text, true, Cancel);
        var buffer = new byte[4096];
        var read = await line.ReceiveAsync(buffer, Cancel);
        return JsonDocument.Parse(buffer.AsMemory(0, read.Count)).RootElement;
    }

    internal static Task<JsonElement> PostAsync(WebSocket line, int n, string to, object body) =>
        SayAsync(
            line,
            JsonSerializer.Serialize(
                new
                {
                    n,
                    to,
                    body,
                },
                JsonSerializerOptions.Web
            )
        );

    [Fact]
    public async Task What_is_posted_on_a_line_is_what_is_posted_by_itself()
    {
        var household = await server.NewHouseholdAsync();
        using var line = await OpenAsync(await SignedInAsync(household), household.Id);
        var set = Played.Post(household, left: 34);
        (await PostAsync(line, 1, "/api/sets", set))
            .GetRawText()
            .ShouldBe("""{"n":1,"status":200,"answer":{"stored":true,"bests":["34 touches"]}}""");
        (await PostAsync(line, 2, "/api/sets", set))
            .GetRawText()
            .ShouldBe("""{"n":2,"status":200,"answer":{"stored":true,"bests":["34 touches"]}}""");
        var count = new
        {
            set = set["id"],
            change = Guid.CreateVersion7(),
            draft = new { left = 37, seconds = 30 },
        };
        (await PostAsync(line, 3, "/api/counts", count)).GetRawText().ShouldContain("37 touches");
        var hurts = new
        {
            id = Guid.NewGuid(),
            player = household.PlayerId,
            part = "pride",
            at = DateTimeOffset.UtcNow,
        };
        (await PostAsync(line, 4, "/api/pains", hurts))
            .GetRawText()
            .ShouldBe(
                """{"n":4,"status":422,"answer":{"title":"Not saved","status":422,"problems":["Where does it hurt?"],"ask":false}}"""
            );
        (await server.BestsAsync(household)).ShouldBe([37m]);
    }

    [Fact]
    public async Task What_cannot_be_read_gets_an_answer_and_the_line_stays_open()
    {
        var household = await server.NewHouseholdAsync();
        using var line = await OpenAsync(await SignedInAsync(household), household.Id);
        (await SayAsync(line, "{\"n\":")).GetProperty("status").GetInt32().ShouldBe(400);
        (await SayAsync(line, "null")).GetProperty("status").GetInt32().ShouldBe(400);
        var unreadable = await PostAsync(line, 5, "/api/sets", new { id = "not an id" });
        (unreadable.GetProperty("n").GetInt32(), unreadable.GetProperty("status").GetInt32()).ShouldBe((5, 422));
        foreach (
            var none in new[]
            {
                "{\"n\":8,\"to\":\"/api/sets\"}",
                "{\"n\":8,\"to\":\"/api/sets\",\"body\":null}",
                "{\"n\":8,\"to\":\"/api/sets\",\"body\":[]}",
            }
        )
            (await SayAsync(line, none)).GetRawText().ShouldStartWith("{\"n\":8,\"status\":422");
        (await PostAsync(line, 6, "/api/token", new { })).GetProperty("status").GetInt32().ShouldBe(404);
        // In pieces, as a long set may come.
        var set = JsonSerializer.SerializeToUtf8Bytes(
            new
            {
                n = 7,
                to = "/api/sets",
                body = Played.Post(household, 20),
            },
            JsonSerializerOptions.Web
        );
        await line.SendAsync(set.AsMemory(0, 50), WebSocketMessageType.Text, false, Cancel);
        await line.SendAsync(set.AsMemory(50), WebSocketMessageType.Text, true, Cancel);
        var buffer = new byte[4096];
        var read = await line.ReceiveAsync(buffer, Cancel);
        Encoding.UTF8.GetString(buffer, 0, read.Count).ShouldContain("20 touches");
    }

    [Fact]
    public async Task A_message_without_end_is_not_listened_to()
    {
        var household = await server.NewHouseholdAsync();
        using var line = await OpenAsync(await SignedInAsync(household), household.Id);
        var piece = new byte[100_000];
        for (var i = 0; i < 6; i++)
            await line.SendAsync(piece, WebSocketMessageType.Text, false, Cancel);
        (await line.ReceiveAsync(new byte[100], Cancel)).MessageType.ShouldBe(WebSocketMessageType.Close);
    }

    [Fact]
    public async Task A_line_opens_only_for_the_household_that_is_signed_in_and_from_its_own_pages()
    {
        var (mine, theirs) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        var cookies = await SignedInAsync(mine);
        (await Should.ThrowAsync<InvalidOperationException>(OpenAsync(cookies, theirs.Id))).Message.ShouldContain("401");
        (await Should.ThrowAsync<InvalidOperationException>(OpenAsync(null, mine.Id))).Message.ShouldContain("401");
        (await Should.ThrowAsync<InvalidOperationException>(OpenAsync(cookies, mine.Id, "http://elsewhere.example"))).Message.ShouldContain(
            "403"
        );
        (await Should.ThrowAsync<InvalidOperationException>(OpenAsync(cookies, mine.Id, null))).Message.ShouldContain("403");
        using var line = await OpenAsync(cookies, mine.Id);
        (await PostAsync(line, 1, "/api/sets", new Dictionary<string, object?>(Played.Post(mine, 20)) { ["player"] = theirs.PlayerId }))
            .GetRawText()
            .ShouldContain("no such player");
        (await server.BestsAsync(theirs)).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_set_played_in_one_household_is_not_taken_in_the_name_of_another()
    {
        var (mine, theirs) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        var client = server.CreateDefaultClient(new CookieContainerHandler(await SignedInAsync(theirs)));
        var token = (await client.GetFromJsonAsync<Dictionary<string, string>>("/api/token", Cancel))!["token"];
        foreach (var (named, status) in new[] { (mine, HttpStatusCode.Unauthorized), (theirs, HttpStatusCode.OK) })
        {
            using var post = new HttpRequestMessage(HttpMethod.Post, "/api/sets") { Content = JsonContent.Create(Played.Post(theirs, 20)) };
            post.Headers.Add("RequestVerificationToken", token);
            post.Headers.Add("Household", named.Id.ToString());
            (await client.SendAsync(post, Cancel)).StatusCode.ShouldBe(status);
        }
    }

    [Fact]
    public async Task A_message_that_fails_is_answered_and_the_line_lives()
    {
        var household = await server.NewHouseholdAsync();
        await using (var work = await server.Database.BeginAsync(household.Id, Cancel))
        {
            await YardStore.KeepLayoutAsync(
                work,
                new KeptLayout(
                    server.Catalogue.Find("zigzag-and-home")!.Layout!.Placed() with
                    {
                        Key = "yard-broken",
                        Name = "A",
                    },
                    "zigzag-and-home",
                    null,
                    null,
                    null,
                    false
                )
            );
            // Something that no version of ours ever wrote.
            await work.ExecuteAsync("update layout set laid = '{}'");
            await work.CommitAsync(Cancel);
        }
        using var line = await OpenAsync(await SignedInAsync(household), household.Id);
        var run = new Dictionary<string, object?>(Played.Post(household, null))
        {
            ["draft"] = null,
            ["drill"] = "zigzag-and-home",
            ["feet"] = "both",
            ["plannedSeconds"] = null,
            ["events"] = "s1900",
            ["seconds"] = 19,
            ["layout"] = "yard-broken",
        };
        (await PostAsync(line, 1, "/api/sets", run))
            .GetRawText()
            .ShouldStartWith("""{"n":1,"status":500,"answer":{"title":"Something broke","status":500,"problems":["This is our mistake""");
        (await SayAsync(line, "{\"n\":2,\"to\":\"\\ud800\",\"body\":{}}")).GetProperty("status").GetInt32().ShouldBeInRange(400, 404);
        (await PostAsync(line, 3, "/api/sets", Played.Post(household, 20))).GetProperty("status").GetInt32().ShouldBe(200);
    }

    [Fact]
    public async Task A_line_stores_nothing_any_more_once_its_sign_in_is_over_and_another_scheme_opens_none()
    {
        var household = await server.NewHouseholdAsync();
        var cookies = await SignedInAsync(household);
        using var line = await OpenAsync(cookies, household.Id);
        (await PostAsync(line, 1, "/api/sets", Played.Post(household, 20))).GetProperty("status").GetInt32().ShouldBe(200);
        await using (var work = await server.Database.BeginAsync(household.Id, Cancel))
        {
            await SignInStore.EndOthersAsync(work, but: null);
            await work.CommitAsync(Cancel);
        }
        (await PostAsync(line, 2, "/api/sets", Played.Post(household, 30))).GetProperty("status").GetInt32().ShouldBe(401);
        (await server.BestsAsync(household)).ShouldBe([20m]);
        await Should.ThrowAsync<InvalidOperationException>(() => OpenAsync(cookies, household.Id));
        await Should.ThrowAsync<InvalidOperationException>(async () =>
            await OpenAsync(await SignedInAsync(household), household.Id, "https://localhost")
        );
    }

    [Fact]
    public async Task A_household_has_so_many_lines_open_at_once_and_one_that_hangs_up_makes_room()
    {
        var household = await server.NewHouseholdAsync();
        var cookies = await SignedInAsync(household);
        var lines = new List<WebSocket>();
        for (var i = 0; i < new Gambeta.Web.Throttling.Limits().LinesAHousehold; i++)
            lines.Add(await OpenAsync(cookies, household.Id));
        await Should.ThrowAsync<InvalidOperationException>(() => OpenAsync(cookies, household.Id));
        await lines[0].CloseAsync(WebSocketCloseStatus.NormalClosure, null, Cancel);
        for (var i = 0; ; i++)
        {
            try
            {
                lines.Add(await OpenAsync(cookies, household.Id));
                break;
            }
            catch (InvalidOperationException) when (i < 50)
            {
                await Task.Delay(20, Cancel);
            }
        }
        foreach (var line in lines)
            line.Dispose();
    }
}

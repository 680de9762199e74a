using System.Net;
using System.Net.Http.Headers;
using System.Net.Sockets;
using System.Text;
using System.Text.Json;
using Dapper;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Storage;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.Logging;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>Nobody can stop the server or eat it up: limits told in words, posts that are no posts, pages whose cost is bounded whatever is
/// stored.</summary>
public class LimitTests(TestServer server)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private async Task<(TestHousehold Household, Browser Browser)> ThereAsync(
        Microsoft.AspNetCore.Mvc.Testing.WebApplicationFactory<Program>? at = null
    )
    {
        var household = await server.NewHouseholdAsync();
        return (household, await Browser.SignedInAsync(at ?? server, household));
    }

    [Theory]
    [InlineData("/api/sets", "null", 422)]
    [InlineData("/api/sets", "", 400)]
    [InlineData("/api/sets", "[]", 422)]
    [InlineData("/api/sets", "\"text\"", 422)]
    [InlineData("/api/sets", "{\"id\":NaN}", 400)]
    [InlineData("/api/sets", "{\"order\":2147483648}", 422)]
    [InlineData("/api/sets", "{\"seconds\":1e999}", 422)]
    [InlineData("/api/sets", "{\"drill\":{}}", 422)]
    [InlineData("/api/counts", "{\"set\":\"01900000-0000-7000-8000-000000000001\",\"change\":null}", 422)]
    [InlineData("/api/ends", "{\"note\":\"\\ud800\"}", 422)]
    [InlineData("/api/ends", "{\"note\":\"a\\u0000b\"}", 422)]
    [InlineData("/api/answers", "{\"item\":2147483648}", 422)]
    [InlineData("/api/pains", "{\"at\":\"0001-01-01T00:00:00Z\",\"id\":\"01900000-0000-7000-8000-000000000001\"}", 422)]
    [InlineData("/api/pains", "{\"id\":\"01900000-0000-7000-8000-000000000001\"}", 422)]
    [InlineData("/api/pains/cleared", "{\"pains\":[null]}", 422)]
    [InlineData("/api/checks", "{\"items\":[null]}", 422)]
    [InlineData("/api/sittings", "{\"plan\":[null],\"at\":\"2026-01-01T00:00:00Z\"}", 422)]
    [InlineData("/api/nothing", "{}", 405)]
    public async Task Whatever_is_posted_gets_words_as_json_and_never_an_error(string path, string body, int status)
    {
        var (household, browser) = await ThereAsync();
        foreach (
            var content in new[]
            {
                body,
                body.Replace(
                    "{\"",
                    $"{{\"player\":\"{household.PlayerId}\",\"session\":\"{Guid.CreateVersion7()}\",\"",
                    StringComparison.Ordinal
                ),
            }
        )
        {
            var answer = await browser.RawAsync(
                path,
                new ByteArrayContent(Encoding.UTF8.GetBytes(content))
                {
                    Headers = { ContentType = new MediaTypeHeaderValue("application/json") },
                }
            );
            ((int)answer.StatusCode).ShouldBe(status, content);
            answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
            var problem = JsonDocument.Parse(await answer.Content.ReadAsStringAsync(Cancel)).RootElement;
            problem.GetProperty("status").GetInt32().ShouldBe(status);
            problem.GetProperty("problems")[0].GetString().ShouldNotBeNullOrEmpty();
        }
    }

    [Fact]
    public async Task Bytes_that_are_no_text_and_bodies_that_are_too_large_are_refused_at_the_door()
    {
        var (_, browser) = await ThereAsync();
        ByteArrayContent Json(byte[] bytes) => new(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("application/json") } };
        (await browser.RawAsync("/api/ends", Json([.. "{\"note\":\""u8, 0xff, 0xfe, .. "\"}"u8]))).StatusCode.ShouldBe(
            HttpStatusCode.BadRequest
        );
        (await browser.RawAsync("/api/sets", Json([.. Enumerable.Repeat((byte)' ', 600_000)]))).StatusCode.ShouldBe(
            HttpStatusCode.RequestEntityTooLarge
        );
        (
            await browser.RawAsync("/api/sets", Json(Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat("{\"a\":", 5000)))))
        ).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await browser.RawAsync("/api/sets", new StringContent("x=1", Encoding.UTF8, "text/plain"))).StatusCode.ShouldBe(
            HttpStatusCode.UnsupportedMediaType
        );
        foreach (var path in new[] { "/today?x=%00", "/logbook?drill=%00" })
            ((int)(await browser.GetAsync(path)).StatusCode).ShouldBeInRange(400, 404, path);
        (
            await browser.SubmitAsync(
                "/household",
                "/household?handler=Add",
                new() { ["nickname"] = "a\0b", ["id"] = Guid.NewGuid().ToString() }
            )
        ).Status.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task More_than_a_household_ever_writes_is_refused_in_words_with_the_time_to_come_back()
    {
        await using var small = server.With(host =>
        {
            host.UseSetting("Limits:WritesADay", "4");
            host.UseSetting("Limits:SetsASitting", "2");
        });
        var (household, browser) = await ThereAsync(small);
        var session = Guid.CreateVersion7();
        Dictionary<string, object?> Set() => new(Played.Post(household, 20)) { ["session"] = session };
        for (var i = 0; i < 2; i++)
            (await browser.PostAsync("/api/sets", Set())).Status.ShouldBe(HttpStatusCode.OK);
        var (status, body) = await browser.PostAsync("/api/sets", Set());
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body.ShouldContain("One practice has 2 sets at most");
        for (var i = 0; i < 2; i++)
            (await browser.PostAsync("/api/sets", Played.Post(household, 20))).Status.ShouldBe(HttpStatusCode.OK);
        var token = await browser.PostAsync("/api/sets", Played.Post(household, 20));
        token.Status.ShouldBe(HttpStatusCode.TooManyRequests);
        token.Body.ShouldContain("It goes on tomorrow");
        var page = await browser.SubmitAsync("/household", "/household/settings", []);
        page.Status.ShouldBe(HttpStatusCode.TooManyRequests);
        // Another household writes on.
        var (other, elsewhere) = await ThereAsync(small);
        (await elsewhere.PostAsync("/api/sets", Played.Post(other, 20))).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task Requests_sign_ups_and_lines_are_braked_and_say_when_to_come_back()
    {
        await using var strict = server.With(host =>
        {
            host.UseSetting("Limits:RequestsAMinute", "6");
            host.UseSetting("Limits:SignUpsAnHour", "1");
        });
        var (_, browser) = await ThereAsync(strict);
        for (var i = 0; i < 6; i++)
            await browser.GetAsync("/today");
        var refused = await browser.GetAsync("/today");
        refused.StatusCode.ShouldBe(HttpStatusCode.TooManyRequests);
        refused.Headers.RetryAfter!.Delta!.Value.TotalSeconds.ShouldBeInRange(1, 60);
        (await refused.Content.ReadAsStringAsync(Cancel)).ShouldContain("Wait a little");
        var json = await browser.GetAsync("/api/token");
        (json.StatusCode, json.Content.Headers.ContentType!.MediaType).ShouldBe(
            (HttpStatusCode.TooManyRequests, "application/problem+json")
        );
        async Task<HttpStatusCode> SignUpAsync(string name) =>
            (
                await Browser
                    .At(strict)
                    .SubmitAsync(
                        "/household/new",
                        "/household/new",
                        new()
                        {
                            ["name"] = name + Guid.NewGuid().ToString("N")[..8],
                            ["password"] = TestServer.Password,
                            ["timeZone"] = "UTC",
                            ["nickname"] = "Odei",
                            ["birthYear"] = "2016",
                            ["preferred"] = "left",
                            ["level"] = "steady",
                        }
                    )
            ).Status;
        // Other tests sign up from the same address at the same time: what they took is given back until one came through.
        var first = HttpStatusCode.TooManyRequests;
        await using (var owner = new NpgsqlConnection(server.OwnerConnection))
        {
            for (var i = 0; i < 10 && first == HttpStatusCode.TooManyRequests; i++)
            {
                await owner.ExecuteAsync("delete from brake where what like 'new %'");
                first = await SignUpAsync("One ");
            }
        }
        first.ShouldBe(HttpStatusCode.Redirect);
        (await SignUpAsync("Two ")).ShouldBe(HttpStatusCode.TooManyRequests);
        // Styles and health are nobody's quota.
        (await browser.GetAsync("/css/site.css")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await browser.GetAsync("/healthz/live")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Theory]
    [InlineData("PostBytes", "0")]
    [InlineData("WritesADay", "-3")]
    public void A_limit_that_makes_no_sense_stops_the_start(string limit, string value) =>
        Should.Throw<Microsoft.Extensions.Options.OptionsValidationException>(() =>
            server.With(host => host.UseSetting("Limits:" + limit, value)).Services
        );

    [Fact]
    public async Task A_long_span_of_the_logbook_is_paged_and_every_set_is_on_one_of_its_parts()
    {
        var (household, browser) = await ThereAsync();
        var sets = Enumerable.Range(0, 950).Select(i => Played.Round(household, 20, daysBack: i % 7)).ToList();
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await SetStore.AddManyAsync(work, sets);
            await work.CommitAsync(Cancel);
        }
        var (seen, parts) = (new List<string>(), (950 + SetStore.MostShown - 1) / SetStore.MostShown);
        for (var part = 1; part <= parts; part++)
        {
            var page = await browser.PageAsync($"/logbook?weeks=2&part={part}");
            seen.AddRange(
                System
                    .Text.RegularExpressions.Regex.Matches(page, "href=\"/logbook/([0-9a-f-]{36})\"")
                    .Select(match => match.Groups[1].Value)
            );
            page.Contains("earlier ones", StringComparison.Ordinal).ShouldBe(part < parts);
        }
        seen.Count.ShouldBe(950);
        seen.Distinct().Count().ShouldBe(950);
    }

    [Fact]
    public async Task Every_row_that_hangs_on_another_is_found_by_an_index()
    {
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        var without = await owner.QueryAsync<string>(
            """
            select format('%s (%s)', c.conrelid::regclass, c.conname) from pg_constraint c
            where c.contype = 'f' and c.connamespace = 'public'::regnamespace and not exists (
              select from pg_index i
                where i.indrelid = c.conrelid and i.indpred is null and (i.indkey::int2[])[0:cardinality(c.conkey) - 1] @> c.conkey)
            """
        );
        without.ShouldBeEmpty();
    }

    [Fact]
    public async Task A_set_on_a_kept_layout_reads_that_layout_and_not_the_yard()
    {
        var (household, browser) = await ThereAsync();
        var zigzag = server.Catalogue.Find("zigzag-and-home")!.Layout!;
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            for (var i = 0; i < 50; i++)
                await YardStore.KeepLayoutAsync(
                    work,
                    new KeptLayout(zigzag.Placed() with { Key = $"yard-{i}", Name = "A" }, "zigzag-and-home", null, null, null, false)
                );
            // One that cannot be read at all: whoever read the yard would fall over it.
            await work.ExecuteAsync("update layout set laid = '{}' where layout_key = 'yard-3'");
            await work.CommitAsync(Cancel);
        }
        var run = new Dictionary<string, object?>(Played.Post(household, null))
        {
            ["draft"] = null,
            ["drill"] = "zigzag-and-home",
            ["feet"] = "both",
            ["plannedSeconds"] = null,
            ["events"] = "s1900",
            ["seconds"] = 19,
            ["layout"] = "yard-7",
        };
        (await browser.PostAsync("/api/sets", run)).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task An_upload_that_is_cut_leaves_no_error_in_the_log()
    {
        // Over a real socket: only there can a caller hang up in the middle.
        var errors = new LogOfErrors();
        await using var app = server.With(host => host.ConfigureLogging(logging => logging.AddProvider(errors)));
        app.UseKestrel(0);
        app.StartServer();
        var at = new Uri(app.ClientOptions.BaseAddress.ToString());
        // A stranger is turned away before the body; whoever is signed in gets as far as the body itself.
        var jar = new CookieContainer();
        using var client = new HttpClient(new SocketsHttpHandler { AllowAutoRedirect = false, CookieContainer = jar }) { BaseAddress = at };
        await Browser.SignedInAsync(app, await server.NewHouseholdAsync(), new Browser(client));
        var token = JsonDocument.Parse(await client.GetStringAsync("/api/token", Cancel)).RootElement.GetProperty("token").GetString();
        var requests = new[]
        {
            "POST /drills/own?handler=File HTTP/1.1\r\nContent-Type: multipart/form-data; boundary=x\r\n",
            "POST /api/sets HTTP/1.1\r\nContent-Type: application/json\r\n",
            "POST /?handler=SignIn HTTP/1.1\r\nContent-Type: application/x-www-form-urlencoded\r\n",
        };
        foreach (
            var (request, who) in requests.SelectMany(
                request => new[] { "", $"Cookie: {jar.GetCookieHeader(at)}\r\nRequestVerificationToken: {token}\r\n" },
                (request, who) => (request, who)
            )
        )
        {
            for (var i = 0; i < 24; i++)
            {
                using var socket = new TcpClient();
                await socket.ConnectAsync(at.Host, at.Port, Cancel);
                await socket
                    .GetStream()
                    .WriteAsync(
                        Encoding.ASCII.GetBytes($"{request}{who}Host: {at.Authority}\r\nContent-Length: 5000\r\n\r\nhalf of it"),
                        Cancel
                    );
                if (i % 3 > 0)
                    await Task.Delay(20, Cancel);
                // Some hang up, some just go: a client that is only let go of would hang up first.
                if (i % 2 == 0)
                    socket.Client.Close(0);
            }
        }
        await Task.Delay(500, Cancel);
        errors.Lines.ShouldBeEmpty();
    }
}

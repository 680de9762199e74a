using System.Net.WebSockets;
using System.Text.Json;
using Gambeta.Storage;
using Gambeta.Web.SecondScreen;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;

namespace Gambeta.Web.Tests;

/// <summary>What passes between two screens of a household, and what does not.</summary>
public sealed class BesideTests(TestServer server)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static object Stands(Guid session, Guid player, int n = 1) =>
        new
        {
            v = 1,
            n,
            session,
            player,
            elapsed = 100,
        };

    private static async Task<JsonElement> NextAsync(WebSocket line)
    {
        var buffer = new byte[8192];
        using var patience = CancellationTokenSource.CreateLinkedTokenSource(Cancel);
        patience.CancelAfter(TimeSpan.FromSeconds(20));
        var read = await line.ReceiveAsync(buffer, patience.Token);
        return JsonDocument.Parse(buffer.AsMemory(0, read.Count)).RootElement;
    }

    private static Task<WebSocket> LineAsync(
        WebApplicationFactory<Program> at,
        System.Net.CookieContainer cookies,
        TestHousehold household
    ) => LineTests.OpenAsync(at, cookies, household.Id);

    [Fact]
    public async Task Two_screens_of_a_household_hear_each_other_and_nobody_else_does()
    {
        var (household, other) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        var cookies = await LineTests.SignedInAsync(server, household);
        using var plays = await LineAsync(server, cookies, household);
        using var looks = await LineAsync(server, cookies, household);
        using var stranger = await LineAsync(server, await LineTests.SignedInAsync(server, other), other);
        var session = Guid.CreateVersion7();
        (await LineTests.PostAsync(plays, 1, "/api/beside/stands", Stands(session, household.PlayerId)))
            .GetProperty("answer")
            .GetProperty("lookedOn")
            .GetBoolean()
            .ShouldBeFalse();
        (await LineTests.PostAsync(stranger, 1, "/api/beside/looks", new { }))
            .GetProperty("answer")
            .GetProperty("stands")
            .GetArrayLength()
            .ShouldBe(0);
        // Whoever looks on is shown at once how it stands, and the device that plays hears that somebody does.
        (await LineTests.PostAsync(looks, 1, "/api/beside/looks", new { }))
            .GetProperty("answer")
            .GetProperty("stands")[0]
            .GetProperty("session")
            .GetGuid()
            .ShouldBe(session);
        (await NextAsync(plays)).GetProperty("beside").GetProperty("looks").GetBoolean().ShouldBeTrue();
        (await LineTests.PostAsync(plays, 2, "/api/beside/stands", Stands(session, household.PlayerId, 2)))
            .GetProperty("answer")
            .GetProperty("lookedOn")
            .GetBoolean()
            .ShouldBeTrue();
        (await NextAsync(looks)).GetProperty("beside").GetProperty("stands").GetProperty("n").GetInt32().ShouldBe(2);
        (
            await LineTests.PostAsync(
                looks,
                2,
                "/api/beside/presses",
                new
                {
                    session,
                    id = "a",
                    index = 3,
                    what = "tap",
                }
            )
        ).GetProperty("status").GetInt32().ShouldBe(200);
        (await NextAsync(plays)).GetProperty("beside").GetProperty("press").GetProperty("id").GetString().ShouldBe("a");
        // A stranger who knows the practice's id presses into the void.
        (
            await LineTests.PostAsync(
                stranger,
                2,
                "/api/beside/presses",
                new
                {
                    session,
                    id = "b",
                    index = 3,
                    what = "tap",
                }
            )
        ).GetProperty("status").GetInt32().ShouldBe(200);
        (await LineTests.PostAsync(plays, 3, "/api/beside/stands", Stands(session, household.PlayerId, 3)))
            .GetProperty("n")
            .GetInt32()
            .ShouldBe(3);
    }

    [Fact]
    public async Task Who_does_not_look_on_presses_nothing_and_what_is_no_message_is_refused()
    {
        var household = await server.NewHouseholdAsync();
        using var line = await LineAsync(server, await LineTests.SignedInAsync(server, household), household);
        var session = Guid.CreateVersion7();
        (await LineTests.PostAsync(line, 1, "/api/beside/presses", new { session, id = "a" }))
            .GetProperty("status")
            .GetInt32()
            .ShouldBe(401);
        foreach (
            var (to, body) in new (string, object)[]
            {
                ("stands", new { session }),
                ("stands", new { player = household.PlayerId }),
                ("stands", new { session = 7, player = household.PlayerId }),
                ("presses", new { }),
                ("presses", new { session = "x" }),
                ("looks", new[] { 1 }),
                ("looks", "x"),
                (
                    "stands",
                    new
                    {
                        session,
                        player = household.PlayerId,
                        words = new string('x', SecondScreenMessage.LongestBody),
                    }
                ),
            }
        )
            (await LineTests.PostAsync(line, 2, "/api/beside/" + to, body)).GetProperty("status").GetInt32().ShouldBe(422, to);
        var answers = new List<int>();
        for (var i = 0; i < 90; i++)
            answers.Add(
                (await LineTests.PostAsync(line, i, "/api/beside/stands", Stands(session, household.PlayerId, i)))
                    .GetProperty("status")
                    .GetInt32()
            );
        answers.ShouldContain(429);
    }

    [Fact]
    public async Task A_player_who_was_erased_and_a_device_that_was_signed_out_are_gone_from_it()
    {
        var household = await server.NewHouseholdAsync();
        var time = new FakeTimeProvider(DateTimeOffset.UtcNow);
        await using var there = server.With(host => host.ConfigureTestServices(services => services.AddSingleton<TimeProvider>(time)));
        var (cookies, lookers) = (await LineTests.SignedInAsync(there, household), await LineTests.SignedInAsync(there, household));
        using var plays = await LineAsync(there, cookies, household);
        using var looks = await LineAsync(there, lookers, household);
        await LineTests.PostAsync(plays, 1, "/api/beside/stands", Stands(Guid.CreateVersion7(), household.PlayerId));
        await LineTests.PostAsync(plays, 2, "/api/beside/stands", Stands(Guid.CreateVersion7(), Guid.CreateVersion7()));
        // A practice of nobody of this household is not shown.
        (await LineTests.PostAsync(looks, 1, "/api/beside/looks", new { }))
            .GetProperty("answer")
            .GetProperty("stands")
            .GetArrayLength()
            .ShouldBe(1);
        await using (var work = await server.Database.BeginAsync(household.Id, Cancel))
        {
            await SignInStore.EndOthersAsync(work, null);
            await work.CommitAsync(Cancel);
        }
        // Asked for some seconds before: it looks on until it is asked again.
        (await LineTests.PostAsync(looks, 5, "/api/beside/looks", new { })).GetProperty("status").GetInt32().ShouldBe(200);
        time.Advance(TimeSpan.FromSeconds(8));
        (await LineTests.PostAsync(looks, 2, "/api/beside/looks", new { })).GetProperty("status").GetInt32().ShouldBe(401);
        // What it told before holds for a moment; a new line of it is nobody's.
        (await LineTests.PostAsync(looks, 4, "/api/beside/stands", Stands(Guid.CreateVersion7(), household.PlayerId)))
            .GetProperty("status")
            .GetInt32()
            .ShouldBe(401);
        (await LineTests.PostAsync(looks, 3, "/api/beside/presses", new { session = Guid.CreateVersion7(), id = "a" }))
            .GetProperty("status")
            .GetInt32()
            .ShouldBe(401);
    }

    [Fact]
    public async Task Instances_pass_it_on_and_find_each_other_again_after_the_database_was_away()
    {
        await using var elsewhere = server.With(_ => { });
        var household = await server.NewHouseholdAsync();
        var cookies = await LineTests.SignedInAsync(server, household);
        using var plays = await LineAsync(server, cookies, household);
        using var looks = await LineAsync(elsewhere, cookies, household);
        var session = Guid.CreateVersion7();
        async Task HearsAsync(int from)
        {
            // Until both listen: said again, as devices do.
            for (var n = from; n < from + 60; n++)
            {
                await LineTests.PostAsync(plays, n, "/api/beside/stands", Stands(session, household.PlayerId, n));
                await Task.Delay(100, Cancel);
                if ((await LineTests.PostAsync(looks, n, "/api/beside/looks", new { })) is var said && said.TryGetProperty("beside", out _))
                    return;
            }
            throw new TimeoutException("Nothing came from the other instance.");
        }
        await HearsAsync(1);
        await using (var owner = new Npgsql.NpgsqlConnection(server.OwnerConnection))
        {
            await owner.OpenAsync(Cancel);
            await using var end = new Npgsql.NpgsqlCommand(
                "select pg_terminate_backend(pid) from pg_stat_activity where query ilike 'listen gambeta%' and datname = "
                    + "current_database()",
                owner
            );
            (await end.ExecuteNonQueryAsync(Cancel)).ShouldNotBe(0);
        }
        using var again = await LineAsync(elsewhere, cookies, household);
        var heard = false;
        for (var n = 100; n < 200 && !heard; n++)
        {
            await LineTests.PostAsync(plays, n, "/api/beside/stands", Stands(session, household.PlayerId, n));
            await Task.Delay(100, Cancel);
            heard = (await LineTests.PostAsync(again, n, "/api/beside/looks", new { })).TryGetProperty("beside", out _);
        }
        heard.ShouldBeTrue();
    }

    [Fact]
    public void Who_says_nothing_any_more_is_gone_and_a_household_takes_no_room_when_its_lines_are()
    {
        var time = new FakeTimeProvider();
        var hub = new SecondScreenHub(time);
        var (household, session, player) = (Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid());
        var heard = new List<SecondScreenMessage>();
        var looker = new SecondScreenHub.Device(household, heard.Add) { LooksUntil = time.GetUtcNow() + SecondScreenHub.Lapses };
        hub.Add(looker);
        SecondScreenMessage Said(Guid of) =>
            SecondScreenMessage.Read(household, SecondScreenKind.Stands, JsonSerializer.SerializeToElement(Stands(of, player)))!;
        // More practices at once than a household has children are not remembered.
        for (var i = 0; i < 50; i++)
            hub.Pass(Said(Guid.NewGuid()));
        hub.Standing(household, [player]).Count.ShouldBe(12);
        time.Advance(SecondScreenHub.Lapses + TimeSpan.FromSeconds(1));
        hub.Standing(household, [player]).ShouldBeEmpty();
        heard.Clear();
        hub.Pass(Said(session));
        heard.ShouldBeEmpty();
        hub.Remove(looker);
        hub.Pass(Said(session));
        hub.Standing(household, [player]).ShouldBeEmpty();
    }
}

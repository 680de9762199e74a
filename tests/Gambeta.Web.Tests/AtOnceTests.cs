using System.Net;

namespace Gambeta.Web.Tests;

/// <summary>
/// Whatever a household's devices do in one moment, nobody waits for somebody who waits for him: whoever locks more than one row does it in
/// the same order everywhere (the player, then what is due, then the rest). Where two wait for each other the database ends one after a
/// second, and counts it. A machine that is busy with other things may make one wait too long: that is answered with 503, and sent again as
/// every device does.
/// </summary>
public class AtOnceTests(TestServer server)
{
    private static readonly string[] Drills = ["pull-back-laces-away", "toe-taps", "inside-taps"];

    [Fact]
    public async Task Sets_pages_answers_and_presses_of_one_household_in_one_moment_all_get_through()
    {
        var household = await server.NewHouseholdAsync();
        for (var day = 1; day <= 3; day++)
            await server.StoreAsync(household, Played.Round(household, 20 + day, daysBack: day));
        var devices = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => Browser.SignedInAsync(server, household)));
        var session = Guid.CreateVersion7();
        foreach (var device in devices)
            (await device.PageAsync("/plan")).ShouldContain("session");
        Dictionary<string, object?> Set(string drill, int touches) =>
            new(Played.Post(household, touches))
            {
                ["drill"] = drill,
                ["session"] = session,
                ["feet"] = drill == Drills[0] ? "left" : "both",
                ["draft"] = new
                {
                    left = touches,
                    right = drill == Drills[0] ? 0 : touches,
                    seconds = 30,
                },
            };
        for (var turn = 0; turn < 12; turn++)
        {
            var touches = 10 + turn;
            var sets = Drills.Select(drill => Set(drill, touches)).ToList();
            // Twice as often as the answer is lost: the same set from two devices.
            var posts = sets.Append(sets[0])
                .Select((set, i) => AgainAsync(() => devices[i].PostAsync("/api/sets", set), answer => answer.Status))
                .Append(
                    AgainAsync(
                        () =>
                            devices[1]
                                .PostAsync(
                                    "/api/answers",
                                    new
                                    {
                                        session,
                                        player = household.PlayerId,
                                        at = DateTimeOffset.UtcNow,
                                        drill = Drills[turn % 3],
                                        control = "easy",
                                    }
                                ),
                        answer => answer.Status
                    )
                )
                .Append(
                    AgainAsync(
                        () =>
                            devices[2]
                                .PostAsync(
                                    "/api/ends",
                                    new
                                    {
                                        session,
                                        player = household.PlayerId,
                                        at = DateTimeOffset.UtcNow,
                                        effort = 5,
                                    }
                                ),
                        answer => answer.Status
                    )
                )
                .Append(
                    AgainAsync(
                        () =>
                            devices[0]
                                .PostAsync(
                                    "/api/counts",
                                    new
                                    {
                                        set = sets[1]["id"],
                                        change = Guid.CreateVersion7(),
                                        draft = new
                                        {
                                            left = touches,
                                            right = touches,
                                            seconds = 30,
                                        },
                                        sure = true,
                                    }
                                ),
                        answer => answer.Status
                    )
                )
                .ToList();
            var pages = Drills
                .Select(drill => $"/api/aims/{drill}?player={household.PlayerId}&session={session}")
                .Concat([
                    "/today",
                    "/progress",
                    "/plan",
                    "/weeks",
                    "/records",
                    "/logbook",
                    "/plan/together",
                    $"/drills/{Drills[0]}/progress",
                ])
                .Select((path, i) => AgainAsync(() => devices[i % 4].GetAsync(path), answer => answer.StatusCode))
                .ToList();
            var presses = new[]
            {
                ("/plan", "/plan?handler=Longer"),
                ("/plan", "/plan?handler=Shorter"),
                ("/weeks", "/weeks?handler=Away"),
                ("/weeks", "/weeks?handler=Back"),
            }
                .Select(
                    (press, i) =>
                        AgainAsync(
                            () =>
                                devices[i]
                                    .SubmitAsync(
                                        press.Item1,
                                        press.Item2,
                                        new() { ["id"] = $"{Guid.CreateVersion7()}", ["kind"] = "holiday" }
                                    ),
                            answer => answer.Status
                        )
                )
                .ToList();
            // A correction may come before its set, and is sent again later; all else is taken.
            foreach (var (status, body) in await Task.WhenAll(posts))
                new[] { HttpStatusCode.OK, HttpStatusCode.NotFound }.ShouldContain(status, body);
            foreach (var page in await Task.WhenAll(pages))
                page.StatusCode.ShouldBe(HttpStatusCode.OK, page.RequestMessage!.RequestUri!.PathAndQuery);
            foreach (var (status, _) in await Task.WhenAll(presses))
                status.ShouldBe(HttpStatusCode.Redirect);
        }
        await using var work = await server.Database.BeginAsync(household.Id);
        (await work.ExecuteScalarAsync<int>("select count(*) from practice_set")).ShouldBe(3 + 36);
        // The statistics of a transaction are told some moments after it.
        await Task.Delay(1500, TestContext.Current.CancellationToken);
        (await work.ExecuteScalarAsync<long>("select deadlocks from pg_stat_database where datname = current_database()")).ShouldBe(0);
    }

    private static async Task<T> AgainAsync<T>(Func<Task<T>> send, Func<T, HttpStatusCode> status)
    {
        for (var times = 1; ; times++)
        {
            var answer = await send();
            if (status(answer) != HttpStatusCode.ServiceUnavailable || times == 4)
                return answer;
        }
    }
}

using System.Net;
using Dapper;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
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
        foreach (var household in new[] { mine, theirs })
            await FurnishAsync(household);
        return (mine, theirs, set.Id);
    }

    private async Task FurnishAsync(TestHousehold household)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        await YardStore.SaveSpaceAsync(
            work,
            Guid.CreateVersion7(),
            new Space
            {
                Name = "Yard",
                Kind = Places.Garden,
                Width = 4,
                Length = 6,
            }
        );
        await YardStore.SaveKitAsync(work, new Kit(Kit.Empty.Counts.Add(Thing.Ball, 1)));
        await YardStore.SavePaceAsync(work, household.PlayerId, new KnownPace(new Pace(0.5), PaceSource.FromAge, Played.Day(0)));
        await YardStore.KeepLayoutAsync(
            work,
            new KeptLayout(
                new Layout
                {
                    Key = "yard-a",
                    Name = "A",
                    Markers = [new(0, 3)],
                    Steps = [new Past(0, Side.Left)],
                },
                "out-turn-home",
                null,
                null,
                null,
                false
            )
        );
        await YardStore.SaveCheckAsync(work, null, Played.Day(0), Guid.CreateVersion7(), ["shoes"]);
        await SheetStore.SaveAsync(
            work,
            new KeptSheet(Guid.CreateVersion7(), new Sheet("Ours", SheetNotation.Read("warm up: toe-taps")), 10),
            100
        );
        await SessionStore.AnswerAsync(
            work,
            Guid.CreateVersion7(),
            household.PlayerId,
            new DrillAnswer(0, "toe-taps", Control.Easy, null, null),
            DateTimeOffset.UtcNow
        );
        await SessionStore.EndAsync(work, Guid.CreateVersion7(), household.PlayerId, null, new SessionEnd(4, null), DateTimeOffset.UtcNow);
        await SessionStore.HurtAsync(work, household.PlayerId, null, new Pain(Guid.CreateVersion7(), PainPart.Heel, Played.Day(0)));
        await SessionStore.ClearPainsAsync(work, household.PlayerId, Played.Day(0));
        await RhythmStore.KeepAsync(work, household.PlayerId, Rhythm.Usual with { Since = Played.Day(9) });
        await RhythmStore.AddDatesAsync(work, household.PlayerId, [new ClubDate(Played.Day(-3), ClubKind.Match, 60)]);
        await RhythmStore.AddAwayAsync(work, household.PlayerId, Guid.CreateVersion7(), Away.From(AwayKind.Holiday, Played.Day(-20)));
        await GoalStore.AddAsync(
            work,
            household.PlayerId,
            new Goal(Guid.CreateVersion7(), GoalKind.LevelFeet, null, null, null, Played.Day(0))
        );
        await SpaceSoundStore.KeepAsync(work, null, BallKind.Usual, SpaceSound.Read(HearingTests.PlaceLine)!, Played.Day(0));
        await FeedStore.KeepAsync(work, household.PlayerId, $"secret of {household.Id}", "sealed");
        await HandOverStore.MakeAsync(work, DateTimeOffset.UtcNow);
        await work.CommitAsync();
    }

    [Theory]
    [InlineData("household")]
    [InlineData("player")]
    [InlineData("practice_set")]
    [InlineData("mark")]
    [InlineData("drill_played")]
    [InlineData("space")]
    [InlineData("thing")]
    [InlineData("pace")]
    [InlineData("layout")]
    [InlineData("first_touch_check")]
    [InlineData("sheet")]
    [InlineData("drill_answer")]
    [InlineData("session_end")]
    [InlineData("pain")]
    [InlineData("rhythm")]
    [InlineData("club_date")]
    [InlineData("away")]
    [InlineData("goal")]
    [InlineData("place_sound")]
    [InlineData("calendar_feed")]
    [InlineData("hand_over")]
    public async Task A_query_without_a_household_filter_returns_only_the_households_rows(string table)
    {
        var (mine, _, _) = await TwoHouseholdsAsync();
        await using var work = await server.Database.BeginAsync(mine.Id);
        (await work.QueryAsync<Guid>($"select household_id from {table}")).Distinct().ShouldBe([mine.Id]);
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
            (await work.ExecuteAsync("update practice_set set touches_left = 1")).ShouldBe(1);
            (await work.ExecuteAsync("delete from mark")).ShouldBe(1);
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        await using var their = await server.Database.BeginAsync(theirs.Id);
        (await SetStore.FindAsync(their, theirSet))!.Touches.Left.ShouldBe(30);
        (await their.ExecuteScalarAsync<int>("select count(*) from mark")).ShouldBe(1);
    }

    [Fact]
    public async Task Nothing_can_be_written_into_another_household()
    {
        var (mine, theirs, _) = await TwoHouseholdsAsync();
        await using var work = await server.Database.BeginAsync(mine.Id);
        var refused = await Should.ThrowAsync<PostgresException>(() =>
            work.ExecuteAsync(
                "insert into player (household_id, player_id, nickname, birth_year, preferred_foot, level) values (@Id, @player, "
                    + "'x', 2015, 'left', 'steady')",
                new { theirs.Id, player = Guid.NewGuid() }
            )
        );
        refused.MessageText.ShouldContain("row-level security");
    }

    [Fact]
    public async Task The_applications_role_owns_nothing_and_cannot_bypass_a_policy_and_every_table_of_a_household_has_one()
    {
        await using var connection = await server.Database.Source.OpenConnectionAsync(TestContext.Current.CancellationToken);
        (
            await connection.QuerySingleAsync<(bool Super, bool Bypass)>(
                "select rolsuper, rolbypassrls from pg_roles where rolname = current_user"
            )
        ).ShouldBe((false, false));
        (await connection.ExecuteScalarAsync<int>("select count(*) from pg_class where pg_get_userbyid(relowner) = current_user")).ShouldBe(
            0
        );
        (
            await connection.QueryAsync<string>(
                """
                select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'household_id'
                where c.relkind = 'r' and not (c.relrowsecurity and exists (select from pg_policy p where p.polrelid = c.oid))
                """
            )
        ).ShouldBeEmpty();
        (
            await connection.QueryAsync<string>(
                """
                select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'household_id'
                where c.relkind = 'r' and c.relname <> 'found_by' and not exists (select from pg_index i
                  where i.indrelid = c.oid and i.indisprimary and i.indkey[0] = a.attnum)
                """
            )
        ).ShouldBeEmpty();
    }

    [Fact]
    public async Task Another_households_sets_are_not_found_and_never_hinted_at()
    {
        var (mine, theirs, theirSet) = await TwoHouseholdsAsync();
        var browser = await Browser.SignedInAsync(server, mine);
        Guid session;
        await using (var their = await server.Database.BeginAsync(theirs.Id))
            session = (await SetStore.FindAsync(their, theirSet))!.SessionId;

        foreach (var path in new[] { $"/logbook/{theirSet}", $"/practise/result/{session}", $"/logbook/{Guid.NewGuid()}" })
            (await browser.GetAsync(path)).StatusCode.ShouldBe(HttpStatusCode.NotFound, path);
        (
            await browser.SubmitAsync("/household", $"/logbook/{theirSet}?handler=Remove", new() { ["change"] = Guid.NewGuid().ToString() })
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await browser.SubmitAsync("/household", $"/logbook/{theirSet}?handler=Turn", new() { ["change"] = Guid.NewGuid().ToString() })
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await browser.PostAsync(
                "/api/heard",
                new { @for = new { drill = "own-theirs", feet = "both" }, frames = Convert.ToBase64String(new byte[1600]) }
            )
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (await browser.GetAsync($"/logbook/{theirSet}?handler=Heard")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (
            await browser.SubmitAsync(
                "/household",
                $"/logbook/{theirSet}?handler=Mend",
                new() { ["change"] = Guid.NewGuid().ToString(), ["left"] = "1" }
            )
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await browser.SubmitAsync("/household", "/logbook?handler=Undo", new() { ["change"] = Guid.NewGuid().ToString() })
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await browser.PostAsync(
                "/api/counts",
                new
                {
                    set = theirSet,
                    change = Guid.NewGuid(),
                    draft = new { left = 1, seconds = 30 },
                }
            )
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        var post = Played.Post(mine, 20);
        post["player"] = theirs.PlayerId;
        (await browser.PostAsync("/api/sets", post)).Body.ShouldContain("no such player");
        (await server.BestsAsync(theirs)).ShouldBe([30m]);
    }

    // Everything that an address or a form of the application takes an id by, tried with another household's.
    private static readonly string[] Takers =
    [
        "drills/{id}",
        "drills/{id}.yaml",
        "drills/own/edit",
        "household/player",
        "household/players/{id:guid}",
        "logbook",
        "logbook/{id:guid}",
        "practise/instead",
        "practise/result/{session:guid}",
        "practise/{drill}",
        "yard/space/{id:guid?}",
        "yard/plan",
        "yard",
        "api/sets",
        "api/counts",
        "api/checks",
        "api/line",
        "drills/own",
        "practise/sheet/{sheet}",
        "practise/together/{what?}",
        "sheets",
        "sheets/index",
        "sheets/edit/{id:guid?}",
        "sheets/print/{sheet}",
        "api/runs/{sheet}",
        "api/answers",
        "api/ends",
        "api/pains",
        "api/pains/cleared",
        "api/sittings",
        "household/sign-ins",
        "drills/{id}/progress",
        "logbook/take-in",
        "plan",
        "beside/{what}",
        "api/aims/{drill}",
        "api/aims",
        "api/heard",
        "api/places",
        "api/microphone/{drill}",
        "plan/together",
        "weeks",
        "weeks/index",
        "weeks/rhythm",
        "calendar/{secret}.ics",
        "household/hand-over",
        "come",
        "household/take-in",
    ];

    // These take no id: whose household it is comes from the sign-in alone.
    private static readonly string[] TakeNone =
    [
        "",
        "index",
        "today",
        "progress",
        "floor",
        "drills",
        "drills/index",
        "drills/map",
        "drills/pictures",
        "drills/own.yaml",
        "household",
        "household/index",
        "household/new",
        "household/heading",
        "household/grown-up",
        "household/erase",
        "household/settings",
        "household/password",
        "logbook/listen",
        "weeks/print",
        "api/weeks",
        "logbook/index",
        "records",
        "records/index",
        "yard/things",
        "api/token",
        "api/openapi.json",
        "household/words",
        "household/waiting",
        "without-network",
        "beside",
        "beside/screen",
        "api/ahead",
        "gambeta.webmanifest",
        "phone",
        "phone/here",
        "phone/gambeta-at-home.crt",
        "recover",
        "healthz",
        "healthz/live",
        "healthz/ready",
        "problem/{code:int}",
        "js/shared/words.js",
        "{**path:file}",
    ];

    [Fact]
    public void Every_page_and_endpoint_was_thought_of()
    {
        var routes = server
            .Services.GetRequiredService<IEnumerable<EndpointDataSource>>()
            .SelectMany(source => source.Endpoints)
            .OfType<RouteEndpoint>()
            .Where(endpoint => endpoint.Metadata.GetMetadata<Microsoft.AspNetCore.StaticAssets.StaticAssetDescriptor>() is null)
            .Select(endpoint => endpoint.RoutePattern.RawText!.Trim('/').ToLowerInvariant())
            .Distinct()
            .ToList();
        routes.Count.ShouldBeGreaterThan(30);
        routes
            .Except([.. Takers, .. TakeNone])
            .ShouldBeEmpty("a new page or endpoint: say above whether it takes an id, and try it below with another household's");
    }

    [Fact]
    public async Task Nobody_can_read_or_change_anything_of_another_household()
    {
        var (mine, theirs, theirSet) = await TwoHouseholdsAsync();
        var (theirSpace, theirLayout, theirDrill, theirSheet) = (Guid.CreateVersion7(), "yard-theirs", "own-theirs", Guid.CreateVersion7());
        Guid session;
        await using (var work = await server.Database.BeginAsync(theirs.Id))
        {
            await YardStore.SaveSpaceAsync(
                work,
                theirSpace,
                new Space
                {
                    Name = "Secret court",
                    Kind = Places.Patio,
                    Width = 5,
                    Length = 9,
                }
            );
            await YardStore.SavePaceAsync(work, theirs.PlayerId, new KnownPace(new Pace(0.6), PaceSource.Walked, Played.Day(3)));
            await YardStore.KeepLayoutAsync(
                work,
                new KeptLayout(
                    Shape.Of(ShapeKind.Zigzag).Lay(new Dictionary<string, double>()) with
                    {
                        Key = theirLayout,
                        Name = "Secret run",
                    },
                    "zigzag-and-home",
                    theirSpace,
                    null,
                    null,
                    false
                )
            );
            await OwnDrillStore.SaveAsync(work, [(theirDrill, "x")]);
            await SheetStore.SaveAsync(
                work,
                new KeptSheet(theirSheet, new Sheet("Secret sheet", SheetNotation.Read("warm up: toe-taps")), null),
                100
            );
            await SessionStore.HurtAsync(work, theirs.PlayerId, null, new Pain(Guid.CreateVersion7(), PainPart.Knee, Played.Day(0)));
            session = (await SetStore.FindAsync(work, theirSet))!.SessionId;
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        // Somebody of theirs is signed in.
        await Browser.SignedInAsync(server, theirs);
        Guid theirSignIn,
            theirPlan;
        await (await Browser.SignedInAsync(server, theirs)).PageAsync("/plan");
        await using (var work = await server.Database.BeginAsync(theirs.Id))
            theirPlan = await work.ExecuteScalarAsync<Guid>("select plan_id from plan");
        await using (var work = await server.Database.BeginAsync(theirs.Id))
            theirSignIn = (await SignInStore.AllAsync(work, DateTimeOffset.UtcNow))[0].Id;
        var before = await FileOfAsync(theirs);
        var browser = await Browser.SignedInAsync(server, mine);

        foreach (
            var path in new[]
            {
                $"/drills/{theirDrill}",
                $"/drills/{theirDrill}.yaml",
                $"/drills/own/edit?copy={theirDrill}",
                $"/household/players/{theirs.PlayerId}",
                $"/logbook/{theirSet}",
                $"/practise/result/{session}",
                $"/practise/{theirDrill}",
                $"/practise/zigzag-and-home?layout={theirLayout}",
                $"/practise/zigzag-and-home?space={theirSpace}",
                $"/practise/instead?space={theirSpace}",
                $"/yard/space/{theirSpace}",
                $"/yard/plan?space={theirSpace}",
                $"/yard/plan?drill=zigzag-and-home&layout={theirLayout}",
                $"/yard/plan?drill={theirDrill}",
                $"/yard/plan?space={theirSpace}&handler=Picture",
                $"/api/runs/{theirSheet}",
                $"/practise/sheet/{theirSheet}",
                $"/practise/sheet/patio-ten?space={theirSpace}",
                $"/practise/together/patio-ten?with={theirs.PlayerId}",
                $"/practise/together/{theirSheet}?with={mine.PlayerId}",
                $"/sheets/edit/{theirSheet}",
                $"/sheets/edit?copy={theirSheet}",
                $"/sheets/print/{theirSheet}",
                $"/beside/{theirSheet}",
                $"/beside/{theirDrill}",
                $"/practise/sheet/{theirPlan}",
                $"/sheets/print/{theirPlan}",
                $"/sheets/edit?copy={theirPlan}",
                $"/api/runs/{theirPlan}",
                $"/beside/{theirPlan}",
                $"/api/aims/toe-taps?player={theirs.PlayerId}",
                $"/api/microphone/{theirDrill}",
            }
        )
        {
            var answer = await browser.GetAsync(path);
            answer.StatusCode.ShouldBe(HttpStatusCode.NotFound, path);
            // The same words as for an id that nobody has.
            var nobodys = await browser.GetAsync(
                path.Replace(theirDrill, "own-nobody", StringComparison.Ordinal)
                    .Replace(theirLayout, "yard-nobody", StringComparison.Ordinal)
                    .Replace(theirSpace.ToString(), Guid.NewGuid().ToString(), StringComparison.Ordinal)
                    .Replace(theirs.PlayerId.ToString(), Guid.NewGuid().ToString(), StringComparison.Ordinal)
                    .Replace(theirSet.ToString(), Guid.NewGuid().ToString(), StringComparison.Ordinal)
                    .Replace(session.ToString(), Guid.NewGuid().ToString(), StringComparison.Ordinal)
                    .Replace(theirSheet.ToString(), Guid.NewGuid().ToString(), StringComparison.Ordinal)
                    .Replace(theirPlan.ToString(), Guid.NewGuid().ToString(), StringComparison.Ordinal)
            );
            (nobodys.StatusCode, (await nobodys.Content.ReadAsStringAsync()).Length).ShouldBe(
                (answer.StatusCode, (await answer.Content.ReadAsStringAsync()).Length),
                path
            );
        }
        (await browser.PageAsync($"/logbook?drill={theirDrill}")).ShouldNotContain("Secret");
        (await browser.PageAsync("/yard")).ShouldNotContain("Secret");
        (await browser.PageAsync("/sheets")).ShouldNotContain("Secret");
        // Somebody else's pain stops nobody here.
        (await browser.PageAsync("/practise/toe-taps")).ShouldNotContain("hurt, today");

        var player = new Dictionary<string, string>
        {
            ["nickname"] = "Taken",
            ["birthYear"] = "2015",
            ["preferred"] = "left",
            ["level"] = "steady",
            ["walk"] = "6",
            ["by"] = "walk",
        };
        var space = new Dictionary<string, string>
        {
            ["name"] = "Taken",
            ["kind"] = "patio",
            ["width"] = "3",
            ["length"] = "3",
            ["ground"] = "grass",
            ["key"] = theirLayout,
            ["drill"] = "zigzag-and-home",
            ["id"] = theirDrill,
        };
        foreach (
            var (path, fields) in new[]
            {
                ($"/household/players/{theirs.PlayerId}", player),
                ($"/household/players/{theirs.PlayerId}?handler=Pace", player),
                ($"/household/players/{theirs.PlayerId}?handler=Erase", player),
                ($"/yard/space/{theirSpace}", space),
                ($"/yard/plan?drill=zigzag-and-home&space={theirSpace}&handler=Keep", space),
                ($"/yard/plan?drill=zigzag-and-home&layout={theirLayout}&handler=Keep", space),
                ($"/practise/result/{session}", new() { ["effort"] = "3", ["note"] = "taken" }),
                ($"/logbook/{theirSet}?handler=Remove", new() { ["change"] = Guid.NewGuid().ToString() }),
                ($"/logbook/{theirSet}?handler=Mend", new() { ["change"] = Guid.NewGuid().ToString(), ["left"] = "1" }),
            }
        )
            (await browser.SubmitAsync("/household", path, fields)).Status.ShouldBe(HttpStatusCode.NotFound, path);
        // These answer as they do for anything that is not there: by going on.
        foreach (
            var path in new[]
            {
                $"/yard/space/{theirSpace}?handler=PutAway",
                "/yard/plan?handler=PutAway",
                "/yard?handler=TakeBack",
                "/drills/own?handler=Retire",
                "/drills/own?handler=Back",
                "/logbook?handler=Undo",
                $"/sheets?handler=Retire&id={theirSheet}",
                $"/sheets/edit?handler=Save&id={theirSheet}",
                "/practise/toe-taps?handler=Clear",
            }
        )
            ((int)(await browser.SubmitAsync("/household", path, space)).Status).ShouldBeLessThan(500, path);
        // A space of theirs is as good as none, and a drill of theirs is not in our plan.
        (await browser.SubmitAsync("/plan", "/plan", new() { ["minutes"] = "20", ["where"] = theirSpace.ToString() })).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        foreach (var press in new[] { "Instead", "Mark" })
            (await browser.SubmitAsync("/plan", $"/plan?handler={press}", new() { ["drill"] = theirDrill })).Status.ShouldBe(
                HttpStatusCode.Redirect
            );
        (await browser.PageAsync("/plan")).ShouldNotContain("Secret");
        foreach (var path in new[] { "/household/sign-ins?handler=End", "/household/sign-ins?handler=Name" })
            (await browser.SubmitAsync("/household", path, new() { ["id"] = theirSignIn.ToString(), ["device"] = "mine" })).Status.ShouldBe(
                HttpStatusCode.Redirect,
                path
            );
        (await browser.SubmitAsync("/household", "/yard?handler=Nothing", [])).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await browser.PostAsync(
                "/api/places",
                new
                {
                    space = theirSpace,
                    ball = "usual",
                    frames = Convert.ToBase64String(HearingTests.Learning.Value),
                }
            )
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await browser.PostAsync(
                "/api/checks",
                new
                {
                    session = Guid.NewGuid(),
                    space = theirSpace,
                    at = DateTimeOffset.UtcNow,
                    items = new[] { "floor clear" },
                }
            )
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await browser.PostAsync(
                "/api/counts",
                new
                {
                    set = theirSet,
                    change = Guid.NewGuid(),
                    draft = new { left = 1, seconds = 30 },
                }
            )
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (
            await browser.PostAsync("/api/sets", new Dictionary<string, object?>(Played.Post(mine, 20)) { ["player"] = theirs.PlayerId })
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        var about = new
        {
            session,
            player = theirs.PlayerId,
            at = DateTimeOffset.UtcNow,
            item = 0,
            drill = "toe-taps",
            control = "easy",
            effort = 3,
            id = Guid.NewGuid(),
            part = "knee",
            pains = new[] { Guid.NewGuid() },
            word = "BALL",
        };
        foreach (var address in new[] { "/api/answers", "/api/ends", "/api/pains", "/api/pains/cleared", "/api/sittings" })
            (await browser.PostAsync(address, about)).Status.ShouldBe(HttpStatusCode.NotFound, address);
        var run = new Dictionary<string, object?>(Played.Post(mine, null, 20))
        {
            ["drill"] = "zigzag-and-home",
            ["feet"] = "both",
            ["plannedSeconds"] = null,
            ["layout"] = theirLayout,
        };
        (await browser.PostAsync("/api/sets", run)).Body.ShouldContain("no such layout");

        (await FileOfAsync(theirs)).ShouldBe(before);
    }

    private async Task<string> FileOfAsync(TestHousehold household)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        var derived = new List<string>();
        foreach (var table in HouseholdTables.Derived)
            derived.Add(
                await work.ExecuteScalarAsync<string>($"select coalesce(jsonb_agg(to_jsonb(t) order by t), '[]') from {table} t") ?? ""
            );
        return await HouseholdFile.WriteAsync(work) + string.Concat(derived);
    }

    [Fact]
    public async Task A_player_cookie_of_another_household_shows_ones_own_player()
    {
        var (mine, theirs, _) = await TwoHouseholdsAsync();
        var browser = await Browser.SignedInAsync(server, mine);
        (
            await browser.SubmitAsync(
                "/household",
                "/household/player",
                new() { ["player"] = theirs.PlayerId.ToString(), ["back"] = "/today" }
            )
        ).Page.ShouldBe("/today");
        (await browser.PageAsync("/today")).ShouldContain("Nilo, ");
        (
            await browser.SubmitAsync(
                "/household",
                "/household/player",
                new() { ["player"] = mine.PlayerId.ToString(), ["back"] = "https://elsewhere.example" }
            )
        ).Page.ShouldBe("/today");
    }
}

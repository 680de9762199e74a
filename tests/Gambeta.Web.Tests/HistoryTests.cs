using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Dapper;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>A household's whole history, taken out of one household and into another: equal, or not at all.</summary>
public sealed partial class HistoryTests(TestServer server)
{
    private static readonly string[] Lists =
    [
        "players",
        "favourites",
        "paces",
        "things",
        "spaces",
        "layouts",
        "drills",
        "checks",
        "sheets",
        "sittings",
        "sets",
        "changes",
        "answers",
        "ends",
        "rhythms",
        "clubDays",
        "away",
        "goals",
        "places",
        "pains",
        "said",
        "decisions",
        "plans",
    ];

    [GeneratedRegex("""name="batch" value="([0-9a-f-]{36})""")]
    private static partial Regex BatchOf();

    private HistoryAsk Ask(DateOnly? today = null, bool settings = false) =>
        new(
            own => server.Services.GetRequiredService<HouseholdCatalogues>().Read(own, strict: false),
            12,
            new Dictionary<string, int>
            {
                ["sheet"] = 100,
                ["space"] = 30,
                ["layout"] = 300,
                ["own_drill"] = 200,
            },
            60_000,
            today ?? Played.Day(0),
            TimeSpan.Zero,
            settings
        );

    // A demo's household has ten weeks of everything; what it has not is added.
    private async Task<string> RichAsync()
    {
        var browser = Browser.At(server);
        (await browser.SubmitAsync("/", "/?handler=Demo", [])).Status.ShouldBe(HttpStatusCode.Redirect);
        foreach (var page in new[] { "/plan", "/progress" })
            await browser.PageAsync(page);
        var (_, text) = await browser.SubmitAsync("/household/erase", "/household/erase?handler=File", []);
        var household = await server.NewHouseholdAsync();
        await TakeAsync(household, text);
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            var player = Parsed(text)["players"]![0]!["id"]!.GetValue<Guid>();
            var sets = Parsed(text)["sets"]!
                .AsArray()
                .Where(set => set!["player"]!.GetValue<Guid>() == player)
                .TakeLast(2)
                .Select(set => set!["id"]!.GetValue<Guid>())
                .ToList();
            await SetStore.CorrectAsync(
                work,
                Guid.CreateVersion7(),
                (await SetStore.FindAsync(work, sets[0]))! with
                {
                    CountedBy = CountedBy.Typed,
                }
            );
            await SetStore.RemoveAsync(work, Guid.CreateVersion7(), (await SetStore.FindAsync(work, sets[1]))!);
            var space = Guid.CreateVersion7();
            await YardStore.SaveSpaceAsync(
                work,
                space,
                new Space
                {
                    Name = "Roof",
                    Kind = Places.Patio,
                    Width = 5,
                    Length = 9,
                }
            );
            await YardStore.KeepLayoutAsync(
                work,
                new KeptLayout(
                    Shape.Of(ShapeKind.Zigzag).Lay(new Dictionary<string, double>()) with
                    {
                        Key = "yard-mine",
                        Name = "Mine",
                    },
                    "zigzag-and-home",
                    space,
                    null,
                    null,
                    false
                )
            );
            await YardStore.SavePaceAsync(work, player, new KnownPace(new Pace(0.6), PaceSource.Walked, Played.Day(3)));
            await YardStore.SaveCheckAsync(work, space, Played.Day(1), Guid.CreateVersion7(), ["shoes"]);
            await SheetStore.SaveAsync(
                work,
                new KeptSheet(Guid.CreateVersion7(), new Sheet("Mine", SheetNotation.Read("warm up: toe-taps")), 12),
                100
            );
            await OwnDrillStore.SaveAsync(
                work,
                [
                    (
                        "own-mine",
                        CardWriter.Write(
                            server.Services.GetRequiredService<HouseholdCatalogues>().Shipped.Find("v-cut")! with
                            {
                                Id = "own-mine",
                                Name = "Mine",
                            }
                        )
                    ),
                ]
            );
            await SessionStore.HurtAsync(work, player, null, new Pain(Guid.CreateVersion7(), PainPart.Shin, Played.Day(20)));
            await GoalStore.AddAsync(
                work,
                player,
                new Goal(Guid.CreateVersion7(), GoalKind.Reach, "juggling-streak", 50, null, Played.Day(9))
            );
            await RhythmStore.AddAwayAsync(work, player, Guid.CreateVersion7(), new Away(AwayKind.Holiday, Played.Day(40), Played.Day(33)));
            await FavouriteStore.MarkAsync(work, player, "v-cut", true);
            await SpaceSoundStore.KeepAsync(
                work,
                space,
                BallKind.Usual,
                SpaceSound.Read(string.Join(' ', Enumerable.Repeat("9.5", 2 * SoundFrame.Bands)))!,
                Played.Day(2)
            );
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        return (await FileOfAsync(household)).ToJsonString().Replace("\"Nilo\"", "\"Third\"", StringComparison.Ordinal);
    }

    private static JsonObject Parsed(string file) => JsonNode.Parse(file)!.AsObject();

    // A list as text, whatever order rows of one moment have.
    private static string ListOf(JsonObject file, string list) =>
        string.Join('\n', file[list]!.AsArray().Select(row => row!.ToJsonString()).Order(StringComparer.Ordinal));

    private async Task<JsonObject> FileOfAsync(TestHousehold household)
    {
        await using var work = await server.Database.BeginAsync(household.Id);
        return Parsed(await HouseholdFile.WriteAsync(work));
    }

    private async Task<(Guid Batch, IReadOnlyList<TakenList> Lists)> TakeAsync(TestHousehold household, string file, HistoryAsk? ask = null)
    {
        var batch = Guid.CreateVersion7();
        var bytes = Encoding.UTF8.GetBytes(file);
        await using var work = await server.Database.BeginAsync(household.Id);
        await HistoryStore.KeepAsync(work, batch, bytes);
        var lists = (await HistoryStore.TakeAsync(work, batch, HistoryFile.Read(bytes), ask ?? Ask()))!;
        await work.CommitAsync();
        return (batch, lists);
    }

    [Fact]
    public async Task A_file_from_where_tomorrow_has_begun_brings_today_in()
    {
        var (text, household) = (await RichAsync(), await server.NewHouseholdAsync());
        var file = Parsed(text);
        var (today, count) = (Ask().Today, file["sets"]!.AsArray().Count);
        var last = file["sets"]!.AsArray().MaxBy(set => set!["day"]!.GetValue<string>(), StringComparer.Ordinal)!;
        last["startedAt"] = new DateTimeOffset(today.ToDateTime(TimeOnly.MinValue), TimeSpan.Zero).AddHours(1).ToString("O");
        last["day"] = today.AddDays(1).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        var (_, lists) = await TakeAsync(household, file.ToJsonString());
        lists.Single(list => list.List == "sets").New.ShouldBe(count);
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        (
            await owner.ExecuteScalarAsync<DateOnly>("select max(day) from practice_set where household_id = @Id", new { household.Id })
        ).ShouldBe(today);
    }

    // Whatever table there is or will be: whoever was erased stands in none, but in the list of those that a restore erases again.
    [Fact]
    public async Task A_word_that_a_file_brings_weighs_in_sets_that_were_here_before()
    {
        var household = await server.NewHouseholdAsync();
        var sets = Enumerable.Range(0, 6).Select(i => Played.Round(household, 30 + i, daysBack: 12 - i)).ToList();
        foreach (var set in sets)
            await server.StoreAsync(household, set);
        async Task<Control?> WordAsync()
        {
            await using var work = await server.Database.BeginAsync(household.Id);
            var word = (await VerdictStore.AllAsync(work, household.PlayerId)).Single().Decision.Word;
            await work.CommitAsync(TestContext.Current.CancellationToken);
            return word;
        }
        (await WordAsync()).ShouldBeNull();
        var file = await FileOfAsync(household);
        file["answers"]!
            .AsArray()
            .Add(
                new JsonObject
                {
                    ["session"] = sets[^1].SessionId,
                    ["player"] = household.PlayerId,
                    ["item"] = 0,
                    ["drill"] = sets[^1].Drill,
                    ["control"] = Control.Shaky.ToKey(),
                    ["at"] = sets[^1].StartedAt.AddMinutes(1),
                }
            );
        var (batch, _) = await TakeAsync(household, file.ToJsonString());
        (await WordAsync()).ShouldBe(Control.Shaky);
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            (await HistoryStore.UndoAsync(work, batch)).ShouldBeTrue();
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        (await WordAsync()).ShouldBeNull();
    }

    [Fact]
    public async Task Who_was_erased_is_named_nowhere_any_more()
    {
        var (text, household) = (await RichAsync(), await server.NewHouseholdAsync());
        await TakeAsync(household, text);
        var player = Parsed(text)["players"]![0]!["id"]!.GetValue<Guid>();
        await server.StoreAsync(household, Played.Round(household, 44, daysBack: 0) with { PlayerId = player });
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await HistoryStore.KeepAsync(work, Guid.CreateVersion7(), Encoding.UTF8.GetBytes(text));
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        (await NamedInAsync(household, player)).ShouldContain("history_taken");
        (await NamedInAsync(household, player)).Count.ShouldBeGreaterThan(15);
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await HouseholdStore.ErasePlayerAsync(work, player);
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        (await NamedInAsync(household, player)).ShouldBe(["erased"]);
        // Packed, nobody would find a name in it.
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        (
            await owner.ExecuteScalarAsync<int>(
                "select count(*)::int from history_taken where household_id = @Id and file is not null",
                new { household.Id }
            )
        ).ShouldBe(0);

        // Taken in again it is erased no more: a restore leaves it.
        await TakeAsync(household, text);
        (
            await owner.ExecuteScalarAsync<int>(
                "select count(*)::int from erased where of_household = @Id and of_player = @player and returned_at is null",
                new { household.Id, player }
            )
        ).ShouldBe(0);
    }

    private async Task<List<string>> NamedInAsync(TestHousehold household, Guid player)
    {
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        var (tables, named) = (
            await owner.QueryAsync<string>("select tablename from pg_tables where schemaname = 'public' order by 1"),
            new List<string>()
        );
        foreach (var table in tables)
            if (
                await owner.ExecuteScalarAsync<bool>(
                    $"select exists (select from {table} t where t::text like all (@both))",
                    new { both = new[] { $"%{player}%", $"%{household.Id}%" } }
                )
            )
                named.Add(table);
        return named;
    }

    [Fact]
    public async Task A_whole_household_comes_into_another_one_as_it_was_and_records_follow_by_the_rules()
    {
        var text = await RichAsync();
        var (file, household) = (Parsed(text), await server.NewHouseholdAsync());
        foreach (
            var list in new[]
            {
                "players",
                "sets",
                "sittings",
                "spaces",
                "sheets",
                "decisions",
                "plans",
                "said",
                "answers",
                "changes",
                "goals",
                "pains",
                "layouts",
                "drills",
                "rhythms",
                "away",
                "places",
                "checks",
                "paces",
                "favourites",
            }
        )
            file[list]!.AsArray().Count.ShouldBeGreaterThan(0, list);
        var (_, lists) = await TakeAsync(household, text);
        lists.ShouldAllBe(list => list.Left == 0 && list.Known == 0);
        var there = await FileOfAsync(household);
        // Its own player was there before.
        var mine = there["players"]!.AsArray().Single(player => player!["id"]!.GetValue<Guid>() == household.PlayerId)!;
        there["players"]!.AsArray().Remove(mine);
        foreach (var list in Lists.Except(["decisions"]))
            ListOf(there, list).ShouldBe(ListOf(file, list), list);
        // What was decided stays; what stands is worked out again and may say the same once more on another day, never less.
        foreach (var decision in file["decisions"]!.AsArray())
            there["decisions"]!.AsArray().ShouldContain(other => other!.ToJsonString() == decision!.ToJsonString());
        // The marks are not in the file: they follow from the sets.
        await using var work = await server.Database.BeginAsync(household.Id);
        var chains = await work.QueryAsync<string>("select concat_ws(' ', drill, measure, feet, layout, value) from mark where is_best");
        chains.Count().ShouldBeGreaterThan(10);
        // The same again brings nothing and changes nothing.
        var (_, again) = await TakeAsync(household, text);
        again.ShouldAllBe(list => list.New == 0);
        ListOf(await FileOfAsync(household), "sets").ShouldBe(ListOf(file, "sets"));
    }

    [Fact]
    public async Task Made_up_households_go_round_whole_and_out_again_without_a_trace()
    {
        var whole = Parsed(await RichAsync());
        for (var seed = 0; seed < 6; seed++)
        {
            var chance = new Random(seed);
            var file = Parsed(whole.ToJsonString());
            // Other ids and fewer rows: what hangs on a row that is gone goes as well.
            var players = file["players"]!.AsArray().Select(player => player!["id"]!.GetValue<Guid>()).ToList();
            var text = players.Aggregate(file.ToJsonString(), (now, id) =>
                now.Replace(id.ToString(), Guid.CreateVersion7().ToString(), StringComparison.Ordinal)
            );
            file = Parsed(text);
            foreach (var list in Lists.Except(["players"]))
            foreach (var row in file[list]!.AsArray().Where(_ => chance.Next(3) == 0).ToList())
                file[list]!.AsArray().Remove(row);
            var sets = file["sets"]!.AsArray().Select(set => set!["id"]!.GetValue<Guid>()).ToHashSet();
            foreach (var list in new[] { "changes", "said" })
            foreach (var row in file[list]!.AsArray().Where(row => !sets.Contains(row!["set"]!.GetValue<Guid>())).ToList())
                file[list]!.AsArray().Remove(row);
            var household = await server.NewHouseholdAsync();
            var before = await FileOfAsync(household);
            var (batch, lists) = await TakeAsync(household, file.ToJsonString());
            lists.ShouldAllBe(list => list.Left == 0);
            var there = await FileOfAsync(household);
            foreach (var list in Lists.Except(["players", "decisions"]))
                ListOf(there, list).ShouldBe(ListOf(file, list), $"{list} of {seed}");
            await using (var work = await server.Database.BeginAsync(household.Id))
            {
                (await HistoryStore.UndoAsync(work, batch)).ShouldBeTrue();
                (await HistoryStore.UndoAsync(work, batch)).ShouldBeFalse();
                await work.CommitAsync(TestContext.Current.CancellationToken);
            }
            (await FileOfAsync(household)).ToJsonString().ShouldBe(before.ToJsonString());
            await using var after = await server.Database.BeginAsync(household.Id);
            foreach (var table in HouseholdTables.Derived)
                (await after.ExecuteScalarAsync<int>($"select count(*) from {table}")).ShouldBe(0, table);
        }
    }

    // Written by the build of a day on which a set had eleven columns for what it came to; beside it what that build said of each set.
    [Fact]
    public async Task A_file_of_the_first_version_is_read_and_every_set_says_what_it_said_then()
    {
        var folder = Path.Combine(AppContext.BaseDirectory, "Files");
        var household = await server.NewHouseholdAsync();
        var (_, lists) = await TakeAsync(
            household,
            await File.ReadAllTextAsync(Path.Combine(folder, "household-1.json"), TestContext.Current.CancellationToken)
        );
        lists.Single(list => list.List == "sets").ShouldSatisfyAllConditions(sets => sets.New.ShouldBe(35), sets => sets.Left.ShouldBe(0));
        await using var work = await server.Database.BeginAsync(household.Id);
        foreach (var line in await File.ReadAllLinesAsync(Path.Combine(folder, "household-1.txt"), TestContext.Current.CancellationToken))
        {
            var set = await SetStore.FindAsync(work, Guid.Parse(line[..36]));
            if (set is null)
                line.ShouldEndWith(" removed");
            else
                line.ShouldStartWith($"{set.Id} {set.Touches.Left}+{set.Touches.Right} {Wording.Brief(set)} | {Wording.Full(set)} |");
        }
    }

    [Fact]
    public async Task A_file_of_the_second_version_is_read()
    {
        var file = Parsed(await RichAsync());
        file["version"] = 2;
        foreach (var list in new[] { "said", "decisions", "plans" })
            file.Remove(list);
        foreach (var set in file["sets"]!.AsArray())
            set!.AsObject().Remove("with");
        var household = await server.NewHouseholdAsync();
        var (_, lists) = await TakeAsync(household, file.ToJsonString());
        lists.Single(list => list.List == "sets").New.ShouldBe(file["sets"]!.AsArray().Count);
        lists.ShouldAllBe(list => list.Left == 0);
    }

    [Fact]
    public async Task A_player_of_the_same_name_is_the_same_player_and_what_is_here_stays()
    {
        var text = (await RichAsync()).Replace("\"Irune\"", "\" nilo\"", StringComparison.Ordinal);
        var household = await server.NewHouseholdAsync();
        await server.StoreAsync(household, Played.Round(household, 31, daysBack: 1));
        await TakeAsync(household, text, Ask(settings: true));
        var there = await FileOfAsync(household);
        there["players"]!.AsArray().Count.ShouldBe(3);
        there["sets"]!.AsArray().Count(set => set!["player"]!.GetValue<Guid>() == household.PlayerId).ShouldBeGreaterThan(100);
        (there["household"]!["heading"]!.GetValue<bool>(), there["household"]!["grownUpWord"]).ShouldBe((false, null));
    }

    private static readonly (string What, Action<JsonObject> Break)[] Broken =
    [
        ("rows that say nothing", file =>
            file["answers"] = new JsonArray([.. Enumerable.Repeat(0, 1000).Select(_ => (JsonNode)new JsonObject())])
        ),
        ("a list that is none", file => file["sets"] = "many"),
        ("rows that are none", file => file["sets"] = new JsonArray(1, 2)),
        ("a text without an end", file => file["spaces"]![0]!["name"] = "a\0b"),
        ("a number beyond all", file => file["sets"]![0]!["left"] = 99999999999999),
        ("a day that is none", file => file["sets"]![0]!["day"] = "yesterday"),
        ("a word that is none", file => file["sets"]![0]!["feet"] = "tail"),
        ("a result that is none", file =>
            file["sets"]!.AsArray().First(set => set!["measured"]!.GetValue<string>() == "clean reps")!["result"] = new JsonObject
            {
                ["x"] = 1,
            }
        ),
        ("a layout that cannot be drawn", file => file["layouts"] = new JsonArray(
                new JsonObject
                {
                    ["key"] = "yard-x",
                    ["name"] = "X",
                    ["drill"] = "zigzag-and-home",
                    ["laid"] = new JsonObject { ["markers"] = "none" },
                    ["madeAt"] = "2026-01-01T00:00:00Z",
                }
            )),
        ("a space behind which is nothing", file =>
            file["spaces"]![0]!["behind"] = new JsonArray("dragons", "dragons", "dragons", "dragons")
        ),
        ("a sheet of more minutes than there are", file => file["sheets"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = Guid.NewGuid().ToString(),
                    ["name"] = "X",
                    ["lines"] = "warm up: toe-taps",
                    ["minutes"] = 99999,
                    ["changedAt"] = "2026-01-01T00:00:00Z",
                }
            )),
        ("a player of no age", file => file["players"]![0]!["birthYear"] = null),
        ("a player born before everybody", file => file["players"]![0]!["birthYear"] = -5),
        ("a player born in the year nothing", file => file["players"]![0]!["birthYear"] = 0),
        ("a player born in ages to come", file => file["players"]![0]!["birthYear"] = 30000),
        ("a layout without its parts", file => file["layouts"]![0]!["laid"] = new JsonObject()),
        ("a goal that is none", file => file["goals"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = Guid.NewGuid().ToString(),
                    ["player"] = file["players"]![0]!["id"]!.DeepClone(),
                    ["kind"] = "world cup",
                    ["setOn"] = "2026-01-01",
                }
            )),
        ("an id that is none", file => file["players"]![0]!["id"] = "x"),
        ("a plan that says nothing", file => file["plans"]![0]!["told"] = null),
        ("a pain of no part", file => file["pains"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = Guid.NewGuid().ToString(),
                    ["player"] = file["players"]![0]!["id"]!.DeepClone(),
                    ["part"] = "tail",
                    ["day"] = "2026-01-01",
                }
            )),
    ];

    // Whatever is written down of a household is read on its pages: no row of any list is a place for megabytes.
    [Fact]
    public async Task No_list_takes_a_row_that_is_longer_than_anything_that_is_written_there()
    {
        var text = await RichAsync();
        var (household, looked) = (await server.NewHouseholdAsync(), 0);
        foreach (var (name, rows) in Parsed(text).Where(part => part.Value is JsonArray { Count: > 0 }))
        {
            foreach (var column in rows![0]!.AsObject().Select(part => part.Key))
            {
                var file = Parsed(text);
                file[name]![0]![column] = new string('a', 2_000_000);
                looked++;
                try
                {
                    await TakeAsync(household, file.ToJsonString());
                }
                catch (HistoryException)
                {
                    continue;
                }
                // Where a text is no part of a list it is dropped, and leaves nothing behind.
                (await FileOfAsync(household)).ToJsonString().ShouldNotContain(new string('a', 1000), Case.Sensitive, $"{name}.{column}");
            }
        }
        looked.ShouldBeGreaterThan(100);
    }

    [Fact]
    public async Task A_file_that_is_broken_anywhere_changes_nothing_and_is_refused_in_words()
    {
        var text = await RichAsync();
        var household = await server.NewHouseholdAsync();
        var before = (await FileOfAsync(household)).ToJsonString();
        var browser = await Browser.SignedInAsync(server, household);
        foreach (var (what, breaks) in Broken)
        {
            var file = Parsed(text);
            breaks(file);
            await Should.ThrowAsync<HistoryException>(() => TakeAsync(household, file.ToJsonString()), what);
            var (status, page) = await browser.SendFileAsync(
                "/household/take-in",
                "/household/take-in?handler=Look",
                "history.json",
                file.ToJsonString()
            );
            (status, what).ShouldBe((HttpStatusCode.UnprocessableEntity, what));
            page.ShouldContain("Nothing was added");
        }
        foreach (
            var nothing in new[]
            {
                "",
                "[]",
                "null",
                "{}",
                "{\"file\":\"gambeta household\"}",
                "{\"file\":5,\"version\":1}",
                "{\"file\":\"gambeta household\",\"version\":\"3\"}",
                "{\"file\":\"gambeta household\",\"version\":0}",
                new string('[', 5000),
                "{\"file\":\"gambeta household\",\"version\":3,\"version\":3}",
                "drill;count\ntoe-taps;4",
            }
        )
            (await browser.SendFileAsync("/household/take-in", "/household/take-in?handler=Look", "history.json", nothing)).Status.ShouldBe(
                HttpStatusCode.UnprocessableEntity,
                nothing
            );
        // More than a household can keep, and rows that say nothing by the hundred thousand.
        var sheets = string.Join(
            ',',
            Enumerable
                .Range(0, 101)
                .Select(_ =>
                    $"{{\"id\":\"{Guid.NewGuid()}\",\"name\":\"x\",\"lines\":\"warm up: toe-taps\",\"changedAt\":\"2026-01-01T00:00:00Z\"}}"
                )
        );
        foreach (var much in new[] { $"\"sheets\":[{sheets}]", $"\"sets\":[{string.Join(',', Enumerable.Repeat("{}", 500_000))}]" })
            (
                await browser.SendFileAsync(
                    "/household/take-in",
                    "/household/take-in?handler=Look",
                    "history.json",
                    $"{{\"file\":\"gambeta household\",\"version\":3,{much}}}"
                )
            ).Page.ShouldContain("It has more than a household can hold");
        (
            await browser.SendFileAsync(
                "/household/take-in",
                "/household/take-in?handler=Look",
                "history.json",
                "{\"file\":\"gambeta household\",\"version\":99}"
            )
        ).Page.ShouldContain("newer Gambeta");
        (await FileOfAsync(household)).ToJsonString().ShouldBe(before);
    }

    [Fact]
    public async Task What_nobody_played_and_what_is_nobodys_stays_outside()
    {
        var file = Parsed(await RichAsync());
        var sets = file["sets"]!.AsArray();
        sets[0]!["left"] = 2_000_000;
        sets[1]!["day"] = "1990-01-01";
        sets[2]!["player"] = Guid.NewGuid().ToString();
        sets[3]!["drill"] = "no-such-drill";
        file["answers"]![0]!["player"] = Guid.NewGuid().ToString();
        var household = await server.NewHouseholdAsync();
        var (_, lists) = await TakeAsync(household, file.ToJsonString());
        var of = lists.ToDictionary(list => list.List);
        (of["sets"].Left, of["sets"].New, of["answers"].Left).ShouldBe((4, sets.Count - 4, 1));
        // Nothing of another household is reached by its ids: all of it is this one's.
        await using var owner = new Npgsql.NpgsqlConnection(server.OwnerConnection);
        (await FileOfAsync(household))["sets"]!.AsArray().Count.ShouldBe(sets.Count - 4);
    }

    [Fact]
    public async Task By_the_page_it_is_looked_at_taken_once_and_taken_back()
    {
        var text = await RichAsync();
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var (status, page) = await browser.SendFileAsync("/household/take-in", "/household/take-in?handler=Look", "history.json", text);
        status.ShouldBe(HttpStatusCode.OK);
        page.ShouldContain("What it would add");
        // Looking brings nothing.
        (await FileOfAsync(household))["sets"]!.AsArray().Count.ShouldBe(0);
        var batch = BatchOf().Match(page).Groups[1].Value;
        var fields = new Dictionary<string, string> { ["batch"] = batch, ["settings"] = "false" };
        foreach (var _ in new[] { 1, 2 })
            (await browser.SubmitAsync("/household/take-in", "/household/take-in?handler=Take", fields)).Page.ShouldBe(
                $"/household/take-in?batch={batch}"
            );
        (await FileOfAsync(household))["sets"]!.AsArray().Count.ShouldBe(Parsed(text)["sets"]!.AsArray().Count);
        (await browser.PageAsync("/today")).ShouldContain("Irune");
        (
            await browser.SubmitAsync("/household/take-in", "/household/take-in?handler=Take", new() { ["batch"] = $"{Guid.NewGuid()}" })
        ).Page.ShouldContain("choose it again");
        (await browser.SubmitAsync($"/household/take-in?batch={batch}", "/household/take-in?handler=Undo", fields)).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await FileOfAsync(household))["players"]!.AsArray().Count.ShouldBe(1);
        // What is somebody else's is taken back by nobody.
        var other = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (await other.SubmitAsync("/household/take-in", "/household/take-in?handler=Undo", fields)).Status.ShouldBe(HttpStatusCode.NotFound);
    }
}

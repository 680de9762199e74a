using System.Net;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Storage;

namespace Gambeta.Web.Tests;

public partial class YardPageTests(TestServer server)
{
    private static readonly Space Patio = new()
    {
        Name = "Patio",
        Kind = Places.Patio,
        Width = 5,
        Length = 8.5,
        Ground = Ground.Tiles,
        Behind = [Behind.Glass, Behind.OpenGround, Behind.Road, Behind.Neighbours],
    };

    private async Task<(TestHousehold Household, Browser Browser, Guid Space)> WithPatioAsync(Space? space = null)
    {
        var (household, id) = (await server.NewHouseholdAsync(), Guid.CreateVersion7());
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await YardStore.SaveSpaceAsync(work, id, space ?? Patio);
            await work.CommitAsync();
        }
        return (household, await Browser.SignedInAsync(server, household), id);
    }

    private static Dictionary<string, object?> Run(TestHousehold household, double seconds, string? layout) =>
        new(Played.Post(household, null, seconds))
        {
            ["drill"] = "zigzag-and-home",
            ["feet"] = "both",
            ["plannedSeconds"] = null,
            ["layout"] = layout,
        };

    [Fact]
    public async Task A_course_run_with_one_foot_is_a_layout_of_its_own_with_its_own_times_and_touches()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        const string Way = "/yard/plan?drill=out-turn-home&space=none&shape=single-marker&m.distance=5&by=left-foot&turn=turn-outside-hook";
        var page = await browser.PageAsync(Way);
        page.ShouldContain("With the left foot. At 1: Outside hook.");
        page.ShouldContain("Save it as");
        (
            await browser.PageAsync(
                "/yard/plan?drill=out-turn-home&space=none&shape=single-marker&m.distance=5&by=nonsense&turn=no-such-turn"
            )
        ).ShouldNotContain("At 1:");
        var (_, kept) = await browser.SubmitAsync(Way, Way + "&handler=Keep", new() { ["name"] = "Out by the left" });
        var key = kept[(kept.IndexOf("layout=", StringComparison.Ordinal) + 7)..].Split('&')[0];
        key.ShouldStartWith("yard-");
        (await browser.PageAsync($"/yard/plan?drill=out-turn-home&layout={key}")).ShouldContain("With the left foot. At 1: Outside hook.");
        (await browser.PageAsync($"/practise/out-turn-home?layout={key}")).ShouldContain("With the left foot.");
        var run = new Dictionary<string, object?>(Played.Post(household, null))
        {
            ["draft"] = null,
            ["drill"] = "out-turn-home",
            ["feet"] = "both",
            ["plannedSeconds"] = null,
            ["events"] = "s1200",
            ["seconds"] = 12,
            ["layout"] = key,
        };
        (await browser.PostAsync("/api/sets", run)).Body.ShouldContain("12.0 s");
        await using var work = await server.Database.BeginAsync(household.Id, TestContext.Current.CancellationToken);
        var set = await SetStore.FindAsync(work, (Guid)run["id"]!);
        (set!.Touches.Left > 0, set.Touches.Right, set.Layout).ShouldBe((true, 0, key));
    }

    [Fact]
    public async Task A_space_and_a_layout_come_back_as_they_were_kept()
    {
        var household = await server.NewHouseholdAsync();
        await using var work = await server.Database.BeginAsync(household.Id);
        var space = Patio with { Wall = new SpaceWall(SpaceSide.Left, 3, 2.25) };
        var id = Guid.CreateVersion7();
        await YardStore.SaveSpaceAsync(work, id, space with { Name = "Old name" });
        await YardStore.SaveSpaceAsync(work, id, space);
        foreach (var shape in Shape.All)
            await YardStore.KeepLayoutAsync(
                work,
                new KeptLayout(
                    shape.Lay(shape.Usual) with
                    {
                        Key = $"yard-{shape.Kind}",
                    },
                    "zigzag-and-home",
                    id,
                    0.62,
                    "Nilo",
                    Retired: false
                )
            );
        await YardStore.SavePaceAsync(work, household.PlayerId, new KnownPace(new Pace(0.7), PaceSource.FromHeight, Played.Day(9)));
        await YardStore.SavePaceAsync(work, household.PlayerId, new KnownPace(new Pace(0.71), PaceSource.Walked, Played.Day(2)));
        await YardStore.SaveKitAsync(work, new Kit(Kit.Empty.Counts.Add(Thing.Ball, 2).Add(Thing.Chalk, 1)));
        await YardStore.SaveKitAsync(work, new Kit(Kit.Empty.Counts.Add(Thing.Ball, 3)));

        var yard = await YardStore.ViewAsync(work);
        var back = yard.Spaces.Single().Space;
        (back with { Behind = space.Behind }).ShouldBe(space);
        back.Behind.ShouldBe(space.Behind);
        yard.Kit.Counts.ShouldBe([new(Thing.Ball, 3)]);
        yard.Paces[household.PlayerId].ShouldBe(new KnownPace(new Pace(0.71), PaceSource.Walked, Played.Day(2)));
        foreach (var shape in Shape.All)
        {
            var kept = yard.Find("zigzag-and-home", $"yard-{shape.Kind}")!;
            (kept.Layout.IsSameAs(shape.Lay(shape.Usual)), kept.Layout.Shape, kept.Pace, kept.PacedBy).ShouldBe(
                (true, shape.Kind, 0.62, "Nilo")
            );
            kept.Layout.Measures.ShouldBe(shape.Lay(shape.Usual).Measures, ignoreOrder: true);
        }
    }

    [Fact]
    public async Task Too_large_is_made_smaller_kept_run_on_and_recorded_against_it_alone()
    {
        var (household, browser, space) = await WithPatioAsync();
        (await browser.PostAsync("/api/sets", Run(household, 20, null))).Status.ShouldBe(HttpStatusCode.OK);
        var page = await browser.PageAsync($"/yard/plan?drill=zigzag-and-home&space={space}");
        page.ShouldContain("Too big for Patio");
        var smaller = Smaller().Match(page).Groups[1].Value;
        page = await browser.PageAsync(smaller);
        page.ShouldContain(">fits<");
        page.ShouldContain("Walk it out");
        page.ShouldContain("From the near left corner:");
        page.ShouldContain("Your 20.0 s was on another layout and stays there");
        var (status, address) = await browser.SubmitAsync(smaller, smaller + "&handler=Keep", new() { ["name"] = "Patio zigzag" });
        status.ShouldBe(HttpStatusCode.Redirect);
        address.ShouldEndWith("told=new");
        (await browser.PageAsync(address)).ShouldContain("its record starts with your first run");
        var key = Key().Match(address).Groups[1].Value;

        // What was laid out last is what is run on, until another one is asked for.
        (await browser.PageAsync("/practise/zigzag-and-home")).ShouldContain($"\"layout\":\"{key}\"");
        (await browser.PageAsync("/practise/zigzag-and-home?layout=zigzag-4-2.0x0.8")).ShouldContain("\"layout\":\"zigzag-4-2.0x0.8\"");
        (await browser.PostAsync("/api/sets", Run(household, 24.5, key))).Body.ShouldContain("24.5 s");
        (await browser.PostAsync("/api/sets", Run(household, 22, "yard-nobodys"))).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var records = await browser.PageAsync("/records");
        records.ShouldContain("24.5");
        records.ShouldContain("20.0");
        records.ShouldContain("patio zigzag");

        // Four centimetres are the same layout, ten are another.
        (await browser.SubmitAsync(smaller, Moved(smaller, 0.04) + "&handler=Keep", new() { ["name"] = "Nearly" })).Page.ShouldContain(
            $"layout={key}&told=same"
        );
        (await browser.SubmitAsync(smaller, Moved(smaller, 0.2) + "&handler=Keep", new() { ["name"] = "Another" })).Page.ShouldContain(
            "told=new"
        );
        (await browser.PageAsync($"/yard/plan?drill=zigzag-and-home&layout={key}")).ShouldContain("Record on this layout: 24.5 s");
    }

    private static string Moved(string address, double by)
    {
        var at = At().Match(address);
        var first = double.Parse(at.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture) - by;
        return address.Replace(at.Value, FormattableString.Invariant($"at={first:0.###}"), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("&at=0+1;0.5+1&run=1+left,2+right", "Markers 1 and 2 are 0.50 m apart")]
    [InlineData("&at=0+3;0+3&run=1+left", "are in the same place")]
    [InlineData("&at=0+3&run=4+left", "there is no marker 4")]
    [InlineData("&at=zero+3&run=1+left", "not a place for a marker")]
    [InlineData("&at=0+3&run=1+left&wall=3.1", "goes through the wall")]
    [InlineData("&at=0+4&run=1+left&wall=3", "Marker 1 is behind the wall")]
    [InlineData("&at=0+3&run=1+left&clear=9", "Distance to keep:")]
    [InlineData("&shape=zigzag&m.ahead=long", "“long” is not a length")]
    [InlineData("&shape=zigzag&m.ahead=-2", ": 0.40 m to 10.00 m")]
    [InlineData("&shape=zigzag&m.markers=2.5", "Markers: 2 to 12")]
    [InlineData("&shape=line&m.gap=0.5", "Markers 1 and 2 are 0.50 m apart")]
    public async Task What_is_wrong_with_a_layout_is_said_and_what_was_typed_stays(string layout, string words)
    {
        var (_, browser, _) = await WithPatioAsync();
        (await browser.PageAsync($"/yard/plan?drill=zigzag-and-home&space=none{layout}")).ShouldContain(words);
        if (layout.Contains("m.ahead=long", StringComparison.Ordinal))
            (await browser.PageAsync($"/yard/plan?drill=zigzag-and-home&space=none{layout}")).ShouldContain("value=\"long\"");
    }

    [Fact]
    public async Task A_layout_outside_the_space_and_one_without_its_wall_say_so_and_lead_on()
    {
        var (_, browser, space) = await WithPatioAsync();
        (await browser.PageAsync($"/yard/plan?drill=zigzag-and-home&space={space}&at=2+9&run=1+left&from=2+2;2+2")).ShouldContain(
            "Too big for Patio"
        );
        var wall = await browser.PageAsync($"/yard/plan?drill=game-wall-target&space={space}");
        wall.ShouldContain("Patio has no wall");
        wall.ShouldContain("These fit there");
        (await browser.PageAsync($"/yard/plan?drill=zigzag-and-home&space={space}&shape=zigzag&m.side=8")).ShouldContain("Not in Patio");
    }

    [Fact]
    public async Task Measures_can_be_given_in_the_players_own_paces_and_the_layout_keeps_that_pace()
    {
        var (household, browser, space) = await WithPatioAsync(Patio with { Length = 20 });
        (
            await browser.SubmitAsync(
                "/household",
                $"/household/players/{household.PlayerId}?handler=Pace",
                new() { ["by"] = "walk", ["walk"] = "6,0" }
            )
        ).Status.ShouldBe(HttpStatusCode.Redirect);
        var address = $"/yard/plan?drill=zigzag-and-home&space={space}&unit=paces&shape=zigzag&m.ahead=2½&m.side=1";
        (await browser.PageAsync(address)).ShouldContain("2½ paces ahead, 1 to the left");
        await browser.SubmitAsync(address, address + "&handler=Keep", new() { ["name"] = "In paces" });
        await browser.SubmitAsync(
            "/household",
            $"/household/players/{household.PlayerId}?handler=Pace",
            new() { ["by"] = "height", ["height"] = "1.6" }
        );
        var yard = await browser.PageAsync("/yard");
        yard.ShouldContain("in Nilo’s paces of 0.60 m");
        yard.ShouldContain("about 0.66 m, from the height");
    }

    [Theory]
    [InlineData("walk", "30", "Those would be jumps for somebody of")]
    [InlineData("walk", "1", "less than 0.20 m a pace")]
    [InlineData("walk", "far", "How far did you get with 10 paces?")]
    [InlineData("height", "9", "Write a height between")]
    public async Task A_pace_that_nobody_has_is_not_taken(string by, string typed, string words)
    {
        var household = await server.NewHouseholdAsync();
        var (status, page) = await (await Browser.SignedInAsync(server, household)).SubmitAsync(
            "/household",
            $"/household/players/{household.PlayerId}?handler=Pace",
            new() { ["by"] = by, [by] = typed }
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain(words);
        page.ShouldContain($"value=\"{typed}\"");
    }

    [Fact]
    public async Task The_plan_is_a_picture_of_its_own_and_a_layout_that_is_put_away_comes_back()
    {
        var (_, browser, space) = await WithPatioAsync(Patio with { Length = 14 });
        var answer = await browser.GetAsync($"/yard/plan?drill=zigzag-and-home&space={space}&handler=Picture");
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("image/svg+xml");
        var svg = XElement.Parse(await answer.Content.ReadAsStringAsync());
        svg.Name.ShouldBe(XName.Get("svg", "http://www.w3.org/2000/svg"));
        svg.ToString().ShouldContain(".yard .run");

        var address = $"/yard/plan?drill=zigzag-and-home&space={space}&shape=zigzag&m.ahead=2.2";
        var kept = (await browser.SubmitAsync(address, address + "&handler=Keep", new() { ["name"] = "Long one" })).Page;
        var fields = new Dictionary<string, string> { ["drill"] = "zigzag-and-home", ["key"] = Key().Match(kept).Groups[1].Value };
        await browser.SubmitAsync("/yard", "/yard/plan?handler=PutAway", fields);
        (await browser.PageAsync("/yard")).ShouldContain("1 put away");
        (await browser.PageAsync("/practise/zigzag-and-home")).ShouldContain("\"layout\":\"zigzag-4-2.0x0.8\"");
        await browser.SubmitAsync("/yard", "/yard?handler=TakeBack", fields);
        (await browser.PageAsync("/practise/zigzag-and-home")).ShouldContain($"\"layout\":\"{fields["key"]}\"");
    }

    [Fact]
    public async Task The_check_before_the_first_touch_is_asked_once_a_space_and_day_and_recorded_with_the_sitting()
    {
        var (household, browser, space) = await WithPatioAsync();
        var page = await browser.PageAsync($"/practise/zigzag-and-home?space={space}");
        page.ShouldContain("data-check=\"road behind far\"");
        page.ShouldContain("The road opposite");
        var session = Guid.CreateVersion7();
        var check = new
        {
            session,
            space,
            at = DateTimeOffset.UtcNow,
            items = new[] { "floor clear", "glass behind far", "shoes", "what nobody looks at any more" },
        };
        (await browser.PostAsync("/api/checks", check)).Status.ShouldBe(HttpStatusCode.OK);
        (await browser.PostAsync("/api/checks", check)).Status.ShouldBe(HttpStatusCode.OK);
        (await browser.PageAsync($"/practise/zigzag-and-home?space={space}")).ShouldContain("You checked this today");
        await browser.PostAsync("/api/sets", new Dictionary<string, object?>(Run(household, 20, null)) { ["session"] = session });
        (await browser.PageAsync($"/practise/result/{session}")).ShouldContain(
            "Checked before the start: floor clear, the glass opposite, shoes, what nobody looks at any more."
        );
        (await browser.PageAsync($"/practise/instead?space={space}")).ShouldContain("Something isn’t OK: Patio");
        foreach (
            var wrong in new object[]
            {
                new
                {
                    session,
                    space,
                    at = DateTimeOffset.UtcNow,
                    items = Array.Empty<string>(),
                },
                new
                {
                    session,
                    space,
                    at = DateTimeOffset.UtcNow.AddDays(-61),
                    items = new[] { "shoes" },
                },
                new
                {
                    session,
                    space,
                    at = DateTimeOffset.UtcNow,
                    items = new[] { new string('x', 200) },
                },
            }
        )
            (await browser.PostAsync("/api/checks", wrong)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Spaces_and_things_are_typed_in_and_what_is_wrong_is_said()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        (await browser.PageAsync("/yard")).ShouldContain("How much room do you have?");
        var fields = new Dictionary<string, string>
        {
            ["newId"] = Guid.CreateVersion7().ToString(),
            ["name"] = "Court",
            ["kind"] = "patio",
            ["width"] = "6",
            ["length"] = "0",
            ["ground"] = "tiles",
            ["wallSide"] = "far",
            ["wallWidth"] = "",
            ["wallHeight"] = "2",
            ["far"] = "glass",
        };
        var (status, page) = await browser.SubmitAsync("/yard/space", "/yard/space", fields);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain("value=\"Court\"");
        fields["length"] = "9";
        (await browser.SubmitAsync("/yard/space", "/yard/space", fields)).Status.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync($"/yard/space/{fields["newId"]}")).ShouldContain("value=\"9\"");
        (await browser.PageAsync("/yard")).ShouldContain("6.0 × 9.0 m");

        var things = Enum.GetValues<Thing>().ToDictionary(thing => Gambeta.Core.Keys.ToKey(thing), _ => "0");
        (things["ball"], things["marker"]) = ("1", "many");
        (await browser.SubmitAsync("/yard/things", "/yard/things", things)).Page.ShouldContain("“many” markers");
        things["marker"] = "3";
        await browser.SubmitAsync("/yard/things", "/yard/things", things);
        (await browser.PageAsync("/yard/plan?drill=zigzag-and-home")).ShouldContain("Only 3 of 4 markers? Use");
        await browser.SubmitAsync("/yard", $"/yard/space/{fields["newId"]}?handler=PutAway", []);
        (await browser.PageAsync("/yard")).ShouldNotContain("Court");
    }

    [GeneratedRegex("href=\"(/yard/plan[^\"]*at=[^\"]*)\" data-key=\"M\"")]
    private static partial Regex Smaller();

    [GeneratedRegex("layout=([^&]+)")]
    private static partial Regex Key();

    [GeneratedRegex(@"at=([\d.]+)")]
    private static partial Regex At();
}

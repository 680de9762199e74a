using System.Net;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Choosing;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Storage;

namespace Gambeta.Web.Tests;

public class DrillTests(TestServer server)
{
    [Fact]
    public async Task The_address_holds_the_choice_and_says_how_many_are_ready()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        var choice = new ShelfChoice
        {
            Place = Places.Indoors,
            Gear = [],
            Surfaces = [Surface.Inside, Surface.Sole],
            Minutes = 5,
        };
        var view = Shelf.Of(server.Catalogue).Find(choice, Level.Steady, headingAllowed: false);
        var page = await browser.PageAsync("/drills?place=indoors&gear=none&surface=inside,sole&minutes=5");
        page.ShouldContain($"{view.Ready.Length} drills you can play now, {view.Lacking.Length} more need something you don’t have");
        page.ShouldContain("V-cut, foot to foot");
        page.ShouldContain("Missing: marker");
        // Taking a surface away again is a link of its own.
        page.ShouldContain("href=\"/drills?surface=sole&place=indoors&gear=none&minutes=5\"");
        (await browser.PageAsync("/drills?words=zzz")).ShouldContain("No drill fits");
        (await browser.PageAsync("/drills?family=nonsense&room=9x9&shown=-4&age=900")).ShouldContain("Toe taps on top");
        var ladders = await browser.PageAsync("/drills?view=ladders&family=juggling");
        ladders.ShouldContain("class=\"ladder\"");
        ladders.ShouldContain("stretch");
    }

    [Fact]
    public async Task A_card_shows_its_map_both_doses_its_rungs_and_its_faults_with_causes()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        var page = await browser.PageAsync("/drills/pull-back-laces-away");
        foreach (
            var words in new[]
            {
                "Your hips are turned.",
                "about 210 touches",
                "or 2 × 25 reps each foot",
                "200 touches",
                "Pull back, inside away",
                "class=\"map ground\"",
                "slow 40",
            }
        )
            page.ShouldContain(words);
        // The first turn is the other foot's; mirrored shows the preferred one.
        page.ShouldContain("1 left sole, pulls it back");
        (await browser.PageAsync("/drills/pull-back-laces-away?mirror=true&tempo=100")).ShouldContain("1 right sole, pulls it back");
        var air = await browser.PageAsync("/drills/juggling-streak?tempo=90");
        air.ShouldContain("class=\"map air\"");
        air.ShouldContain(">54 cm<");
        (await browser.PageAsync("/drills/pictures?sheet=3")).ShouldContain("Page 3 of");
    }

    [Fact]
    public async Task A_favourite_stands_on_top_of_the_shelf_for_its_player_alone()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        (await browser.PageAsync("/drills")).ShouldContain("Get to know one turn and one feint");
        foreach (var _ in new[] { 1, 2 })
        {
            var (status, _) = await browser.SubmitAsync(
                "/drills/scissors",
                "/drills/scissors?handler=Favourite",
                new() { ["favourite"] = "true" }
            );
            status.ShouldBe(HttpStatusCode.Redirect);
        }
        var shelf = await browser.PageAsync("/drills");
        shelf.ShouldContain("Your turn: none yet. Your feint: Scissors and away.");
        shelf
            .IndexOf("href=\"/drills/scissors\"", StringComparison.Ordinal)
            .ShouldBeInRange(1, shelf.IndexOf("href=\"/drills/toe-taps\"", StringComparison.Ordinal));
        (await browser.PageAsync("/drills/scissors")).ShouldContain("aria-pressed=\"true\"");
        (await browser.PageAsync("/drills?opponent=in-front&moves=two")).ShouldContain("Double move, step-over then cut");

        var stranger = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (await stranger.PageAsync("/drills")).ShouldContain("Get to know one turn and one feint");
        (
            await browser.SubmitAsync("/drills/scissors", "/drills/no-such-drill?handler=Favourite", new() { ["favourite"] = "true" })
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        await browser.SubmitAsync("/drills/scissors", "/drills/scissors?handler=Favourite", new() { ["favourite"] = "false" });
        (await browser.PageAsync("/drills")).ShouldContain("Get to know one turn and one feint");
    }

    [Fact]
    public async Task Two_drills_are_joined_looked_over_and_kept()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (await browser.PageAsync("/drills/own?first=v-cut")).ShouldContain("value=\"V-cut, foot to foot\"");
        var (status, page) = await browser.SubmitAsync(
            "/drills/own",
            "/drills/own?handler=Join",
            new() { ["parts"] = "V-cut, foot to foot" }
        );
        (status, page.Contains("Join two or three drills", StringComparison.Ordinal)).ShouldBe((HttpStatusCode.UnprocessableEntity, true));
        (_, page) = await browser.SubmitAsync("/drills/own", "/drills/own?handler=Join", new() { ["parts"] = "V-cat" });
        page.ShouldContain("There is no drill called “V-cat”.");
        var form = await browser.PageAsync("/drills/own/edit?join=v-cut&join=l-turn-on-the-spot");
        form.ShouldContain("R sole back, inside inward, L sole back, inside behind, R laces away ~");
        form.ShouldContain("L-turn on the spot\" maxlength");
        (await browser.GetAsync("/drills/own/edit?join=game-bottle-dribble-home&join=juggling-on-the-run")).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task A_map_is_drawn_by_the_core_and_a_mistake_is_pointed_at()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (await browser.PageAsync("/drills/map?pattern=R+sole+back&tempo=60")).ShouldContain("data-motion");
        var wrong = await browser.GetAsync("/drills/map?pattern=R+sole+back,+shin+up");
        wrong.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await wrong.Content.ReadAsStringAsync()).ShouldContain("<mark>shin</mark>");
        (await browser.GetAsync("/drills/map?pattern=" + new string('x', 2000))).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await browser.GetAsync("/drills/map?pattern=R+sole+%3Cscript%3E")).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await (await browser.GetAsync("/drills/map?pattern=R+sole+%3Cscript%3E")).Content.ReadAsStringAsync()).ShouldNotContain(
            "<script>"
        );
    }

    [Fact]
    public async Task An_own_drill_is_written_played_changed_and_taken_off_the_shelf()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var fields = Typed();
        fields["typed.Pattern"] = "R sole bak";
        var (status, page) = await browser.SubmitAsync("/drills/own/edit", "/drills/own/edit", fields);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain("“bak” is not a way for the ball");
        page.ShouldContain("value=\"Doorway slide\"");

        fields["typed.Pattern"] = "R sole back, sole away";
        (status, page) = await browser.SubmitAsync("/drills/own/edit", "/drills/own/edit", fields);
        status.ShouldBe(HttpStatusCode.Redirect);
        page.ShouldStartWith("/drills/own-doorway-slide-");
        var id = page["/drills/".Length..];
        (await browser.PageAsync("/drills?words=doorway")).ShouldContain("Doorway slide");
        var post = Played.Post(household, 12);
        (post["drill"], post["draft"]) = (
            id,
            new
            {
                reps = 4,
                slips = 1,
                seconds = 30,
            }
        );
        (await browser.PostAsync("/api/sets", post)).Status.ShouldBe(HttpStatusCode.OK);

        fields["typed.Id"] = id;
        fields["typed.Name"] = "Doorway glide";
        (await browser.SubmitAsync("/drills/own/edit", "/drills/own/edit", fields)).Page.ShouldBe("/drills/" + id);
        (await browser.PageAsync("/drills/own")).ShouldContain("Doorway glide");
        (await browser.SubmitAsync("/drills/own", "/drills/own?handler=Retire", new() { ["id"] = id })).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await browser.PageAsync("/drills?words=doorway")).ShouldContain("No drill fits");
        (await browser.PageAsync("/logbook")).ShouldContain("Doorway glide");

        // Nobody else's.
        var other = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (await other.GetAsync("/drills/" + id)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await other.PageAsync("/drills/own")).ShouldContain("None yet");
    }

    [Theory]
    [InlineData("typed.Name", "", "write a text for “name”")]
    [InlineData("typed.Tempo", "90 60 30", "going up")]
    [InlineData("typed.Time", "lots", "write three amounts")]
    [InlineData("typed.Cue1", "one two three four five six seven eight", "more than 7")]
    [InlineData("typed.Gear", "4 hurdles", "“4 hurdles” is not something we know")]
    [InlineData("typed.Seen", "", "write a text for “seen”")]
    [InlineData("typed.Place", "", "at least one place")]
    [InlineData("typed.MeasuredBy", "course time", "its layout is missing")]
    [InlineData("typed.Name", "\": [broken", null)]
    public async Task The_form_says_what_is_wrong_and_keeps_what_was_typed(string field, string value, string? problem)
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        var fields = Typed();
        fields[field] = value;
        var (status, page) = await browser.SubmitAsync("/drills/own/edit", "/drills/own/edit", fields);
        status.ShouldBe(problem is null ? HttpStatusCode.Redirect : HttpStatusCode.UnprocessableEntity);
        if (problem is null)
            return;
        page.ShouldContain(problem);
        page.ShouldContain("Half of it.");
    }

    [Fact]
    public async Task A_file_is_taken_in_whole_or_not_at_all()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var taken = await (await browser.GetAsync("/drills/v-cut.yaml")).Content.ReadAsStringAsync();
        taken.ShouldContain("pattern: \"R sole back, inside inward ~\"");

        var broken = taken + taken.Replace("id: \"v-cut\"", "id: second").Replace("inside inward", "insid inward");
        var (status, page) = await browser.SendFileAsync("/drills/own", "/drills/own?handler=Import", "cards.yaml", broken);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain($"cards.yaml, line {taken.Split('\n').Length + 5}: “insid” is not a part of the foot");
        (await browser.PageAsync("/drills/own")).ShouldContain("None yet");

        (status, page) = await browser.SendFileAsync(
            "/drills/own",
            "/drills/own?handler=Import",
            "ring.yaml",
            taken.Replace("[\"pull-back-laces-away\"]", "[nobody]")
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.ShouldContain("comes after “nobody”, which is not a card");
        foreach (var bad in new[] { "", "hello", "- [", "[]", "\0\u0001" })
            (await browser.SendFileAsync("/drills/own", "/drills/own?handler=Import", "bad.yaml", bad)).Status.ShouldBe(
                HttpStatusCode.UnprocessableEntity
            );

        (await browser.SendFileAsync("/drills/own", "/drills/own?handler=Import", "cards.yaml", taken)).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await browser.PageAsync("/drills/own-v-cut")).ShouldContain("V-cut, foot to foot");
        (await (await browser.GetAsync("/drills/own.yaml")).Content.ReadAsStringAsync()).ShouldBe(
            taken.Replace("id: \"v-cut\"", "id: \"own-v-cut\"")
        );
    }

    [Fact]
    public async Task A_rung_that_is_taken_off_the_shelf_or_can_no_longer_be_read_closes_nothing()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var low = await (await browser.GetAsync("/drills/toe-taps.yaml")).Content.ReadAsStringAsync();
        var high = low.Replace("id: \"toe-taps\"", "id: higher")
            .Replace("  family:", "  after: [toe-taps]\n  family:")
            .Replace("Toe taps on top", "Higher taps");
        (await browser.SendFileAsync("/drills/own", "/drills/own?handler=Import", "two.yaml", low + low)).Page.ShouldContain(
            "two cards have the id “toe-taps”"
        );
        (await browser.SendFileAsync("/drills/own", "/drills/own?handler=Import", "two.yaml", low + high)).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await browser.PageAsync("/drills/own-higher")).ShouldContain("href=\"/drills/own-toe-taps\"");

        await browser.SubmitAsync("/drills/own", "/drills/own?handler=Retire", new() { ["id"] = "own-toe-taps" });
        (await browser.PageAsync("/drills/own-higher")).ShouldContain("Higher taps");
        (await browser.PageAsync("/drills/own-toe-taps")).ShouldContain("Toe taps on top");
        (
            await browser.SendFileAsync("/drills/own", "/drills/own?handler=Import", "more.yaml", high.Replace("id: higher", "id: highest"))
        ).Status.ShouldBe(HttpStatusCode.Redirect);

        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await OwnDrillStore.SaveAsync(work, [("own-from-another-time", "- id: own-from-another-time\n  colour: red\n")]);
            await work.CommitAsync();
        }
        (await browser.PageAsync("/drills?words=higher")).ShouldContain("Higher taps");
        (await browser.PageAsync("/today")).ShouldContain("Start practice");
    }

    [Fact]
    public async Task One_household_neither_sees_nor_changes_the_cards_of_another()
    {
        var (mine, theirs) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        await using (var work = await server.Database.BeginAsync(theirs.Id))
        {
            await OwnDrillStore.SaveAsync(
                work,
                [("own-theirs", CardWriter.Write(server.Catalogue.Find("toe-taps")! with { Id = "own-theirs", Name = "Theirs" }))]
            );
            await work.CommitAsync();
        }
        await using (var work = await server.Database.BeginAsync(mine.Id))
        {
            (await OwnDrillStore.AllAsync(work)).ShouldBeEmpty();
            await OwnDrillStore.RetireAsync(work, "own-theirs", retired: true);
            await work.CommitAsync();
        }
        var browser = await Browser.SignedInAsync(server, mine);
        foreach (
            var path in new[]
            {
                "/drills/own-theirs",
                "/drills/own-theirs.yaml",
                "/drills/own/edit?copy=own-theirs",
                "/practise/own-theirs",
            }
        )
            (await browser.GetAsync(path)).StatusCode.ShouldBe(HttpStatusCode.NotFound, path);
        (await Browser.At(server).GetAsync("/drills/own.yaml")).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await (await Browser.SignedInAsync(server, theirs)).PageAsync("/drills/own")).ShouldContain("Theirs");
    }

    [Fact]
    public async Task Heading_is_off_until_the_household_has_read_what_decides_about_it()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        (await browser.PageAsync("/drills?surface=head")).ShouldContain("heading drills are hidden. A grown-up");
        (await browser.PageAsync("/drills/head-drop-catch")).ShouldContain("Heading is off in this household");
        (await browser.GetAsync("/practise/head-drop-catch")).Headers.Location!.ToString().ShouldBe("/drills/head-drop-catch");
        (await browser.SubmitAsync("/household/heading", "/household/heading", new() { ["on"] = "true" })).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (
            await browser.SubmitAsync(
                "/household/heading",
                "/household/heading",
                new()
                {
                    ["on"] = "true",
                    ["read"] = "true",
                    ["password"] = "guess",
                }
            )
        ).Page.ShouldContain("not this household’s password");
        (
            await browser.SubmitAsync(
                "/household/heading",
                "/household/heading",
                new()
                {
                    ["on"] = "true",
                    ["read"] = "true",
                    ["password"] = TestServer.Password,
                }
            )
        ).Status.ShouldBe(HttpStatusCode.Redirect);
        (await browser.PageAsync("/drills?surface=head")).ShouldContain("Head and catch");
        var card = await browser.PageAsync("/drills/head-drop-catch");
        card.ShouldContain("rules of your own association and club");
        // Nilo was born in 2015.
        card.ShouldContain(DateTime.UtcNow.Year - 2015 < 12 ? "This one is for players of 12 and up" : "Start practice");
    }

    [Fact]
    public async Task Hits_and_ladders_are_stored_mended_and_undone()
    {
        var household = await server.NewHouseholdAsync();
        var hits = Played.Round(household, 0, 1) with
        {
            Id = Guid.CreateVersion7(),
            Drill = "kill-dropped",
            Planned = null,
            Touches = new(10, 0),
            Result = new HitsResult(7, 3),
        };
        var ladder = Played.Round(household, 0, 1) with
        {
            Id = Guid.CreateVersion7(),
            Drill = "game-ladder",
            Feet = Feet.Both,
            Planned = null,
            Touches = new(2, 1),
            Result = new LadderResult([new(1, TryEnd.Stopped), new(2, TryEnd.Stopped)]),
        };
        await server.StoreAsync(household, hits);
        await server.StoreAsync(household, ladder);
        (await server.BestsAsync(household)).Order().ShouldBe([2m, 7m]);
        var change = Guid.CreateVersion7();
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            (await SetStore.FindAsync(work, hits.Id))!.Result.ShouldBe(hits.Result);
            (await SetStore.FindAsync(work, ladder.Id))!.Result.ShouldBe(ladder.Result);
            await SetStore.CorrectAsync(work, change, hits with { Result = new HitsResult(9, 1) });
            await work.CommitAsync();
        }
        (await server.BestsAsync(household)).Order().ShouldBe([2m, 9m]);
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            (await SetStore.UndoAsync(work, change)).ShouldBe(UndoOutcome.Undone);
            (await SetStore.FindAsync(work, hits.Id))!.Result.ShouldBe(hits.Result);
        }
        var browser = await Browser.SignedInAsync(server, household);
        var log = await browser.PageAsync("/logbook");
        log.ShouldContain("step 2");
        (await browser.PageAsync("/records")).ShouldContain("step of the ladder");
        (await browser.PageAsync($"/logbook/{hits.Id}")).ShouldContain("Worked");
    }

    private static Dictionary<string, string> Typed() =>
        new()
        {
            ["typed.Name"] = "Doorway slide",
            ["typed.Purpose"] = "Between two rooms.",
            ["typed.Pattern"] = "R sole back, sole away",
            ["typed.Family"] = "ball mastery on the spot",
            ["typed.Feet"] = "each foot",
            ["typed.MeasuredBy"] = "clean reps",
            ["typed.Intensity"] = "easy",
            ["typed.Level"] = "first weeks",
            ["typed.Tempo"] = "40 60 90",
            ["typed.Time"] = "2x20/20, 3x30/20, 3x40/20",
            ["typed.Reps"] = "2x8/20, 2x12/20, 3x16/20",
            ["typed.Tries"] = "5/0, 6/0, 8/0",
            ["typed.Runs"] = "3/30, 4/30, 5/30",
            ["typed.Place"] = "indoors",
            ["typed.Space"] = "1 x 2",
            ["typed.Cue1"] = "Soft sole",
            ["typed.Seen"] = "The door stops it",
            ["typed.Cause"] = "Too hard.",
            ["typed.Fix"] = "Half of it.",
        };
}

using Gambeta.Core.Catalogue;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Tests;

public class CatalogueTests
{
    [Fact]
    public void The_shipped_cards_use_every_kind_of_measure_and_every_plan_for_the_feet()
    {
        Cards.All.Cards.Select(c => c.MeasuredBy).Distinct().Order().ShouldBe(Enum.GetValues<MeasuredBy>());
        Cards.All.Cards.Select(c => c.Feet).Distinct().Order().ShouldBe(Enum.GetValues<FeetPlan>());
        Cards.All.Find("no-such-drill").ShouldBeNull();
    }

    [Fact]
    public void The_zigzag_needs_a_strip_of_its_markers()
    {
        var layout = Cards.Zigzag.Layout!;
        layout.Markers.Length.ShouldBe(4);
        layout.Box.Width.ShouldBe(1.6, 1e-9);
        layout.Box.Length.ShouldBe(8);
        // (0,0) to (-0.8,2), twice a bend of 1.6 by 2, then 0.8 by 2, and 8 m home.
        layout.ShortestRun.ShouldBe((2 * Math.Sqrt(0.64 + 4)) + (2 * Math.Sqrt(2.56 + 4)) + 8, 1e-9);
    }

    [Fact]
    public void A_card_says_where_it_is_wrong()
    {
        const string good = """
            - id: a-drill
              name: A drill
              purpose: For a test.
              family: juggling
              measured by: best streak
              feet: both together
              pattern:
                - right laces up
              intensity: easy
              tempo: { slow: 60, steady: 90, fast: 120 }
              gear: [ball]
              cues: [Soft knees]
              faults:
                - { seen: It drops, fix: Try again. }
              doses:
                first weeks: { tries: 5, rest: 0 }
                steady: { tries: 8, rest: 0 }
                sharp: { tries: 10, rest: 0 }
            """;
        CardReader.Read("good.yaml", new StringReader(good)).ShouldHaveSingleItem().Pattern.PerRep.ShouldBe(new TouchCount(0, 1));

        Complaint("family: juggling", "family: jugling").ShouldBe((4, "'jugling' is no family; understood are: ball mastery on the spot, ball mastery moving, juggling, first touch, wall passing, dribbling and turns, feints, striking, games."));
        Complaint("right laces up", "right lace up").Line.ShouldBe(8);
        Complaint("steady: 90", "steady: 50").Reason.ShouldContain("tempo goes up");
        Complaint("cues: [Soft knees]", "cues: [one two three four five six seven eight]").Reason.ShouldContain("longer than 7 words");
        Complaint("  intensity: easy\n", "").ShouldBe((1, "'intensity' is missing."));
        Complaint("gear:", "gears:").Reason.ShouldContain("'gear' is missing");
        Complaint("gear: [ball]", "gear: [ball]\n  colour: red").ShouldBe((12, "'colour' means nothing on a drill card."));
        Complaint("tries: 5", "tries: 500").ShouldBe((16, "'tries' wants a whole number from 1 to 50, not '500'."));
        Complaint("measured by: best streak", "measured by: course time").Reason.ShouldContain("'runs' is missing");
        Complaint("id: a-drill", "id: A Drill").Reason.ShouldContain("lower-case letters");
        Complaint("feet: both together", "feet: each foot\n  pattern2: x").Reason.ShouldNotBeEmpty();
        Complaint("name: A drill", "name: [A drill").ShouldBe((2, "this is not YAML from here on: is a bracket or quote left open?"));

        (long Line, string Reason) Complaint(string replace, string by)
        {
            good.ShouldContain(replace);
            var error = Should.Throw<CatalogueException>(() => CardReader.Read("bad.yaml", new StringReader(good.Replace(replace, by))));
            error.Message.ShouldStartWith($"bad.yaml, line {error.Line}: ");
            return (error.Line, error.Message[$"bad.yaml, line {error.Line}: ".Length..]);
        }
    }

    [Fact]
    public void Two_cards_of_one_id_are_refused() =>
        Should.Throw<ArgumentException>(() => new DrillCatalogue([Cards.Wall, Cards.Wall])).Message.ShouldContain("one-touch-wall-other-foot");
}

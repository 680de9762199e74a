using System.Text.Encodings.Web;
using System.Xml.Linq;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Web.Charts;
using Gambeta.Web.Pages.Yard;
using Gambeta.Web.TouchMaps;
using Gambeta.Web.Words;
using Gambeta.Web.YardPlans;

namespace Gambeta.Web.Tests;

public class YardDrawingTests
{
    private static readonly Lengths Metric = new(Units.Metric);
    private static readonly Lengths InFeet = new(Units.Feet);

    private static readonly Space Patio = new()
    {
        Name = "Patio <near>",
        Kind = Places.Patio,
        Width = 5,
        Length = 12,
        Wall = new SpaceWall(SpaceSide.Far, 4, 2.5),
        Behind = [Behind.Glass, Behind.OpenGround, Behind.Road, Behind.Hedge],
    };

    private static XElement Drawn(Svg drawing)
    {
        using var writer = new StringWriter();
        drawing.WriteTo(writer, HtmlEncoder.Default);
        return XElement.Parse(writer.ToString());
    }

    private static IEnumerable<string> Texts(XElement svg) =>
        svg.Descendants().Where(e => e.Name.LocalName is "text" or "tspan" && !e.HasElements).Select(e => e.Value);

    private static XElement Plan(Layout layout, Space? space, Lengths lengths, bool movable = false)
    {
        var course = Course.Of(layout).Course!;
        return Drawn(
            YardPlan.Draw(
                layout,
                course,
                new PlanView(space, Footprint.Of(layout, course, RunOff.FullSpeed), new Pace(0.5), lengths, movable),
                "Plan: a \"quoted\" name"
            )
        );
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void Every_shape_is_drawn_with_its_markers_numbered_in_and_out_of_a_space(bool inSpace)
    {
        foreach (var shape in Shape.All)
        {
            var layout = shape.Lay(shape.Usual);
            if (inSpace)
                layout = Fit.Of(layout, RunOff.Easy, Patio with { Width = 14, Length = 24 }).Placed;
            var svg = Plan(layout, inSpace ? Patio with { Width = 14, Length = 24 } : null, Metric);
            if (layout.Standing != GearKind.Chalk)
                for (var i = 1; i <= layout.Markers.Length; i++)
                    Texts(svg).ShouldContain($"{i}", shape.Kind.ToString());
            svg.ToString().ShouldNotContain("NaN");
        }
    }

    [Fact]
    public void A_plan_says_what_lies_behind_how_long_the_sides_are_and_how_far_it_is_in_paces_and_by_tape()
    {
        var placed = Fit.Of(Shape.Of(ShapeKind.SingleMarker).Lay(new Dictionary<string, double>()), RunOff.FullSpeed, Patio).Placed;
        Texts(Plan(placed, Patio, Metric))
            .ShouldBe(
                ["wall to play against", "12.0 m, a hedge", "5.0 m, glass", "10 paces", "5.00 m", "S", "1", "2.0 m"],
                ignoreOrder: true
            );
        Texts(Plan(placed, Patio, InFeet)).ShouldContain("39′ 4″, a hedge");
    }

    [Fact]
    public void Markers_that_can_be_moved_are_buttons_and_a_still_plan_is_a_picture()
    {
        var zigzag = Shape.Of(ShapeKind.Zigzag).Lay(new Dictionary<string, double>());
        Plan(zigzag, null, Metric, movable: true)
            .Descendants()
            .Count(e => e.Attribute("role")?.Value == "button" && e.Attribute("tabindex")?.Value == "0")
            .ShouldBe(4);
        var still = Plan(zigzag, null, Metric);
        (still.Attribute("role")?.Value, still.Attribute("aria-label")?.Value).ShouldBe(("img", "Plan: a \"quoted\" name"));
        Drawn(YardPlan.Draw(Patio, Metric)).Attribute("aria-label")?.Value.ShouldStartWith("Patio <near>");
    }

    [Fact]
    public void A_wall_from_the_front_shows_every_square_with_its_points()
    {
        var targets = ChalkTargets.For(10, 4, 5, 8, 3);
        Drawn(WallPicture.Draw(targets, 8, 3, Metric))
            .Descendants()
            .Count(e => e.Attribute("class")?.Value == "target")
            .ShouldBe(targets.Targets.Length);
    }

    [Theory]
    [InlineData("1.7", 1.7)]
    [InlineData(" 1,7 m", 1.7)]
    [InlineData("170 cm", 1.7)]
    [InlineData("10 ft", 3.048)]
    [InlineData("5'7\"", 1.7018)]
    [InlineData("5′ 7″", 1.7018)]
    [InlineData("5'", 1.524)]
    [InlineData("7\"", 0.1778)]
    [InlineData("", null)]
    [InlineData("five", null)]
    [InlineData("1e5", null)]
    public void Lengths_are_read_as_people_write_them(string typed, double? metres)
    {
        if (metres is { } wanted)
            Metric.Read(typed)!.Value.ShouldBe(wanted, 1e-9);
        else
            Metric.Read(typed).ShouldBeNull();
    }

    [Fact]
    public void In_feet_a_bare_number_is_feet_and_what_is_written_is_read_back()
    {
        InFeet.Read("10")!.Value.ShouldBe(3.048, 1e-9);
        (InFeet.Tape(1.7018), InFeet.Of(3.048), InFeet.Sides(3.048, 6.096), Metric.Sides(5, 8.25)).ShouldBe(
            ("5′ 7″", "10′", "10′ × 20′", "5.0 × 8.25 m")
        );
        InFeet.Read(InFeet.Tape(1.7018))!.Value.ShouldBe(1.7018, 1e-9);
        (YardWords.Halves(5), YardWords.Halves(1), YardWords.Halves(-4), YardWords.Halves(0), YardWords.Paces(0.6, new Pace(0.6))).ShouldBe(
            ("2½", "½", "2", "0", "1 pace")
        );
    }

    [Theory]
    [InlineData("5", "8 paces", null, null, null)]
    [InlineData("0", "8", null, null, "from left to right")]
    [InlineData("5", "1000", null, null, "from near to far")]
    [InlineData("5", "eight", null, null, "from near to far")]
    [InlineData("5", "8", "6", "2", "wider than its side")]
    [InlineData("5", "8", "4", "99", "wall’s height")]
    public void A_space_is_taken_or_what_is_wrong_is_said(string width, string length, string? wallWidth, string? wallHeight, string? wrong)
    {
        var typed = TypedSpace.Empty with
        {
            Name = "Yard",
            Width = width,
            Length = length,
            WallSide = wallWidth is null ? "" : "far",
            WallWidth = wallWidth,
            WallHeight = wallHeight,
        };
        var (space, problems) = typed.Check(Metric, new Pace(0.75));
        if (wrong is null)
            (space!.Width, space.Length).ShouldBe((5, 6));
        else
            problems.Single().ShouldContain(wrong);
    }

    [Fact]
    public void The_words_of_a_walk()
    {
        YardWords.Paces(new Walk(1, 5, -4, default)).ShouldBe("2½ paces ahead, 2 to the left");
        YardWords.Paces(new Walk(1, -2, 0, default)).ShouldBe("1 pace back");
        YardWords.Paces(new Walk(1, 0, 0, default)).ShouldBe("right here");
        YardWords.Tape(new Spot(-1.36, 1.7), Metric).ShouldBe("1.70 m ahead, 1.36 m left");
        YardWords
            .Run(Shape.Of(ShapeKind.Zigzag).Lay(new Dictionary<string, double>()))
            .ShouldBe("Run: left of 1, right of 2, left of 3, once all the way round 4, then past it on its right, back home.");
        YardWords
            .Problem(new LayoutProblem(LayoutProblemKind.MarkersTooClose, 2, 3, 0.6), 0.4, Metric)
            .ShouldBe(
                "Markers 2 and 3 are 0.60 m apart. Nobody gets between them with 0.40 m to keep from each. Move one, or keep less distance."
            );
        foreach (var kind in Enum.GetValues<LayoutProblemKind>())
            YardWords.Problem(new LayoutProblem(kind, 1, 2, 0.3), 0.4, Metric).ShouldEndWith(".");
        foreach (var kind in Enum.GetValues<FirstTouchKind>())
            YardWords.FirstTouch(new FirstTouchItem(kind, SpaceSide.Left), Metric).ShouldEndWith(".");
    }

    [Theory]
    [InlineData("Europe/Lisbon", false)]
    [InlineData("Australia/Melbourne", true)]
    [InlineData("America/Montevideo", true)]
    [InlineData("America/New_York", false)]
    [InlineData("UTC", false)]
    [InlineData("America/Bogota", false)]
    [InlineData("America/Guayaquil", true)]
    [InlineData("Africa/Nairobi", true)]
    [InlineData("Africa/Kinshasa", true)]
    [InlineData("Asia/Jakarta", true)]
    [InlineData("Asia/Singapore", false)]
    [InlineData("Pacific/Port_Moresby", true)]
    [InlineData("Asia/Dili", true)]
    [InlineData("America/Manaus", true)]
    [InlineData("America/Buenos_Aires", true)]
    [InlineData("Africa/Casablanca", false)]
    public void The_time_zone_tells_north_from_south(string zone, bool southern) => LocalDays.IsSouthern(zone).ShouldBe(southern);
}

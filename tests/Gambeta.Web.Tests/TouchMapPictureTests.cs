using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Xml.Linq;
using Gambeta.Core.Base.Touches;
using Gambeta.Web.Charts;
using Gambeta.Web.TouchMaps;

namespace Gambeta.Web.Tests;

public class TouchMapPictureTests(TestServer server)
{
    [Fact]
    public void Every_picture_of_the_catalogue_is_sound_and_holds_all_its_touches_within_its_frame()
    {
        foreach (var card in server.Catalogue.Cards)
        {
            var (svg, motion) = Draw(card.Pattern.ToString(), (int)card.Tempo.Steady.TouchesAMinute);
            var frame = Frame(svg);
            var numbers = Balls(svg).SelectMany(ball => ball.Numbers).Order();
            numbers.ShouldBe(Enumerable.Range(1, card.Pattern.Touches.Length), card.Id);
            foreach (var (_, x, y, _) in Balls(svg))
            {
                x.ShouldBeInRange(4, frame.Width - 4, card.Id);
                y.ShouldBeInRange(4, frame.Height - 4, card.Id);
            }
            foreach (var path in motion.GetProperty("paths").EnumerateArray())
            {
                // The ball that is played stays in the picture.
                path[0].GetDouble().ShouldBeInRange(0, frame.Width, card.Id);
                path[1].GetDouble().ShouldBeInRange(0, frame.Height, card.Id);
                path[6].GetDouble().ShouldBeGreaterThan(0, card.Id);
            }
            var label = svg.Attribute("aria-label")!.Value;
            if (card.Pattern.Touches.IsEmpty)
                label.ShouldContain("right round; left round", Case.Sensitive, card.Id);
            else
                label.ShouldContain(
                    $"{card.Pattern.Touches.Length} "
                        + $"{MapWords.Side(card.Pattern.Touches[^1])}{card.Pattern.Touches[^1].Surface.ToString().ToLowerInvariant()}",
                    Case.Sensitive,
                    card.Id
                );
        }
    }

    [Fact]
    public void Touches_of_one_foot_at_one_place_share_a_ball_and_two_feet_stand_side_by_side()
    {
        Balls(Draw("R sole across, sole stay, outside out", 60).Svg).Select(ball => string.Join('·', ball.Numbers)).ShouldBe(["1", "2·3"]);
        var taps = Balls(Draw("R sole stay ~", 60).Svg);
        taps.Select(ball => ball.Foot).ShouldBe(["right", "left"]);
        Math.Abs(taps[0].X - taps[1].X).ShouldBeGreaterThan(8);
    }

    [Fact]
    public void The_lit_part_is_the_surface_that_touches_and_a_long_way_is_drawn_on_its_side()
    {
        var (pull, _) = Draw("R sole back, laces away", 60);
        Shoe(pull, "right").Descendants().Select(part => part.Attribute("class")?.Value).ShouldContain("under");
        Shoe(pull, "right").Descendants().Select(part => part.Attribute("class")?.Value).ShouldContain("lit");
        Shoe(pull, "left").Descendants().Select(part => part.Attribute("class")?.Value).ShouldNotContain("lit");
        var run = Balls(Draw("R laces away x6", 60).Svg);
        run.Select(ball => Math.Round(ball.Y)).Distinct().Count().ShouldBe(1, "ahead runs to the right");
        run.Select(ball => ball.X).ShouldBeInOrder(SortDirection.Ascending);
    }

    [Fact]
    public void Walls_goals_shams_and_hands_are_named()
    {
        Words("R inside wall").ShouldContain("wall");
        Words("R laces goal").ShouldContain("goal");
        Words("R round, L round, R outside outward").ShouldContain("right round, left round");
        Words("hand, bounce, R laces wall, catch").ShouldBe(["hand", "bounce", "wall", "52 cm", "catch"], ignoreOrder: true);
    }

    [Theory]
    [InlineData(60, "123 cm")]
    [InlineData(90, "54 cm")]
    [InlineData(120, "31 cm")]
    public void The_height_in_the_air_follows_from_the_tempo(int tempo, string rise) => Words("R laces up ~", tempo).ShouldContain(rise);

    [Fact]
    public void Every_step_has_words()
    {
        foreach (var move in Enum.GetValues<BallMove>())
            MapWords.Way(move).ShouldNotBeNullOrWhiteSpace();
        Enum.GetValues<BallMove>().Select(MapWords.Way).ShouldBeUnique();
        Beat[] steps =
        [
            .. Enum.GetValues<Sham>().Select(sham => new Shown(Foot.Left, sham)),
            .. Enum.GetValues<Happening>().Select(happening => new Between(happening)),
        ];
        steps.Select(MapWords.Step).ShouldBeUnique();
    }

    [Fact]
    public void Head_and_chest_have_no_side()
    {
        MapWords.Side(new Touch(Foot.Right, Surface.Head, BallMove.Up)).ShouldBe("");
        MapWords.Side(new Touch(Foot.Left, Surface.Thigh, BallMove.Up)).ShouldBe("left ");
    }

    private static (XElement Svg, JsonElement Motion) Draw(string pattern, int tempo)
    {
        using var writer = new StringWriter();
        TouchMapPicture.Draw(PatternReader.Read(pattern), new Tempo(tempo)).WriteTo(writer, HtmlEncoder.Default);
        var page = XElement.Parse($"<div>{writer}</div>");
        return (page.Element("svg")!, JsonDocument.Parse(page.Element("script")!.Value).RootElement);
    }

    private static List<string> Words(string pattern, int tempo = 60) =>
        [
            .. Draw(pattern, tempo)
                .Svg.Elements("text")
                .Where(text => text.Attribute("class")!.Value.StartsWith("mark", StringComparison.Ordinal))
                .Select(text => text.Value),
        ];

    private static (double Width, double Height) Frame(XElement svg)
    {
        var box = svg.Attribute("viewBox")!.Value.Split(' ').Select(n => double.Parse(n, CultureInfo.InvariantCulture)).ToList();
        return (box[2], box[3]);
    }

    private static List<(int[] Numbers, double X, double Y, string Foot)> Balls(XElement svg) =>
        [
            .. svg.Elements("g")
                .Where(g => g.Attribute("class")!.Value.StartsWith("stop ", StringComparison.Ordinal))
                .Select(g =>
                    (
                        (g.Element("title") ?? g.Element("text"))!
                            .Value.Split('·')
                            .Select(n => int.Parse(n, CultureInfo.InvariantCulture))
                            .ToArray(),
                        Number(g.Element("circle")!, "cx"),
                        Number(g.Element("circle")!, "cy"),
                        g.Attribute("class")!.Value["stop ".Length..]
                    )
                ),
        ];

    private static XElement Shoe(XElement svg, string foot) => svg.Elements("g").Single(g => g.Attribute("data-shoe")?.Value == foot);

    private static double Number(XElement element, string name) =>
        double.Parse(element.Attribute(name)!.Value, CultureInfo.InvariantCulture);
}

using System.Text.Encodings.Web;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Records;
using Gambeta.Web.Charts;
using Gambeta.Web.Navigation;

namespace Gambeta.Web.Tests;

public class DrawingTests
{
    private static readonly DateOnly Today = new(2026, 5, 20);

    private static string Drawn(Svg drawing)
    {
        using var writer = new StringWriter();
        drawing.WriteTo(writer, HtmlEncoder.Default);
        return writer.ToString();
    }

    private static string Tile(int daysBack, DayTally? tally) =>
        Drawn(SplitTile.Draw(DayTile.Of(Today.AddDays(-daysBack), Today, tally, touchesAFoot: 200)));

    [Fact]
    public void A_tile_fills_each_half_from_the_floor_up_and_says_the_same_in_words()
    {
        var tile = Tile(1, new DayTally(Today.AddDays(-1), new TouchCount(50, 400), HasBest: true));
        tile.ShouldContain("aria-label=\"Tue 19 May: 50 left, 400 right, a new record\"");
        // A quarter of 44 is 11 high and stands on the floor; the right half is full.
        tile.ShouldContain("<rect class=\"left\" y=\"33\" width=\"44\" height=\"11\" clip-path=\"url(#tile-left)\"/>");
        tile.ShouldContain("<rect class=\"hatched\" y=\"33\"");
        tile.ShouldContain("<rect class=\"right\" y=\"0\" width=\"44\" height=\"44\" clip-path=\"url(#tile-right)\"/>");
        tile.ShouldContain("class=\"best\"");
    }

    [Fact]
    public void Rest_days_have_a_dot_and_today_a_frame()
    {
        Tile(2, null).ShouldContain("class=\"dot\"");
        Tile(2, null).ShouldContain("Mon 18 May: rest");
        Tile(0, null).ShouldContain("is-today");
        Tile(0, null).ShouldNotContain("class=\"dot\"");
        Tile(-1, null).ShouldContain("to come");
    }

    [Fact]
    public void Steps_rise_with_every_best_also_where_less_is_better()
    {
        var key = new MarkKey(Guid.Empty, "zigzag-and-home", new Measure(MeasureKind.CourseSeconds), Feet.Both, "x");
        var chain = new[] { (20, 24.0m), (10, 22.0m), (0, 20.0m) }
            .Select(m => new Mark(key, m.Item2, DateTimeOffset.UnixEpoch, Today.AddDays(-m.Item1), Guid.NewGuid()))
            .ToList();
        var drawn = Drawn(Steps.Draw(chain, Today));
        drawn.ShouldContain("3 steps from 24.0 s to 20.0 s");
        // Three treads: at the start, half way and at the end of the time shown, each higher (a smaller y) than the one before.
        var treads = System
            .Text.RegularExpressions.Regex.Matches(drawn[drawn.IndexOf("tread", StringComparison.Ordinal)..], @"H([\d.]+)V([\d.]+)")
            .Select(m => (X: double.Parse(m.Groups[1].Value), Y: double.Parse(m.Groups[2].Value)))
            .ToList();
        treads.Select(t => t.X).ShouldBe([0, 120, 240]);
        treads.Select(t => t.Y).ShouldBeInOrder(SortDirection.Descending);
    }

    [Fact]
    public void A_shoe_names_the_parts_that_are_lit_and_the_left_one_is_the_mirror_image()
    {
        var left = Drawn(Shoe.Draw(Foot.Left, [Surface.Sole, Surface.Laces, Surface.Sole]));
        left.ShouldContain("aria-label=\"left shoe: sole and laces\"");
        left.ShouldContain("scale(-1 1)");
        Drawn(Shoe.Draw(Foot.Right, [])).ShouldContain("aria-label=\"right shoe\"");
        foreach (var surface in new[] { Surface.Inside, Surface.Outside, Surface.Toe, Surface.Heel })
            Drawn(Shoe.Draw(Foot.Right, [surface])).ShouldContain("class=\"lit\"");
    }

    [Fact]
    public void Every_place_has_a_mark_of_its_own() =>
        RailItem.All.Select(place => Drawn(RailMark.Draw(place.Turns))).Append(Drawn(RailMark.Draw())).ShouldBeUnique();
}

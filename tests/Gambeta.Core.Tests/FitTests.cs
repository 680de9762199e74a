using CsCheck;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;

namespace Gambeta.Core.Tests;

public class FitTests
{
    private static readonly RunOff Margins = new(0.5, 2);

    private static Space Room(double width, double length, SpaceWall? wall = null) =>
        new()
        {
            Name = "Patio",
            Kind = Places.Patio,
            Width = width,
            Length = length,
            Wall = wall,
        };

    private static Layout Out(double distance) =>
        Shape.Of(ShapeKind.SingleMarker).Lay(new Dictionary<string, double> { ["distance"] = distance });

    // Straight ahead for five metres: as wide as both margins, and along it one behind the start and the run-off beyond the finish.
    [Theory]
    [InlineData(1.8, 7.9, FitKind.Fits)]
    [InlineData(7.9, 1.8, FitKind.Fits)]
    [InlineData(1.8, 7.899999, FitKind.FitsSmaller)]
    [InlineData(1.799999, 7.9, FitKind.DoesNotFit)]
    [InlineData(7, 7, FitKind.Fits)]
    [InlineData(1, 1, FitKind.DoesNotFit)]
    public void Room_that_is_exactly_enough_is_enough(double width, double length, FitKind kind) =>
        Fit.Of(new Layout { Markers = [], Finish = new(0, 5) }, new RunOff(0.9, 2), Room(width, length)).Kind.ShouldBe(kind);

    [Fact]
    public void What_is_to_spare_is_what_is_left_of_the_space()
    {
        var fit = Fit.Of(Out(5), new RunOff(0.5, 0.5), Room(4, 8));
        // Across: clearance and margin on both sides. Along: half a metre behind the start, five out, clearance and margin beyond.
        (fit.Kind, fit.Percent, fit.Angle).ShouldBe((FitKind.Fits, 100, 0.0));
        fit.SpareAcross.ShouldBe(4 - 1.8, 1e-9);
        fit.SpareAlong.ShouldBe(8 - 6.4, 1e-9);
        fit.Placed.Start.Right.ShouldBe(2, 1e-9);
        fit.Placed.Start.Ahead.ShouldBe(0.5 + 0.8, 1e-9);
    }

    [Fact]
    public void A_layout_lies_down_where_the_space_is_wide()
    {
        var fit = Fit.Of(Out(5), Margins, Room(9, 3));
        fit.Kind.ShouldBe(FitKind.Fits);
        Math.Abs(fit.Angle).ShouldBe(Math.PI / 2, 1e-12);
        Math.Abs(fit.Placed.Markers[0].Right - fit.Placed.Start.Right).ShouldBe(5, 1e-9);
    }

    [Fact]
    public void A_long_one_lies_across_the_corners_when_only_that_has_room()
    {
        var run = new Layout { Markers = [], Finish = new(0, 7) };
        var fit = Fit.Of(run, new RunOff(0.2, 0.2), Room(6, 6));
        fit.Kind.ShouldBe(FitKind.Fits);
        Math.Abs(Math.Sin(2 * fit.Angle)).ShouldBe(1, 1e-6);
    }

    [Fact]
    public void A_smaller_one_fits_at_its_percent_and_not_at_one_more()
    {
        var zigzag = Shape.Of(ShapeKind.Zigzag).Lay(new Dictionary<string, double>());
        var fit = Fit.Of(zigzag, Margins, Room(5, 8.5));
        fit.Kind.ShouldBe(FitKind.FitsSmaller);
        fit.Spare.ShouldBeGreaterThanOrEqualTo(-1e-9);
        Fit.Of(zigzag.Scaled(fit.Percent / 100.0), Margins, Room(5, 8.5)).Kind.ShouldBe(FitKind.Fits);
        Fit.Of(zigzag.Scaled((fit.Percent + 1) / 100.0), Margins, Room(5, 8.5)).Kind.ShouldNotBe(FitKind.Fits);
        (fit.Placed.Key, fit.Placed.Shape).ShouldBe(("", null));
    }

    [Theory]
    [InlineData(SpaceSide.Far)]
    [InlineData(SpaceSide.Near)]
    [InlineData(SpaceSide.Left)]
    [InlineData(SpaceSide.Right)]
    public void A_wall_layout_stands_at_the_wall(SpaceSide side)
    {
        var upright = Shape.Of(ShapeKind.UprightBeforeAWall).Lay(new Dictionary<string, double> { ["wall"] = 3, ["back"] = 1 });
        var space = Room(6, 6, new SpaceWall(side, 4, 2.5));
        var fit = Fit.Of(upright, new RunOff(0.4, 1), space);
        fit.Kind.ShouldBe(FitKind.Fits);
        var start = fit.Placed.Start;
        var off = side switch
        {
            SpaceSide.Far => 6 - start.Ahead,
            SpaceSide.Near => start.Ahead,
            SpaceSide.Left => start.Right,
            _ => 6 - start.Right,
        };
        off.ShouldBe(3, 1e-9);
        // The upright is one pace farther from the wall, and behind it are its clearance and the margin.
        fit.SpareAlong.ShouldBe(6 - 3 - 1 - 0.8, 1e-9);
        Fit.Of(upright, new RunOff(0.4, 1), space with { Wall = null }).Kind.ShouldBe(FitKind.NoWall);
        Fit.Of(upright, new RunOff(0.4, 1), space with { Wall = new SpaceWall(side, 1.2, 2.5) }).Kind.ShouldBe(FitKind.FitsSmaller);
    }

    [Fact]
    public void A_layout_placed_by_hand_is_taken_as_it_lies()
    {
        var run = new Layout
        {
            Start = new(1, 1),
            Finish = new(1, 4),
            Markers = [],
        };
        var fit = Fit.AsItLies(run, new RunOff(0.4, 1), Room(4, 5));
        fit.Kind.ShouldBe(FitKind.Fits);
        fit.Placed.ShouldBeSameAs(run);
        fit.SpareAcross.ShouldBe(0.6, 1e-9);
        fit.SpareAlong.ShouldBe(0, 1e-9);
        Fit.AsItLies(run with { Start = new(0.3, 1) }, new RunOff(0.4, 1), Room(4, 5)).Kind.ShouldBe(FitKind.SticksOut);
        Fit.AsItLies(run, new RunOff(0.4, 1), Room(4, 4.99)).SpareAlong.ShouldBe(-0.01, 1e-9);
    }

    [Fact]
    public void Behind_the_finish_stays_free_what_the_speed_asks() =>
        (RunOff.FullSpeed.BehindFinish, RunOffs.Of(Cards.Zigzag), RunOffs.Of(Cards.Juggling).BehindFinish).ShouldBe(
            (3, RunOff.FullSpeed, RunOff.Easy.BehindFinish)
        );

    // --- laws ---------------------------------------------------------------------------------------------------------

    // Sides are drawn at random: where they leave the string loose everywhere there is nothing to lay out.
    private static readonly Gen<Layout> Layouts = Gen.Select(Gen.Double[-4, 4], Gen.Double[-4, 4], (x, y) => new Spot(x, y))
        .Array[1, 9]
        .Select(spots =>
        {
            var markers = spots.Where((spot, i) => spot.Length > 0.4 && spots.Take(i).All(other => other.DistanceTo(spot) > 0.8)).ToList();
            return new Layout
            {
                Markers = [.. markers],
                Steps = [.. markers.Select((_, i) => new Past(i, i % 3 == 0 ? Side.Left : Side.Right))],
            };
        })
        .Where(layout => Course.Of(layout).Course is not null);

    private static readonly Gen<(double Width, double Length)> Rooms = Gen.Select(Gen.Double[2, 12], Gen.Double[2, 12]);

    // The run itself and every marker with its clearance, looked at point by point in the space.
    private static IEnumerable<(Spot Spot, double Free)> Needed(Layout placed, RunOff runOff)
    {
        var course = Course.Of(placed).Course!;
        foreach (var part in course.Parts)
        {
            for (var i = 0; i <= 24; i++)
                yield return (part is Straight s ? s.From + ((s.To - s.From) * (i / 24.0)) : ((Arc)part).At(i / 24.0), runOff.Sides);
        }
        foreach (var marker in placed.Markers)
            yield return (marker, placed.Clearance + runOff.Sides);
        if (course.Homeward is { } homeward)
            yield return (placed.Finish + Spot.At(homeward, runOff.BehindFinish), 0);
    }

    [Fact]
    public void What_is_said_to_fit_lies_inside_with_every_margin() =>
        Gen.Select(Layouts, Rooms)
            .Sample(
                (layout, room) =>
                {
                    var fit = Fit.Of(layout, Margins, Room(room.Width, room.Length));
                    if (fit.Kind is not (FitKind.Fits or FitKind.FitsSmaller))
                        return;
                    foreach (var (spot, free) in Needed(fit.Placed, Margins))
                    {
                        spot.Right.ShouldBeInRange(free - 1e-6, room.Width - free + 1e-6);
                        spot.Ahead.ShouldBeInRange(free - 1e-6, room.Length - free + 1e-6);
                    }
                }
            );

    [Fact]
    public void What_is_said_not_to_fit_is_fitted_by_no_angle_of_a_fine_search() =>
        Gen.Select(Layouts, Rooms)
            .Sample(
                (layout, room) =>
                {
                    var footprint = Footprint.Of(layout, Course.Of(layout).Course!, Margins);
                    var found = Enumerable
                        .Range(0, 3600)
                        .Max(i =>
                        {
                            var (width, length) = footprint.Size(i * Math.PI / 3600);
                            return Math.Min(room.Width - width, room.Length - length);
                        });
                    var fit = Fit.Of(layout, Margins, Room(room.Width, room.Length));
                    if (fit.Kind == FitKind.Fits)
                        found.ShouldBeGreaterThan(-0.02);
                    else
                        found.ShouldBeLessThan(1e-9);
                },
                iter: 300
            );

    [Fact]
    public void The_reach_of_a_footprint_is_that_of_its_farthest_disc() =>
        Gen.Select(Layouts, Gen.Double[-7, 7])
            .Sample(
                (layout, angle) =>
                {
                    var course = Course.Of(layout).Course!;
                    var footprint = Footprint.Of(layout, course, Margins);
                    var discs = layout
                        .Markers.Select(marker => new Disc(marker, layout.Clearance + Margins.Sides))
                        .Append(new Disc(default, Margins.Sides));
                    if (course.Homeward is { } home)
                        discs = discs.Append(new Disc(Spot.At(home, Margins.BehindFinish - Margins.Sides), Margins.Sides));
                    footprint.Reach(angle).ShouldBe(discs.Max(disc => disc.Reach(Spot.At(angle))), 1e-9);
                }
            );
}

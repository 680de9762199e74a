using System.Collections.Immutable;
using CsCheck;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Tests;

public class CourseTests
{
    private static Course Pulled(Layout layout)
    {
        var (course, problems) = Course.Of(layout);
        problems.ShouldBeEmpty();
        return course.ShouldNotBeNull();
    }

    private static Layout Laid(ShapeKind kind, params (string Key, double Value)[] measures) =>
        Shape.Of(kind).Lay(measures.ToDictionary(m => m.Key, m => m.Value));

    private static double Degrees(double radians) => radians * 180 / Math.PI;

    [Fact]
    public void Out_to_one_marker_ten_metres_ahead_round_it_and_home()
    {
        var course = Pulled(Laid(ShapeKind.SingleMarker, ("distance", 10), ("clearance", 0.5)));
        course.Length.ShouldBe(21.5958, 0.00005);
        Degrees(course.SharpestTurn).ShouldBe(180 + (2 * Degrees(Math.Asin(0.05))), 1e-9);
        (course.Box.Least.Right, course.Box.Most.Right, course.Box.Most.Ahead).ShouldBe((-0.5, 0.5, 10.5));
    }

    [Fact]
    public void A_straight_slalom_of_four_markers()
    {
        var course = Pulled(Laid(ShapeKind.Line, ("markers", 4), ("first", 2), ("gap", 2), ("home", 0)));
        course.Length.ShouldBe(10.5670, 0.00005);
        Degrees(course.Turning).ShouldBe(164.54, 0.005);
    }

    [Fact]
    public void A_full_loop_adds_its_circle_and_nothing_else()
    {
        var (once, without) = (Pulled(Laid(ShapeKind.Zigzag, ("loop", 1))), Pulled(Laid(ShapeKind.Zigzag, ("loop", 0))));
        (once.Length - without.Length).ShouldBe(2 * Math.PI * 0.4, 1e-9);
        Degrees(once.Turning - without.Turning).ShouldBe(360, 1e-9);
    }

    [Fact]
    public void A_marker_that_stands_clear_of_the_way_on_its_side_does_not_bend_it()
    {
        var layout = new Layout
        {
            Markers = [new(-2, 5)],
            Steps = [new Past(0, Side.Right)],
            Finish = new(0, 10),
        };
        var course = Pulled(layout);
        course.Length.ShouldBe(10, 1e-9);
        course.Turning.ShouldBe(0, 1e-9);
        // On the other side of it the string is caught.
        Pulled(layout with { Steps = [new Past(0, Side.Left)] }).Length.ShouldBeGreaterThan(10.5);
    }

    [Fact]
    public void A_marker_in_the_way_that_nobody_named_is_passed_on_the_side_that_is_nearer()
    {
        var course = Pulled(new Layout { Markers = [new(-0.1, 5)], Finish = new(0, 10) });
        course.Parts.OfType<Arc>().Single().Sweep.ShouldBeGreaterThan(0);
        course.Box.Most.Right.ShouldBe(0.3, 1e-9);
    }

    [Fact]
    public void Over_a_spot_the_string_turns_on_the_spot()
    {
        var course = Pulled(Laid(ShapeKind.Lane, ("length", 6)));
        course.Length.ShouldBe(12, 1e-9);
        course.Stops.Select(Degrees).Single().ShouldBe(180, 1e-9);
    }

    [Theory]
    [InlineData(ShapeKind.Gate)]
    [InlineData(ShapeKind.FigureOfEight)]
    [InlineData(ShapeKind.Square)]
    public void Going_round_turns_right_about_at_least(ShapeKind kind) => Degrees(Pulled(Laid(kind)).Turning).ShouldBeGreaterThan(180);

    [Fact]
    public void Every_shape_can_be_run_with_its_usual_measures()
    {
        foreach (var shape in Shape.All)
        {
            var course = Pulled(shape.Lay(shape.Usual));
            if (shape.Kind is not (ShapeKind.WallTargets or ShapeKind.TrapSquare or ShapeKind.GrowingStations))
                course.Length.ShouldBeGreaterThan(1, shape.Kind.ToString());
        }
    }

    [Theory]
    [InlineData("2 0 2 0.7", LayoutProblemKind.MarkersTooClose, 1, 2)]
    [InlineData("2 0 2 0", LayoutProblemKind.MarkersTooClose, 1, 2)]
    [InlineData("0.1 0.3 2 2", LayoutProblemKind.TooCloseToStart, 1, 0)]
    [InlineData("4 4 0.1 7", LayoutProblemKind.TooCloseToFinish, 2, 0)]
    [InlineData("4 4 0 9", LayoutProblemKind.CrossesWall, 2, 0)]
    [InlineData("4 4 500 3", LayoutProblemKind.TooFarOut, 2, 0)]
    [InlineData("4 4 NaN 3", LayoutProblemKind.TooFarOut, 2, 0)]
    public void What_keeps_the_string_from_passing_is_said_with_its_markers(string spots, LayoutProblemKind kind, int first, int second)
    {
        var n = spots.Split(' ').Select(word => double.Parse(word, System.Globalization.CultureInfo.InvariantCulture)).ToArray();
        var layout = new Layout
        {
            Markers = [new(n[0], n[1]), new(n[2], n[3])],
            Steps = [new Past(0, Side.Left), new Past(1, Side.Left)],
            Finish = new(0, 7),
            WallAhead = 8,
        };
        var problem = Course.Of(layout).Problems[0];
        (problem.Kind, problem.First, problem.Second).ShouldBe((kind, first, second));
    }

    [Fact]
    public void A_run_that_swings_behind_the_wall_is_refused()
    {
        var layout = new Layout
        {
            Markers = [new(0, 3)],
            Steps = [new Past(0, Side.Left)],
            WallAhead = 3.2,
        };
        Course.Of(layout).Problems.Single().Kind.ShouldBe(LayoutProblemKind.CrossesWall);
        // With exactly the clearance before the wall it passes.
        Course.Of(layout with { WallAhead = 3.4 }).Problems.ShouldBeEmpty();
    }

    [Fact]
    public void Twice_the_clearance_exactly_is_enough() =>
        Course.Of(new Layout { Markers = [new(0, 1), new(0.8, 1)], Steps = [new Past(1, Side.Left)] }).Problems.ShouldBeEmpty();

    [Fact]
    public void Sides_that_leave_the_string_loose_everywhere_lead_nowhere()
    {
        // Out to the right, over to the left, home, and both markers outside of the bend: pulled tight, nobody leaves the start.
        var layout = new Layout { Markers = [new(2, 5), new(-2, 5)], Steps = [new Past(0, Side.Left), new Past(1, Side.Left)] };
        Course.Of(layout).Problems.Single().Kind.ShouldBe(LayoutProblemKind.NoWay);
        Pulled(layout with { Steps = [new Past(0, Side.Right), new Past(1, Side.Right)] }).Turning.ShouldBeGreaterThan(Math.PI);
    }

    [Fact]
    public void Markers_in_one_line_pull_the_same_way_however_the_layout_is_turned()
    {
        var layout = new Layout
        {
            Markers = [new(0, 1.88), new(0, 3.12), new(1.98, 1.25)],
            Steps = [new Past(0, Side.Left), new Past(1, Side.Right), new Past(2, Side.Right)],
        };
        var length = Pulled(layout).Length;
        for (var turn = 0; turn < 360; turn++)
            Pulled(layout.Moved(turn * Math.PI / 180, new Spot(3, 5))).Length.ShouldBe(length, 1e-9);
    }

    [Fact]
    public void The_notation_of_a_run_reads_back_and_complains_about_what_it_does_not_know()
    {
        ImmutableArray<RunStep> steps =
        [
            new Past(0, Side.Left),
            new Past(1, Side.Right, 1),
            new Over(new(-0.25, 1.125)),
            new Past(0, Side.Right, 3),
        ];
        RunNotation.Write(steps).ShouldBe("1 left, 2 right loop, over -0.25 1.125, 1 right 3 loops");
        RunNotation.Read(RunNotation.Write(steps), 2).ShouldBe(steps);
        RunNotation.Read(" ", 2).ShouldBeEmpty();
        foreach (var wrong in new[] { "3 left", "1 above", "over x 1", "0 left", "1 left 9 loops", "over 0 1e9" })
            Should.Throw<FormatException>(() => RunNotation.Read(wrong, 2)).Message.ShouldContain($"“{wrong}”");
    }

    // --- laws ---------------------------------------------------------------------------------------------------------

    /// <summary>
    /// Markers thrown anywhere, none too close, passed in order on any side, some with a loop, some spots run over. Thrown by a
    /// seeded dice and not drawn coordinate by coordinate: three in one line to the last bit have no nearer side.
    /// </summary>
    private static readonly Gen<Layout> Layouts = Gen.Int[0, int.MaxValue]
        .Select(seed =>
        {
            var dice = new Random(seed);
            double Between(double low, double high) => low + (dice.NextDouble() * (high - low));
            var (count, clearance, finish) = (dice.Next(1, 13), Between(0.2, 0.9), new Spot(Between(-9, 9), Between(-9, 9)));
            var markers = new List<Spot>();
            for (var i = 0; i < 40 && markers.Count < count; i++)
            {
                var spot = new Spot(Between(-8, 8), Between(-8, 8));
                if (spot.Length > clearance && spot.DistanceTo(finish) > clearance && markers.All(m => m.DistanceTo(spot) > 2 * clearance))
                    markers.Add(spot);
            }
            var steps = markers
                .Select((_, i) => (RunStep)new Past(i, dice.Next(2) == 0 ? Side.Left : Side.Right, dice.Next(6) == 0 ? 1 : 0))
                .ToList();
            if (dice.Next(3) == 0)
                steps.Insert(dice.Next(steps.Count + 1), new Over(default));
            return new Layout
            {
                Markers = [.. markers],
                Steps = [.. steps],
                Finish = finish,
                Clearance = clearance,
            };
        });

    private static double DistanceTo(CoursePart part, Spot spot)
    {
        if (part is Straight straight)
        {
            var along = straight.To - straight.From;
            var share = along.Length < 1e-12 ? 0 : Math.Clamp((spot - straight.From).Dot(along) / along.Dot(along), 0, 1);
            return spot.DistanceTo(straight.From + (along * share));
        }
        var arc = (Arc)part;
        return Enumerable.Range(0, 181).Min(i => spot.DistanceTo(arc.At(i / 180.0)));
    }

    [Fact]
    public void A_course_never_comes_nearer_to_a_marker_than_its_clearance() =>
        Layouts.Sample(
            layout =>
            {
                var course = Pulled(layout);
                foreach (var marker in layout.Markers)
                    course.Parts.Min(part => DistanceTo(part, marker)).ShouldBeGreaterThanOrEqualTo(layout.Clearance - 1e-7);
            },
            iter: 1000
        );

    [Fact]
    public void A_course_hangs_together_and_bends_nowhere_but_on_its_stops() =>
        Layouts.Sample(
            layout =>
            {
                var course = Pulled(layout);
                var at = layout.Start;
                Spot? heading = null;
                var bends = 0;
                foreach (var part in course.Parts)
                {
                    var (from, to, comes, goes) =
                        part is Straight s ? (s.From, s.To, s.To - s.From, s.To - s.From)
                        : part is Arc a
                            ? (
                                a.At(0),
                                a.At(1),
                                Spot.At(a.From + (Math.Sign(a.Sweep) * Math.PI / 2)),
                                Spot.At(a.From + a.Sweep + (Math.Sign(a.Sweep) * Math.PI / 2))
                            )
                        : default;
                    at.DistanceTo(from).ShouldBeLessThan(1e-6);
                    if (part.Length < 1e-7)
                        continue;
                    if (heading is { } before && Math.Abs(Math.Atan2(before.Cross(comes), before.Dot(comes))) > 1e-5)
                        bends++;
                    (at, heading) = (to, goes);
                }
                bends.ShouldBeLessThanOrEqualTo(layout.Steps.Count(step => step is Over));
                at.DistanceTo(layout.Finish).ShouldBeLessThan(1e-5);
            },
            iter: 2000
        );

    [Fact]
    public void A_course_is_no_shorter_than_the_straight_polyline_allows() =>
        Layouts.Sample(layout =>
        {
            var course = Pulled(layout);
            // From contact to contact, none farther off its marker than the clearance.
            Spot[] way = [layout.Start, .. course.Parts.OfType<Arc>().Select(arc => arc.Centre), layout.Finish];
            var straight = way.Zip(way.Skip(1), (a, b) => a.DistanceTo(b)).Sum();
            course.Length.ShouldBeGreaterThanOrEqualTo(straight - (2 * layout.Clearance * (way.Length - 2)) - 1e-9);
            course.Length.ShouldBeGreaterThanOrEqualTo(layout.Start.DistanceTo(layout.Finish) - 1e-9);
        });

    [Fact]
    public void Moving_and_turning_the_whole_layout_changes_nothing() =>
        Gen.Select(Layouts, Gen.Double[-4, 4], Gen.Double[-5, 5])
            .Sample(
                (layout, turn, by) =>
                {
                    var (here, there) = (Pulled(layout), Pulled(layout.Moved(turn, new Spot(by, -by))));
                    there.Length.ShouldBe(here.Length, 1e-6);
                    there.Turning.ShouldBe(here.Turning, 1e-6);
                    there.SharpestTurn.ShouldBe(here.SharpestTurn, 1e-6);
                }
            );

    [Fact]
    public void It_scales_when_the_clearance_does() =>
        Gen.Select(Layouts, Gen.Double[0.7, 1.4])
            .Sample(
                (layout, factor) =>
                {
                    if (layout.Clearance * factor < LayoutCheck.LeastClearance)
                        return;
                    var (as_is, scaled) = (Pulled(layout), Pulled(layout.Scaled(factor)));
                    scaled.Length.ShouldBe(as_is.Length * factor, 1e-6);
                    scaled.Turning.ShouldBe(as_is.Turning, 1e-6);
                }
            );

    [Fact]
    public void The_way_back_is_as_long() =>
        Layouts.Sample(
            layout =>
            {
                var back = layout with
                {
                    Start = layout.Finish,
                    Finish = layout.Start,
                    Steps =
                    [
                        .. layout
                            .Steps.Reverse()
                            .Select(step =>
                                step is Past past ? past with { Side = past.Side == Side.Left ? Side.Right : Side.Left } : step
                            ),
                    ],
                };
                Pulled(back).Length.ShouldBe(Pulled(layout).Length, 1e-6);
            },
            iter: 20000
        );
}

using Gambeta.Core.Base.Distances;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Tests;

/// <summary>Courses against <see cref="StringReference"/>.</summary>
public class StringTests
{
    private static Layout? Thrown(Random dice, bool again)
    {
        double Between(double low, double high) => low + (dice.NextDouble() * (high - low));
        var (count, clearance, finish) = (
            dice.Next(1, again ? 5 : 7),
            Between(0.2, 0.8),
            dice.Next(4) == 0 ? default : new Spot(Between(-6, 6), Between(-6, 6))
        );
        var markers = new List<Spot>();
        for (var i = 0; i < 60 && markers.Count < count; i++)
        {
            var spot = new Spot(Between(-6, 6), Between(-6, 6));
            if (spot.Length > clearance && spot.DistanceTo(finish) > clearance && markers.All(m => m.DistanceTo(spot) > 2 * clearance))
                markers.Add(spot);
        }
        var steps = new List<RunStep>();
        var visits = again ? dice.Next(2, 8) : markers.Count;
        for (var i = 0; i < visits; i++)
        {
            var (marker, side) = (again ? dice.Next(markers.Count) : i, dice.Next(2) == 0 ? Side.Left : Side.Right);
            if (steps.LastOrDefault() is Past before && before.Marker == marker)
                side = before.Side;
            var loops = dice.Next(5) == 0 ? dice.Next(1, 3) : 0;
            steps.Add(new Past(marker, side, loops, loops == 0 && dice.Next(4) == 0));
        }
        if (dice.Next(4) == 0)
            steps.Insert(dice.Next(steps.Count + 1), new Over(default));
        return new Layout
        {
            Markers = [.. markers],
            Steps = [.. steps],
            Finish = finish,
            Clearance = clearance,
        };
    }

    private static void Compare(int from, int count, bool again)
    {
        var (compared, wrong) = (0, new List<string>());
        for (var seed = from; compared < count; seed++)
        {
            var dice = new Random(seed);
            if (Thrown(dice, again) is not { } layout || StringReference.For(layout, dice) is not { } reference)
                continue;
            var (course, problems) = Course.Of(layout);
            var wanted = reference.Length();
            // Pulled tight nobody leaves the start: no course.
            if (course is null && (wanted < 1e-6 || problems[0].Kind != LayoutProblemKind.NoWay))
                continue;
            compared++;
            if (course is null || !(Math.Abs(course.Length - wanted) < 1e-9))
                wrong.Add(
                    $"seed {seed}: {course?.Length:0.000000} instead of {wanted:0.000000}: {RunNotation.Write(layout.Steps)} round "
                        + $"{string.Join(' ', layout.Markers.Select(m => $"({m.Right:0.##} {m.Ahead:0.##})"))} to "
                        + $"({layout.Finish.Right:0.##} {layout.Finish.Ahead:0.##}), {layout.Clearance:0.##} clear"
                );
        }
        if (wrong.Count > 0)
            Assert.Fail($"{wrong.Count} of {compared}\n{string.Join('\n', wrong.Take(12))}");
    }

    [Fact]
    public void Each_marker_once_is_as_long_as_the_shortest_way() => Compare(1, 2500, again: false);

    [Fact]
    public void Markers_that_are_visited_again_are_run_as_often_as_they_are_named() => Compare(100_000, 5000, again: true);

    private static Layout Run(string markers, string run, Spot finish, double clearance = 0.4) =>
        new()
        {
            Markers =
            [
                .. markers
                    .Split(';')
                    .Select(spot =>
                        spot.Split(' ').Select(metres => double.Parse(metres, System.Globalization.CultureInfo.InvariantCulture)).ToArray()
                    )
                    .Select(spot => new Spot(spot[0], spot[1])),
            ],
            Steps = RunNotation.Read(run, markers.Split(';').Length),
            Finish = finish,
            Clearance = clearance,
        };

    [Theory]
    [InlineData("-1.13 2.83;-1.43 5.28;0.25 5.52", "1 left, 3 left, 2 left, 1 left", -1.16, -1, 0.2, 7.595)]
    [InlineData("1.16 3;-1.57 0.74;-1.83 3.84", "3 right 2 loops, 1 right loop, 2 right, 3 right, 1 right", 0, 0, 0.4, 16.577)]
    public void A_marker_whose_visits_close_keeps_its_turn(
        string markers,
        string run,
        double right,
        double ahead,
        double clearance,
        double length
    ) => Course.Of(Run(markers, run, new(right, ahead), clearance)).Course!.Length.ShouldBe(length, 0.0005);

    [Fact]
    public void A_loop_asked_for_twice_is_two_loops()
    {
        var twice = Course.Of(Run("1 4;-2 6", "1 right loop, 1 right loop, 2 left", default)).Course!;
        twice.Length.ShouldBe(Course.Of(Run("1 4;-2 6", "1 right 2 loops, 2 left", default)).Course!.Length, 1e-12);
        twice.Length.ShouldBe(Course.Of(Run("1 4;-2 6", "1 right, 2 left", default)).Course!.Length + (2 * 2 * Math.PI * 0.4), 1e-9);
    }

    // A layout seen in a mirror, with the sides changed.
    private static Layout Mirrored(Layout layout) =>
        layout with
        {
            Markers = [.. layout.Markers.Select(Across)],
            Start = Across(layout.Start),
            Finish = Across(layout.Finish),
            Steps =
            [
                .. layout.Steps.Select<RunStep, RunStep>(step =>
                    step is Past past
                        ? past with
                        {
                            Side = past.Side == Side.Left ? Side.Right : Side.Left,
                        }
                        : new Over(Across(((Over)step).Spot))
                ),
            ],
        };

    private static Spot Across(Spot spot) => new(-spot.Right, spot.Ahead);

    [Fact]
    public void Mirror_images_are_as_long_also_where_markers_stand_in_a_line()
    {
        foreach (var run in new[] { "3 left", "1 left, 3 left", "2 right, 3 left", "3 left, 1 right" })
        {
            var row = Run("0 2;0 4;0 6", run, default);
            Course.Of(Mirrored(row)).Course!.Length.ShouldBe(Course.Of(row).Course!.Length, 1e-9, run);
        }
        for (var seed = 1; seed <= 3000; seed++)
        {
            var dice = new Random(seed);
            if (Thrown(dice, again: seed % 2 == 0) is not { } layout || Course.Of(layout).Course is not { } course)
                continue;
            Course.Of(Mirrored(layout)).Course!.Length.ShouldBe(course.Length, 1e-9, $"seed {seed}");
        }
    }

    [Fact]
    public void The_last_marker_before_the_way_home_is_run_round_whatever_the_measures()
    {
        foreach (var kind in new[] { ShapeKind.TwoRows, ShapeKind.TighteningDiagonal, ShapeKind.Zigzag })
        {
            var shape = Shape.Of(kind);
            for (var seed = 1; seed <= 400; seed++)
            {
                var dice = new Random(seed);
                var measures = shape.Parameters.ToDictionary(
                    p => p.Key,
                    p =>
                        p.Kind is ParameterKind.Pieces or ParameterKind.Choice ? dice.Next((int)p.Least, (int)p.Most + 1)
                        : p.Key == "clearance" ? 0.2 + (dice.NextDouble() * 0.2)
                        : p.Least + (dice.NextDouble() * Math.Min(3, p.Most - p.Least))
                );
                var layout = shape.Lay(measures);
                if (Course.Of(layout).Course is not { } course)
                    continue;
                course.Untouched(layout).ShouldNotContain(layout.Markers.Length - 1, $"{kind} {string.Join(' ', measures)}");
            }
        }
    }

    [Fact]
    public void A_marker_that_the_string_passes_clear_of_is_told()
    {
        var aside = Run("-3 4;0 6", "1 right, 2 right round", default);
        Course.Of(aside).Course!.Untouched(aside).ShouldBe([0]);
        var held = Run("-3 4;0 6", "1 left, 2 right", new(-8, 2));
        Course.Of(held).Course!.Untouched(held).ShouldBe([]);
        foreach (var layout in Cards.All.Cards.Select(card => card.Layout).OfType<Layout>().Distinct())
            Course.Of(layout).Course!.Untouched(layout).ShouldBeEmpty(layout.Key);
    }

    [Fact]
    public void A_run_lies_inside_its_footprint_with_the_margin_of_its_sides()
    {
        var margins = RunOff.Easy;
        // A marker that nobody names holds the string: its clearance is floor that the run takes.
        var held = Run("0.1 4", "over 0 6", new(0, 8), 0.6);
        Fit.Of(
                held,
                margins,
                new Space
                {
                    Name = "Yard",
                    Width = 0.9,
                    Length = 9.5,
                    Kind = Core.Base.Things.Places.Garden,
                    Ground = Ground.Grass,
                }
            )
            .Kind.ShouldNotBe(FitKind.Fits);
        for (var seed = 1; seed <= 1500; seed++)
        {
            var dice = new Random(seed);
            if (Thrown(dice, again: seed % 2 == 0) is not { } layout || Course.Of(layout).Course is not { } course)
                continue;
            var footprint = Footprint.Of(layout, course, margins);
            for (var angle = 0.0; angle < 2 * Math.PI; angle += Math.PI / 36)
            {
                var direction = Spot.At(angle);
                var reach = course
                    .Parts.SelectMany(part =>
                        part is Arc arc
                            ? Enumerable.Range(0, 25).Select(i => arc.At(i / 24.0))
                            : [((Straight)part).From, ((Straight)part).To]
                    )
                    .Max(spot => spot.Dot(direction));
                footprint.Reach(angle).ShouldBeGreaterThanOrEqualTo(reach - 1e-9, $"seed {seed}");
            }
        }
    }
}

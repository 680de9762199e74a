using Gambeta.Core.Yard;

namespace Gambeta.Core.Tests;

/// <summary>Courses against <see cref="StringReference"/>.</summary>
public class StringTests
{
    private static Layout? Thrown(Random dice, bool again)
    {
        double Between(double low, double high) => low + (dice.NextDouble() * (high - low));
        var (count, clearance, finish) = (dice.Next(1, again ? 5 : 7), Between(0.2, 0.8), dice.Next(4) == 0 ? default : new Spot(Between(-6, 6), Between(-6, 6)));
        var markers = new List<Spot>();
        for (var i = 0; i < 60 && markers.Count < count; i++)
        {
            var spot = new Spot(Between(-6, 6), Between(-6, 6));
            if (spot.Length > clearance && spot.DistanceTo(finish) > clearance && markers.All(m => m.DistanceTo(spot) > 2 * clearance)) markers.Add(spot);
        }
        var steps = new List<RunStep>();
        var visits = again ? dice.Next(2, 8) : markers.Count;
        for (var i = 0; i < visits; i++)
        {
            var (marker, side) = (again ? dice.Next(markers.Count) : i, dice.Next(2) == 0 ? Side.Left : Side.Right);
            if (steps.LastOrDefault() is Past before && before.Marker == marker) side = before.Side;
            steps.Add(new Past(marker, side, dice.Next(5) == 0 ? dice.Next(1, 3) : 0));
        }
        if (dice.Next(4) == 0) steps.Insert(dice.Next(steps.Count + 1), new Over(default));
        return new Layout { Markers = [.. markers], Steps = [.. steps], Finish = finish, Clearance = clearance };
    }

    private static void Compare(int from, int count, bool again)
    {
        var (compared, wrong) = (0, new List<string>());
        for (var seed = from; compared < count; seed++)
        {
            var dice = new Random(seed);
            if (Thrown(dice, again) is not { } layout || StringReference.For(layout, dice) is not { } reference) continue;
            var (course, problems) = Course.Of(layout);
            var wanted = reference.Length();
            // Pulled tight nobody leaves the start: no course.
            if (course is null && (wanted < 1e-6 || problems[0].Kind != LayoutProblemKind.NoWay)) continue;
            compared++;
            if (course is null || !(Math.Abs(course.Length - wanted) < 1e-9))
                wrong.Add($"seed {seed}: {course?.Length:0.000000} instead of {wanted:0.000000}: {RunNotation.Write(layout.Steps)} round {string.Join(' ', layout.Markers.Select(m => $"({m.Right:0.##} {m.Ahead:0.##})"))} to ({layout.Finish.Right:0.##} {layout.Finish.Ahead:0.##}), {layout.Clearance:0.##} clear");
        }
        if (wrong.Count > 0) Assert.Fail($"{wrong.Count} of {compared}\n{string.Join('\n', wrong.Take(12))}");
    }

    [Fact]
    public void Each_marker_once_is_as_long_as_the_shortest_way() => Compare(1, 2500, again: false);

    [Fact]
    public void Markers_that_are_visited_again_are_run_as_often_as_they_are_named() => Compare(100_000, 5000, again: true);
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;

namespace Gambeta.Core.Catalogue.Layouts;

public sealed partial record Shape
{
    /// <summary>
    /// Sets the shape out: the start is the origin (the middle of a diamond and of a trap square), ahead is away from it.
    /// Measures that are not given are the usual ones.
    /// </summary>
    /// <exception cref="ArgumentException">A measure is outside its range (<see cref="Wrong"/> says which).</exception>
    public Layout Lay(IReadOnlyDictionary<string, double> measures)
    {
        if (Wrong(measures).FirstOrDefault() is { } wrong)
            throw new ArgumentException($"{wrong.Key}: {wrong.Least} to {wrong.Most}.", nameof(measures));
        var all = Parameters.ToImmutableDictionary(p => p.Key, p => measures.GetValueOrDefault(p.Key, p.Usual));
        var laid = Laid(new Given(all));
        return laid with
        {
            Shape = Kind,
            Measures = all,
            Name = Kind.ToKey(),
            Clearance = all.GetValueOrDefault(Clear, Layout.UsualClearance),
        };
    }

    private sealed record Given(IReadOnlyDictionary<string, double> All)
    {
        public double this[string key] => All[key];

        public int Count(string key) => (int)All[key];
    }

    private Layout Laid(Given given) =>
        Kind switch
        {
            ShapeKind.SingleMarker => new() { Markers = [new(0, given["distance"])], Steps = [new Past(0, Side.Right)] },
            ShapeKind.Line => LaidLine(given),
            ShapeKind.Lane => new() { Markers = Corners(given["width"], 0, given["length"]), Steps = [new Over(new(0, given["length"]))] },
            ShapeKind.Gate => new()
            {
                Markers = [new(-given["width"] / 2, given["distance"]), new(given["width"] / 2, given["distance"])],
                Steps = [new Past(1, Side.Left)],
            },
            ShapeKind.Square => new()
            {
                Markers = Corners(given["side"], given["first"], given["first"] + given["side"]),
                Steps = RoundOutside(4),
            },
            ShapeKind.Diamond => LaidOutAndBack([
                new(0, given["reach"]),
                new(given["reach"], 0),
                new(0, -given["reach"]),
                new(-given["reach"], 0),
            ]),
            ShapeKind.Triangle => new()
            {
                Markers =
                [
                    new(-given["side"] / 2, given["first"]),
                    new(0, given["first"] + (given["side"] * Math.Sqrt(3) / 2)),
                    new(given["side"] / 2, given["first"]),
                ],
                Steps = RoundOutside(3),
            },
            ShapeKind.Fan => LaidOutAndBack([
                .. Enumerable
                    .Range(0, given.Count("markers"))
                    .Select(i =>
                        Spot.At(
                            (Math.PI / 2) - (double.DegreesToRadians(given["angle"]) * (i - ((given["markers"] - 1) / 2))),
                            given["distance"]
                        )
                    ),
            ]),
            ShapeKind.Zigzag => LaidZigzag(given),
            ShapeKind.FigureOfEight => new()
            {
                Markers = [new(-given["gap"] / 2, given["first"]), new(given["gap"] / 2, given["first"])],
                Steps =
                [
                    .. Enumerable
                        .Range(0, given.Count("rounds"))
                        .SelectMany(_ => new RunStep[] { new Past(1, Side.Right), new Past(0, Side.Left) }),
                ],
            },
            ShapeKind.TwoRows => new()
            {
                Markers =
                [
                    .. Enumerable
                        .Range(1, given.Count("pairs"))
                        .SelectMany(k =>
                            new Spot[] { new(-given["between"] / 2, k * given["ahead"]), new(given["between"] / 2, k * given["ahead"]) }
                        ),
                ],
                Steps = OutsideAndBack(2 * given.Count("pairs")),
            },
            ShapeKind.TighteningDiagonal => LaidDiagonal(given),
            ShapeKind.UprightBeforeAWall => new()
            {
                Markers = [new(0, -given["back"])],
                Steps = [new Past(0, Side.Right)],
                WallAhead = given["wall"],
                Standing = GearKind.Upright,
            },
            ShapeKind.WallTargets => new() { Markers = [], WallAhead = given["wall"] },
            ShapeKind.GrowingStations => new()
            {
                Markers =
                [
                    .. Enumerable.Range(0, given.Count("stations")).Select(i => new Spot(0, given["first"] + (i * given["growth"]))),
                ],
            },
            ShapeKind.TrapSquare => new()
            {
                Markers = Corners(given["side"], -given["side"] / 2, given["side"] / 2),
                Standing = GearKind.Chalk,
            },
            _ => LaidCircuit(given),
        };

    // Near left, far left, far right, near right: the order in which they are gone round.
    private static ImmutableArray<Spot> Corners(double width, double near, double far) =>
        [new(-width / 2, near), new(-width / 2, far), new(width / 2, far), new(width / 2, near)];

    private static ImmutableArray<RunStep> RoundOutside(int markers) =>
        [.. Enumerable.Range(0, markers).Select(i => new Past(i, Side.Left))];

    // Left of the first, right of the second, and so on.
    private static ImmutableArray<RunStep> Outside(int markers) => [.. Enumerable.Range(0, markers).Select(i => new Past(i, SideOf(i)))];

    // The same, turning about the last one before the way home.
    private static ImmutableArray<RunStep> OutsideAndBack(int markers) =>
        [.. Outside(markers)[..^1], new Past(markers - 1, SideOf(markers - 1), 0, IsRound: true)];

    private static Side SideOf(int i) => i % 2 == 0 ? Side.Left : Side.Right;

    private static Layout LaidLine(Given given)
    {
        var (count, first, gap) = (given.Count("markers"), given["first"], given["gap"]);
        var far = first + ((count - 1) * gap);
        var back = Enumerable.Range(1, count - 1).Select(i => count - 1 - i);
        return new()
        {
            Markers = [.. Enumerable.Range(0, count).Select(i => new Spot(0, first + (i * gap)))],
            Finish = given.Count("home") == 0 ? new Spot(0, far + first) : default,
            // Coming back both the runner and the side are the other way round: the word for it stays the same.
            Steps = given.Count("home") switch
            {
                0 => Outside(count),
                1 => [.. Outside(count), .. back.Select(i => new Past(i, SideOf(i)))],
                _ => [.. Outside(count), .. back.Select(i => new Past(i, SideOf(count - 1)))],
            },
        };
    }

    private static Layout LaidOutAndBack(ImmutableArray<Spot> markers) =>
        new()
        {
            Markers = markers,
            Steps = [.. Enumerable.Range(0, markers.Length).SelectMany(i => new RunStep[] { new Past(i, Side.Left), new Over(default) })],
        };

    private static Layout LaidZigzag(Given given)
    {
        var count = given.Count("markers");
        return new()
        {
            Markers =
            [
                .. Enumerable
                    .Range(0, count)
                    .Select(i => new Spot(
                        i == count - 1 ? 0
                            : SideOf(i) == Side.Left ? -given["side"]
                            : given["side"],
                        (i + 1) * given["ahead"]
                    )),
            ],
            Steps =
            [
                .. Outside(count)[..^1],
                new Past(count - 1, SideOf(count - 1), given.Count("loop"), IsRound: given.Count("loop") == 0),
            ],
        };
    }

    private static Layout LaidDiagonal(Given given)
    {
        var (ahead, share) = (0.0, 1.0);
        var markers = new List<Spot>();
        for (var i = 0; i < given.Count("markers"); i++, share *= given["tightening"] / 100)
        {
            ahead += given["first"] * share;
            markers.Add(new Spot((SideOf(i) == Side.Left ? -1 : 1) * given["side"] * share, ahead));
        }
        return new() { Markers = [.. markers], Steps = OutsideAndBack(markers.Count) };
    }

    private static Layout LaidCircuit(Given given)
    {
        var (markers, steps, at) = (new List<Spot>(), new List<RunStep>(), 0.0);
        foreach (var part in new[] { given.Count("one"), given.Count("two"), given.Count("three") })
        {
            var first = markers.Count;
            switch (part)
            {
                case 1 or 2:
                    for (var i = 0; i < 4; i++)
                    {
                        at += given["gap"];
                        markers.Add(
                            new Spot(
                                part == 1 ? 0
                                    : SideOf(i) == Side.Left ? -0.8
                                    : 0.8,
                                at
                            )
                        );
                        steps.Add(new Past(first + i, SideOf(i)));
                    }
                    break;
                case 3:
                    at += given["gap"];
                    markers.AddRange([new Spot(-0.6, at), new Spot(0.6, at)]);
                    steps.Add(new Over(new Spot(0, at)));
                    break;
                case 4:
                    at += 5;
                    break;
            }
        }
        return new()
        {
            Markers = [.. markers],
            Steps = [.. steps],
            Finish = new Spot(0, at + given["gap"]),
        };
    }
}

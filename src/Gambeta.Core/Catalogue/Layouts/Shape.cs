using System.Collections.Immutable;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>Shapes in which markers are set out.</summary>
public enum ShapeKind
{
    /// <summary>One marker ahead: out, round it, home.</summary>
    [Key("single marker")]
    SingleMarker,

    /// <summary>Markers in a line, to weave through.</summary>
    [Key("line")]
    Line,

    /// <summary>A lane between four markers: up, touch the line, back.</summary>
    [Key("lane")]
    Lane,

    /// <summary>Two markers to go between, home round one of them.</summary>
    [Key("gate")]
    Gate,

    /// <summary>Four markers, once round the outside.</summary>
    [Key("square")]
    Square,

    /// <summary>Four markers round the start: out to each, round it, back to the middle.</summary>
    [Key("diamond")]
    Diamond,

    /// <summary>Three markers, once round the outside.</summary>
    [Key("triangle")]
    Triangle,

    /// <summary>Markers at an angle to each other from the start: out to each, round it, back.</summary>
    [Key("fan")]
    Fan,

    /// <summary>Left and right in turn, a loop round the last, straight home.</summary>
    [Key("zigzag")]
    Zigzag,

    /// <summary>Two markers side by side, round one and then the other way round the other.</summary>
    [Key("figure of eight")]
    FigureOfEight,

    /// <summary>Two rows, crossing from one to the other, home through the middle.</summary>
    [Key("two rows")]
    TwoRows,

    /// <summary>Left and right in turn, each step tighter than the one before.</summary>
    [Key("tightening diagonal")]
    TighteningDiagonal,

    /// <summary>An upright behind the start, a wall ahead: pass, back off round it, take the return.</summary>
    [Key("upright before a wall")]
    UprightBeforeAWall,

    /// <summary>Targets chalked on a wall.</summary>
    [Key("wall targets")]
    WallTargets,

    /// <summary>Things to hit, each farther than the one before.</summary>
    [Key("growing stations")]
    GrowingStations,

    /// <summary>A small square in which a ball is killed.</summary>
    [Key("trap square")]
    TrapSquare,

    /// <summary>Up to three parts, one after the other.</summary>
    [Key("circuit")]
    Circuit,
}

/// <summary>Kinds of measure that a shape has.</summary>
public enum ParameterKind
{
    /// <summary>A length: in metres, or in paces before it is turned into metres.</summary>
    Length,

    /// <summary>A whole number of things.</summary>
    Pieces,

    /// <summary>An angle in degrees.</summary>
    Degrees,

    /// <summary>A share of the step before, in percent.</summary>
    Percent,

    /// <summary>One of several ways, by number from 0.</summary>
    Choice,
}

/// <summary>One measure of a shape.</summary>
/// <param name="Key">Its stable key.</param>
/// <param name="Said">The name of the message that says what it is.</param>
/// <param name="Kind">Its kind; lengths are in metres here.</param>
/// <param name="Usual">The value that is offered.</param>
/// <param name="Least">The least that makes sense.</param>
/// <param name="Most">The most that makes sense.</param>
/// <param name="WaysSaid">The names of the messages that say what the numbers of a choice mean.</param>
public sealed record ShapeParameter(
    string Key,
    string Said,
    ParameterKind Kind,
    double Usual,
    double Least,
    double Most,
    ImmutableArray<string> WaysSaid = default
)
{
    /// <summary>What it is, for the form.</summary>
    public string Words => Say(Said);

    /// <summary>What the numbers of a choice mean.</summary>
    public ImmutableArray<string> Ways => WaysSaid.IsDefault ? [] : [.. WaysSaid.Select(way => Say(way))];
}

/// <summary>A shape: its measures, and how it is run.</summary>
/// <param name="Kind">Which one.</param>
/// <param name="Parameters">Its measures, in the order of the form.</param>
public sealed partial record Shape(ShapeKind Kind, ImmutableArray<ShapeParameter> Parameters)
{
    private const string Clear = "clearance";

    private static readonly ImmutableArray<string> Homes =
    [
        "shapes.on-past-the-last-one",
        "shapes.weave-home",
        "shapes.straight-home-beside-it",
    ];
    private static readonly ImmutableArray<string> Loops = ["shapes.no-loop", "shapes.one-full-loop", "shapes.two-full-loops"];
    private static readonly ImmutableArray<string> CircuitParts =
    [
        "shapes.nothing",
        "shapes.slalom-of-four",
        "shapes.zigzag-of-four",
        "shapes.a-gate-to-go-through",
        "shapes.a-five-metre-sprint",
    ];

    /// <summary>Every shape, in the order of its kinds.</summary>
    public static ImmutableArray<Shape> All { get; } =
    [
        new(ShapeKind.SingleMarker, [Length("distance", "shapes.to-the-marker", 5, 1, 40), Clearance]),
        new(
            ShapeKind.Line,
            [
                Pieces("markers", 5, 1, 12),
                Length("first", "shapes.to-the-first", 1, 0.5, 20),
                Length("gap", "shapes.between-two", 1, 0.4, 10),
                Choice("home", "shapes.then", Homes, 1),
                Clearance,
            ]
        ),
        new(ShapeKind.Lane, [Length("width", "shapes.wide", 1, 0.5, 10), Length("length", "shapes.long", 6, 1, 50), Clearance]),
        new(ShapeKind.Gate, [Length("width", "shapes.wide", 1, 0.5, 10), Length("distance", "shapes.to-the-gate", 3, 1, 40), Clearance]),
        new(
            ShapeKind.Square,
            [Length("side", "shapes.a-side", 3, 0.8, 30), Length("first", "shapes.to-the-near-side", 1, 0.5, 20), Clearance]
        ),
        new(ShapeKind.Diamond, [Length("reach", "shapes.from-the-middle", 2, 0.8, 20), Clearance]),
        new(
            ShapeKind.Triangle,
            [Length("side", "shapes.a-side", 3, 0.8, 30), Length("first", "shapes.to-the-near-side", 1, 0.5, 20), Clearance]
        ),
        new(
            ShapeKind.Fan,
            [
                Pieces("markers", 4, 2, 9),
                Length("distance", "shapes.from-the-start", 3, 1, 20),
                new("angle", "shapes.degrees-between-two", ParameterKind.Degrees, 30, 10, 90),
                Clearance,
            ]
        ),
        new(
            ShapeKind.Zigzag,
            [
                Pieces("markers", 4, 2, 12),
                Length("ahead", "shapes.ahead-each-time", 2, 0.4, 10),
                Length("side", "shapes.to-the-side", 0.8, 0, 8),
                Choice("loop", "shapes.round-the-last", Loops, 1),
                Clearance,
            ]
        ),
        new(
            ShapeKind.FigureOfEight,
            [
                Length("gap", "shapes.between-the-two", 3, 0.8, 20),
                Length("first", "shapes.ahead-of-the-start", 1, 0.5, 20),
                Pieces("rounds", 1, 1, 5),
                Clearance,
            ]
        ),
        new(
            ShapeKind.TwoRows,
            [
                Pieces("pairs", 3, 1, 8),
                Length("between", "shapes.between-the-rows", 2, 0.8, 10),
                Length("ahead", "shapes.ahead-each-time", 1.5, 0.8, 10),
                Clearance,
            ]
        ),
        new(
            ShapeKind.TighteningDiagonal,
            [
                Pieces("markers", 5, 2, 10),
                Length("first", "shapes.first-step-ahead", 1.5, 0.8, 10),
                Length("side", "shapes.first-to-the-side", 1, 0.4, 8),
                new("tightening", "shapes.of-the-step-before", ParameterKind.Percent, 80, 60, 100),
                Clearance,
            ]
        ),
        new(
            ShapeKind.UprightBeforeAWall,
            [Length("wall", "shapes.to-the-wall", 3, 1.5, 15), Length("back", "shapes.back-to-the-upright", 1, 0.6, 5), Clearance]
        ),
        new(ShapeKind.WallTargets, [Length("wall", "shapes.to-the-wall", 4, 1.5, 20), Pieces("targets", 3, 1, 6)]),
        new(
            ShapeKind.GrowingStations,
            [
                Pieces("stations", 4, 2, 8),
                Length("first", "shapes.to-the-first", 2, 1, 10),
                Length("growth", "shapes.farther-each-time", 1.5, 0.5, 6),
            ]
        ),
        new(ShapeKind.TrapSquare, [Length("side", "shapes.a-side", 1, 0.5, 4)]),
        new(
            ShapeKind.Circuit,
            [
                Choice("one", "shapes.first", CircuitParts, 1),
                Choice("two", "shapes.then", CircuitParts, 3),
                Choice("three", "shapes.then", CircuitParts, 4),
                Length("gap", "shapes.from-part-to-part", 1.5, 0.8, 10),
                Clearance,
            ]
        ),
    ];

    private static ShapeParameter Clearance =>
        Length(Clear, "shapes.clear-of-a-marker", Layout.UsualClearance, LayoutCheck.LeastClearance, LayoutCheck.MostClearance);

    /// <summary>How it is run, in a sentence.</summary>
    public string Run => SayLabel("shape-run", Kind.ToKey());

    /// <summary>The shape of a kind.</summary>
    public static Shape Of(ShapeKind kind) => All[(int)kind];

    /// <summary>The usual measures of this shape.</summary>
    public ImmutableDictionary<string, double> Usual =>
        Parameters.ToImmutableDictionary(parameter => parameter.Key, parameter => parameter.Usual);

    /// <summary>The measures that lie outside what makes sense, or are no whole number where pieces are counted; lengths in
    /// metres.</summary>
    public IEnumerable<ShapeParameter> Wrong(IReadOnlyDictionary<string, double> measures) =>
        Parameters.Where(parameter =>
        {
            var value = measures.GetValueOrDefault(parameter.Key, parameter.Usual);
            var whole = parameter.Kind is not (ParameterKind.Pieces or ParameterKind.Choice) || value == Math.Floor(value);
            return !(whole && value >= parameter.Least - LayoutCheck.Tolerance && value <= parameter.Most + LayoutCheck.Tolerance);
        });

    private static ShapeParameter Length(string key, string said, double usual, double least, double most) =>
        new(key, said, ParameterKind.Length, usual, least, most);

    private static ShapeParameter Pieces(string key, double usual, double least, double most) =>
        new(key, $"shapes.pieces-{key}", ParameterKind.Pieces, usual, least, most);

    private static ShapeParameter Choice(string key, string said, ImmutableArray<string> ways, double usual) =>
        new(key, said, ParameterKind.Choice, usual, 0, ways.Length - 1, ways);
}

using System.Collections.Immutable;
using Gambeta.Core.Measuring;

namespace Gambeta.Core.Yard;

/// <summary>Shapes in which markers are set out.</summary>
public enum ShapeKind
{
    /// <summary>One marker ahead: out, round it, home.</summary>
    SingleMarker,

    /// <summary>Markers in a line, to weave through.</summary>
    Line,

    /// <summary>A lane between four markers: up, touch the line, back.</summary>
    Lane,

    /// <summary>Two markers to go between, home round one of them.</summary>
    Gate,

    /// <summary>Four markers, once round the outside.</summary>
    Square,

    /// <summary>Four markers round the start: out to each, round it, back to the middle.</summary>
    Diamond,

    /// <summary>Three markers, once round the outside.</summary>
    Triangle,

    /// <summary>Markers at an angle to each other from the start: out to each, round it, back.</summary>
    Fan,

    /// <summary>Left and right in turn, a loop round the last, straight home.</summary>
    Zigzag,

    /// <summary>Two markers side by side, round one and then the other way round the other.</summary>
    FigureOfEight,

    /// <summary>Two rows, crossing from one to the other, home through the middle.</summary>
    TwoRows,

    /// <summary>Left and right in turn, each step tighter than the one before.</summary>
    TighteningDiagonal,

    /// <summary>An upright behind the start, a wall ahead: pass, back off round it, take the return.</summary>
    UprightBeforeAWall,

    /// <summary>Targets chalked on a wall.</summary>
    WallTargets,

    /// <summary>Things to hit, each farther than the one before.</summary>
    GrowingStations,

    /// <summary>A small square in which a ball is killed.</summary>
    TrapSquare,

    /// <summary>Up to three parts, one after the other.</summary>
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
/// <param name="Words">What it is, for the form.</param>
/// <param name="Kind">Its kind; lengths are in metres here.</param>
/// <param name="Usual">The value that is offered.</param>
/// <param name="Least">The least that makes sense.</param>
/// <param name="Most">The most that makes sense.</param>
/// <param name="Ways">What the numbers of a choice mean.</param>
public sealed record ShapeParameter(string Key, string Words, ParameterKind Kind, double Usual, double Least, double Most, ImmutableArray<string> Ways = default);

/// <summary>A shape: its measures, and how it is run.</summary>
/// <param name="Kind">Which one.</param>
/// <param name="Parameters">Its measures, in the order of the form.</param>
/// <param name="Run">How it is run, in a sentence.</param>
public sealed partial record Shape(ShapeKind Kind, ImmutableArray<ShapeParameter> Parameters, string Run)
{
    private const string Clear = "clearance";

    private static readonly ImmutableArray<string> Homes = ["on past the last one", "weave home", "straight home beside it"];
    private static readonly ImmutableArray<string> Loops = ["no loop", "one full loop", "two full loops"];
    private static readonly ImmutableArray<string> CircuitParts = ["nothing", "slalom of four", "zigzag of four", "a gate to go through", "a five-metre sprint"];

    /// <summary>Every shape, in the order of its kinds.</summary>
    public static ImmutableArray<Shape> All { get; } =
    [
        new(ShapeKind.SingleMarker, [Length("distance", "to the marker", 5, 1, 40), Clearance], "Out to the marker, round it, home."),
        new(ShapeKind.Line, [Pieces("markers", 5, 1, 12), Length("first", "to the first", 1, 0.5, 20), Length("gap", "between two", 1, 0.4, 10), Choice("home", "then", Homes, 1), Clearance], "In and out, round the last one, home."),
        new(ShapeKind.Lane, [Length("width", "wide", 1, 0.5, 10), Length("length", "long", 6, 1, 50), Clearance], "Up the lane, stop the ball on the line, turn, back."),
        new(ShapeKind.Gate, [Length("width", "wide", 1, 0.5, 10), Length("distance", "to the gate", 3, 1, 40), Clearance], "Through the gate, round its right marker, home."),
        new(ShapeKind.Square, [Length("side", "a side", 3, 0.8, 30), Length("first", "to the near side", 1, 0.5, 20), Clearance], "Once round the outside, marker by marker, and home."),
        new(ShapeKind.Diamond, [Length("reach", "from the middle", 2, 0.8, 20), Clearance], "From the middle out to each marker, round it, back to the middle."),
        new(ShapeKind.Triangle, [Length("side", "a side", 3, 0.8, 30), Length("first", "to the near side", 1, 0.5, 20), Clearance], "Once round the three, turning inward at each one, and home."),
        new(ShapeKind.Fan, [Pieces("markers", 4, 2, 9), Length("distance", "from the start", 3, 1, 20), new("angle", "degrees between two", ParameterKind.Degrees, 30, 10, 90), Clearance], "From the start out to each marker, round it and back, left to right."),
        new(ShapeKind.Zigzag, [Pieces("markers", 4, 2, 12), Length("ahead", "ahead each time", 2, 0.4, 10), Length("side", "to the side", 0.8, 0, 8), Choice("loop", "round the last", Loops, 1), Clearance], "Outside of each marker in turn, all the way round the last one, straight home."),
        new(ShapeKind.FigureOfEight, [Length("gap", "between the two", 3, 0.8, 20), Length("first", "ahead of the start", 1, 0.5, 20), Pieces("rounds", 1, 1, 5), Clearance], "A figure of eight: round one from the right, round the other from the left."),
        new(ShapeKind.TwoRows, [Pieces("pairs", 3, 1, 8), Length("between", "between the rows", 2, 0.8, 10), Length("ahead", "ahead each time", 1.5, 0.8, 10), Clearance], "Cross from row to row, one marker at a time, then home through the middle."),
        new(ShapeKind.TighteningDiagonal, [Pieces("markers", 5, 2, 10), Length("first", "first step ahead", 1.5, 0.8, 10), Length("side", "first to the side", 1, 0.4, 8), new("tightening", "of the step before, %", ParameterKind.Percent, 80, 60, 100), Clearance], "Outside of each marker in turn; the last turns are the tightest. Straight home."),
        new(ShapeKind.UprightBeforeAWall, [Length("wall", "to the wall", 3, 1.5, 15), Length("back", "back to the upright", 1, 0.6, 5), Clearance], "Pass, back off round the upright, take the return on the far foot."),
        new(ShapeKind.WallTargets, [Length("wall", "to the wall", 4, 1.5, 20), Pieces("targets", 3, 1, 6)], "From the line at the chalked targets; the ball comes back to you."),
        new(ShapeKind.GrowingStations, [Pieces("stations", 4, 2, 8), Length("first", "to the first", 2, 1, 10), Length("growth", "farther each time", 1.5, 0.5, 6)], "Shoot from the start; each hit moves the bottle to the next station."),
        new(ShapeKind.TrapSquare, [Length("side", "a side", 1, 0.5, 4)], "Stand in the middle; the ball is killed inside the square."),
        new(ShapeKind.Circuit, [Choice("one", "first", CircuitParts, 1), Choice("two", "then", CircuitParts, 3), Choice("three", "then", CircuitParts, 4), Length("gap", "from part to part", 1.5, 0.8, 10), Clearance], "One part after the other, to the far end."),
    ];

    private static ShapeParameter Clearance => Length(Clear, "clear of a marker", Layout.UsualClearance, LayoutCheck.LeastClearance, LayoutCheck.MostClearance);

    /// <summary>The shape of a kind.</summary>
    public static Shape Of(ShapeKind kind) => All[(int)kind];

    /// <summary>The usual measures of this shape.</summary>
    public ImmutableDictionary<string, double> Usual => Parameters.ToImmutableDictionary(parameter => parameter.Key, parameter => parameter.Usual);

    /// <summary>The measures that lie outside what makes sense, or are no whole number where pieces are counted; lengths in metres.</summary>
    public IEnumerable<ShapeParameter> Wrong(IReadOnlyDictionary<string, double> measures) => Parameters.Where(parameter =>
    {
        var value = measures.GetValueOrDefault(parameter.Key, parameter.Usual);
        var whole = parameter.Kind is not (ParameterKind.Pieces or ParameterKind.Choice) || value == Math.Floor(value);
        return !(whole && value >= parameter.Least - LayoutCheck.Tolerance && value <= parameter.Most + LayoutCheck.Tolerance);
    });

    private static ShapeParameter Length(string key, string words, double usual, double least, double most) => new(key, words, ParameterKind.Length, usual, least, most);

    private static ShapeParameter Pieces(string key, double usual, double least, double most) => new(key, key, ParameterKind.Pieces, usual, least, most);

    private static ShapeParameter Choice(string key, string words, ImmutableArray<string> ways, double usual) => new(key, words, ParameterKind.Choice, usual, 0, ways.Length - 1, ways);
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>Sides, as the runner who comes along sees them.</summary>
public enum Side
{
    /// <summary>The left.</summary>
    [Key("left")]
    Left,

    /// <summary>The right.</summary>
    [Key("right")]
    Right,
}

/// <summary>A step of a run.</summary>
public abstract record RunStep;

/// <summary>Past a marker on one side of it, with so many full loops round it besides.</summary>
/// <param name="Marker">The marker's place in the layout, from 0.</param>
/// <param name="Side">The side of the marker on which the runner passes: on its left it stays at the right hand.</param>
/// <param name="Loops">Full loops on top of the way past it.</param>
/// <param name="IsRound">True when the run turns about the marker, however the way before and behind it bends: the last one before the way
/// home.</param>
public sealed record Past(int Marker, Side Side, int Loops = 0, bool IsRound = false) : RunStep;

/// <summary>To a spot and over it: a line that is touched, a gate's middle, the start again.</summary>
public sealed record Over(Spot Spot) : RunStep;

/// <summary>Markers set out on the floor and the run round them, in metres. Times compare only with times on the same layout.</summary>
public sealed record Layout
{
    /// <summary>How far apart two markers, or two clearances, may be and still count as the same, in metres.</summary>
    public const double SameWithin = 0.05;

    /// <summary>The clearance of a layout that names none, in metres.</summary>
    public const double UsualClearance = 0.4;

    /// <summary>The stable key, stored with every set run on it; empty for one that nobody kept yet.</summary>
    public string Key { get; init; } = "";

    /// <summary>The key of the layout that took its place; empty for one that is offered.</summary>
    public string Now { get; init; } = "";

    /// <summary>What a player calls it.</summary>
    public string Name { get; init; } = "";

    /// <summary>How it is run, in a sentence.</summary>
    public string Run { get; init; } = "";

    /// <summary>How it is run: its own sentence, or that of its shape; empty for one that was set out by hand without a word.</summary>
    public string RunInWords =>
        Run.Length > 0 ? Run
        : Shape is { } kind ? Catalogue.Layouts.Shape.Of(kind).Run
        : "";

    /// <summary>The shape it was laid from; nothing where the markers were placed freely.</summary>
    public ShapeKind? Shape { get; init; }

    /// <summary>The measures of the shape, in metres, pieces and degrees; empty where the markers were placed freely.</summary>
    public ImmutableDictionary<string, double> Measures { get; init; } = ImmutableDictionary<string, double>.Empty;

    /// <summary>The markers, numbered from 1 in this order.</summary>
    public required ImmutableArray<Spot> Markers { get; init; }

    /// <summary>Where the run begins.</summary>
    public Spot Start { get; init; }

    /// <summary>Where it ends.</summary>
    public Spot Finish { get; init; }

    /// <summary>The run between start and finish; empty where nobody runs.</summary>
    public ImmutableArray<RunStep> Steps { get; init; } = [];

    /// <summary>How far the run keeps from a marker, in metres.</summary>
    public double Clearance { get; init; } = UsualClearance;

    /// <summary>How far ahead of the origin the wall stands, in metres; nothing where there is none.</summary>
    public double? WallAhead { get; init; }

    /// <summary>What stands where a marker is drawn: a marker, an upright, or a cross of chalk.</summary>
    public GearKind Standing { get; init; } = GearKind.Marker;

    /// <summary>With which foot and which turns it is run.</summary>
    public RunWay Way { get; init; } = RunWay.Any;

    /// <summary>What it takes to set it out; nothing where nothing stands on the floor. One piece of chalk draws every cross.</summary>
    public GearItem? Needs => Markers.IsEmpty ? null : new GearItem(Standing, Standing == GearKind.Chalk ? 1 : Markers.Length);

    /// <summary>
    /// True when the two are the same layout: as many markers, the same sides and loops, run in the same way, and every marker, finish,
    /// stop, clearance and wall within <see cref="SameWithin"/>, seen from the start. Names do not matter, nor where in a yard and which
    /// way round it is laid, unless there is a wall.
    /// </summary>
    public bool IsSameAs(Layout other)
    {
        if (
            Markers.Length != other.Markers.Length
            || Steps.Length != other.Steps.Length
            || Standing != other.Standing
            || Way != other.Way
            || WallAhead.HasValue != other.WallAhead.HasValue
            || !Close(Clearance, other.Clearance)
        )
            return false;
        if (LiesLike(other, 0))
            return true;
        if (WallAhead.HasValue || Markers.IsEmpty)
            return false;
        // Turned so that the marker farthest from the start lies in the same direction.
        var farthest = Enumerable.Range(0, Markers.Length).MaxBy(i => Markers[i].DistanceTo(Start));
        return LiesLike(other, (Markers[farthest] - Start).Angle - (other.Markers[farthest] - other.Start).Angle);
    }

    private bool LiesLike(Layout other, double turn)
    {
        return Near(Finish, other.Finish)
            && (WallAhead is not { } wall || Close(wall - Start.Ahead, other.WallAhead!.Value - other.Start.Ahead))
            && Markers.Zip(other.Markers).All(pair => Near(pair.First, pair.Second))
            && Steps.Zip(other.Steps).All(pair => pair is (Over a, Over b) ? Near(a.Spot, b.Spot) : pair.First == pair.Second);

        bool Near(Spot here, Spot there) => (here - Start).DistanceTo((there - other.Start).Turned(turn)) <= SameWithin + 1e-9;
    }

    /// <summary>
    /// The same layout smaller or larger by a factor, clearance and wall with it: the run keeps its turns. It has no shape
    /// any more, no key and no record: it is a layout of its own.
    /// </summary>
    public Layout Scaled(double factor) =>
        Placed() with
        {
            Markers = [.. Markers.Select(marker => marker * factor)],
            Start = Start * factor,
            Finish = Finish * factor,
            Steps = [.. Steps.Select(step => step is Over over ? new Over(over.Spot * factor) : step)],
            Clearance = Clearance * factor,
            WallAhead = WallAhead * factor,
        };

    /// <summary>The same layout with one more marker, passed last, on the side opposite to the one before.</summary>
    public Layout With(Spot marker)
    {
        var last = Steps.OfType<Past>().LastOrDefault();
        return Placed() with
        {
            Markers = Markers.Add(marker),
            Steps = Steps.Add(new Past(Markers.Length, last?.Side == Side.Left ? Side.Right : Side.Left)),
        };
    }

    /// <summary>Where one more marker goes: a step beyond the last one, or beside it where the space ends.</summary>
    public Spot OneMore(Space? space, RunOff margins)
    {
        var last = Markers[^1];
        var there = last + new Spot(0, Math.Max(1, 2.5 * Clearance));
        return space is null || WallAhead is not null || there.Ahead < space.Length - margins.Sides
            ? there
            : last + new Spot(last.Right < space.Width / 2 ? 1 : -1, 0);
    }

    /// <summary>The same layout without a marker; those behind it move up, the run leaves it out.</summary>
    public Layout Without(int marker) =>
        Placed() with
        {
            Markers = Markers.RemoveAt(marker),
            Way = Way.Without(marker),
            Steps =
            [
                .. Steps
                    .Where(step => !(step is Past past && past.Marker == marker))
                    .Select(step => step is Past past && past.Marker > marker ? past with { Marker = past.Marker - 1 } : step),
            ],
        };

    /// <summary>The same geometry as one that was placed by hand: no shape, no key.</summary>
    public Layout Placed() => this with { Key = "", Shape = null, Measures = ImmutableDictionary<string, double>.Empty };

    /// <summary>The same layout elsewhere on the floor: moved after being turned counter-clockwise by radians. A wall stays
    /// behind.</summary>
    public Layout Moved(double radians, Spot by)
    {
        return this with
        {
            Markers = [.. Markers.Select(There)],
            Start = There(Start),
            Finish = There(Finish),
            Steps = [.. Steps.Select(step => step is Over over ? new Over(There(over.Spot)) : step)],
            WallAhead = null,
        };

        Spot There(Spot spot) => spot.Turned(radians) + by;
    }

    private static bool Close(double a, double b) => Math.Abs(a - b) <= SameWithin + 1e-9;
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Catalogue.TouchMaps;

/// <summary>A point of a map in centimetres: to the right, and up. Up is ahead of the player on a map of the floor, height on one of the
/// air.</summary>
public readonly record struct MapPoint(double Right, double Up)
{
    /// <summary>Adds a way to a point.</summary>
    public static MapPoint operator +(MapPoint a, MapPoint b) => new(a.Right + b.Right, a.Up + b.Up);

    /// <summary>The way from b to a.</summary>
    public static MapPoint operator -(MapPoint a, MapPoint b) => new(a.Right - b.Right, a.Up - b.Up);

    /// <summary>The straight distance in centimetres.</summary>
    public double DistanceTo(MapPoint other) => Math.Sqrt(Math.Pow(Right - other.Right, 2) + Math.Pow(Up - other.Up, 2));
}

/// <summary>How a map looks at the player.</summary>
public enum MapView
{
    /// <summary>From above: two shoes on the floor.</summary>
    Floor,

    /// <summary>From the side, time running to the right.</summary>
    Air,
}

/// <summary>What the ball does on a stretch of its way.</summary>
public enum PathKind
{
    /// <summary>It rolls, or lies and waits.</summary>
    Floor,

    /// <summary>It flies free.</summary>
    Flight,

    /// <summary>It is carried: on a stalled foot, in the hands.</summary>
    Held,
}

/// <summary>A touch on the map.</summary>
/// <param name="Number">Its place in the rep, from 1.</param>
/// <param name="At">Where the middle of the ball is.</param>
/// <param name="Touch">The touch.</param>
/// <param name="Shoe">On the floor: where the heel of the shoe is that touches.</param>
/// <param name="Turned">On the floor: the player faces down the map.</param>
public sealed record MapStop(int Number, MapPoint At, Touch Touch, MapPoint Shoe, bool Turned);

/// <summary>A stretch of the ball's way: a curve that leaves <paramref name="From"/> towards <paramref name="Bend"/> and ends in
/// <paramref name="To"/> (a quadratic Bézier curve; a free flight is exactly one).</summary>
/// <param name="From">Where it begins.</param>
/// <param name="Bend">The control point.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Seconds">How long it takes.</param>
/// <param name="Kind">What the ball does.</param>
/// <param name="After">The number of the touch that sent it; 0 before the first.</param>
/// <param name="Rise">In a flight: how far it rises above where it began, in centimetres.</param>
public sealed record MapPath(MapPoint From, MapPoint Bend, MapPoint To, double Seconds, PathKind Kind, int After, double Rise = 0);

/// <summary>Something besides touches: a sham, a hand, a bounce, a wall. Number is the touch it follows.</summary>
public sealed record MapMark(MapPoint At, string Key, Foot? Foot, int After, bool Turned);

/// <summary>
/// A picture of one rep, computed from its pattern and a tempo: where the ball is at each touch, the way it takes, and where the
/// shoes are. Distances on the floor show the order and the direction, not how far a player should play.
/// </summary>
public sealed record TouchMap
{
    /// <summary>From above or from the side.</summary>
    public required MapView View { get; init; }

    /// <summary>The touches.</summary>
    public required ImmutableArray<MapStop> Stops { get; init; }

    /// <summary>The ball's way, in the order of time; without a gap, except that after a shot there is another ball.</summary>
    public required ImmutableArray<MapPath> Paths { get; init; }

    /// <summary>What happens besides touches.</summary>
    public required ImmutableArray<MapMark> Marks { get; init; }

    /// <summary>On the floor: where the heels stand at the start, left and right.</summary>
    public required (MapPoint Left, MapPoint Right) Stance { get; init; }

    /// <summary>On the floor: how far up the wall or the goal is; nothing where there is none.</summary>
    public double? Line { get; init; }

    /// <summary>How long a rep takes.</summary>
    public double Seconds => Paths.Sum(path => path.Seconds);

    /// <summary>The map of a pattern at a tempo.</summary>
    public static TouchMap Of(Pattern pattern, Tempo tempo) => pattern.InTheAir ? AirMap.Of(pattern, tempo) : FloorMap.Of(pattern, tempo);
}

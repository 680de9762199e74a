namespace Gambeta.Core.Base.Distances;

/// <summary>A place on the floor in metres from the start, or from a space's near left corner: to the right, and ahead.</summary>
public readonly record struct Spot(double Right, double Ahead)
{
    /// <summary>The straight distance to another spot, in metres.</summary>
    public double DistanceTo(Spot other) => (this - other).Length;

    /// <summary>The distance from the origin, in metres.</summary>
    public double Length => Math.Sqrt((Right * Right) + (Ahead * Ahead));

    /// <summary>The direction from the origin in radians: 0 is to the right, a quarter turn is ahead.</summary>
    public double Angle => Math.Atan2(Ahead, Right);

    /// <summary>The spot after turning the floor about the origin, counter-clockwise, by radians.</summary>
    public Spot Turned(double radians)
    {
        var (sin, cos) = Math.SinCos(radians);
        return new Spot((Right * cos) - (Ahead * sin), (Right * sin) + (Ahead * cos));
    }

    /// <summary>A spot at a distance and direction from the origin.</summary>
    public static Spot At(double angle, double distance = 1)
    {
        var (sin, cos) = Math.SinCos(angle);
        return new Spot(cos * distance, sin * distance);
    }

    /// <summary>How far this spot lies in the direction of another, times that one's length.</summary>
    public double Dot(Spot other) => (Right * other.Right) + (Ahead * other.Ahead);

    /// <summary>Positive where the other direction lies to the left of this one.</summary>
    public double Cross(Spot other) => (Right * other.Ahead) - (Ahead * other.Right);
#pragma warning disable CS1591 // arithmetic by coordinates
    public static Spot operator +(Spot a, Spot b) => new(a.Right + b.Right, a.Ahead + b.Ahead);

    public static Spot operator -(Spot a, Spot b) => new(a.Right - b.Right, a.Ahead - b.Ahead);

    public static Spot operator *(Spot a, double factor) => new(a.Right * factor, a.Ahead * factor);
#pragma warning restore CS1591
}

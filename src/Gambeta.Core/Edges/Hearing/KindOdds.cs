namespace Gambeta.Core.Edges.Hearing;

/// <summary>How likely a beginning was a sound of the ball, and which: log odds against its being anything else.</summary>
/// <param name="Touch">A touch.</param>
/// <param name="Wall">The wall.</param>
/// <param name="Bounce">The floor.</param>
public readonly record struct KindOdds(double Touch, double Wall, double Bounce)
{
    /// <summary>From a number of each <see cref="HeardKind"/> whose exponential is as its chance.</summary>
    public static KindOdds From(float[] kinds)
    {
        var other = kinds[(int)HeardKind.Other];
        return new(kinds[(int)HeardKind.Touch] - other, kinds[(int)HeardKind.Wall] - other, kinds[(int)HeardKind.Bounce] - other);
    }

    /// <summary>The log odds that it was the ball at all.</summary>
    public double Ball
    {
        get
        {
            var most = Math.Max(Touch, Math.Max(Wall, Bounce));
            return most + Math.Log(Math.Exp(Touch - most) + Math.Exp(Wall - most) + Math.Exp(Bounce - most));
        }
    }

    /// <summary>The log odds of one of the ball's sounds.</summary>
    public double Of(HeardKind kind) =>
        kind switch
        {
            HeardKind.Touch => Touch,
            HeardKind.Wall => Wall,
            HeardKind.Bounce => Bounce,
            _ => throw new ArgumentOutOfRangeException(nameof(kind)),
        };

    /// <summary>The chance that log odds mean.</summary>
    public static double Chance(double odds) => 1 / (1 + Math.Exp(-odds));
}

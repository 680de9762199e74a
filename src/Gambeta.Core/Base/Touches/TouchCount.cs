using System.Text.Json.Serialization;

namespace Gambeta.Core.Base.Touches;

/// <summary>Touches added up per foot. Neither side is ever negative.</summary>
public readonly record struct TouchCount
{
    /// <summary>Makes a count.</summary>
    /// <exception cref="ArgumentOutOfRangeException">A side is negative.</exception>
    [JsonConstructor]
    public TouchCount(int left, int right)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(left);
        ArgumentOutOfRangeException.ThrowIfNegative(right);
        Left = left;
        Right = right;
    }

    /// <summary>Touches of the left foot.</summary>
    public int Left { get; }

    /// <summary>Touches of the right foot.</summary>
    public int Right { get; }

    /// <summary>Both feet together.</summary>
    public int Total => Left + Right;

    /// <summary>The touches of one foot.</summary>
    public int Of(Foot foot) => foot == Foot.Left ? Left : Right;

    /// <summary>Adds foot to foot.</summary>
    public static TouchCount operator +(TouchCount a, TouchCount b) => new(a.Left + b.Left, a.Right + b.Right);

    /// <summary>So many times this count.</summary>
    public static TouchCount operator *(TouchCount count, int times) => new(count.Left * times, count.Right * times);

    /// <summary>The feet exchanged.</summary>
    public TouchCount Mirror() => new(Right, Left);
}

namespace Gambeta.Core;

/// <summary>
/// The one rule for halves: away from zero, as a child learns it at school, wherever a number is rounded to be kept or shown. (Times of a
/// run are never rounded to the nearest: <see cref="Practice.Records.Scoring"/> says how.)
/// </summary>
public static class Rounded
{
    /// <summary>The nearest whole number.</summary>
    public static int Whole(double value) => checked((int)Math.Round(value, MidpointRounding.AwayFromZero));

    /// <summary>The nearest number with so many digits behind the point.</summary>
    public static double To(double value, int digits) => Math.Round(value, digits, MidpointRounding.AwayFromZero);

    /// <summary>The nearest number with so many digits behind the point.</summary>
    public static decimal To(decimal value, int digits) => Math.Round(value, digits, MidpointRounding.AwayFromZero);

    /// <summary>The nearest half.</summary>
    public static double Half(double value) => Math.Round(value * 2, MidpointRounding.AwayFromZero) / 2;
}

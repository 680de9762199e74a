namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// Ten milliseconds of sound as sixteen numbers of one byte: how strong it is in each band. What was said cannot be made out of them; where
/// a ball was struck can. The browser's listener makes the same ones; <c>docs/by-ear.md</c> has the formula.
/// </summary>
public static class SoundFrame
{
    /// <summary>Frames a second.</summary>
    public const int ASecond = 100;

    /// <summary>Bands of a frame, a byte each.</summary>
    public const int Bands = 16;

    /// <summary>The highest level; the lowest is 0.</summary>
    public const int Highest = 31;

    /// <summary>Decibels from one level to the next.</summary>
    public const double Step = 3;

    /// <summary>The power of level 0 in decibels, where a sine wave that fills the scale has -3.</summary>
    public const double Lowest = -99;

    /// <summary>The edges of the bands in hertz: band b lies between the edges b and b + 1.</summary>
    public static ReadOnlySpan<double> Edges =>
        [80, 170, 260, 350, 450, 570, 720, 900, 1130, 1420, 1790, 2250, 2830, 3560, 4480, 5640, 8000];

    /// <summary>The level of a power (the mean square of samples between -1 and 1): to the nearest step, between 0 and
    /// <see cref="Highest"/>.</summary>
    public static byte Level(double power) =>
        power <= 0 ? (byte)0 : (byte)Math.Clamp(Math.Floor((((10 * Math.Log10(power)) - Lowest) / Step) + 0.5), 0, Highest);

    /// <summary>The version in which frames are written: another scale is another version.</summary>
    public const int Version = 2;

    /// <summary>Turns levels of the first version (steps of 1.5 dB above -102 dB, 0 to 63) into those of this one, as a page that was kept
    /// on a device still sends them.</summary>
    public static void FromTheFirst(Span<byte> levels)
    {
        for (var i = 0; i < levels.Length; i++)
            levels[i] = (byte)Math.Clamp((levels[i] - 1) / 2, 0, Highest);
    }

    /// <summary>Whether a frame stands for sound that never came, since the device had too much to do: a byte of 255 in each
    /// band.</summary>
    public static bool IsLost(ReadOnlySpan<byte> frame) => frame.Length == Bands && !frame.ContainsAnyExcept(byte.MaxValue);

    /// <summary>The seconds since the beginning at which a frame begins.</summary>
    public static double Seconds(int frame) => frame / (double)ASecond;
}

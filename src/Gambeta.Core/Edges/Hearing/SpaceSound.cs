using System.Collections.Immutable;
using System.Globalization;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// What a ball sounds like in a place: learned once from ten seconds of quiet and ten touches, and kept as a mean and a spread of each
/// band. No sound can be made out of it, and nothing in it says how far away the phone lay: the levels stand beside the loudness of each
/// touch.
/// </summary>
/// <param name="Means">The mean of each band beside the loudness, in decibels.</param>
/// <param name="Spreads">How far each band spreads about it, in decibels.</param>
public sealed record SpaceSound(ImmutableArray<double> Means, ImmutableArray<double> Spreads)
{
    /// <summary>Frames of quiet that are asked for.</summary>
    public const int QuietFrames = 10 * SoundFrame.ASecond;

    /// <summary>Touches that are asked for, with half a second or more between two of them.</summary>
    public const int AskedTouches = 10;

    /// <summary>Fewer than these that sound alike teach nothing.</summary>
    public const int LeastTouches = 6;

    /// <summary>The longest line that is read.</summary>
    public const int LongestLine = 400;

    private const double LeastSpread = 4,
        Between = 0.35,
        Tempered = 0.2,
        MostFor = 0.8,
        MostAgainst = -3,
        Alike = 1.6,
        LeastStrength = 4.5,
        LeastAlone = -2,
        LeastRise = 3,
        MostRise = 12;

    private const int Rounds = 4;

    /// <summary>More than these in the quiet that sound like the touches: it was not quiet.</summary>
    public const int MostInTheQuiet = 2;

    /// <summary>How a sound is likelier (above 0) or less likely (below) to be the ball of this place than before: log odds to be
    /// added.</summary>
    public double For(Onset onset)
    {
        // The mean of a squared deviation is one: what is farther off than the touches were themselves speaks against it.
        var (bands, off) = Apart(onset);
        return Math.Clamp(Tempered * bands * (Alike - off), MostAgainst, MostFor);
    }

    /// <summary>Learns a place from frames: the quiet first, then the touches.</summary>
    /// <param name="frames">Frames, <see cref="SoundFrame.Bands"/> levels each; the first <see cref="QuietFrames"/> of them without a
    /// touch.</param>
    /// <returns>What was learned, nothing where too few touches that sound alike were heard; how many there were; and how many sounds fell
    /// into the quiet.</returns>
    public static (SpaceSound? Place, int Touches, int InTheQuiet) Learn(ReadOnlySpan<byte> frames)
    {
        var onsets = OnsetDetector.Of(frames).FindAll(onset => onset.Strength > LeastStrength);
        var quiet = onsets.Where(onset => onset.Frame < QuietFrames).ToList();
        var after = onsets.Where(onset => onset.Frame >= QuietFrames).ToList();
        // Whoever was asked for ten touches made them: the likeliest ten, then the ten that are most like those.
        Func<Onset, double> worth = onset => Math.Clamp(onset.Alone, -6, 6) + Math.Min(3, onset.Strength / 8);
        List<Onset> chosen = [];
        SpaceSound? place = null;
        for (var round = 0; round < Rounds; round++)
        {
            chosen = Apartly(after.OrderByDescending(worth));
            if (chosen.Count < LeastTouches)
                return (null, chosen.Count, quiet.Count);
            place = Of(chosen);
            var now = place;
            worth = onset => now.For(onset) + (0.3 * Math.Clamp(onset.Alone, -6, 6));
        }
        var alike = chosen.Where(onset => place!.Apart(onset).Off < 2 * Alike && onset.Alone > LeastAlone).ToList();
        // What sounds like the touches while nobody touched a ball is no ball.
        var inTheQuiet = quiet.Count(onset =>
            place!.Apart(onset).Off < Alike && onset.Strength > LeastStrength && onset.Alone > LeastAlone
        );
        return (alike.Count >= LeastTouches && inTheQuiet <= MostInTheQuiet ? Of(alike) : null, alike.Count, inTheQuiet);
    }

    /// <summary>Reads a line; nothing where it is none.</summary>
    public static SpaceSound? Read(string? line)
    {
        if (line is null || line.Length > LongestLine)
            return null;
        var numbers = new List<double>();
        foreach (var word in line.Split(' '))
        {
            if (
                !double.TryParse(
                    word,
                    NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint,
                    CultureInfo.InvariantCulture,
                    out var number
                ) || !(Math.Abs(number) <= 200)
            )
                return null;
            numbers.Add(number);
        }
        return numbers.Count == 2 * SoundFrame.Bands && numbers[SoundFrame.Bands..].TrueForAll(spread => spread >= LeastSpread)
            ? new([.. numbers[..SoundFrame.Bands]], [.. numbers[SoundFrame.Bands..]])
            : null;
    }

    /// <summary>The line that <see cref="Read"/> reads: the means, then the spreads.</summary>
    public override string ToString() =>
        string.Join(' ', Means.Concat(Spreads).Select(number => number.ToString("0.0", CultureInfo.InvariantCulture)));

    // The bands that tell something, and the mean squared deviation over them, in spreads, however loud it is. Where something else was
    // louder than the ball would be, that is what is heard.
    private (int Bands, double Off) Apart(Onset onset)
    {
        var (gain, weight, sum) = (0.0, 1e-6, 0.0);
        for (var band = 0; band < SoundFrame.Bands; band++)
        {
            var rises = Math.Clamp(onset.Rises[band] - LeastRise, 0, MostRise);
            (gain, weight) = (gain + (rises * (onset.Levels[band] - Means[band])), weight + rises);
        }
        var told = 0;
        for (var band = 0; band < SoundFrame.Bands; band++)
        {
            var (ground, ball) = (onset.Levels[band] - onset.Rises[band], (gain / weight) + Means[band]);
            // Where neither this rises nor the ball would, nothing is told.
            if (onset.Rises[band] < LeastRise && ball < ground)
                continue;
            var z = Math.Clamp((onset.Levels[band] - Math.Max(ball, ground)) / Spreads[band], -3, 3);
            (sum, told) = (sum + (z * z), told + 1);
        }
        return (told, sum / Math.Max(1, told));
    }

    private static List<Onset> Apartly(IEnumerable<Onset> best)
    {
        var chosen = new List<Onset>();
        foreach (var onset in best)
        {
            if (chosen.Count == AskedTouches)
                break;
            if (chosen.TrueForAll(one => Math.Abs(one.At - onset.At) >= Between))
                chosen.Add(onset);
        }
        return chosen;
    }

    private static SpaceSound Of(List<Onset> touches)
    {
        double[] means = [.. Enumerable.Range(0, SoundFrame.Bands).Select(band => touches.Average(onset => onset.Shape[band]))];
        return new(
            [.. means],
            [
                .. means.Select(
                    (mean, band) =>
                        Rounded.To(
                            Math.Sqrt(touches.Average(onset => Math.Pow(onset.Shape[band] - mean, 2)) + (LeastSpread * LeastSpread)),
                            1
                        )
                ),
            ]
        );
    }
}

using MathNet.Numerics.Statistics;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>The same frames as they might have been in more noise: what sounds all the time is about three times as strong (5 dB). What is
/// just heard now is just missed then.</summary>
public static class Noisier
{
    // The noise that is added, as a part of what lies in the middle of what is there (of noise that is 0.7 of its mean), and what it is
    // drawn from: the same each time.
    private const double More = 3;

    private const int Seed = 1;

    private static readonly double[] Powers =
    [
        .. Enumerable.Range(0, SoundFrame.Highest + 1).Select(level => Math.Pow(10, ((level * SoundFrame.Step) + SoundFrame.Lowest) / 10)),
    ];

    /// <summary>Adds noise to whole frames, to each band by what lies in the middle of all that sounded there; its power is spread as an
    /// exponential, which is rougher than that of steady noise in a wide band. Frames that never came stay so.</summary>
    /// <param name="frames">Frames of <see cref="SoundFrame.Bands"/> levels each.</param>
    public static byte[] Of(ReadOnlySpan<byte> frames)
    {
        var (noisier, chance) = (frames.ToArray(), new Random(Seed));
        var usual = Enumerable.Range(0, SoundFrame.Bands).Select(band => Middle(noisier, band)).ToArray();
        for (var at = 0; at < noisier.Length; at += SoundFrame.Bands)
        {
            if (SoundFrame.IsLost(noisier.AsSpan(at, SoundFrame.Bands)))
                continue;
            for (var band = 0; band < SoundFrame.Bands; band++)
                noisier[at + band] = SoundFrame.Level(Power(noisier[at + band]) - (More * usual[band] * Math.Log(1 - chance.NextDouble())));
        }
        return noisier;
    }

    private static double Middle(byte[] frames, int band)
    {
        var all = new List<double>();
        for (var at = 0; at < frames.Length; at += SoundFrame.Bands)
            if (!SoundFrame.IsLost(frames.AsSpan(at, SoundFrame.Bands)))
                all.Add(Power(frames[at + band]));
        return all.Count > 0 ? all.Median() : 0;
    }

    private static double Power(byte level) => Powers[Math.Min((int)level, SoundFrame.Highest)];
}

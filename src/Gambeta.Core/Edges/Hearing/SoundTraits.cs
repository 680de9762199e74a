namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// What is looked at of a beginning to tell a struck ball from other sounds: how its pairs of bands rise above what was there before and
/// die away again, from 30 ms before it to 90 ms after it, how they stand to each other at its height, and to the loudest of the 300 ms
/// before it. How loud it all is does not matter.
/// </summary>
public static class SoundTraits
{
    /// <summary>How many there are.</summary>
    public const int Count = (Pools * Pairs) + (3 * Pairs);

    private const int Pairs = SoundFrame.Bands / 2,
        Pools = 8,
        Lately = 30;

    // The frames of each pool, counted from the beginning.
    private static readonly (int From, int To)[] Times = [(-3, -2), (-1, -1), (0, 0), (1, 1), (2, 2), (3, 4), (5, 6), (7, 8)];

    /// <summary>The traits of a beginning; each about between -2 and 4.</summary>
    public static float[] Of(List<byte[]> frames, int t, double[] pre, double[] spread, double[] levels, double[] rises)
    {
        var traits = new float[Count];
        var mean = 0.0;
        for (var band = 0; band < SoundFrame.Bands; band++)
            mean += levels[band] / SoundFrame.Bands;
        for (var pair = 0; pair < Pairs; pair++)
        {
            var (low, high) = (2 * pair, (2 * pair) + 1);
            var ground = (pre[low] + pre[high]) / 2;
            for (var pool = 0; pool < Pools; pool++)
            {
                var (sum, many) = (0.0, 0);
                for (var k = t + Times[pool].From; k <= t + Times[pool].To; k++)
                    (sum, many) = (sum + frames[k][low] + frames[k][high], many + 2);
                traits[(pool * Pairs) + pair] = (float)Math.Clamp(((sum / many * SoundFrame.Step) - ground) / 10, -1, 4);
            }
            traits[(Pools * Pairs) + pair] = (float)Math.Clamp((levels[low] + levels[high] - (2 * mean)) / 20, -2, 2);
            // Softer than what was just before: an echo of it, or what is left of it.
            var loudest = 0;
            for (var k = Math.Max(0, t - Lately); k <= t - 2; k++)
                loudest = Math.Max(loudest, frames[k][low] + frames[k][high]);
            traits[((Pools + 2) * Pairs) + pair] = (float)
                Math.Clamp((levels[low] + levels[high] - (loudest * SoundFrame.Step)) / 20, -3, 3);
            traits[((Pools + 1) * Pairs) + pair] =
                (float)Math.Clamp((rises[low] + rises[high]) / (spread[low] + spread[high] + 2), -2, 6) / 2;
        }
        return traits;
    }
}

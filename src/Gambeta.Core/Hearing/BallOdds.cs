namespace Gambeta.Core.Hearing;

/// <summary>
/// How likely each beginning is a ball: first from its traits alone (<see cref="BallSound"/>), then from how it resembles what in the same recording was a ball and what was not.
/// A place, a ball and a microphone sound alike for a whole round, whatever they sound like.
/// </summary>
public static class BallOdds
{
    private const double Tempered = 0.13, MostOfLikeness = 3.5, LeastSpread = 3.5, Enough = 5, Sure = 0.7, MostAlone = 6;

    // How likely a ball is where it is told what a ball sounds like here: the first of these with so many, else what is likelier than not.
    private static readonly double[] Surely = [0.98, 0.9];

    private const int Many = 8;

    private const int Rounds = 4;

    /// <summary>The most beginnings that are held against each other: the latest.</summary>
    public const int MostCompared = 600;

    /// <summary>The log odds of beginnings of one recording, in their order.</summary>
    /// <param name="onsets">The beginnings.</param>
    /// <param name="place">What the ball sounds like here, where that was learned.</param>
    public static double[] Of(IReadOnlyList<Onset> onsets, PlaceSound? place = null)
    {
        double[] alone = [.. onsets.Select(onset => Math.Clamp(onset.Alone + (place?.For(onset) ?? 0), -MostAlone, MostAlone))];
        return [.. alone.Zip(Likenesses(onsets, alone), (odds, like) => odds + like)];
    }

    // How much more each resembles what in this recording is a ball than what is none.
    private static double[] Likenesses(IReadOnlyList<Onset> onsets, double[] alone)
    {
        var (like, from) = (new double[onsets.Count], Math.Max(0, onsets.Count - MostCompared));
        for (var round = 0; round < Rounds && onsets.Count > 0; round++)
        {
            var (ball, other) = (new Likeness(), new Likeness());
            var surely = SurelyBalls(alone, like, from);
            for (var i = from; i < onsets.Count; i++)
            {
                var p = Chance(alone[i] + like[i]);
                // What is in doubt teaches nothing.
                if (p > surely) ball.Add(onsets[i].Levels, p);
                else if (p < 1 - Sure) other.Add(onsets[i].Levels, 1 - p);
            }
            if (ball.Weight < Enough || other.Weight < Enough) break;
            for (var i = 0; i < onsets.Count; i++) like[i] = Math.Clamp(Tempered * (ball.Log(onsets[i].Levels) - other.Log(onsets[i].Levels)), -MostOfLikeness, MostOfLikeness);
        }
        return like;
    }

    // Where there are enough that are surely balls, what is only likely one does not blur what they sound like.
    private static double SurelyBalls(double[] alone, double[] like, int from)
    {
        foreach (var level in Surely)
        {
            var many = 0;
            for (var i = from; i < alone.Length; i++) if (Chance(alone[i] + like[i]) > level) many++;
            if (many >= Many) return level;
        }
        return Sure;
    }

    /// <summary>The chance that log odds mean.</summary>
    public static double Chance(double odds) => 1 / (1 + Math.Exp(-odds));

    /// <summary>A bell in each band, from weighed sounds.</summary>
    internal sealed class Likeness
    {
        private readonly double[] _sum = new double[SoundFrame.Bands], _squares = new double[SoundFrame.Bands];

        public double Weight { get; private set; }

        public void Add(double[] levels, double weight)
        {
            Weight += weight;
            for (var band = 0; band < levels.Length; band++)
            {
                _sum[band] += weight * levels[band];
                _squares[band] += weight * levels[band] * levels[band];
            }
        }

        public double Log(double[] levels)
        {
            var log = 0.0;
            for (var band = 0; band < levels.Length; band++)
            {
                var mean = _sum[band] / Weight;
                var spread = Math.Sqrt(Math.Max(0, (_squares[band] / Weight) - (mean * mean)) + (LeastSpread * LeastSpread));
                var z = Math.Clamp((levels[band] - mean) / spread, -3, 3);
                log -= (z * z / 2) + Math.Log(spread);
            }
            return log;
        }
    }
}

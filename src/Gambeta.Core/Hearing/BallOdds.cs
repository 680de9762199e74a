namespace Gambeta.Core.Hearing;

/// <summary>
/// How likely each beginning is a ball: first from its traits alone (a logistic model, fitted to made-up recordings whose every constant was drawn from wide bounds), then
/// from how it resembles what in the same recording was a ball and what was not. A place, a ball and a microphone sound alike for a whole round, whatever they sound like.
/// </summary>
public static class BallOdds
{
    private const double Tempered = 0.25, MostOfLikeness = 3.5, LeastSpread = 3.5, Enough = 5, Sure = 0.7;

    private const int Rounds = 4;

    /// <summary>The most beginnings that are held against each other: the latest.</summary>
    public const int MostCompared = 400;

    /// <summary>The log odds of a beginning by its traits alone.</summary>
    public static double Alone(Onset onset)
    {
        return Math.Clamp(BallSound.Shipped.LogOdds(onset.Traits), -6, 6);
    }

    /// <summary>The log odds of beginnings of one recording, in their order.</summary>
    public static double[] Of(IReadOnlyList<Onset> onsets)
    {
        double[] alone = [.. onsets.Select(Alone)], odds = [.. alone];
        var from = Math.Max(0, onsets.Count - MostCompared);
        for (var round = 0; round < Rounds && onsets.Count > 0; round++)
        {
            var (ball, other) = (new Likeness(), new Likeness());
            for (var i = from; i < onsets.Count; i++)
            {
                var p = Chance(odds[i]);
                // What is in doubt teaches nothing.
                if (p > Sure) ball.Add(onsets[i].Levels, p);
                else if (p < 1 - Sure) other.Add(onsets[i].Levels, 1 - p);
            }
            if (ball.Weight < Enough || other.Weight < Enough) break;
            for (var i = 0; i < onsets.Count; i++) odds[i] = alone[i] + Math.Clamp(Tempered * (ball.Log(onsets[i].Levels) - other.Log(onsets[i].Levels)), -MostOfLikeness, MostOfLikeness);
        }
        return odds;
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

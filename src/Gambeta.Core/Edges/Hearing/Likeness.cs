namespace Gambeta.Core.Edges.Hearing;

/// <summary>What several sounds have in common: a bell in each band, from weighed sounds.</summary>
internal sealed class Likeness
{
    private const double LeastSpread = 3.5;

    private readonly double[] _sum = new double[SoundFrame.Bands],
        _squares = new double[SoundFrame.Bands];

    /// <summary>The weight of all that was added.</summary>
    public double Weight { get; private set; }

    /// <summary>Adds a sound by the level of each band.</summary>
    public void Add(double[] levels, double weight)
    {
        Weight += weight;
        for (var band = 0; band < levels.Length; band++)
        {
            _sum[band] += weight * levels[band];
            _squares[band] += weight * levels[band] * levels[band];
        }
    }

    /// <summary>How much a sound is like them: the logarithm of a density, however scaled.</summary>
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

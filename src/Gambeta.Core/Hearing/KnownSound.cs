namespace Gambeta.Core.Hearing;

/// <summary>What ten touches in a place sounded like, with the ball that is used there: a few numbers, no sound.</summary>
/// <param name="Levels">The mean level of each band at a touch, in decibels above the lowest.</param>
/// <param name="Quiet">The level of each band when nobody does anything.</param>
public sealed record KnownSound(IReadOnlyList<double> Levels, IReadOnlyList<double> Quiet)
{
    private const double Tempered = 0.2, Spread = 6, Most = 2.5;

    /// <summary>How much likelier a beginning is a ball because it sounds like the touches that were learned: log odds, at most 2.5 either way.</summary>
    public double Likeness(Onset onset)
    {
        // Loudness changes with the distance; the shape stays. Bands in which the touches did not stand out say nothing.
        var bands = Enumerable.Range(0, SoundFrame.Bands).Where(band => Levels[band] > Quiet[band] + 4).ToList();
        if (bands.Count < 3) return 0;
        var shift = bands.Average(band => onset.Levels[band] - Levels[band]);
        var off = bands.Sum(band => Math.Pow(Math.Clamp((onset.Levels[band] - Levels[band] - shift) / Spread, -3, 3), 2)) / bands.Count;
        var loud = Math.Pow(Math.Clamp(shift / 10, -2, 2), 2);
        return Math.Clamp((1.2 - off - (loud * 0.5)) * Tempered * SoundFrame.Bands, -Most, Most);
    }
}

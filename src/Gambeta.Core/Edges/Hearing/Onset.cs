namespace Gambeta.Core.Edges.Hearing;

/// <summary>Something that began to sound all at once.</summary>
/// <param name="Frame">The frame with which it rises.</param>
/// <param name="Strength">How far it stands out of what was there before, over all bands, in spreads of the noise: adds up over
/// bands.</param>
/// <param name="Levels">How strong it was in each band at its height, in decibels.</param>
/// <param name="Rises">How much that is above what was there before, in decibels.</param>
/// <param name="Traits">What tells a ball from other things: see <see cref="SoundTraits"/>.</param>
/// <param name="Around">The frames about it: <see cref="AroundBefore"/> before it, itself, and those after it that are looked at.</param>
public sealed record Onset(int Frame, double Strength, double[] Levels, double[] Rises, float[] Traits, IReadOnlyList<byte[]> Around)
{
    /// <summary>Frames before it that are kept.</summary>
    public const int AroundBefore = 2;

    /// <summary>Frames that are kept in all.</summary>
    public const int AroundCount = AroundBefore + 1 + OnsetDetector.Ahead;

    /// <summary>Seconds since the beginning: the middle of the window of the frame that rises is where a short sound lies on the
    /// average.</summary>
    public double At => (Frame + 1.5) / SoundFrame.ASecond;

    private double? _alone;

    /// <summary>The log odds that it is a ball, by itself and however loud.</summary>
    public double Alone =>
        _alone ??= KindOdds
            .From(
                SoundCompany.Shipped.Tell(
                    SoundCompany.Shipped.Look(SoundToken.Of(this, null, NoDrill)),
                    (float)((SoundToken.UsualLoudness - Loudness) / SoundToken.OfLoudness)
                )
            )
            .Ball;

    private static readonly SoundCycle NoDrill = SoundCycle.Plain with { Falls = false };

    /// <summary>Mean level of the bands that rose, in decibels.</summary>
    public double Loudness { get; } = Loud(Levels, Rises);

    /// <summary>The levels beside the loudness: what it sounds like, however loud.</summary>
    public double[] Shape { get; } = Shaped(Levels, Rises);

    private static double[] Shaped(double[] levels, double[] rises)
    {
        var loud = Loud(levels, rises);
        return [.. levels.Select(level => level - loud)];
    }

    private static double Loud(double[] levels, double[] rises)
    {
        var (sum, weight) = (0.0, 1e-9);
        for (var band = 0; band < levels.Length; band++)
        {
            var w = Math.Max(0, rises[band]);
            (sum, weight) = (sum + (w * levels[band]), weight + w);
        }
        return sum / weight;
    }
}

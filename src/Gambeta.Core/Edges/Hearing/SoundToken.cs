namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// What a net is told of a beginning: its traits, the frames about it above what was there before, how its bands stand to each other and
/// how much they rise, how loud it is, what is known of the place, and of the drill.
/// </summary>
public static class SoundToken
{
    /// <summary>How many numbers.</summary>
    public const int Count = Around + (Onset.AroundCount * SoundFrame.Bands) + (2 * SoundFrame.Bands) + 2 + OfDrill;

    /// <summary>Which of them says how loud it is: 0 is <see cref="UsualLoudness"/>, one is <see cref="OfLoudness"/> more.</summary>
    public const int Loudness = Count - OfDrill - 2;

    /// <summary>Decibels of the middle of what sounds, as a net knows it.</summary>
    public const double UsualLoudness = 45;

    /// <summary>The decibels of one in <see cref="Loudness"/>.</summary>
    public const double OfLoudness = 20;

    // Where the frames begin, and what is told of the drill.
    private const int Around = SoundTraits.Count,
        OfDrill = 4;

    /// <summary>The numbers of a beginning; each about between -4 and 4.</summary>
    /// <param name="onset">The beginning.</param>
    /// <param name="place">What the ball sounds like here, where that was learned.</param>
    /// <param name="cycle">What can be heard of the drill, as it repeats.</param>
    public static float[] Of(Onset onset, SpaceSound? place, SoundCycle cycle)
    {
        var numbers = new float[Count];
        onset.Traits.CopyTo(numbers, 0);
        var at = Around;
        foreach (var frame in onset.Around)
        {
            for (var band = 0; band < SoundFrame.Bands; band++)
                numbers[at++] = (float)Math.Clamp(((frame[band] * SoundFrame.Step) - onset.Levels[band] + onset.Rises[band]) / 10, -1, 4);
        }
        foreach (var level in onset.Shape)
            numbers[at++] = (float)Math.Clamp(level / 20, -4, 4);
        foreach (var rise in onset.Rises)
            numbers[at++] = (float)Math.Clamp(rise / 20, -1, 4);
        numbers[at++] = (float)((onset.Loudness - UsualLoudness) / OfLoudness);
        numbers[at++] = (float)(place?.For(onset) ?? 0);
        numbers[at++] = cycle.Falls ? 1 : 0;
        var isToWall = cycle.Sounds.Any(sound => sound.Kind == HeardKind.Wall);
        numbers[at++] = isToWall ? 1 : 0;
        numbers[at++] = cycle.Sounds.Any(sound => sound.Kind == HeardKind.Bounce) ? 1 : 0;
        // More touches than the one that plays it away.
        numbers[at] = isToWall && cycle.Sounds.Length > 2 ? 1 : 0;
        return numbers;
    }
}

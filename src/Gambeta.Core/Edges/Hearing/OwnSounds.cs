namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// Takes what the application itself sounds out of the frames: while a signal of its own may sound, the bands of its pitch and overtones
/// stay as they were before. A player who keeps to the beat touches the ball just then: the other bands go on being heard.
/// </summary>
internal sealed class OwnSounds
{
    // A loudspeaker and the air are a little late, and a room answers.
    private const double Early = 0.03,
        Late = 0.08;

    private static readonly int[] Parts = [1, 3, 5];

    private readonly List<(int From, int To, int[] Bands)> _sounds;
    private readonly byte[] _before = new byte[SoundFrame.Bands];

    public OwnSounds(IReadOnlyList<OwnSound> sounds) =>
        _sounds = [
            .. sounds
                .OrderBy(sound => sound.At)
                .Select(sound =>
                    (
                        (int)Math.Floor((sound.At - Early) * SoundFrame.ASecond),
                        (int)Math.Ceiling((sound.At + sound.Seconds + Late) * SoundFrame.ASecond),
                        Parts.SelectMany(part => BandsOf(sound.Hertz * part)).Distinct().ToArray()
                    )
                ),
        ];

    public void Mask(int number, Span<byte> frame)
    {
        foreach (var (from, to, bands) in _sounds)
        {
            if (from > number)
                break;
            if (to >= number)
                foreach (var band in bands)
                    frame[band] = _before[band];
        }
        frame.CopyTo(_before);
    }

    // The band of a pitch, and its neighbour where the window lets it through.
    private static IEnumerable<int> BandsOf(double hertz)
    {
        const double leaks = 110;
        for (var band = 0; band < SoundFrame.Bands; band++)
            if (hertz + leaks > SoundFrame.Edges[band] && hertz - leaks < SoundFrame.Edges[band + 1])
                yield return band;
    }
}

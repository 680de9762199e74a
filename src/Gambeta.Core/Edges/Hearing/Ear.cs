namespace Gambeta.Core.Edges.Hearing;

/// <summary>A signal that the application itself gave while it listened.</summary>
/// <param name="At">Seconds since the beginning.</param>
/// <param name="Seconds">How long it lasts.</param>
/// <param name="Hertz">Its pitch; its third and fifth overtone sound as well.</param>
public readonly record struct OwnSound(double At, double Seconds, double Hertz);

/// <summary>What is known before a set is listened to.</summary>
/// <param name="Cycle">What can be heard of the drill.</param>
/// <param name="Own">Signals of the application: the bands in which they sound say nothing then, the others go on.</param>
/// <param name="Place">What the ball sounds like in this place, where that was learned.</param>
public sealed record ListeningFor(SoundCycle Cycle, IReadOnlyList<OwnSound>? Own = null, SpaceSound? Place = null)
{
    /// <summary>Nothing but touches.</summary>
    public static readonly ListeningFor Touches = new(SoundCycle.Plain);
}

/// <summary>
/// Listens to a set: takes frames as they come, and tells what was heard so far. The same for a microphone and a recording; what is told
/// while it goes on may change when more is known (a touch turns out to be the first bounce of a drop).
/// </summary>
public sealed class Ear(ListeningFor what)
{
    private readonly OnsetDetector _detector = new();
    private readonly OwnSounds _own = new(what.Own ?? []);
    private readonly List<Onset> _onsets = [];
    private readonly SoundCycle _rep = Cycle(what).Shortest;
    private readonly BallOdds _odds = new(Cycle(what).Shortest, what.Place);
    private readonly List<byte> _taken = [];
    private readonly byte[] _last = new byte[SoundFrame.Bands];
    private HeardSet? _heard;
    private int _lost;

    /// <summary>Frames that were taken.</summary>
    public int Frames => _detector.Frames;

    /// <summary>Takes frames, one after the other, <see cref="SoundFrame.Bands"/> levels each; levels above the highest are cut to
    /// it.</summary>
    /// <exception cref="ArgumentException">They are no whole frames.</exception>
    public void Take(ReadOnlySpan<byte> frames)
    {
        if (frames.Length % SoundFrame.Bands != 0)
            throw new ArgumentException("Frames are whole.", nameof(frames));
        _taken.AddRange(frames);
        Span<byte> frame = stackalloc byte[SoundFrame.Bands];
        for (var at = 0; at < frames.Length; at += SoundFrame.Bands)
        {
            frames.Slice(at, SoundFrame.Bands).CopyTo(frame);
            if (SoundFrame.IsLost(frame))
            {
                // As before, as far as anybody knows: nothing begins where nothing was heard.
                _last.CopyTo(frame);
                (_lost, _heard) = (_lost + 1, null);
            }
            else
            {
                frame.CopyTo(_last);
            }
            _own.Mask(_detector.Frames, frame);
            if (_detector.Take(frame) is not { } onset)
                continue;
            _onsets.Add(onset);
            _heard = null;
        }
    }

    /// <summary>What was heard so far.</summary>
    public HeardSet Heard => _heard ??= Listen();

    /// <summary>What was heard of a set that is over: its count is trusted only where about the same would have been heard in more
    /// noise.</summary>
    public HeardSet Whole()
    {
        if (!Heard.IsTrusted)
            return Heard;
        var noisier = new Ear(what);
        noisier.Take(Noisier.Of(System.Runtime.InteropServices.CollectionsMarshal.AsSpan(_taken)));
        return Heard.HeldAgainst(noisier.Heard);
    }

    /// <summary>What is heard in a whole recording.</summary>
    public static HeardSet Of(ReadOnlySpan<byte> frames, ListeningFor what)
    {
        var ear = new Ear(what);
        ear.Take(frames);
        return ear.Whole();
    }

    /// <summary>
    /// Each beginning with what the net told of it and what was made of it in the end; and what was added without one, in order. For
    /// whoever asks why a count is wrong.
    /// </summary>
    public IReadOnlyList<ExplainedSound> Explain()
    {
        var (odds, made) = (_odds.Of(_onsets), Heard.Sounds.ToLookup(sound => sound.At));
        var begun = _onsets.Select(onset => onset.At).ToHashSet();
        return
        [
            .. _onsets
                .Select((onset, i) => new ExplainedSound(onset.At, onset.Strength, odds[i], made[onset.At].FirstOrDefault()))
                .Concat(
                    Heard.Sounds.Where(sound => !begun.Contains(sound.At)).Select(sound => new ExplainedSound(sound.At, null, null, sound))
                )
                .OrderBy(sound => sound.At),
        ];
    }

    private static SoundCycle Cycle(ListeningFor what) => what.Cycle.Sounds.Length > 0 ? what.Cycle : SoundCycle.Plain;

    private HeardSet Listen()
    {
        var (kinds, feet) = (_odds.Of(_onsets), new PatternFeet(Cycle(what)));
        var (heard, course) = _rep.Falls ? (HeardKeptUp.Of(_onsets, kinds, _rep, feet), 1) : HeardPattern.Of(_onsets, kinds, _rep, feet);
        return HeardSet.Of([.. heard.OrderBy(touch => touch.At)], course, _lost);
    }
}

/// <summary>Why a sound counts, or does not.</summary>
/// <param name="At">Seconds since the beginning.</param>
/// <param name="Strength">How strongly it began; nothing where nothing began and a touch was added all the same.</param>
/// <param name="Net">What the net told of it, as log odds against none of them; nothing where nothing began.</param>
/// <param name="Made">What the way of the ball made of it; nothing where it was struck out.</param>
public sealed record ExplainedSound(double At, double? Strength, KindOdds? Net, HeardTouch? Made);

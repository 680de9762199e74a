namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// Finds where something begins to sound. In each band what is there now (the power of two frames) is held against what was there before:
/// the louder of the middle of the last second and a half and of the mean of the 20 ms before the last 20. What stands out is measured in
/// spreads of that band's noise and added up (the spectral flux of Dixon, 2006, with each band weighed by its own noise). A beginning is
/// where the sum is at its height, and above the middle of the sums of the last three seconds: about six times a second something may
/// begin, and what it is is told by what follows. Known about 90 ms after it.
/// </summary>
public sealed class OnsetDetector
{
    /// <summary>Frames after the beginning that are looked at.</summary>
    public const int Ahead = 9;

    // Frames before it, and frames between two beginnings at least.
    private const int Before = 8,
        Apart = 4,
        Remembered = 300;

    private const double LeastStrength = 1.2,
        MostOfABand = 5;

    private static readonly double[] Powers =
    [
        .. Enumerable.Range(0, SoundFrame.Highest + 1).Select(level => Math.Pow(10, level * SoundFrame.Step / 10)),
    ];

    private readonly List<byte[]> _frames = [];
    private readonly List<double> _sums = [];
    private readonly List<(double[] Pre, double[] Spread)> _ground = [];
    private readonly BandHistory[] _history = [.. Enumerable.Range(0, SoundFrame.Bands).Select(_ => new BandHistory())];
    private int _looked,
        _last = -Apart;

    /// <summary>Frames that were taken.</summary>
    public int Frames => _frames.Count;

    /// <summary>Takes the next frame; gives the beginnings that are known by now. Levels above the highest, which no listener makes, are
    /// cut to it.</summary>
    public Onset? Take(ReadOnlySpan<byte> frame)
    {
        byte[] kept = [.. frame];
        for (var band = 0; band < kept.Length; band++)
            kept[band] = Math.Min(kept[band], (byte)SoundFrame.Highest);
        _frames.Add(kept);
        // The sum of a frame needs the one after it.
        if (_frames.Count >= 2)
            Sum(_frames.Count - 2);
        var at = _frames.Count - 1 - Ahead;
        return at > _looked ? Look(_looked = at) : null;
    }

    /// <summary>All beginnings in whole frames, <see cref="SoundFrame.Bands"/> levels each; what is left over at the end is no
    /// frame.</summary>
    public static List<Onset> Of(ReadOnlySpan<byte> frames)
    {
        var (detector, onsets) = (new OnsetDetector(), new List<Onset>());
        for (var at = 0; at + SoundFrame.Bands <= frames.Length; at += SoundFrame.Bands)
        {
            if (detector.Take(frames.Slice(at, SoundFrame.Bands)) is { } onset)
                onsets.Add(onset);
        }
        return onsets;
    }

    private void Sum(int t)
    {
        var (pre, spread, sum) = (new double[SoundFrame.Bands], new double[SoundFrame.Bands], 0.0);
        for (var band = 0; band < SoundFrame.Bands; band++)
        {
            // What is now does not belong to what was before.
            if (t >= 2)
                _history[band].Take(_frames[t - 2][band]);
            var (middle, spreads) = _history[band].Look();
            var (near, many) = (0.0, 0);
            for (var k = t - 3; k <= t - 2; k++)
                if (k >= 0)
                    (near, many) = (near + (_frames[k][band] * SoundFrame.Step), many + 1);
            (pre[band], spread[band]) = (Math.Max(middle, many > 0 ? near / many : middle), spreads);
            var above = Now(t, band) - pre[band];
            sum += Math.Clamp((above - (0.5 * spreads)) / (spreads + 1), 0, MostOfABand);
        }
        // In the first moments nothing is known of what was before.
        _sums.Add(t < Before ? 0 : sum);
        _ground.Add((pre, spread));
    }

    private double Now(int t, int band) =>
        10 * Math.Log10((Powers[_frames[t][band]] + Powers[_frames[Math.Min(t + 1, _frames.Count - 1)][band]]) / 2);

    private Onset? Look(int t)
    {
        if (_sums[t] < LeastStrength || t - _last < Apart)
            return null;
        for (var k = Math.Max(0, t - 2); k <= Math.Min(_sums.Count - 1, t + 2); k++)
            if (_sums[k] > _sums[t] || (_sums[k] == _sums[t] && k < t))
                return null;
        var (from, many) = (Math.Max(0, t - Remembered), Math.Min(t, Remembered));
        if (many > 20)
        {
            var before = _sums.GetRange(from, many);
            before.Sort();
            if (_sums[t] < before[many / 2])
                return null;
        }
        _last = t;
        return Onset(t);
    }

    private Onset Onset(int t)
    {
        var (pre, spread) = _ground[t];
        var (levels, rises) = (new double[SoundFrame.Bands], new double[SoundFrame.Bands]);
        for (var band = 0; band < SoundFrame.Bands; band++)
        {
            levels[band] = Math.Max(Now(t, band), _frames[t + 1][band] * SoundFrame.Step);
            rises[band] = levels[band] - pre[band];
        }
        return new Onset(
            t,
            _sums[t],
            levels,
            rises,
            SoundTraits.Of(_frames, t, pre, spread, levels, rises),
            _frames.GetRange(t - Edges.Hearing.Onset.AroundBefore, Edges.Hearing.Onset.AroundCount)
        );
    }
}

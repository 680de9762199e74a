using Gambeta.Core.Touches;

namespace Gambeta.Core.Hearing;

/// <summary>A signal that the application itself gave while it listened.</summary>
/// <param name="At">Seconds since the beginning.</param>
/// <param name="Seconds">How long it lasts.</param>
/// <param name="Hertz">Its pitch; its third and fifth overtone sound as well.</param>
public readonly record struct OwnSound(double At, double Seconds, double Hertz);

/// <summary>What is known before a set is listened to.</summary>
/// <param name="Cycle">What can be heard of the drill.</param>
/// <param name="Own">Signals of the application: the bands in which they sound say nothing then, the others go on.</param>
/// <param name="Place">What the ball sounds like in this place, where that was learned.</param>
public sealed record ListeningFor(SoundCycle Cycle, IReadOnlyList<OwnSound>? Own = null, PlaceSound? Place = null)
{
    /// <summary>Nothing but touches.</summary>
    public static readonly ListeningFor Touches = new(SoundCycle.Plain);
}

/// <summary>
/// Listens to a set: takes frames as they come, and tells what was heard so far. The same for a microphone and a recording; what is told while it goes on may change
/// when more is known (a touch turns out to be the first bounce of a drop).
/// </summary>
public sealed class Ear(ListeningFor what)
{
    private const double ShortestToWall = 0.09, InferredSure = 0.55, Pauses = 1.8, ShortestPause = 0.8, About = 0.14, LeastTold = -3;

    // What parts a bounce from a touch, beside its time: what the net tells, and how it is like the bounces here; each weighs less than it says, since both come of the same sound.
    private const double ToldBounce = 0.3, MostBounce = 5, LikeBounce = 0.2, MostLike = 4;

    private readonly OnsetDetector _detector = new();
    private readonly OwnSounds _own = new(what.Own ?? []);
    private readonly List<Onset> _onsets = [];
    private readonly BallOdds _odds = new(Cycle(what), what.Place);
    private readonly byte[] _last = new byte[SoundFrame.Bands];
    private HeardSet? _heard;
    private int _lost;

    /// <summary>Frames that were taken.</summary>
    public int Frames => _detector.Frames;

    /// <summary>Takes frames, one after the other, <see cref="SoundFrame.Bands"/> levels each; levels above the highest are cut to it.</summary>
    /// <exception cref="ArgumentException">They are no whole frames.</exception>
    public void Take(ReadOnlySpan<byte> frames)
    {
        if (frames.Length % SoundFrame.Bands != 0) throw new ArgumentException("Frames are whole.", nameof(frames));
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
            if (_detector.Take(frame) is not { } onset) continue;
            _onsets.Add(onset);
            _heard = null;
        }
    }

    /// <summary>What was heard so far.</summary>
    public HeardSet Heard => _heard ??= Listen();

    /// <summary>What is heard in a whole recording.</summary>
    public static HeardSet Of(ReadOnlySpan<byte> frames, ListeningFor what)
    {
        var ear = new Ear(what);
        ear.Take(frames);
        return ear.Heard;
    }

    private static SoundCycle Cycle(ListeningFor what) => what.Cycle.Sounds.Length > 0 ? what.Cycle : SoundCycle.Plain;

    private HeardSet Listen()
    {
        var kinds = _odds.Of(_onsets);
        double[] times = [.. _onsets.Select(onset => onset.At)], odds = [.. kinds.Select(kind => kind.Ball)];
        var cycle = Cycle(what);
        var path = BallPath.Best(times, odds, cycle.Sounds.Any(sound => sound.Kind == HeardKind.Wall) ? ShortestToWall : BallPath.ShortestTouch);
        var series = Series(path, times);
        var (tails, margins) = Tails(series, times, kinds, cycle);
        var whole = series.Select((one, i) => one[..^tails[i]]).ToList();
        var (places, margin) = CycleLabels.Of([.. whole.Select(one => (one.Select(i => times[i]).ToArray(), one.Select(i => _onsets[i].Shape).ToArray(), one.Select(i => kinds[i]).ToArray()))], cycle);
        var heard = new List<HeardTouch>();
        var onPath = path.ToHashSet();
        for (var s = 0; s < series.Count; s++)
        {
            var first = heard.Count;
            Tell(whole[s], places[s], path, times, odds, cycle, heard);
            // Where the ball fell may be one touch sooner or later: the last touch is as sure as that.
            if (heard.Count > first && cycle.Falls) heard[^1] = heard[^1] with { Sure = Math.Min(heard[^1].Sure, KindOdds.Chance(margins[s])) };
            heard.AddRange(series[s][^tails[s]..].Select(i => new HeardTouch(times[i], HeardKind.Bounce, null, KindOdds.Chance(odds[i]))));
        }
        heard.AddRange(Enumerable.Range(0, times.Length).Where(i => !onPath.Contains(i) && odds[i] > LeastTold).Select(i => new HeardTouch(times[i], HeardKind.Other, null, 1 - KindOdds.Chance(odds[i]))));
        return HeardSet.Of([.. heard.OrderBy(touch => touch.At)], KindOdds.Chance(margin / cycle.Sounds.Length), _lost);
    }

    // What follows each other without a pause belongs together: a pause is longer than a touch that was drowned would leave.
    private static List<int[]> Series(List<int> path, double[] times)
    {
        var (all, now) = (new List<int[]>(), new List<int>());
        var usual = Usual([.. path], times);
        var longest = usual > 0 ? Math.Clamp(Pauses * usual, ShortestPause, BallPath.LongestGap) : BallPath.LongestGap;
        foreach (var i in path)
        {
            if (now.Count > 0 && times[i] - times[now[^1]] is var gap && (gap > BallPath.LongestGap || (gap > longest && !IsDrowned(times[now[^1]], times[i], usual, path, times))))
            {
                all.Add([.. now]);
                now.Clear();
            }
            now.Add(i);
        }
        if (now.Count > 0) all.Add([.. now]);
        return all;
    }

    // Whether a touch may be hidden between two: a ball that is kept up cannot have skipped one, and something else sounded just when it was due.
    private static bool IsDrowned(double from, double to, double usual, List<int> path, double[] times)
    {
        var (gap, middle) = (to - from, (from + to) / 2);
        return usual > 0 && gap / usual is > 1.65 and < 2.35 && Array.Exists(times, at => Math.Abs(at - middle) < About * gap && !path.Exists(i => times[i] == at));
    }

    // How many sounds at the end of each series are bounces after a drop: first by their time alone, then also by what bounces sound like here.
    private (int[] Tails, double[] Margins) Tails(List<int[]> series, double[] times, KindOdds[] kinds, SoundCycle cycle)
    {
        var (tails, margins) = (new int[series.Count], new double[series.Count]);
        if (!cycle.Falls) return (tails, margins);
        for (var round = 0; round < 5; round++)
        {
            var (touches, bounces) = (new Likeness(), new Likeness());
            for (var s = 0; s < series.Count && round > 0; s++)
            {
                for (var k = 0; k < series[s].Length; k++) (k < series[s].Length - tails[s] ? touches : bounces).Add(_onsets[series[s][k]].Shape, 1);
            }
            var known = touches.Weight >= 3 && bounces.Weight >= 3;
            for (var s = 0; s < series.Count; s++)
            {
                var one = series[s];
                (tails[s], margins[s]) = BounceTail.Of(
                    [.. one.Select(i => times[i])], [.. one.Select(i => _onsets[i].Loudness)], UsualTouch(series, tails, times),
                    k => Math.Clamp(ToldBounce * (kinds[one[k]].Bounce - kinds[one[k]].Touch), -MostBounce, MostBounce) + (known ? Math.Clamp(LikeBounce * (bounces.Log(_onsets[one[k]].Shape) - touches.Log(_onsets[one[k]].Shape)), -MostLike, MostLike) : 0));
            }
        }
        return (tails, margins);
    }

    private static void Tell(int[] series, int[] places, List<int> path, double[] times, double[] odds, SoundCycle cycle, List<HeardTouch> heard)
    {
        var isPlain = cycle.Sounds.Length == 1;
        var usual = Usual(series, times);
        for (var k = 0; k < series.Length; k++)
        {
            var (i, sound) = (series[k], cycle.Sounds[places[k]]);
            if (k > 0)
            {
                var gap = times[i] - times[series[k - 1]];
                if (isPlain && IsDrowned(times[i] - gap, times[i], usual, path, times))
                {
                    heard.Add(new HeardTouch(times[i] - (gap / 2), HeardKind.Touch, null, InferredSure));
                }
                else if (!isPlain)
                {
                    var length = cycle.Sounds.Length;
                    var steps = ((places[k] - places[k - 1] - 1 + (2 * length)) % length) + 1;
                    for (var step = 1; step < steps; step++)
                    {
                        var missed = cycle.Sounds[(places[k - 1] + step) % length];
                        if (missed.Kind == HeardKind.Touch) heard.Add(new HeardTouch(times[i] - (gap * (steps - step) / steps), HeardKind.Touch, missed.Foot, InferredSure, IsPass: cycle.IsPass((places[k - 1] + step) % length)));
                    }
                }
            }
            // Where the wall is heard first, somebody kicked before it.
            else if (sound.Kind == HeardKind.Wall && FromKick(series, places, times, cycle) is { } late && times[i] > late)
            {
                heard.Add(new HeardTouch(times[i] - late, HeardKind.Touch, cycle.Sounds[Before(places[0], cycle)].Foot, InferredSure, IsPass: true));
            }
            heard.Add(new HeardTouch(times[i], sound.Kind, sound.Foot, KindOdds.Chance(odds[i]), EndsTry: k == series.Length - 1, IsPass: cycle.IsPass(places[k])));
        }
    }

    private static int Before(int place, SoundCycle cycle) => (place + cycle.Sounds.Length - 1) % cycle.Sounds.Length;

    // How long it takes from the kick to the wall with which a series begins; nothing where too little is known, or the pattern has no kick before that wall.
    private static double? FromKick(int[] series, int[] places, double[] times, SoundCycle cycle)
    {
        if (cycle.Sounds[Before(places[0], cycle)].Kind != HeardKind.Touch) return null;
        var gaps = Enumerable.Range(1, series.Length - 1).Where(k => places[k] == places[0] && places[k - 1] == Before(places[0], cycle)).Select(k => times[series[k]] - times[series[k - 1]]).Order().ToList();
        return gaps.Count < 3 ? null : gaps[gaps.Count / 2];
    }

    // The middle of the intervals between what is held for touches so far.
    private static double UsualTouch(List<int[]> series, int[] tails, double[] times)
    {
        var gaps = series.SelectMany((one, s) => Enumerable.Range(1, Math.Max(0, one.Length - tails[s] - 1)).Select(k => times[one[k]] - times[one[k - 1]])).Where(gap => gap >= BallPath.ShortestTouch).Order().ToList();
        return gaps.Count < 3 ? 0 : gaps[gaps.Count / 2];
    }

    private static double Usual(int[] series, double[] times)
    {
        if (series.Length < 4) return 0;
        var gaps = Enumerable.Range(1, series.Length - 1).Select(k => times[series[k]] - times[series[k - 1]]).Order().ToList();
        return gaps[gaps.Count / 2];
    }
}

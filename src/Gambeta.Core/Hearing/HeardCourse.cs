namespace Gambeta.Core.Hearing;

/// <summary>What was heard of a pattern in which the ball does not fall: the best chain of sounds that keep time, and which sound of the pattern each was; what was drowned between two is added.</summary>
internal static class HeardCourse
{
    private const double ShortestToWall = 0.09, Pauses = 1.8, ShortestPause = 0.8, LeastTold = -3;

    /// <summary>Everything that was heard, and how sure it is that the sounds were told apart as the pattern has them.</summary>
    /// <param name="onsets">The beginnings.</param>
    /// <param name="kinds">What each may have been.</param>
    /// <param name="rep">What repeats.</param>
    /// <param name="feet">Whose foot each was.</param>
    public static (List<HeardTouch> Heard, double Course) Of(IReadOnlyList<Onset> onsets, KindOdds[] kinds, SoundCycle rep, PatternFeet feet)
    {
        double[] times = [.. onsets.Select(onset => onset.At)], odds = [.. kinds.Select(kind => kind.Ball)];
        var path = BallPath.Best(times, odds, rep.Sounds.Any(sound => sound.Kind == HeardKind.Wall) ? ShortestToWall : BallPath.ShortestTouch);
        var onPath = path.ToHashSet();
        var others = Enumerable.Range(0, times.Length).Where(i => !onPath.Contains(i)).Select(i => times[i]).ToList();
        var usual = Usual(path, times);
        // Where several sounds repeat, one that was not heard makes a long gap: it is no pause.
        var series = Series(path, times, others, rep.Sounds.Length > 1 ? 0 : usual);
        var (places, margin) = CycleLabels.Of([.. series.Select(one => (one.Select(i => times[i]).ToArray(), one.Select(i => onsets[i].Shape).ToArray(), one.Select(i => kinds[i]).ToArray()))], rep);
        var heard = new List<HeardTouch>();
        for (var s = 0; s < series.Count; s++) Tell(series[s], places[s], times, odds, others, rep, feet, heard);
        if (rep.Sounds.Length == 1) heard.AddRange(path.Zip(path.Skip(1)).Select(pair => Drowned.Silent(times[pair.First], times[pair.Second], usual, others)).OfType<HeardTouch>());
        heard.AddRange(Enumerable.Range(0, times.Length).Where(i => !onPath.Contains(i) && odds[i] > LeastTold).Select(i => new HeardTouch(times[i], HeardKind.Other, null, 1 - KindOdds.Chance(odds[i]))));
        return (heard, KindOdds.Chance(margin / rep.Sounds.Length));
    }

    // What follows each other without a pause belongs together: a pause is longer than a touch that was drowned would leave.
    private static List<int[]> Series(List<int> path, double[] times, List<double> others, double usual)
    {
        var (all, now) = (new List<int[]>(), new List<int>());
        var longest = usual > 0 ? Math.Clamp(Pauses * usual, ShortestPause, BallPath.LongestGap) : BallPath.LongestGap;
        foreach (var i in path)
        {
            if (now.Count > 0 && times[i] - times[now[^1]] is var gap && (gap > BallPath.LongestGap || (gap > longest && Drowned.Between(times[now[^1]], times[i], usual, others) is null)))
            {
                all.Add([.. now]);
                now.Clear();
            }
            now.Add(i);
        }
        if (now.Count > 0) all.Add([.. now]);
        return all;
    }

    private static void Tell(int[] series, int[] places, double[] times, double[] odds, List<double> others, SoundCycle rep, PatternFeet feet, List<HeardTouch> heard)
    {
        var (usual, length) = (Usual(series, times), rep.Sounds.Length);
        void Add(double at, int place, double sure, bool ends = false)
        {
            var (kind, foot) = (rep.Sounds[place].Kind, feet.Next(place));
            heard.Add(new HeardTouch(at, kind, foot, sure, EndsTry: ends, IsPass: rep.IsPass(place)));
        }
        for (var k = 0; k < series.Length; k++)
        {
            var (i, place) = (series[k], places[k]);
            if (k > 0)
            {
                var gap = times[i] - times[series[k - 1]];
                if (length == 1 && Drowned.Between(times[i] - gap, times[i], usual, others) is { } middle) Add(middle, 0, Drowned.Sure);
                var steps = ((place - places[k - 1] - 1 + (2 * length)) % length) + 1;
                for (var step = 1; step < steps; step++)
                {
                    var missed = (places[k - 1] + step) % length;
                    if (rep.Sounds[missed].Kind == HeardKind.Touch) Add(times[i] - (gap * (steps - step) / steps), missed, Drowned.Sure);
                }
            }
            // Where the wall is heard first, somebody kicked before it.
            else if (rep.Sounds[place].Kind == HeardKind.Wall && FromKick(series, places, times, rep) is { } late && times[i] > late)
            {
                Add(times[i] - late, Before(place, rep), Drowned.Sure);
            }
            Add(times[i], place, KindOdds.Chance(odds[i]), k == series.Length - 1);
        }
    }

    private static int Before(int place, SoundCycle cycle) => (place + cycle.Sounds.Length - 1) % cycle.Sounds.Length;

    // How long it takes from the kick to the wall with which a series begins; nothing where too little is known, or the pattern has no kick before that wall.
    private static double? FromKick(int[] series, int[] places, double[] times, SoundCycle cycle)
    {
        if (cycle.Sounds[Before(places[0], cycle)].Kind != HeardKind.Touch) return null;
        var gaps = Enumerable.Range(1, series.Length - 1).Where(k => places[k] == places[0] && places[k - 1] == Before(places[0], cycle)).Select(k => times[series[k]] - times[series[k - 1]]).ToList();
        return UsualTime.Of(gaps) is > 0 and var usual ? usual : null;
    }

    private static double Usual(IReadOnlyList<int> series, double[] times) => UsualTime.Of([.. series.Zip(series.Skip(1)).Select(pair => times[pair.Second] - times[pair.First])]);
}

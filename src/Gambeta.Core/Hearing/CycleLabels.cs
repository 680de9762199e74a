namespace Gambeta.Core.Hearing;

/// <summary>
/// Which sound of the pattern each sound of the ball was, where a pattern makes several: a kick and the wall belong together and come by turns. The best course through the
/// pattern (Viterbi), with what each kind sounds like and how long each step takes learned from the recording itself; begun once from each place of the pattern, and the
/// likeliest taken. A kick reaches the wall sooner than it comes back from there, since the wall and the floor slow it.
/// </summary>
internal static class CycleLabels
{
    private const double Next = -0.1, Missed = -2.6, AnyOther = -4.5, Tempered = 0.35, LeastSpread = 0.12, WallIsSooner = 60, MostOfSooner = 12, BeginsWithFirst = 1, ToldPart = 0.3, MostTold = 5;

    private const int Rounds = 5;

    /// <summary>The place in the pattern of each sound, and by how much that is likelier than begun from another place: log odds.</summary>
    /// <param name="series">Series of sounds that belong together, each as times, levels, and what each may have been.</param>
    /// <param name="cycle">The pattern's sounds.</param>
    public static (List<int[]> Places, double Margin) Of(IReadOnlyList<(double[] Times, double[][] Levels, KindOdds[] Kinds)> series, SoundCycle cycle)
    {
        var length = cycle.Sounds.Length;
        if (length == 1) return ([.. series.Select(one => new int[one.Times.Length])], double.PositiveInfinity);
        var (best, second, labels) = (double.NegativeInfinity, double.NegativeInfinity, new List<int[]>());
        for (var phase = 0; phase < length; phase++)
        {
            var now = series.Select(one => Enumerable.Range(0, one.Times.Length).Select(i => (i + phase) % length).ToArray()).ToList();
            var score = 0.0;
            for (var round = 0; round < Rounds; round++)
            {
                var learned = new Learned(series, now, cycle);
                (now, score) = ([], 0);
                foreach (var one in series)
                {
                    var (places, sum) = Course(one, learned, cycle);
                    now.Add(places);
                    score += sum;
                }
                score += learned.Prior();
            }
            // The same labels come from several beginnings: only others are rivals.
            if (labels.Count > 0 && labels.Zip(now).All(pair => pair.First.AsSpan().SequenceEqual(pair.Second))) best = Math.Max(best, score);
            else if (score > best) (best, second, labels) = (score, best, now);
            else second = Math.Max(second, score);
        }
        return (labels, best - second);
    }

    private static (int[] Places, double Score) Course((double[] Times, double[][] Levels, KindOdds[] Kinds) series, Learned learned, SoundCycle cycle)
    {
        var (n, length) = (series.Times.Length, cycle.Sounds.Length);
        var (score, from) = (new double[n, length], new int[n, length]);
        for (var p = 0; p < length; p++) score[0, p] = learned.Sounds(p, series.Levels[0]) + Told(p, series.Kinds[0], cycle) + (p == 0 ? BeginsWithFirst : -BeginsWithFirst);
        for (var i = 1; i < n; i++)
        {
            for (var p = 0; p < length; p++)
            {
                score[i, p] = double.NegativeInfinity;
                for (var q = 0; q < length; q++)
                {
                    var steps = ((p - q - 1 + (2 * length)) % length) + 1;
                    var cost = steps == 1 ? Next : steps == 2 ? Missed : AnyOther;
                    var with = score[i - 1, q] + cost + learned.Lasts(q, steps, series.Times[i] - series.Times[i - 1]);
                    if (with > score[i, p]) (score[i, p], from[i, p]) = (with, q);
                }
                score[i, p] += learned.Sounds(p, series.Levels[i]) + Told(p, series.Kinds[i], cycle);
            }
        }
        var places = new int[n];
        for (var p = 1; p < length; p++) if (score[n - 1, p] > score[n - 1, places[n - 1]]) places[n - 1] = p;
        for (var i = n - 1; i > 0; i--) places[i - 1] = from[i, places[i]];
        return (places, score[n - 1, places[n - 1]]);
    }

    private static double Told(int place, KindOdds kinds, SoundCycle cycle) => ToldPart * Math.Max(-MostTold, kinds.Of(cycle.Sounds[place].Kind) - kinds.Ball);

    // What each place sounds like, and how long it is from each to the next.
    private sealed class Learned
    {
        private readonly Likeness[] _kinds = [new(), new(), new()];
        private readonly double[] _lasts;
        private readonly SoundCycle _cycle;

        public Learned(IReadOnlyList<(double[] Times, double[][] Levels, KindOdds[] Kinds)> series, List<int[]> places, SoundCycle cycle)
        {
            _cycle = cycle;
            var gaps = Enumerable.Range(0, cycle.Sounds.Length).Select(_ => new List<double>()).ToArray();
            foreach (var (one, labels) in series.Zip(places))
            {
                for (var i = 0; i < labels.Length; i++)
                {
                    _kinds[(int)cycle.Sounds[labels[i]].Kind].Add(one.Levels[i], 1);
                    if (i > 0 && labels[i] == (labels[i - 1] + 1) % cycle.Sounds.Length) gaps[labels[i - 1]].Add(one.Times[i] - one.Times[i - 1]);
                }
            }
            _lasts = [.. gaps.Select(gap => gap.Count == 0 ? 0.45 : gap.Order().ElementAt(gap.Count / 2))];
        }

        public double Sounds(int place, double[] levels)
        {
            var kind = _kinds[(int)_cycle.Sounds[place].Kind];
            return kind.Weight < 3 ? 0 : Math.Max(-8, Tempered * kind.Log(levels));
        }

        public double Lasts(int place, int steps, double gap)
        {
            var sum = 0.0;
            for (var step = 0; step < steps; step++) sum += _lasts[(place + step) % _lasts.Length];
            var off = Math.Log(gap / sum) / LeastSpread / 1.5;
            return Math.Max(-4, -off * off / 2);
        }

        // A kick is sooner at the wall than back from it.
        public double Prior()
        {
            var sum = 0.0;
            for (var place = 0; place < _lasts.Length; place++)
            {
                if (_cycle.Sounds[place].Kind != HeardKind.Wall) continue;
                var (there, back) = (_lasts[(place + _lasts.Length - 1) % _lasts.Length], _lasts[place]);
                sum += Math.Clamp(Math.Log(back / there) * WallIsSooner, -MostOfSooner, MostOfSooner);
            }
            return sum;
        }
    }
}

namespace Gambeta.Core.Edges.Hearing;

/// <summary>What was heard of a pattern in which the ball does not fall.</summary>
/// <param name="Sounds">The sounds of the ball, by the places of their beginnings.</param>
/// <param name="Touch">Of each beginning the chance that it was a touch.</param>
/// <param name="Ball">And that it was the ball at all.</param>
/// <param name="Missing">Of each sound but the first, how many steps it may be from the one before it, and the chance of each; what is left
/// of one is that of a pause.</param>
/// <param name="Usual">Seconds from each place of the pattern to the next one.</param>
/// <param name="Sure">How sure it is that the path was not begun from another place.</param>
public sealed record PatternTold(
    List<PatternSound> Sounds,
    double[] Touch,
    double[] Ball,
    List<IReadOnlyList<(int Steps, double Chance)>> Missing,
    PatternOdds Usual,
    double Sure
);

/// <summary>
/// Which beginnings were which sound of a pattern, told together by the best <see cref="PatternDecoder"/>. How long each step lasts and
/// what the wall sounds like here is learned from the recording itself, from the path of one round for the next; begun once from each place
/// of the pattern, and the likeliest taken. A kick reaches the wall sooner than it comes back from there, since the wall and the floor slow
/// it.
/// </summary>
public sealed class PatternFit
{
    // What is less likely is not looked at; the net's odds weigh less than they say, and what it tells of the wall much less, since rhythm
    // told it as well.
    private const double LeastOdds = -4.25,
        Weight = 0.92,
        Told = 0.3,
        MostTold = 5,
        Like = 0.35,
        MostLike = 8;

    private const double WallIsSooner = 60,
        MostOfSooner = 12,
        MostOfTold = 8;

    private const int Rounds = 5;

    private readonly int _all;
    private readonly int[] _onsets;
    private readonly double[] _times;
    private readonly KindOdds[] _kinds;
    private readonly double[][] _shapes;
    private readonly SoundCycle _rep;
    private readonly PatternDecoder _chain;

    /// <summary>Takes the beginnings of a recording.</summary>
    /// <param name="onsets">They.</param>
    /// <param name="kinds">What each may have been.</param>
    /// <param name="rep">What repeats of the pattern.</param>
    public PatternFit(IReadOnlyList<Onset> onsets, IReadOnlyList<KindOdds> kinds, SoundCycle rep)
    {
        (_all, _rep) = (onsets.Count, rep);
        _onsets = [.. Enumerable.Range(0, _all).Where(i => kinds[i].Ball > LeastOdds)];
        _times = [.. _onsets.Select(i => onsets[i].At)];
        _kinds = [.. _onsets.Select(i => kinds[i])];
        _shapes = [.. _onsets.Select(i => onsets[i].Shape)];
        _chain = new PatternDecoder(_times, [.. onsets.Select(onset => onset.At)], rep);
    }

    /// <summary>Tells what was heard.</summary>
    public PatternTold Tell()
    {
        var length = _rep.Sounds.Length;
        var path = BallPath.Best(
            _times,
            [.. _kinds.Select(kind => kind.Ball)],
            length > 1 ? PatternDecoder.ShortestToWall : BallPath.ShortestTouch
        );
        var rivals = new List<Rival>();
        for (var phase = 0; phase < length; phase++)
        {
            var one = Followed(Begun(path, phase));
            // The same path comes from several beginnings: only others are rivals.
            if (!rivals.Exists(rival => rival.Path.SequenceEqual(one.Path)))
                rivals.Add(one);
        }
        var won = rivals.MaxBy(rival => rival.Worth + rival.Forgiven)!;
        rivals.Remove(won);
        // What is forgiven decides, but does not make it less sure where nothing had to be.
        var margin = rivals
            .Select(rival => won.Worth - rival.Worth + Math.Max(0, won.Forgiven - rival.Forgiven))
            .DefaultIfEmpty(double.PositiveInfinity)
            .Min();
        won.Learned.Weigh();
        var (touch, ball) = (new double[_all], new double[_all]);
        foreach (var (i, chances) in _onsets.Zip(_chain.Chances()))
        {
            for (var place = 0; place < length; place++)
                (touch[i], ball[i]) = (
                    touch[i] + (_rep.Sounds[place].Kind == HeardKind.Touch ? chances[place] : 0),
                    ball[i] + chances[place]
                );
        }
        return new(
            [.. won.Path.Select(sound => sound with { At = _onsets[sound.At] })],
            touch,
            ball,
            [.. won.Path.Zip(won.Path.Skip(1)).Select(pair => _chain.Steps(pair.First, pair.Second))],
            won.Learned.Odds,
            KindOdds.Chance(margin / length)
        );
    }

    // What the net told against a path in all, beyond what it may: a ball and a wall sound alike all the time, and where it is wrong of
    // one it is wrong of all.
    private double Forgiven(List<PatternSound> path)
    {
        var told = path.Sum(sound => Told * Against(_kinds[sound.At], _rep.Sounds[sound.Place].Kind));
        return Math.Max(0, -MostOfTold - told);
    }

    private static double Against(KindOdds odds, HeardKind kind) => Math.Max(-MostTold, odds.Of(kind) - odds.Ball);

    // A path that was begun somewhere, what it is worth, and what is forgiven it.
    private sealed record Rival(List<PatternSound> Path, Learned Learned, double Worth, double Forgiven);

    private Rival Followed(List<PatternSound> now)
    {
        for (var round = 1; ; round++)
        {
            var (before, learned) = (now, new Learned(now, this));
            learned.Weigh();
            (now, var worth) = _chain.Best();
            if (round == Rounds || now.SequenceEqual(before))
                return new(now, learned, worth + learned.Prior(), Forgiven(now));
        }
    }

    // Sounds that keep time, one by one through the pattern from a place on; so again after each pause.
    private List<PatternSound> Begun(List<int> inTime, int phase)
    {
        var (path, place) = (new List<PatternSound>(), phase);
        foreach (var i in inTime)
        {
            var begins = path.Count == 0 || _times[i] - _times[path[^1].At] > BallPath.LongestGap;
            place = begins ? phase : (place + 1) % _rep.Sounds.Length;
            path.Add(new PatternSound(i, place, begins));
        }
        return path;
    }

    // What each kind sounds like, and how long it is from each place to the next, in one path.
    private sealed class Learned
    {
        private readonly PatternFit _of;
        private readonly Likeness?[] _kinds = new Likeness?[Enum.GetValues<HeardKind>().Length];

        public Learned(List<PatternSound> path, PatternFit of)
        {
            _of = of;
            var gaps = of._rep.Sounds.Select(_ => new List<double>()).ToList();
            for (var k = 0; k < path.Count; k++)
            {
                var (i, place, begins) = path[k];
                (_kinds[(int)of._rep.Sounds[place].Kind] ??= new()).Add(of._shapes[i], 1);
                if (!begins && place == (path[k - 1].Place + 1) % gaps.Count)
                    gaps[path[k - 1].Place].Add(of._times[i] - of._times[path[k - 1].At]);
            }
            Odds = PatternOdds.From(gaps);
        }

        public PatternOdds Odds { get; }

        // What each is worth as each place: its odds, parted by what the net tells of each kind and by what is like it here.
        public void Weigh()
        {
            var isKnown = _kinds.Count(kind => kind is { Weight: >= UsualTime.LeastKnown }) > 1;
            var worth = new List<double[]>();
            var kinds = _of._rep.Sounds.Select(sound => sound.Kind).Distinct().ToList();
            for (var i = 0; i < _of._times.Length; i++)
            {
                var odds = _of._kinds[i];
                double Part(HeardKind kind) =>
                    (Told * Against(odds, kind)) + (isKnown ? Math.Max(-MostLike, Like * _kinds[(int)kind]!.Log(_of._shapes[i])) : 0);
                var parts = kinds.ToDictionary(kind => kind, Part);
                var either = Math.Log(parts.Values.Sum(part => Math.Exp(part - parts.Values.Max()))) + parts.Values.Max();
                worth.Add([.. _of._rep.Sounds.Select(sound => (Weight * odds.Ball) + (kinds.Count > 1 ? parts[sound.Kind] - either : 0))]);
            }
            _of._chain.Weigh(worth, Odds);
        }

        // A kick is sooner at the wall than back from it.
        public double Prior()
        {
            var (sum, sounds) = (0.0, _of._rep.Sounds);
            for (var place = 0; place < sounds.Length; place++)
            {
                if (sounds[place].Kind != HeardKind.Wall)
                    continue;
                sum += Math.Clamp(
                    Math.Log(Odds.Lasts(place, 1) / Odds.Lasts((place + sounds.Length - 1) % sounds.Length, 1)) * WallIsSooner,
                    -MostOfSooner,
                    MostOfSooner
                );
            }
            return sum;
        }
    }
}

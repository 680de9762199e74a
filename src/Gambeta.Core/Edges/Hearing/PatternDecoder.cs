namespace Gambeta.Core.Edges.Hearing;

/// <summary>A sound of a pattern that was gone through.</summary>
/// <param name="At">Its place among those that it was chosen from.</param>
/// <param name="Place">Its place in what repeats of the pattern.</param>
/// <param name="Begins">True where nothing before it belongs to it.</param>
public readonly record struct PatternSound(int At, int Place, bool Begins);

/// <summary>
/// The paths through a pattern that sounds may be: each sound is one of the pattern's or none, and what are worth something are the
/// sounds themselves and the intervals between them (<see cref="PatternOdds"/>), some of which are longer because something was not heard.
/// </summary>
public sealed class PatternDecoder : ChainDecoder
{
    /// <summary>Seconds between two sounds of one series, at most.</summary>
    public const double LongestGap = 2;

    /// <summary>What the beginning of a series is worth, with a pattern of several sounds as that does, and with another of
    /// them.</summary>
    public const double NewSeries = -2.7,
        NewPattern = -3.2,
        NewInTheMiddle = -5.2;

    /// <summary>Seconds from a kick to the wall, and back from it, at least.</summary>
    public const double ShortestToWall = 0.09;

    /// <summary>So many sounds back the one before may lie.</summary>
    public const int Back = 14;

    // How far from when it was due something may sound that hides a touch, as a part of the interval.
    private const double About = 0.14;

    private readonly IReadOnlyList<double> _times;
    private readonly List<double> _all;
    private readonly int _length;
    private readonly bool[] _isWall;
    private IReadOnlyList<double[]> _worth = [];
    private double[][] _ways = [];
    private PatternOdds _odds = new([]);

    /// <summary>Takes the sounds.</summary>
    /// <param name="times">When each was, in seconds, in order.</param>
    /// <param name="all">When anything began, those among them, in order.</param>
    /// <param name="rep">What repeats of the pattern.</param>
    public PatternDecoder(IReadOnlyList<double> times, IReadOnlyList<double> all, SoundCycle rep)
        : base(times, LowOf(times, LongestGap, Back), _ => rep.Sounds.Length, Back * rep.Sounds.Length * rep.Sounds.Length)
    {
        (_times, _all, _length) = (times, [.. all], rep.Sounds.Length);
        _isWall = [.. rep.Sounds.Select(sound => sound.Kind == HeardKind.Wall)];
    }

    /// <summary>Says what everything is worth.</summary>
    /// <param name="worth">Of each sound what it is worth as each place of the pattern: log odds.</param>
    /// <param name="odds">The intervals.</param>
    public void Weigh(IReadOnlyList<double[]> worth, PatternOdds odds)
    {
        (_worth, _odds) = (worth, odds);
        // From each place of each sound that may be before it to each of its own, the likeliest way.
        _ways =
        [
            .. Enumerable
                .Range(0, _times.Count)
                .Select(i =>
                    (double[])
                        [
                            .. Enumerable
                                .Range(Low[i], i - Low[i])
                                .SelectMany(j =>
                                    Enumerable.Range(0, _length * _length).Select(way => Way(j, way / _length, i, way % _length))
                                ),
                        ]
                ),
        ];
    }

    /// <summary>The best path, empty where none is worth anything; and what it is worth.</summary>
    public (List<PatternSound> Sounds, double Worth) Best()
    {
        var (states, worth) = BestStates();
        return ([.. states.Select(one => new PatternSound(one.Sound, one.State, one.Begins))], worth);
    }

    /// <summary>The chance of each sound that it was each place of the pattern, over all paths.</summary>
    public double[][] Chances()
    {
        var chances = _times.Select(_ => new double[_length]).ToArray();
        ForEachChance((sound, place, chance) => chances[sound][place] = chance);
        return chances;
    }

    private protected override int Begins => _length;

    private protected override double OfBeginning(int sound, int state) => OfBeginning(state) + _worth[sound][state];

    private protected override int StepsTo(int sound, Span<ChainStep> steps)
    {
        var many = 0;
        for (var j = Low[sound]; j < sound; j++)
        for (var q = 0; q < _length; q++)
        for (var p = 0; p < _length; p++)
            if (_ways[sound][WayOf(sound, j, q, p)] is var way && way > double.NegativeInfinity)
                steps[many++] = new(State(j, q), State(sound, p), way + _worth[sound][p]);
        return many;
    }

    /// <summary>Of two sounds that follow each other in a path, the chance of each number of steps through the pattern that it was so
    /// many from the one to the other; what is left of one is the chance of a pause.</summary>
    public IReadOnlyList<(int Steps, double Chance)> Steps(PatternSound one, PatternSound other)
    {
        var (j, i, gap, ways) = (one.At, other.At, _times[other.At] - _times[one.At], new List<(int Steps, double Weight)>());
        for (var steps = Least(one.Place, other.Place); steps <= Most && gap <= LongestGap; steps += _length)
        {
            var fits = _odds.Fits(one.Place, steps, Math.Log(gap));
            ways.Add((steps, Math.Exp(Tempered * (fits + _odds.Missing(steps, IsHidden(j, one.Place, i, steps, fits))))));
        }
        var all = ways.Sum(way => way.Weight) + (gap > Pause ? Math.Exp(Tempered * OfBeginning(other.Place)) : 0);
        return [.. ways.Select(way => (way.Steps, way.Weight / all))];
    }

    // What the likeliest way from one sound to another is worth.
    private double Way(int j, int q, int i, int p)
    {
        var (gap, best) = (_times[i] - _times[j], double.NegativeInfinity);
        if (gap < (_isWall[q] || _isWall[p] ? ShortestToWall : BallPath.ShortestTouch))
            return best;
        var log = Math.Log(gap);
        for (var steps = Least(q, p); steps <= Most; steps += _length)
        {
            var fits = _odds.Fits(q, steps, log);
            // Of those that do not fit fewer steps are likelier.
            if (fits > PatternOdds.Worst || double.IsNegativeInfinity(best))
                best = Math.Max(best, fits + _odds.Missing(steps, IsHidden(j, q, i, steps, fits)));
        }
        return best;
    }

    private int WayOf(int i, int j, int q, int p) => ((j - Low[i]) * _length * _length) + (q * _length) + p;

    private int Least(int q, int p) => ((p - q - 1 + (2 * _length)) % _length) + 1;

    private int Most => Math.Max(_length, PatternOdds.MostMissed + 1);

    // Whether something sounded between two when the one that is missing was due.
    private bool IsHidden(int j, int q, int i, int steps, double fits)
    {
        if (steps != 2 || fits <= PatternOdds.Worst)
            return false;
        var (from, gap) = (_times[j], _times[i] - _times[j]);
        var due = from + (gap * _odds.Lasts(q, 1) / _odds.Lasts(q, 2));
        var next = _all.BinarySearch(due - (About * gap));
        next = next < 0 ? ~next : next;
        return next < _all.Count && _all[next] < due + (About * gap);
    }

    private double OfBeginning(int p) =>
        _length == 1 ? NewSeries
        : p == 0 ? NewPattern
        : NewInTheMiddle;
}

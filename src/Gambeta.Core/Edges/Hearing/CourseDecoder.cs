namespace Gambeta.Core.Edges.Hearing;

/// <summary>A sound of a pattern that was gone through.</summary>
/// <param name="At">Its place among those that it was chosen from.</param>
/// <param name="Place">Its place in what repeats of the pattern.</param>
/// <param name="Begins">True where nothing before it belongs to it.</param>
public readonly record struct CourseSound(int At, int Place, bool Begins);

/// <summary>
/// The courses through a pattern that sounds may be: each sound is one of the pattern's or none, and what are worth something are the
/// sounds themselves and the intervals between them (<see cref="CourseOdds"/>), some of which are longer because something was not heard.
/// The best course is Viterbi's (1967); how likely each sound is one or the other is told by sums forward and backward over all courses
/// (Rabiner, 1989).
/// </summary>
public sealed class CourseDecoder
{
    /// <summary>Seconds between two sounds of one series, at most.</summary>
    public const double LongestGap = 2;

    /// <summary>A series begins so many seconds after the last sound at least; what its beginning is worth, with a pattern of several
    /// sounds as that does, and with another of them.</summary>
    public const double Pause = 0.75,
        NewSeries = -2.7,
        NewPattern = -3.2,
        NewInTheMiddle = -5.2;

    /// <summary>What is told of chances is as unsure as if all were worth this part.</summary>
    public const double Tempered = 0.85;

    /// <summary>Seconds from a kick to the wall, and back from it, at least.</summary>
    public const double ShortestToWall = 0.09;

    /// <summary>So many sounds back the one before may lie.</summary>
    public const int Back = 14;

    // How far from when it was due something may sound that hides a touch, as a part of the interval.
    private const double About = 0.14;

    private readonly IReadOnlyList<double> _times;
    private readonly List<double> _all;
    private readonly int[] _low;
    private readonly int _length;
    private readonly bool[] _isWall;
    private IReadOnlyList<double[]> _worth = [];
    private double[][] _ways = [];
    private CourseOdds _odds = new([]);

    /// <summary>Takes the sounds.</summary>
    /// <param name="times">When each was, in seconds, in order.</param>
    /// <param name="all">When anything began, those among them, in order.</param>
    /// <param name="rep">What repeats of the pattern.</param>
    public CourseDecoder(IReadOnlyList<double> times, IReadOnlyList<double> all, SoundCycle rep)
    {
        (_times, _all, _length, _low) = (times, [.. all], rep.Sounds.Length, new int[times.Count]);
        _isWall = [.. rep.Sounds.Select(sound => sound.Kind == HeardKind.Wall)];
        for (var i = 1; i < times.Count; i++)
        {
            var low = Math.Max(_low[i - 1], i - Back);
            while (times[low] < times[i] - LongestGap)
                low++;
            _low[i] = low;
        }
    }

    /// <summary>Says what everything is worth.</summary>
    /// <param name="worth">Of each sound what it is worth as each place of the pattern: log odds.</param>
    /// <param name="odds">The intervals.</param>
    public void Weigh(IReadOnlyList<double[]> worth, CourseOdds odds)
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
                                .Range(_low[i], i - _low[i])
                                .SelectMany(j =>
                                    Enumerable.Range(0, _length * _length).Select(way => Way(j, way / _length, i, way % _length))
                                ),
                        ]
                ),
        ];
    }

    /// <summary>The best course, empty where none is worth anything; and what it is worth.</summary>
    public (List<CourseSound> Sounds, double Worth) Best()
    {
        var (score, from) = (new double[_times.Count * _length], new int[_times.Count * _length]);
        // The best course that has ended in time for a new series, and the best of all.
        var (ended, endedAt, next) = (0.0, -1, 0);
        var (most, best) = (0.0, -1);
        for (var i = 0; i < _times.Count; i++)
        {
            for (; _times[next] < _times[i] - Pause; next++)
            for (var q = 0; q < _length; q++)
                if (score[State(next, q)] > ended)
                    (ended, endedAt) = (score[State(next, q)], State(next, q));
            for (var p = 0; p < _length; p++)
            {
                var (sum, at) = (ended + OfBeginning(p), -2 - endedAt);
                for (var j = _low[i]; j < i; j++)
                {
                    for (var q = 0; q < _length; q++)
                    {
                        var with = score[State(j, q)] + _ways[i][WayOf(i, j, q, p)];
                        if (with > sum)
                            (sum, at) = (with, State(j, q));
                    }
                }
                (score[State(i, p)], from[State(i, p)]) = (sum + _worth[i][p], at);
                if (score[State(i, p)] > most)
                    (most, best) = (score[State(i, p)], State(i, p));
            }
        }
        var course = new List<CourseSound>();
        for (var state = best; state >= 0; )
        {
            // Of one that begins a series the one before it is told as less than nothing.
            var before = from[state];
            course.Add(new CourseSound(state / _length, state % _length, before < 0));
            state = before < 0 ? -2 - before : before;
        }
        course.Reverse();
        return (course, most);
    }

    /// <summary>The chance of each sound that it was each place of the pattern, over all courses.</summary>
    public double[][] Chances()
    {
        var (before, all) = Forward();
        var after = Backward();
        return
        [
            .. Enumerable
                .Range(0, _times.Count)
                .Select(i => Enumerable.Range(0, _length).Select(p => Math.Exp(before[State(i, p)] + after[State(i, p)] - all)).ToArray()),
        ];
    }

    /// <summary>Of two sounds that follow each other in a course, the chance of each number of steps through the pattern that it was so
    /// many from the one to the other; what is left of one is the chance of a pause.</summary>
    public IReadOnlyList<(int Steps, double Chance)> Steps(CourseSound one, CourseSound other)
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

    // Of each state what all courses that end with it come to, and all courses together; none at all is one as well.
    private (double[] Before, double All) Forward()
    {
        var before = new double[_times.Count * _length];
        var (ended, next, all) = (0.0, 0, 0.0);
        for (var i = 0; i < _times.Count; i++)
        {
            for (; _times[next] < _times[i] - Pause; next++)
            for (var q = 0; q < _length; q++)
                ended = LogSum.Add(ended, before[State(next, q)]);
            for (var p = 0; p < _length; p++)
            {
                var sum = ended + (Tempered * OfBeginning(p));
                for (var j = _low[i]; j < i; j++)
                for (var q = 0; q < _length; q++)
                    sum = LogSum.Add(sum, before[State(j, q)] + (Tempered * _ways[i][WayOf(i, j, q, p)]));
                before[State(i, p)] = sum + (Tempered * _worth[i][p]);
                all = LogSum.Add(all, before[State(i, p)]);
            }
        }
        return (before, all);
    }

    // Of each state what all that may follow comes to; nothing may follow as well.
    private double[] Backward()
    {
        var (after, many) = (new double[_times.Count * _length], _times.Count);
        // Of all series that begin with a sound or a later one.
        var begin = new double[many + 1];
        begin[many] = double.NegativeInfinity;
        var later = many;
        for (var i = many - 1; i >= 0; i--)
        {
            while (later > 0 && _times[i] < _times[later - 1] - Pause)
                later--;
            begin[i] = begin[i + 1];
            for (var p = 0; p < _length; p++)
            {
                after[State(i, p)] = LogSum.Add(after[State(i, p)], begin[later]);
                var to = (Tempered * _worth[i][p]) + after[State(i, p)];
                begin[i] = LogSum.Add(begin[i], (Tempered * OfBeginning(p)) + to);
                for (var j = _low[i]; j < i; j++)
                for (var q = 0; q < _length; q++)
                    after[State(j, q)] = LogSum.Add(after[State(j, q)], (Tempered * _ways[i][WayOf(i, j, q, p)]) + to);
            }
        }
        return after;
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
            if (fits > CourseOdds.Worst || double.IsNegativeInfinity(best))
                best = Math.Max(best, fits + _odds.Missing(steps, IsHidden(j, q, i, steps, fits)));
        }
        return best;
    }

    private int WayOf(int i, int j, int q, int p) => ((j - _low[i]) * _length * _length) + (q * _length) + p;

    private int Least(int q, int p) => ((p - q - 1 + (2 * _length)) % _length) + 1;

    private int Most => Math.Max(_length, CourseOdds.MostMissed + 1);

    // Whether something sounded between two when the one that is missing was due.
    private bool IsHidden(int j, int q, int i, int steps, double fits)
    {
        if (steps != 2 || fits <= CourseOdds.Worst)
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

    private int State(int i, int p) => (i * _length) + p;
}

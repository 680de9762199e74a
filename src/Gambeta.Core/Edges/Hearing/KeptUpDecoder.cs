namespace Gambeta.Core.Edges.Hearing;

/// <summary>A sound of a ball that is kept up.</summary>
/// <param name="At">Its place among those that it was chosen from.</param>
/// <param name="IsBounce">True on the floor, false for a touch.</param>
/// <param name="BeginsTry">True where nothing before it belongs to it.</param>
public readonly record struct KeptSound(int At, bool IsBounce, bool BeginsTry);

/// <summary>
/// The chains of touches and bounces that sounds may be: each sound is a touch, a bounce or neither, and what is worth something are the
/// sounds themselves and the intervals between them (<see cref="FlightOdds"/>). A state knows the sound before it, so that an interval can
/// be held against the last one: a Markov chain of the second order. The best chain is Viterbi's (1967); how likely each sound is one or
/// the other is told by sums forward and backward over all chains (Rabiner, 1989).
/// </summary>
public sealed class KeptUpDecoder
{
    /// <summary>Seconds between two sounds of one try, at most.</summary>
    public const double LongestGap = BallPath.LongestGap;

    /// <summary>Seconds between two bounces, and from a bounce to a touch, at least.</summary>
    public const double ShortestBounce = 0.07,
        ShortestUp = 0.1;

    /// <summary>A try begins so many seconds after the last sound at least; what its beginning is worth, and what it is worth besides that
    /// it begins on the floor.</summary>
    public const double Pause = 0.75,
        NewTry = -3,
        BeginsOnFloor = -4;

    /// <summary>What is told of chances is as unsure as if all were worth this part.</summary>
    public const double Tempered = 0.85;

    /// <summary>So many sounds back the one before may lie.</summary>
    public const int Back = 12;

    // What leads from the sound before to one: to another touch, to the floor, from bounce to bounce, up to a touch. Of each sound there is
    // a state for each of these from each sound that may be before it, after two for one that begins a try.
    private const int Again = 0,
        Down = 1,
        Bounces = 2,
        Up = 3,
        Begins = 2;

    private readonly IReadOnlyList<double> _times,
        _loud;
    private readonly bool _isLetBounce,
        _isTwice;
    private readonly int _links;
    private readonly int[] _low,
        _first;
    private readonly double[][] _gaps;
    private IReadOnlyList<double> _asTouch = [],
        _asBounce = [];
    private FlightOdds _flight = new(default);

    /// <summary>Takes the sounds.</summary>
    /// <param name="times">When each was, in seconds, in order.</param>
    /// <param name="loud">How loud each was, in decibels.</param>
    /// <param name="isLetBounce">Whether the pattern lets the ball bounce between touches.</param>
    /// <param name="isTwice">Whether it is touched twice in between there.</param>
    public KeptUpDecoder(IReadOnlyList<double> times, IReadOnlyList<double> loud, bool isLetBounce = false, bool isTwice = false)
    {
        (_times, _loud, _isLetBounce, _isTwice, _links) = (times, loud, isLetBounce, isTwice, isLetBounce ? 4 : 3);
        (_low, _gaps, _first) = (new int[times.Count], new double[times.Count][], new int[times.Count + 1]);
        for (var i = 0; i < times.Count; i++)
        {
            var low = Math.Max(i > 0 ? _low[i - 1] : 0, i - Back);
            while (times[low] < times[i] - LongestGap)
                low++;
            _low[i] = low;
            _gaps[i] = [.. Enumerable.Range(low, i - low).Select(j => Math.Log(times[i] - times[j]))];
            _first[i + 1] = _first[i] + Begins + (_links * (i - low));
        }
    }

    /// <summary>Says what everything is worth.</summary>
    /// <param name="asTouch">Of each sound as a touch: log odds.</param>
    /// <param name="asBounce">And as a bounce.</param>
    /// <param name="flight">The intervals.</param>
    public void Weigh(IReadOnlyList<double> asTouch, IReadOnlyList<double> asBounce, FlightOdds flight) =>
        (_asTouch, _asBounce, _flight) = (asTouch, asBounce, flight);

    /// <summary>The best chain; empty where none is worth anything.</summary>
    public List<KeptSound> Best()
    {
        var (score, from) = (new double[_first[^1]], new int[_first[^1]]);
        Span<double> worth = stackalloc double[Begins + (4 * Back)];
        // The best chain that has ended in time for a new try, and the best of all.
        var (ended, endedAt, next) = (0.0, -1, 0);
        var (most, best) = (0.0, -1);
        for (var i = 0; i < _times.Count; i++)
        {
            for (; _times[next] < _times[i] - Pause; next++)
            for (var state = _first[next]; state < _first[next + 1]; state++)
                if (score[state] > ended)
                    (ended, endedAt) = (score[state], state);
            for (var link = 0; link < Begins; link++)
                (score[_first[i] + link], from[_first[i] + link]) = (ended + OfBeginning(i, link), endedAt);
            for (var j = _low[i]; j < i; j++)
            {
                for (var link = 0; link < _links; link++)
                {
                    var states = Into(i, j, link, worth);
                    var (sum, at) = (double.NegativeInfinity, -1);
                    for (var state = 0; state < states.Length; state++)
                        if (score[_first[j] + state] + states[state] > sum)
                            (sum, at) = (score[_first[j] + state] + states[state], _first[j] + state);
                    (score[To(i, j, link)], from[To(i, j, link)]) = (sum + Of(i, link), at);
                }
            }
            for (var state = _first[i]; state < _first[i + 1]; state++)
                if (score[state] > most)
                    (most, best) = (score[state], state);
        }
        var chain = new List<KeptSound>();
        for (int state = best, i = _times.Count - 1; state >= 0; state = from[state])
        {
            while (_first[i] > state)
                i--;
            chain.Add(new KeptSound(i, IsBounce(state - _first[i]), state - _first[i] < Begins));
        }
        chain.Reverse();
        return chain;
    }

    /// <summary>The chance of each sound that it was a touch, and that it was a bounce, over all chains.</summary>
    public (double[] Touch, double[] Bounce) Chances()
    {
        var (before, all) = Forward();
        var after = Backward();
        var (touch, bounce) = (new double[_times.Count], new double[_times.Count]);
        for (var i = 0; i < _times.Count; i++)
        {
            for (var state = _first[i]; state < _first[i + 1]; state++)
                (IsBounce(state - _first[i]) ? bounce : touch)[i] += Math.Exp(before[state] + after[state] - all);
        }
        return (touch, bounce);
    }

    // Of each state what all chains that end with it come to, and all chains together; none at all is one as well.
    private (double[] Before, double All) Forward()
    {
        var before = new double[_first[^1]];
        Span<double> worth = stackalloc double[Begins + (4 * Back)];
        var (ended, next, all) = (0.0, 0, 0.0);
        for (var i = 0; i < _times.Count; i++)
        {
            for (; _times[next] < _times[i] - Pause; next++)
            for (var state = _first[next]; state < _first[next + 1]; state++)
                ended = LogSum.Add(ended, before[state]);
            for (var link = 0; link < Begins; link++)
                before[_first[i] + link] = ended + (Tempered * OfBeginning(i, link));
            for (var j = _low[i]; j < i; j++)
            {
                for (var link = 0; link < _links; link++)
                {
                    var states = Into(i, j, link, worth);
                    var sum = double.NegativeInfinity;
                    for (var state = 0; state < states.Length; state++)
                        if (states[state] > double.NegativeInfinity)
                            sum = LogSum.Add(sum, before[_first[j] + state] + (Tempered * states[state]));
                    before[To(i, j, link)] = sum + (Tempered * Of(i, link));
                }
            }
            for (var state = _first[i]; state < _first[i + 1]; state++)
                all = LogSum.Add(all, before[state]);
        }
        return (before, all);
    }

    // Of each state what all that may follow comes to; nothing may follow as well.
    private double[] Backward()
    {
        var (after, many) = (new double[_first[^1]], _times.Count);
        Span<double> worth = stackalloc double[Begins + (4 * Back)];
        // Of all tries that begin with a sound or a later one.
        var begin = new double[many + 1];
        begin[many] = double.NegativeInfinity;
        var later = many;
        for (var i = many - 1; i >= 0; i--)
        {
            while (later > 0 && _times[i] < _times[later - 1] - Pause)
                later--;
            for (var state = _first[i]; state < _first[i + 1]; state++)
                after[state] = LogSum.Add(after[state], begin[later]);
            begin[i] = begin[i + 1];
            for (var link = 0; link < Begins; link++)
                begin[i] = LogSum.Add(begin[i], (Tempered * OfBeginning(i, link)) + after[_first[i] + link]);
            for (var j = _low[i]; j < i; j++)
            {
                for (var link = 0; link < _links; link++)
                {
                    var states = Into(i, j, link, worth);
                    var to = (Tempered * Of(i, link)) + after[To(i, j, link)];
                    for (var state = 0; state < states.Length; state++)
                        if (states[state] > double.NegativeInfinity)
                            after[_first[j] + state] = LogSum.Add(after[_first[j] + state], (Tempered * states[state]) + to);
                }
            }
        }
        return after;
    }

    // What the way from one sound to another is worth, for each state of the first.
    private Span<double> Into(int i, int j, int link, Span<double> all)
    {
        var worth = all[..(_first[j + 1] - _first[j])];
        var (gap, seconds) = (_gaps[i][j - _low[i]], _times[i] - _times[j]);
        worth.Fill(double.NegativeInfinity);
        if (
            seconds
            < (
                link == Bounces ? ShortestBounce
                : link == Up ? ShortestUp
                : BallPath.ShortestTouch
            )
        )
            return worth;
        switch (link)
        {
            case Again:
                FromTouch(worth, j, _flight.Touches(gap, null, IsAgain));
                for (var k = _low[j]; k < j; k++)
                    worth[State(j, k, Again)] = _flight.Touches(gap, _gaps[j][k - _low[j]], IsAgain);
                break;
            case Down:
                FromTouch(worth, j, _isLetBounce ? _flight.Down(gap) : _flight.Falls(gap));
                break;
            case Bounces:
                var softer = _flight.Softer(_loud[i] - _loud[j]);
                worth[1] = softer + _flight.Later(null);
                for (var k = _low[j]; k < j; k++)
                {
                    worth[State(j, k, Down)] = softer + _flight.First(FlightOdds.Part(_times[j] - _times[k], seconds), _isLetBounce);
                    worth[State(j, k, Bounces)] = softer + _flight.Later(gap - _gaps[j][k - _low[j]]);
                }
                break;
            case Up:
                worth[1] = _flight.Up(gap);
                for (var k = _low[j]; k < j; k++)
                    worth[State(j, k, Down)] = worth[1];
                break;
        }
        return worth;
    }

    private void FromTouch(Span<double> worth, int j, double each)
    {
        worth[0] = each;
        for (var k = _low[j]; k < j; k++)
        {
            worth[State(j, k, Again)] = each;
            if (_isLetBounce)
                worth[State(j, k, Up)] = each;
        }
    }

    private bool IsAgain => !_isLetBounce || _isTwice;

    private int State(int i, int j, int link) => Begins + (_links * (j - _low[i])) + link;

    private int To(int i, int j, int link) => _first[i] + State(i, j, link);

    private bool IsBounce(int state) => state == 1 || (state >= Begins && (state - Begins) % _links is Down or Bounces);

    private double Of(int i, int link) => link is Again or Up ? _asTouch[i] : _asBounce[i];

    private double OfBeginning(int i, int link) => link == 0 ? NewTry + _asTouch[i] : NewTry + BeginsOnFloor + _asBounce[i];
}

namespace Gambeta.Core.Edges.Hearing;

/// <summary>A sound of a ball that is kept up.</summary>
/// <param name="At">Its place among those that it was chosen from.</param>
/// <param name="IsBounce">True on the floor, false for a touch.</param>
/// <param name="BeginsTry">True where nothing before it belongs to it.</param>
public readonly record struct KeptSound(int At, bool IsBounce, bool BeginsTry);

/// <summary>
/// The chains of touches and bounces that sounds may be: each sound is a touch, a bounce or neither, and what is worth something are the
/// sounds themselves and the intervals between them (<see cref="FlightOdds"/>). A state knows the sound before it, so that an interval can
/// be held against the last one: a Markov chain of the second order.
/// </summary>
public sealed class KeptUpDecoder : ChainDecoder
{
    /// <summary>Seconds between two sounds of one try, at most.</summary>
    public const double LongestGap = BallPath.LongestGap;

    /// <summary>Seconds between two bounces, and from a bounce to a touch, at least.</summary>
    public const double ShortestBounce = 0.07,
        ShortestUp = 0.1;

    /// <summary>What the beginning of a try is worth, and what it is worth besides that it begins on the floor.</summary>
    public const double NewTry = -3,
        BeginsOnFloor = -4;

    /// <summary>So many sounds back the one before may lie.</summary>
    public const int Back = 12;

    // What leads from the sound before to one: to another touch, to the floor, from bounce to bounce, up to a touch. Of each sound there is
    // a state for each of these from each sound that may be before it, after two for one that begins a try.
    private const int Again = 0,
        Down = 1,
        Bounces = 2,
        Up = 3,
        Beginnings = 2;

    private readonly IReadOnlyList<double> _times,
        _loud;
    private readonly bool _isLetBounce,
        _isTwice;
    private readonly int _links;
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
        : this(times, loud, isLetBounce, isTwice, LowOf(times, LongestGap, Back), isLetBounce ? 4 : 3) { }

    private KeptUpDecoder(IReadOnlyList<double> times, IReadOnlyList<double> loud, bool isLetBounce, bool isTwice, int[] low, int links)
        : base(times, low, i => Beginnings + (links * (i - low[i])), Back * links * (Beginnings + (links * Back)))
    {
        (_times, _loud, _isLetBounce, _isTwice, _links) = (times, loud, isLetBounce, isTwice, links);
        _gaps = [.. low.Select((low, i) => (double[])[.. Enumerable.Range(low, i - low).Select(j => Math.Log(times[i] - times[j]))])];
    }

    /// <summary>Says what everything is worth.</summary>
    /// <param name="asTouch">Of each sound as a touch: log odds.</param>
    /// <param name="asBounce">And as a bounce.</param>
    /// <param name="flight">The intervals.</param>
    public void Weigh(IReadOnlyList<double> asTouch, IReadOnlyList<double> asBounce, FlightOdds flight) =>
        (_asTouch, _asBounce, _flight) = (asTouch, asBounce, flight);

    /// <summary>The best chain; empty where none is worth anything.</summary>
    public List<KeptSound> Best() => [.. BestStates().States.Select(one => new KeptSound(one.Sound, IsBounce(one.State), one.Begins))];

    /// <summary>The chance of each sound that it was a touch, and that it was a bounce, over all chains.</summary>
    public (double[] Touch, double[] Bounce) Chances()
    {
        var (touch, bounce) = (new double[_times.Count], new double[_times.Count]);
        ForEachChance((sound, state, chance) => (IsBounce(state) ? bounce : touch)[sound] += chance);
        return (touch, bounce);
    }

    private protected override int Begins => Beginnings;

    private protected override double OfBeginning(int sound, int state) =>
        state == 0 ? NewTry + _asTouch[sound] : NewTry + BeginsOnFloor + _asBounce[sound];

    private protected override int StepsTo(int sound, Span<ChainStep> steps)
    {
        Span<double> room = stackalloc double[Beginnings + (4 * Back)];
        var many = 0;
        for (var j = Low[sound]; j < sound; j++)
        {
            for (var link = 0; link < _links; link++)
            {
                var worth = Into(sound, j, link, room);
                var to = State(sound, Linked(sound, j, link));
                for (var state = 0; state < worth.Length; state++)
                    if (worth[state] > double.NegativeInfinity)
                        steps[many++] = new(State(j, state), to, worth[state] + Of(sound, link));
            }
        }
        return many;
    }

    // What the way from one sound to another is worth, for each state of the first.
    private Span<double> Into(int i, int j, int link, Span<double> all)
    {
        var worth = all[..(Beginnings + (_links * (j - Low[j])))];
        var (gap, seconds) = (_gaps[i][j - Low[i]], _times[i] - _times[j]);
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
                for (var k = Low[j]; k < j; k++)
                    worth[Linked(j, k, Again)] = _flight.Touches(gap, _gaps[j][k - Low[j]], IsAgain);
                break;
            case Down:
                FromTouch(worth, j, _isLetBounce ? _flight.Down(gap) : _flight.Falls(gap));
                break;
            case Bounces:
                var softer = _flight.Softer(_loud[i] - _loud[j]);
                worth[1] = softer + _flight.Later(null);
                for (var k = Low[j]; k < j; k++)
                {
                    worth[Linked(j, k, Down)] = softer + _flight.First(FlightOdds.Part(_times[j] - _times[k], seconds), _isLetBounce);
                    worth[Linked(j, k, Bounces)] = softer + _flight.Later(gap - _gaps[j][k - Low[j]]);
                }
                break;
            case Up:
                worth[1] = _flight.Up(gap);
                for (var k = Low[j]; k < j; k++)
                    worth[Linked(j, k, Down)] = worth[1];
                break;
        }
        return worth;
    }

    private void FromTouch(Span<double> worth, int j, double each)
    {
        worth[0] = each;
        for (var k = Low[j]; k < j; k++)
        {
            worth[Linked(j, k, Again)] = each;
            if (_isLetBounce)
                worth[Linked(j, k, Up)] = each;
        }
    }

    private bool IsAgain => !_isLetBounce || _isTwice;

    private int Linked(int i, int j, int link) => Beginnings + (_links * (j - Low[i])) + link;

    private bool IsBounce(int state) => state == 1 || (state >= Beginnings && (state - Beginnings) % _links is Down or Bounces);

    private double Of(int i, int link) => link is Again or Up ? _asTouch[i] : _asBounce[i];
}

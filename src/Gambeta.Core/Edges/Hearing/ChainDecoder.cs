namespace Gambeta.Core.Edges.Hearing;

/// <summary>A step from a state of one sound to a state of a later one, and what it is worth with that sound: log odds.</summary>
internal readonly record struct ChainStep(int From, int To, double Worth);

/// <summary>
/// Chains through sounds in time. Each sound has some states, each chain goes from state to state, by steps within a series or by a pause
/// after which another series begins. The best chain is Viterbi's (1967); how likely each state is, is told by sums forward and backward
/// over all chains (Rabiner, 1989). No chain at all is worth zero. What is worth what is said by who inherits this.
/// </summary>
public abstract class ChainDecoder
{
    /// <summary>A series begins so many seconds after the last sound at least.</summary>
    public const double Pause = 0.75;

    /// <summary>What is told of chances is as unsure as if all were worth this part.</summary>
    public const double Tempered = 0.85;

    private readonly IReadOnlyList<double> _times;
    private readonly int[] _first;
    private readonly ChainStep[] _steps;

    /// <summary>Takes the sounds.</summary>
    /// <param name="times">When each was, in seconds, in order.</param>
    /// <param name="low">Of each sound the first one that may be the one before it; not falling.</param>
    /// <param name="states">How many states each has.</param>
    /// <param name="mostSteps">Steps that lead to one sound, at most.</param>
    private protected ChainDecoder(IReadOnlyList<double> times, int[] low, Func<int, int> states, int mostSteps)
    {
        (_times, Low, _first, _steps) = (times, low, new int[times.Count + 1], new ChainStep[mostSteps]);
        for (var i = 0; i < times.Count; i++)
            _first[i + 1] = _first[i] + states(i);
    }

    /// <summary>Of each sound the first one that may be the one before it.</summary>
    private protected int[] Low { get; }

    /// <summary>Of each sound the first one that may be the one before it: within so many seconds and so many sounds.</summary>
    private protected static int[] LowOf(IReadOnlyList<double> times, double longestGap, int back)
    {
        var low = new int[times.Count];
        for (var i = 1; i < times.Count; i++)
        {
            low[i] = Math.Max(low[i - 1], i - back);
            while (times[low[i]] < times[i] - longestGap)
                low[i]++;
        }
        return low;
    }

    /// <summary>A state of a sound, by its number among all.</summary>
    private protected int State(int sound, int state) => _first[sound] + state;

    /// <summary>How many of the states of a sound, its first ones, may begin a series.</summary>
    private protected abstract int Begins { get; }

    /// <summary>What it is worth that a series begins with a state of a sound.</summary>
    private protected abstract double OfBeginning(int sound, int state);

    /// <summary>Fills in the steps that lead to a sound, and returns how many there are.</summary>
    private protected abstract int StepsTo(int sound, Span<ChainStep> steps);

    /// <summary>The states of the best chain, each with its sound and whether a series begins there, and what that chain is
    /// worth.</summary>
    private protected (List<(int Sound, int State, bool Begins)> States, double Worth) BestStates()
    {
        var (score, from) = (new double[_first[^1]], new int[_first[^1]]);
        Array.Fill(score, double.NegativeInfinity);
        // The best chain that has ended in time for a new series, and the best of all.
        var (ended, endedAt, next) = (0.0, -1, 0);
        var (most, best) = (0.0, -1);
        for (var i = 0; i < _times.Count; i++)
        {
            for (; _times[next] < _times[i] - Pause; next++)
            for (var state = _first[next]; state < _first[next + 1]; state++)
                if (score[state] > ended)
                    (ended, endedAt) = (score[state], state);
            for (var begin = 0; begin < Begins; begin++)
                // Of one that begins a series the one before it is told as less than nothing.
                (score[_first[i] + begin], from[_first[i] + begin]) = (ended + OfBeginning(i, begin), -2 - endedAt);
            foreach (ref readonly var step in _steps.AsSpan(0, StepsTo(i, _steps)))
                if (score[step.From] + step.Worth is var sum && sum > score[step.To])
                    (score[step.To], from[step.To]) = (sum, step.From);
            for (var state = _first[i]; state < _first[i + 1]; state++)
                if (score[state] > most)
                    (most, best) = (score[state], state);
        }
        var chain = new List<(int, int, bool)>();
        for (int state = best, sound = _times.Count - 1; state >= 0; )
        {
            while (_first[sound] > state)
                sound--;
            var before = from[state];
            chain.Add((sound, state - _first[sound], before < 0));
            state = before < 0 ? -2 - before : before;
        }
        chain.Reverse();
        return (chain, most);
    }

    /// <summary>The chance of each state over all chains, called back with sound, state and chance.</summary>
    private protected void ForEachChance(Action<int, int, double> told)
    {
        var (before, all) = Forward();
        var after = Backward();
        for (var i = 0; i < _times.Count; i++)
        for (var state = _first[i]; state < _first[i + 1]; state++)
            told(i, state - _first[i], Math.Exp(before[state] + after[state] - all));
    }

    // Of each state what all chains that end with it come to, and all chains together; none at all is one as well.
    private (double[] Before, double All) Forward()
    {
        var before = new double[_first[^1]];
        Array.Fill(before, double.NegativeInfinity);
        var (ended, next, all) = (0.0, 0, 0.0);
        for (var i = 0; i < _times.Count; i++)
        {
            for (; _times[next] < _times[i] - Pause; next++)
            for (var state = _first[next]; state < _first[next + 1]; state++)
                ended = LogSum.Add(ended, before[state]);
            for (var begin = 0; begin < Begins; begin++)
                before[_first[i] + begin] = ended + (Tempered * OfBeginning(i, begin));
            foreach (ref readonly var step in _steps.AsSpan(0, StepsTo(i, _steps)))
                before[step.To] = LogSum.Add(before[step.To], before[step.From] + (Tempered * step.Worth));
            for (var state = _first[i]; state < _first[i + 1]; state++)
                all = LogSum.Add(all, before[state]);
        }
        return (before, all);
    }

    // Of each state what all that may follow comes to; nothing may follow as well.
    private double[] Backward()
    {
        var (after, many) = (new double[_first[^1]], _times.Count);
        // Of all series that begin with a sound or a later one.
        var begins = new double[many + 1];
        begins[many] = double.NegativeInfinity;
        var later = many;
        for (var i = many - 1; i >= 0; i--)
        {
            while (later > 0 && _times[i] < _times[later - 1] - Pause)
                later--;
            for (var state = _first[i]; state < _first[i + 1]; state++)
                after[state] = LogSum.Add(after[state], begins[later]);
            begins[i] = begins[i + 1];
            for (var begin = 0; begin < Begins; begin++)
                begins[i] = LogSum.Add(begins[i], (Tempered * OfBeginning(i, begin)) + after[_first[i] + begin]);
            foreach (ref readonly var step in _steps.AsSpan(0, StepsTo(i, _steps)))
                after[step.From] = LogSum.Add(after[step.From], (Tempered * step.Worth) + after[step.To]);
        }
        return after;
    }
}

namespace Gambeta.Core.Judgement;

/// <summary>What a set can come to at each level: a value is counted in whole units (touches, hits, tenths of a second), and is reached from one side.</summary>
public abstract class Outcome
{
    /// <summary>True where a smaller value is the better one.</summary>
    public virtual bool LowerIsBetter => false;

    /// <summary>Units in one of what is said: ten where tenths are counted.</summary>
    public virtual int UnitsInOne => 1;

    /// <summary>The values between which all the chance lies.</summary>
    public abstract (int Least, int Most) Range { get; }

    /// <summary>For each level the chance that a set reaches a value: that it comes to at least so much, or to at most so much where lower is better.</summary>
    public abstract void Reaches(int value, Span<double> row);
}

/// <summary>What the next set will come to: the outcome at each level, and how likely each level is today.</summary>
public sealed class Outlook
{
    private readonly double[] _weights;
    private readonly Dictionary<int, double> _known = [];
    private readonly Tuning? _tuning;
    private int? _middle;

    /// <summary>An outlook from the weights of the levels and what each leads to.</summary>
    public Outlook(Belief belief, Outcome outcome, Tuning? tuning = null)
    {
        _tuning = tuning;
        _weights = new double[LevelScale.Nodes];
        belief.Form(_weights);
        Outcome = outcome;
    }

    /// <summary>What each level leads to.</summary>
    public Outcome Outcome { get; }

    /// <summary>The chance that the next set reaches a value, from 0 to 1.</summary>
    public double Reaches(int value)
    {
        var (least, most) = Outcome.Range;
        if (Outcome.LowerIsBetter ? value >= most : value <= least) return 1;
        if (Outcome.LowerIsBetter ? value < least : value > most) return 0;
        if (_known.TryGetValue(value, out var known)) return known;
        Span<double> row = stackalloc double[LevelScale.Nodes];
        Outcome.Reaches(value, row);
        var reaches = Math.Clamp(Rows.Dot(_weights, row), 0, 1);
        return _known[value] = _tuning?.Of(reaches) ?? reaches;
    }

    /// <summary>
    /// The chance that the best of so many sets of one sitting reaches a value. They share the day's form: at each level they are independent, over the levels they
    /// are not, so that this is less than it would be for sets of different days.
    /// </summary>
    public double ReachesInOneOf(int sets, int value)
    {
        var (least, most) = Outcome.Range;
        if (Outcome.LowerIsBetter ? value >= most : value <= least) return 1;
        if (Outcome.LowerIsBetter ? value < least : value > most) return 0;
        Span<double> row = stackalloc double[LevelScale.Nodes];
        Outcome.Reaches(value, row);
        for (var i = 0; i < row.Length; i++) row[i] = 1 - Math.Pow(1 - Math.Clamp(row[i], 0, 1), sets);
        var reaches = Math.Clamp(Rows.Dot(_weights, row), 0, 1);
        return _tuning?.Of(reaches) ?? reaches;
    }

    /// <summary>The least value below or at which the next set stays with at least this chance; in units.</summary>
    /// <param name="share">From 0 to 1.</param>
    /// <param name="near">A value near which it is looked for.</param>
    public int Quantile(double share, int? near = null)
    {
        var (least, most) = Outcome.Range;
        var at = Math.Clamp(near ?? (_middle ??= Search(0.5, least, most, Math.Clamp(16, least, most))), least, most);
        return Search(share, least, most, at);
    }

    /// <summary>The chance that the next set comes to at most so much, whichever side is better.</summary>
    public double AtMost(int value) => Outcome.LowerIsBetter ? Reaches(value) : 1 - Reaches(value + 1);

    // From a value in strides that double until the share lies between two of them, then halving.
    private int Search(double share, int least, int most, int from)
    {
        var (low, high, stride) = (least, most, 1);
        if (AtMost(from) >= share)
        {
            high = from;
            while (high > least)
            {
                var next = Math.Max(least, high - stride);
                if (AtMost(next) < share)
                {
                    low = next + 1;
                    break;
                }
                (high, stride) = (next, stride * 2);
            }
            if (high == least) return least;
        }
        else
        {
            low = from + 1;
            while (low < most)
            {
                var next = Math.Min(most, low + stride);
                if (AtMost(next) >= share)
                {
                    high = next;
                    break;
                }
                (low, stride) = (next + 1, stride * 2);
            }
            if (low >= most) return most;
        }
        while (low < high)
        {
            var middle = low + ((high - low) / 2);
            if (AtMost(middle) >= share) high = middle;
            else low = middle + 1;
        }
        return low;
    }
}

namespace Gambeta.Core.Insight.Judgement;

/// <summary>What a set can come to at each level: a value is counted in whole units (touches, hits, tenths of a second), and is reached
/// from one side.</summary>
public abstract class Outcome
{
    /// <summary>True where a smaller value is the better one.</summary>
    public virtual bool LowerIsBetter => false;

    /// <summary>Units in one of what is said: ten where tenths are counted.</summary>
    public virtual int UnitsInOne => 1;

    /// <summary>The values between which all the chance lies.</summary>
    public abstract (int Least, int Most) Range { get; }

    /// <summary>A value about which most of it lies, for whoever begins to look; a guess is enough.</summary>
    public virtual int Near => Math.Clamp(16, Range.Least, Range.Most);

    /// <summary>For each level the chance that a set reaches a value: that it comes to at least so much, or to at most so much where lower
    /// is better.</summary>
    public abstract void Reaches(int value, Span<double> row);
}

/// <summary>What the next set will come to: the outcome at each level, and how likely each level is today.</summary>
public sealed class PredictiveDistribution
{
    private readonly double[] _weights;
    private readonly Dictionary<int, double> _known = [];
    private readonly Calibration? _tuning;

    /// <summary>An outlook from the weights of the levels and what each leads to.</summary>
    public PredictiveDistribution(Posterior belief, Outcome outcome, Calibration? tuning = null)
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
        if (_known.TryGetValue(value, out var known))
            return known;
        var (reaches, isSure) = Worked(value);
        return isSure ? reaches : _known[value] = _tuning?.Of(reaches) ?? reaches;
    }

    /// <summary>The same as the model alone says it.</summary>
    internal double Untuned(int value) => Worked(value).Reaches;

    private (double Reaches, bool IsSure) Worked(int value)
    {
        var (least, most) = Outcome.Range;
        if (Outcome.LowerIsBetter ? value >= most : value <= least)
            return (1, true);
        if (Outcome.LowerIsBetter ? value < least : value > most)
            return (0, true);
        Span<double> row = stackalloc double[LevelScale.Nodes];
        Outcome.Reaches(value, row);
        return (Math.Clamp(VectorMath.Dot(_weights, row), 0, 1), false);
    }

    /// <summary>
    /// The chance that the best of so many sets of one sitting reaches a value. They share the day's form: at each level they are
    /// independent, over the levels they are not, so that this is less than it would be for sets of different days.
    /// </summary>
    public double ReachesInOneOf(int sets, int value)
    {
        var (least, most) = Outcome.Range;
        if (Outcome.LowerIsBetter ? value >= most : value <= least)
            return 1;
        if (Outcome.LowerIsBetter ? value < least : value > most)
            return 0;
        Span<double> row = stackalloc double[LevelScale.Nodes];
        Outcome.Reaches(value, row);
        for (var i = 0; i < row.Length; i++)
            row[i] = 1 - Math.Pow(1 - Math.Clamp(row[i], 0, 1), sets);
        var reaches = Math.Clamp(VectorMath.Dot(_weights, row), 0, 1);
        return _tuning?.Of(reaches) ?? reaches;
    }

    /// <summary>For each level the chance that none of so many sets reaches a value.</summary>
    internal void MissesAtEach(int sets, int value, Span<double> row)
    {
        var (least, most) = Outcome.Range;
        var (surely, never) = Outcome.LowerIsBetter ? (value >= most, value < least) : (value <= least, value > most);
        if (surely || never)
            row.Fill(surely ? 0 : 1);
        else
            Outcome.Reaches(value, row);
        if (surely || never)
            return;
        for (var i = 0; i < row.Length; i++)
            row[i] = 1 - Math.Clamp(row[i], 0, 1);
        VectorMath.Power(row, sets);
    }

    /// <summary>The least value below or at which the next set stays with at least this chance; in units.</summary>
    /// <param name="share">From 0 to 1, both left out.</param>
    public int Quantile(double share)
    {
        // Between one value that is known to lie below and one that is known to do: nearer to the share than any other that was worked out.
        var (low, high) = (Outcome.Range.Least - 1, Outcome.Range.Most);
        var (atLow, atHigh) = (double.NegativeInfinity, double.PositiveInfinity);
        foreach (var (value, reaches) in _known)
        {
            var (at, stays) = Outcome.LowerIsBetter ? (value, reaches) : (value - 1, 1 - reaches);
            if (stays < share && at > low)
                (low, atLow) = (at, LogOdds(stays));
            else if (stays >= share && at < high && at > low)
                (high, atHigh) = (at, LogOdds(stays));
        }
        var wanted = LogOdds(share);
        for (var step = 1; high - low > 1; step++)
        {
            // Log-odds are nearly a straight line in the value; every third time the middle, where they are not.
            var next =
                step % 3 == 0 ? low + ((high - low) / 2)
                : double.IsFinite(atLow) && double.IsFinite(atHigh)
                    ? low + (int)Math.Ceiling((high - low) * (wanted - atLow) / (atHigh - atLow))
                : double.IsFinite(atLow) ? low + (Stride(low) * step)
                : double.IsFinite(atHigh) ? high - (Stride(high) * step)
                : Outcome.Near;
            next = Math.Clamp(next, low + 1, high - 1);
            var stays = AtMost(next);
            if (stays < share)
                (low, atLow) = (next, LogOdds(stays));
            else
                (high, atHigh) = (next, LogOdds(stays));
        }
        return high;
    }

    /// <summary>The chance that the next set comes to at most so much, whichever side is better.</summary>
    public double AtMost(int value) => Outcome.LowerIsBetter ? Reaches(value) : 1 - Reaches(value + 1);

    private static double LogOdds(double share) => Math.Log(share / (1 - share));

    private static int Stride(int value) => 1 + (Math.Abs(value) / 8);
}

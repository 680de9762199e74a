namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// What an interval between two sounds of a pattern is worth, as what it may have been: log odds against the usual interval from each sound
/// to the next, which is worth nothing. What was not heard in between makes it longer by as many steps; one that something else hid is
/// likelier than one of which nothing was heard.
/// </summary>
public sealed class PatternOdds
{
    /// <summary>Sounds that may be missing in a row, at most.</summary>
    public const int MostMissed = 3;

    /// <summary>The worst that an interval can be worth, before what is missing.</summary>
    public const double Worst = -3.2;

    // What is usual anywhere, in seconds, and how far the logarithm of an interval spreads where it is known what is usual here, and where
    // it is not.
    private const double UsualAnywhere = 0.45,
        Spread = 0.15,
        SpreadUnknown = 0.35;

    // That one sound was hidden by another, that nothing was heard of it where touches are all there is and where a wall sounds as well,
    // and that so it was with the next one.
    private const double Hidden = -2.2,
        Silent = -3.2,
        SilentOfSeveral = -2.6,
        Again = -1.8;

    private readonly double[] _usual;
    private readonly double[][] _logs;
    private readonly bool[] _isKnown;

    /// <summary>Takes what is usual.</summary>
    /// <param name="usual">Of each place of the pattern the seconds to the next one; 0 where that is not known.</param>
    public PatternOdds(IReadOnlyList<double> usual)
    {
        _usual = [.. usual.Select(seconds => seconds > 0 ? seconds : UsualAnywhere)];
        _isKnown = [.. usual.Select(seconds => seconds > 0)];
        _logs =
        [
            .. Enumerable
                .Range(0, usual.Count)
                .Select(place =>
                    (double[])
                        [.. Enumerable.Range(0, Math.Max(usual.Count, MostMissed + 1) + 1).Select(steps => Math.Log(Lasts(place, steps)))]
                ),
        ];
    }

    /// <summary>What is usual, of the intervals from each place to the next.</summary>
    public static PatternOdds From(IReadOnlyList<List<double>> gaps) => new([.. gaps.Select(UsualTime.Of)]);

    /// <summary>Whether it is known how long it usually is from a place to the next one.</summary>
    /// <param name="place">The place.</param>
    public bool IsKnown(int place) => _isKnown[place];

    /// <summary>Seconds that so many steps usually take.</summary>
    /// <param name="place">The place from which on.</param>
    /// <param name="steps">How many.</param>
    public double Lasts(int place, int steps)
    {
        var sum = 0.0;
        for (var step = 0; step < steps; step++)
            sum += _usual[(place + step) % _usual.Length];
        return sum;
    }

    /// <summary>How an interval fits so many steps.</summary>
    /// <param name="place">The place of the sound before it.</param>
    /// <param name="steps">Steps through the pattern.</param>
    /// <param name="gap">The logarithm of its seconds.</param>
    public double Fits(int place, int steps, double gap)
    {
        var spread = _isKnown[place] ? Spread : SpreadUnknown;
        var off = (gap - _logs[place][steps]) / spread;
        return Math.Max(Worst, (-off * off / 2) + (_isKnown[place] ? 0 : Unknown));
    }

    /// <summary>That so many steps were made of which only the last was heard.</summary>
    /// <param name="steps">Steps: 1 where nothing is missing.</param>
    /// <param name="isHidden">Whether something else sounded just when the one that is missing was due.</param>
    public double Missing(int steps, bool isHidden) =>
        steps == 1
            ? 0
            : (
                steps == 2 && isHidden ? Hidden
                : _usual.Length > 1 ? SilentOfSeveral
                : Silent
            ) + (Again * (steps - 2));

    private static readonly double Unknown = Math.Log(Spread / SpreadUnknown);
}

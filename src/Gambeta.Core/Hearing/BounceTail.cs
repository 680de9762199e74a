namespace Gambeta.Core.Hearing;

/// <summary>
/// Where a ball fell. After the last touch it flies on, falls past the foot to the floor, and bounces in intervals that shrink by the same part each time (a bounce keeps a part e of its
/// speed: the next flight lasts e times as long), softer and softer. The physics ties the first intervals together: with v the speed up from the foot, h the height of the
/// foot and g the fall, the floor is reached after (v + √(v² + 2gh)) / g, and the first flight lasts 2e√(v² + 2gh) / g. Each number of bounces is held against none: the density of the
/// intervals as those of bounces over their density as those of touches, both bells over the logarithm of the interval.
/// </summary>
internal static class BounceTail
{
    private const double Gravity = 9.81, FootHeight = 0.35, UsuallyKept = 0.66, LeastKept = 0.38, MostKept = 0.85;

    // How far the logarithm of each interval spreads: of touches, the fall past the foot, the part that is kept, and each flight after the first.
    private const double OfTouches = 0.2, OfTheFall = 0.2, OfTheFirst = 0.25, OfOthers = 0.07;

    // Log odds: that a ball falls, the worst that an interval can be off, and what quicker than a foot can be is worth.
    private const double Falls = 0.4, Worst = -5, TooQuick = -4;

    private const double Softer = 3;

    /// <summary>The number of sounds at the end of a series that are bounces, and by how much that is likelier than the next best number: log odds.</summary>
    /// <param name="times">When each sound of the series is, in seconds.</param>
    /// <param name="loud">How loud each is, in decibels.</param>
    /// <param name="usual">Seconds between two touches, usually; 0 where that is not known.</param>
    /// <param name="likelierBounce">The log odds that each sounds like a bounce of this recording, not like a touch; 0 where nothing is known.</param>
    public static (int Bounces, double Margin) Of(IReadOnlyList<double> times, IReadOnlyList<double> loud, double usual, Func<int, double> likelierBounce)
    {
        var (best, second, bounces, n) = (0.0, double.NegativeInfinity, 0, times.Count);
        var gaps = Enumerable.Range(1, Math.Max(0, n - 1)).Select(i => times[i] - times[i - 1]).ToList();
        for (var many = 1; many <= Math.Min(n - 1, 12); many++)
        {
            var first = n - many;
            var sum = Falls + AsBounces(gaps, loud, first, n, usual);
            for (var i = first; i < n; i++) sum += likelierBounce(i) - AsTouch(gaps[i - 1], usual);
            if (sum > best) (best, second, bounces) = (sum, best, many);
            else if (sum > second) second = sum;
        }
        return (bounces, best - second);
    }

    private static double AsBounces(List<double> gaps, IReadOnlyList<double> loud, int first, int n, double usual)
    {
        var down = gaps[first - 1];
        // The flight up from the foot and down to the floor says how fast it was: d = (v + w)/g with w² = v² + 2gh, so w - v = 2h/d.
        var floor = ((Gravity * down) + (2 * FootHeight / down)) / 2;
        var falls = usual > 0 ? (usual / 2) + Math.Sqrt((usual * usual / 4) + (2 * FootHeight / Gravity)) : 0.65;
        var sum = Bell(Math.Log(down / falls), usual > 0 ? OfTheFall : 0.35);
        if (n - first < 2) return sum;
        var kept = gaps[first] * Gravity / (2 * floor);
        sum += Bell(Math.Log(kept / UsuallyKept), OfTheFirst) + (kept is < LeastKept or > MostKept ? -1 : 0);
        kept = Math.Clamp(kept, LeastKept, MostKept);
        for (var i = first + 1; i < n; i++)
        {
            if (i < n - 1) sum += Bell(Math.Log(gaps[i] / gaps[i - 1] / kept), OfOthers);
            // How much softer each is, against touches that are as loud as they like.
            var off = (loud[i] - loud[i - 1] - (20 * Math.Log10(kept))) / Softer;
            sum += Math.Max(-2, (-off * off / 2) + 0.3);
        }
        return sum;
    }

    private static double AsTouch(double gap, double usual) => gap < BallPath.ShortestTouch ? TooQuick : usual > 0 ? Bell(Math.Log(gap / usual), OfTouches) : Bell(Math.Log(gap / 0.5), 0.4);

    private static double Bell(double off, double spread) => Math.Max(Worst, -off * off / (2 * spread * spread)) - Math.Log(spread);
}

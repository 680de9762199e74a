namespace Gambeta.Core.Hearing;

/// <summary>
/// Where a ball fell. After the last touch it flies on, falls past the foot to the floor, and bounces in intervals that shrink by the same part each time (a bounce keeps a part e of its
/// speed: the next flight lasts e times as long), softer and softer. The physics ties the first intervals together: with v the speed up from the foot, h the height of the
/// foot and g the fall, the floor is reached after (v + √(v² + 2gh)) / g, and the first flight lasts 2e√(v² + 2gh) / g.
/// </summary>
internal static class BounceTail
{
    private const double Gravity = 9.81, FootHeight = 0.35, LeastKept = 0.38, MostKept = 0.88;

    // Log costs: that a ball falls at all, and the worst that an interval can be off.
    private const double Falls = 0.4, Worst = -4;

    /// <summary>The number of sounds at the end of a series that are bounces, and by how much that is likelier than the next best number: log odds.</summary>
    /// <param name="times">When each sound of the series is, in seconds.</param>
    /// <param name="loud">How loud each is, in decibels.</param>
    /// <param name="likelierBounce">The log odds that each sounds like a bounce of this recording, not like a touch; 0 where nothing is known.</param>
    public static (int Bounces, double Margin) Of(IReadOnlyList<double> times, IReadOnlyList<double> loud, Func<int, double> likelierBounce)
    {
        var (best, second, bounces, n) = (0.0, double.NegativeInfinity, 0, times.Count);
        var gaps = Enumerable.Range(1, Math.Max(0, n - 1)).Select(i => times[i] - times[i - 1]).ToList();
        for (var many = 1; many <= Math.Min(n - 1, 12); many++)
        {
            var first = n - many;
            var sum = Falls;
            // As bounces, less as touches.
            for (var i = first; i < n; i++) sum += likelierBounce(i);
            var before = first >= 2 ? Middle(gaps, first - 1) : 0;
            for (var i = first; i < n; i++) sum -= AsTouch(gaps, i, before);
            sum += AsBounces(gaps, loud, first, n);
            if (sum > best) (best, second, bounces) = (sum, best, many);
            else if (sum > second) second = sum;
        }
        return (bounces, best - second);
    }

    private static double AsBounces(List<double> gaps, IReadOnlyList<double> loud, int first, int n)
    {
        var down = gaps[first - 1];
        // The flight up from the foot and down to the floor says how fast it was: d = (v + w)/g with w² = v² + 2gh, so w - v = 2h/d.
        var floor = ((Gravity * down) + (2 * FootHeight / down)) / 2;
        var sum = down is < 0.25 or > 1.5 ? Worst : -0.3;
        if (n - first < 2) return sum;
        var kept = gaps[first] * Gravity / (2 * floor);
        sum += kept is < LeastKept or > MostKept ? Math.Max(Worst, -10 * Math.Abs(Math.Log(kept / Math.Clamp(kept, LeastKept, MostKept))) - 1) : -0.4;
        for (var i = first + 1; i < n; i++)
        {
            if (i < n - 1) sum += Bell(Math.Log(gaps[i] / gaps[i - 1] / Math.Clamp(kept, LeastKept, MostKept)), 0.1);
            sum += Bell((loud[i] - loud[i - 1] - (20 * Math.Log10(Math.Clamp(kept, LeastKept, MostKept)))) / 3, 1) + 0.3;
        }
        return sum;
    }

    private static double AsTouch(List<double> gaps, int i, double before)
    {
        var gap = gaps[i - 1];
        if (gap < 0.23) return Worst;
        return before > 0 ? Bell(Math.Log(gap / before), 0.17) : -0.5;
    }

    private static double Middle(List<double> gaps, int many)
    {
        var sorted = gaps.Take(many).TakeLast(7).Order().ToList();
        return sorted[sorted.Count / 2];
    }

    private static double Bell(double off, double spread) => Math.Max(Worst, -off * off / (2 * spread * spread));
}

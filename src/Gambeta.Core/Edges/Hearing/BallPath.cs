namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// Which beginnings were a ball, taken together, before anything is known of the pattern (<see cref="PatternFit"/> begins with it): the
/// best chain of them, each worth its log odds, less what it is out of time with those before it (a chain by dynamic programming in the way
/// of Ellis, 2007, but held to the last intervals instead of one tempo). A stray sound that fits no rhythm has to be the surer.
/// </summary>
public static class BallPath
{
    /// <summary>Seconds between two sounds of a ball that belong together, at most.</summary>
    public const double LongestGap = 1.7;

    /// <summary>Seconds between two touches at least.</summary>
    public const double ShortestTouch = 0.22;

    private const double NewSeries = -2,
        Spread = 0.2,
        WorstOfTime = -1;

    /// <summary>The places of the beginnings that are the ball's.</summary>
    /// <param name="times">When each begins, in seconds, in order.</param>
    /// <param name="odds">The log odds of each.</param>
    /// <param name="shortest">Seconds between two sounds of the ball at least.</param>
    public static List<int> Best(IReadOnlyList<double> times, IReadOnlyList<double> odds, double shortest)
    {
        var (score, before) = (new double[times.Count], new int[times.Count]);
        // The best chain that has ended by some time, and where.
        var (ended, endedAt, next) = (0.0, -1, 0);
        for (var i = 0; i < times.Count; i++)
        {
            while (next < i && times[next] < times[i] - LongestGap)
            {
                if (score[next] > ended)
                    (ended, endedAt) = (score[next], next);
                next++;
            }
            (score[i], before[i]) = (ended + NewSeries, endedAt);
            for (var j = i - 1; j >= 0 && times[i] - times[j] <= LongestGap; j--)
            {
                var gap = times[i] - times[j];
                if (gap < shortest)
                    continue;
                var with = score[j] + Time(gap, j, times, before);
                if (with > score[i])
                    (score[i], before[i]) = (with, j);
            }
            score[i] += odds[i];
        }
        var best = -1;
        for (var i = 0; i < times.Count; i++)
            if (score[i] > (best < 0 ? 0 : score[best]))
                best = i;
        var chain = new List<int>();
        for (var i = best; i >= 0; i = before[i])
            chain.Add(i);
        chain.Reverse();
        return chain;
    }

    // How badly an interval fits the best of the last three before it; 0 where nothing is known. That something fits is told by its odds
    // already.
    private static double Time(double gap, int j, IReadOnlyList<double> times, int[] before)
    {
        var (best, known) = (WorstOfTime, false);
        for (int k = j, back = 0; back < 3 && before[k] >= 0; back++, k = before[k])
        {
            var was = times[k] - times[before[k]];
            if (was > LongestGap)
                break;
            known = true;
            var off = Math.Log(gap / was) / Spread;
            best = Math.Max(best, (-off * off / 2) - (0.1 * back));
        }
        return known ? best : 0;
    }
}

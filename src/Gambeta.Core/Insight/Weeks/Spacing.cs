namespace Gambeta.Core.Insight.Weeks;

/// <summary>A day on which a ladder was played.</summary>
/// <param name="Day">The day.</param>
/// <param name="Kept">Whether what stood the time before was still there; nothing where nobody can say.</param>
public readonly record struct LadderVisit(DateOnly Day, bool? Kept);

/// <summary>
/// When a ladder that was begun is due again: in growing distances as long as it is still there at each return, sooner once it was not.
/// Returns that grow apart keep more than returns at equal distances (Cepeda and others, Psychological Bulletin 132, 2006, for what is
/// learnt by heart; Shea and Morgan, 1979, for movements that change about).
/// </summary>
public static class Spacing
{
    /// <summary>The first distance and the longest, in days.</summary>
    public const int First = 2,
        Longest = 28;

    /// <summary>So much of what stood the time before is still it: a bad day's form, not forgotten.</summary>
    public const double StillThere = 0.8;

    /// <summary>Days after the last visit at which a ladder is due.</summary>
    /// <param name="visits">Its visits in order, one a day.</param>
    public static int After(IEnumerable<LadderVisit> visits)
    {
        var (distance, last) = (First, (DateOnly?)null);
        foreach (var visit in visits)
        {
            if (last is { } before)
                distance = Next(distance, visit.Day.DayNumber - before.DayNumber, visit.Kept);
            last = visit.Day;
        }
        return distance;
    }

    /// <summary>The distance after a visit that came so many days after the one before: twice as long where it was still there after at
    /// least half of it, half where it was not.</summary>
    public static int Next(int distance, int days, bool? kept) =>
        kept switch
        {
            false => Math.Max(First, distance / 2),
            true when days * 2 >= distance => Math.Min(Longest, Math.Max(distance, Math.Min(days, distance * 2)) * 2),
            _ => distance,
        };
}

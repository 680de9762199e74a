namespace Gambeta.Core.Insight.Progress;

/// <summary>Days from one to another, both with it.</summary>
public readonly record struct DaySpan(DateOnly First, DateOnly Last)
{
    /// <summary>No span is longer: three years and some days.</summary>
    public const int Longest = 1100;

    /// <summary>The span between two days in either order, not after today and no longer than <see cref="Longest"/>.</summary>
    public static DaySpan Between(DateOnly one, DateOnly other, DateOnly today)
    {
        var (first, last) = one <= other ? (one, other) : (other, one);
        last = last > today ? today : last;
        first = first > last ? last : first;
        return new DaySpan(first.DayNumber < last.DayNumber - Longest ? last.AddDays(-Longest) : first, last);
    }

    /// <summary>The latest so many weeks.</summary>
    public static DaySpan Weeks(DateOnly today, int weeks) => new(today.AddDays((-7 * weeks) + 1), today);

    /// <summary>As many days that end where these begin.</summary>
    public DaySpan Before => new(First.AddDays(First.DayNumber - Last.DayNumber - 1), First.AddDays(-1));
}

using Gambeta.Core.Base.Measures;

namespace Gambeta.Core.Practice.Records;

/// <summary>A record with the form shown lately on the same key.</summary>
/// <param name="Best">The mark that stands.</param>
/// <param name="Form">The best of the last few marks, the record itself left out.</param>
public sealed record NearRecord(Mark Best, decimal Form)
{
    /// <summary>How far the form is from the record, as a share of the record; 0 is a tie.</summary>
    public decimal Gap => Math.Abs(Best.Value - Form) / Best.Value;

    /// <summary>The value that would be a new best.</summary>
    public decimal ToBeat => Best.Key.Measure.ToBeat(Best.Value);
}

/// <summary>Which records are nearest to being beaten.</summary>
public static class NearRecords
{
    /// <summary>How many of the latest marks of a key say what the form is.</summary>
    public const int LatestMarks = 5;

    /// <summary>For how many days the last marks of a drill are its form; after that nobody knows. A figure of ours: three weeks, half of
    /// what a player's own tempo is read from.</summary>
    public const int FreshDays = 21;

    /// <summary>After more days than this without practice somebody comes back, and is told to start easy. A figure of ours: a holiday of a
    /// week, with its travel, is none.</summary>
    public const int AwayDays = 10;

    /// <summary>Whether a drill that was played last on a day shows form today.</summary>
    public static bool IsFresh(DateOnly last, DateOnly today) => today.DayNumber - last.DayNumber <= FreshDays;

    /// <summary>
    /// The nearest first. Left out are a key with no mark besides its record, which says nothing about form, and a record that cannot be
    /// beaten.
    /// </summary>
    /// <param name="standing">The standing best of each key with the latest values besides it.</param>
    /// <param name="most">How many to name.</param>
    /// <param name="isNamed">Whether a drill is named at all; asked only as far as names are wanted. All are, where nothing is
    /// given.</param>
    public static IReadOnlyList<NearRecord> Nearest(
        IEnumerable<(Mark Best, IReadOnlyList<decimal> Latest)> standing,
        int most,
        Func<string, bool>? isNamed = null
    ) =>
        [
            .. standing
                .Where(s => s.Latest.Count > 0 && s.Best.Key.Measure.CanBeBeaten(s.Best.Value))
                .Select(s => new NearRecord(s.Best, s.Best.Key.Measure.LowerIsBetter ? s.Latest.Min() : s.Latest.Max()))
                .OrderBy(n => n.Gap)
                .ThenBy(n => n.Best.Key.Drill, StringComparer.Ordinal)
                .Where(n => isNamed?.Invoke(n.Best.Key.Drill) ?? true)
                .Take(most),
        ];
}

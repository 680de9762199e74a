using System.Collections.Immutable;

namespace Gambeta.Core.Practice.Records;

/// <summary>
/// The personal bests of one key in the order in which they were set. Each is strictly better than the one before it;
/// the last one stands. A tie is no new best: the first to reach a value keeps it.
/// </summary>
public static class BestChain
{
    /// <summary>The chain that follows from all marks of a key, in whatever order they come.</summary>
    public static ImmutableArray<Mark> From(IEnumerable<Mark> marks)
    {
        var chain = ImmutableArray.CreateBuilder<Mark>();
        foreach (var mark in marks.Order())
        {
            if (chain.Count == 0 || mark.Beats(chain[^1]))
                chain.Add(mark);
        }
        return chain.ToImmutable();
    }

    /// <summary>
    /// The chain after one more mark, which may be older than its end (a set sent late). Same as <see cref="From"/>
    /// over all marks, without needing them: a mark that was no best before cannot become one by an addition.
    /// </summary>
    public static ImmutableArray<Mark> With(ImmutableArray<Mark> chain, Mark mark) => From(chain.Add(mark));
}

/// <summary>A best with the one before it.</summary>
/// <param name="Mark">The best.</param>
/// <param name="Before">The best that it beat, if there was one.</param>
public sealed record PersonalBest(Mark Mark, Mark? Before)
{
    /// <summary>A best is new for so many days, the day on which it was made among them.</summary>
    public const int FreshDays = 7;

    /// <summary>True while it is new.</summary>
    public bool IsFresh(DateOnly today) => today.DayNumber - Mark.Day.DayNumber < FreshDays;

    /// <summary>How many days the one before it had stood, by the calendar.</summary>
    public int? DaysStood => Before is null ? null : Mark.Day.DayNumber - Before.Day.DayNumber;

    /// <summary>By how much it is better, always positive.</summary>
    public decimal? Gain => Before is null ? null : Math.Abs(Mark.Value - Before.Value);

    /// <summary>The bests of a chain, each with its predecessor.</summary>
    public static IEnumerable<PersonalBest> Of(IReadOnlyList<Mark> chain) =>
        chain.Select((mark, i) => new PersonalBest(mark, i == 0 ? null : chain[i - 1]));
}

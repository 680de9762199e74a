using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Insight.Progress;

/// <summary>A day with practice, added up.</summary>
/// <param name="Day">The day on the household's calendar.</param>
/// <param name="Touches">Touches per foot.</param>
/// <param name="HasBest">Whether a personal best was set that day.</param>
public sealed record DayTally(DateOnly Day, TouchCount Touches, bool HasBest)
{
    /// <summary>Adds up the sets of a day.</summary>
    /// <param name="day">The day.</param>
    /// <param name="sets">Its sets.</param>
    /// <param name="isBest">Whether a set, by its id, made a best.</param>
    public static DayTally Of(DateOnly day, IReadOnlyCollection<PracticeSet> sets, Func<Guid, bool> isBest) =>
        new(day, SetSums.Of(sets).Touches, sets.Any(set => isBest(set.Id)));
}

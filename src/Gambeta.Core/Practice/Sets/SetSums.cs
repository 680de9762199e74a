using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Sets;

/// <summary>What some sets come to together.</summary>
/// <param name="Touches">Touches per foot.</param>
/// <param name="Worked">Time with the ball.</param>
/// <param name="WentWrong">Slips, drops, misses and clipped markers, of all that count any.</param>
public sealed record SetSums(TouchCount Touches, TimeSpan Worked, int WentWrong)
{
    /// <summary>Adds up sets; none come to nothing.</summary>
    public static SetSums Of(IEnumerable<PracticeSet> sets) =>
        sets.Aggregate(new SetSums(default, TimeSpan.Zero, 0), (sum, set) =>
            new SetSums(sum.Touches + set.Touches, sum.Worked + set.Worked, sum.WentWrong + set.Result.WentWrong)
        );
}

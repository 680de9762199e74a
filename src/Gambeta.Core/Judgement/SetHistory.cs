using System.Collections.Immutable;
using Gambeta.Core.Sets;

namespace Gambeta.Core.Judgement;

/// <summary>A set as judgement reads it: all that was counted, and the player's own word about its drill in that sitting.</summary>
public sealed record JudgedSet(PracticeSet Set, Control? Said = null);

/// <summary>
/// The latest sets of a key, oldest first, zeros included, with what stands of all before them: what a decision needs and nothing else. Rules read sets in no other
/// way.
/// </summary>
/// <param name="Key">Whose and what.</param>
/// <param name="Latest">At most <see cref="Kept"/> sets that say something.</param>
/// <param name="Best">The best value so far, in units of the model; nothing before the first set.</param>
/// <param name="Sets">How many sets there were in all.</param>
/// <param name="Days">On how many days.</param>
public sealed record SetHistory(FormKey Key, ImmutableArray<JudgedSet> Latest, int? Best, int Sets, int Days)
{
    /// <summary>How many sets are kept at hand: some weeks of one drill.</summary>
    public const int Kept = 24;

    /// <summary>No set yet.</summary>
    public static SetHistory Empty(FormKey key) => new(key, [], null, 0, 0);

    /// <summary>The history with one more set, which is the latest; unchanged by one that says nothing.</summary>
    public SetHistory With(JudgedSet set)
    {
        if (!Key.Model.Judges(set.Set)) return this;
        var value = Key.Model.Value(set.Set);
        return this with
        {
            Latest = [.. Latest.Skip(Math.Max(0, Latest.Length + 1 - Kept)), set],
            Best = Best is { } best ? (Key.Model.LowerIsBetter ? Math.Min(best, value) : Math.Max(best, value)) : value,
            Sets = Sets + 1,
            Days = Latest.IsEmpty || Latest[^1].Set.Day != set.Set.Day ? Days + 1 : Days,
        };
    }
}

using System.Collections.Immutable;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>A set as judgement reads it: all that was counted, and the player's own word about its drill in that sitting.</summary>
public sealed record JudgedSet(PracticeSet Set, Control? Said = null);

/// <summary>
/// The latest sets of a key, oldest first, zeros included, with what stands of all before them: what a decision needs and nothing else.
/// Rules read sets in no other way.
/// </summary>
/// <param name="Key">Whose and what.</param>
/// <param name="Latest">At most <see cref="Kept"/> sets that say something.</param>
/// <param name="Bests">The best value so far of each dose that compares only with itself, in units of the model.</param>
/// <param name="Sets">How many sets there were in all.</param>
/// <param name="Days">On how many days.</param>
public sealed record SetHistory(FormKey Key, ImmutableArray<JudgedSet> Latest, ImmutableDictionary<SetDose, int> Bests, int Sets, int Days)
{
    /// <summary>How many sets are kept at hand: some weeks of one drill.</summary>
    public const int Kept = 24;

    /// <summary>No set yet.</summary>
    public static SetHistory Empty(FormKey key) => new(key, [], ImmutableDictionary<SetDose, int>.Empty, 0, 0);

    /// <summary>The history with one more set, which is the latest; unchanged by one that says nothing.</summary>
    public SetHistory With(JudgedSet set)
    {
        if (!Key.Model.Judges(set.Set))
            return this;
        return Remembering(set.Set) with
        {
            Latest = [.. Latest.Skip(Math.Max(0, Latest.Length + 1 - Kept)), set],
            Sets = Sets + 1,
            Days = Latest.IsEmpty || Latest[^1].Set.Day != set.Set.Day ? Days + 1 : Days,
        };
    }

    /// <summary>The history that knows of a set no more than whether it is a best: of one from before all that is read.</summary>
    public SetHistory Remembering(PracticeSet set)
    {
        if (!Key.Model.Judges(set))
            return this;
        var (value, dose) = (Key.Model.Value(set), SetDose.Of(set));
        return BestIn(dose) is { } best && (Key.Model.LowerIsBetter ? best <= value : best >= value)
            ? this
            : this with
            {
                Bests = Bests.SetItem(Key.Model.Compares(dose), value),
            };
    }

    /// <summary>The best value so far in a dose; nothing before the first set of it.</summary>
    public int? BestIn(SetDose dose) => Bests.TryGetValue(Key.Model.Compares(dose), out var best) ? best : null;
}

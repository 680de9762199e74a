using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// The sets of one key as they are read to be judged. What stands after a set follows from the sets alone, never from when somebody looked:
/// a set is judged by those from <see cref="FirstFor"/> on, and where that is the very first one, by the kin as it stood just before it.
/// </summary>
/// <param name="Key">Whose and what.</param>
/// <param name="First">How many sets of the key came before these.</param>
/// <param name="Sets">The sets from there to the latest, in the order of playing.</param>
/// <param name="OlderBests">The bests from before them, of which no more is known: no target calls less than them a record.</param>
/// <param name="Kin">What the key began from; only asked where its first set is among these.</param>
public sealed record KeySets(
    FormKey Key,
    int First,
    IReadOnlyList<JudgedSet> Sets,
    IReadOnlyCollection<PracticeSet> OlderBests,
    KinSets? Kin
)
{
    /// <summary>At most so many sets of a key are read for one that is judged: a level has wandered further than older sets say.</summary>
    public const int Most = 70;

    /// <summary>Where reading begins moves on by so many sets at once, so that sets after each other are judged in one go.</summary>
    public const int Step = 10;

    /// <summary>The first of the key's sets that is read to judge one of them, both counted from nought: between 61 and
    /// <see cref="Most"/> sets with that one, or all there are.</summary>
    public static int FirstFor(int nth) => Step * Math.Max(0, (nth / Step) - (Most / Step) + 1);

    /// <summary>How many sets of the key there are.</summary>
    public int Count => First + Sets.Count;

    /// <summary>The sets of a player that are all at hand, by key.</summary>
    public static IReadOnlyList<KeySets> AllOf(IEnumerable<JudgedSet> sets, DrillCatalogue catalogue)
    {
        var keys = PlayerForms.InOrder(sets).GroupBy(one => FormKey.Of(one.Set)).ToDictionary(key => key.Key, key => key.ToList());
        return [.. keys.Select(key => new KeySets(key.Key, 0, key.Value, [], KinOf(key.Key, key.Value[0].Set)))];

        KinSets? KinOf(FormKey key, PracticeSet first)
        {
            var before = keys.Select(one => (one.Key, Sets: one.Value.TakeWhile(set => IsBefore(set.Set, first)).ToList()))
                .Where(one => one.Sets.Count > 0)
                .ToDictionary(one => one.Key, one => one.Sets);
            return
                RelatedPrior.Nearest(
                    key,
                    before.Select(one => new PlayedKey(one.Key, one.Value.Count, one.Value[^1].Set.StartedAt)),
                    catalogue
                )
                    is { } near
                ? new KinSets(near.Key, near.Prior, [.. before[near.Key].TakeLast(RelatedPrior.Looked)])
                : null;
        }

        static bool IsBefore(PracticeSet one, PracticeSet other) => (one.StartedAt, one.Id).CompareTo((other.StartedAt, other.Id)) < 0;
    }

    /// <summary>The key as it stands after each of its sets from one on.</summary>
    /// <param name="from">The first one, counted from nought among all sets of the key; what is read for it has to be here.</param>
    /// <param name="catalogue">Where the cards are found.</param>
    public IEnumerable<(int Nth, JudgedSet After, KeyForm Form)> From(int from, DrillCatalogue catalogue)
    {
        for (var next = from; next < Count; )
        {
            // All that are judged by the sets from the same one on.
            var (first, end) = (FirstFor(next), next + 1);
            while (end < Count && FirstFor(end) == first)
                end++;
            ArgumentOutOfRangeException.ThrowIfLessThan(first, First, nameof(from));
            var form = KeyForm.Begun(Key, first == 0 ? Kin : null, catalogue);
            form = form with
            {
                History = OlderBests
                    .Concat(Sets.Take(first - First).Select(one => one.Set))
                    .Aggregate(form.History, (all, set) => all.Remembering(set)),
            };
            for (var nth = first; nth < end; nth++)
            {
                form = form.With(Sets[nth - First]);
                if (nth >= next)
                    yield return (nth, Sets[nth - First], form);
            }
            next = end;
        }
    }

    /// <summary>The key as it stands after its latest set.</summary>
    public KeyForm Now(DrillCatalogue catalogue) => From(Count - 1, catalogue).Last().Form;
}

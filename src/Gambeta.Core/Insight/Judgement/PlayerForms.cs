using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>All that is known of a player's keys, set by set in the order of playing, nothing left out: a new key begins where its kin
/// stands, else where the card says. What is kept is worked out from fewer sets (<see cref="KeySets"/>).</summary>
public sealed class PlayerForms(DrillCatalogue catalogue)
{
    private readonly Dictionary<FormKey, KeyForm> _keys = [];
    private readonly Dictionary<FormKey, (PlayedKey Played, Queue<JudgedSet> Latest)> _played = [];

    /// <summary>The keys that have sets.</summary>
    public IReadOnlyDictionary<FormKey, KeyForm> Keys => _keys;

    /// <summary>From sets of a player, in any order.</summary>
    public static PlayerForms Of(DrillCatalogue catalogue, IEnumerable<JudgedSet> sets)
    {
        var forms = new PlayerForms(catalogue);
        foreach (var set in InOrder(sets))
            forms.Take(set);
        return forms;
    }

    /// <summary>Sets in the order in which they were played.</summary>
    public static IOrderedEnumerable<JudgedSet> InOrder(IEnumerable<JudgedSet> sets) =>
        sets.OrderBy(one => one.Set.StartedAt).ThenBy(one => one.Set.Id);

    /// <summary>A key as it stands before its next set.</summary>
    public KeyForm Before(FormKey key) =>
        _keys.TryGetValue(key, out var known) ? known
        : RelatedPrior.Nearest(key, _played.Values.Select(one => one.Played), catalogue) is { } near
            ? KeyForm.Begun(key, new KinSets(near.Key, near.Prior, _played[near.Key].Latest), catalogue)
        : KeyForm.Begun(key, null, catalogue);

    /// <summary>Takes a set in, which is the latest; gives its key as it stands after it.</summary>
    public KeyForm Take(JudgedSet set) => Keep(Before(FormKey.Of(set.Set)).With(set), set);

    /// <summary>Keeps a key as it stands after its latest set.</summary>
    internal KeyForm Keep(KeyForm key, JudgedSet set)
    {
        var of = key.History.Key;
        var (played, latest) = _played.GetValueOrDefault(of, (new PlayedKey(of, 0, set.Set.StartedAt), []));
        latest.Enqueue(set);
        if (latest.Count > RelatedPrior.Looked)
            latest.Dequeue();
        _played[of] = (played with { Sets = played.Sets + 1, Last = set.Set.StartedAt }, latest);
        return key.History.Sets == 0 ? key : _keys[of] = key;
    }
}

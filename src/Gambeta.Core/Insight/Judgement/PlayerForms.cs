using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>All that is known of a player's keys, set by set in the order of playing: a new key begins where its kin stands, else where the
/// card says.</summary>
public sealed class PlayerForms(DrillCatalogue catalogue)
{
    private readonly Dictionary<FormKey, KeyForm> _keys = [];
    private readonly Dictionary<FormKey, SetHistory> _remembered = [];

    /// <summary>The keys that have sets.</summary>
    public IReadOnlyDictionary<FormKey, KeyForm> Keys => _keys;

    /// <summary>From sets of a player, in any order.</summary>
    /// <param name="catalogue">Where their cards are found.</param>
    /// <param name="sets">The sets.</param>
    /// <param name="olderBests">Bests from before these sets, of which no more is known: no target calls less than them a record.</param>
    public static PlayerForms Of(DrillCatalogue catalogue, IEnumerable<JudgedSet> sets, IEnumerable<PracticeSet>? olderBests = null)
    {
        var forms = new PlayerForms(catalogue);
        foreach (var best in olderBests ?? [])
            forms.Remember(best);
        foreach (var set in InOrder(sets))
            forms.Take(set);
        return forms;
    }

    /// <summary>Sets in the order in which they were played.</summary>
    public static IOrderedEnumerable<JudgedSet> InOrder(IEnumerable<JudgedSet> sets) =>
        sets.OrderBy(one => one.Set.StartedAt).ThenBy(one => one.Set.Id);

    /// <summary>A key as it stands before its next set.</summary>
    public KeyForm Before(FormKey key)
    {
        if (_keys.TryGetValue(key, out var known))
            return known;
        var begun = KeyForm.Begun(key, RelatedPrior.Nearest(key, _keys.Values, catalogue), catalogue.Find(key.Drill));
        return _remembered.TryGetValue(key, out var history) ? begun with { History = history } : begun;
    }

    /// <summary>Takes a set in, which is the latest; gives its key as it stands after it.</summary>
    public KeyForm Take(JudgedSet set)
    {
        var key = FormKey.Of(set.Set);
        return Keep(Before(key).With(set));
    }

    private void Remember(PracticeSet best)
    {
        var key = FormKey.Of(best);
        _remembered[key] = (_remembered.GetValueOrDefault(key) ?? SetHistory.Empty(key)).Remembering(best);
    }

    /// <summary>Keeps a key as it stands after its latest set.</summary>
    internal KeyForm Keep(KeyForm key) => key.History.Sets == 0 ? key : _keys[key.History.Key] = key;
}

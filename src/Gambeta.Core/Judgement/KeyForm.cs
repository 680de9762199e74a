using Gambeta.Core.Sets;

namespace Gambeta.Core.Judgement;

/// <summary>A key with its history and the form that was made of it.</summary>
public sealed record KeyForm(SetHistory History, Form Form)
{
    /// <summary>No set yet.</summary>
    public static KeyForm Empty(FormKey key) => new(SetHistory.Empty(key), Form.Empty);

    /// <summary>From all sets of a key, in any order: the same as taking them one by one.</summary>
    public static KeyForm Of(FormKey key, IEnumerable<JudgedSet> sets, Prior? prior = null) =>
        sets.OrderBy(one => one.Set.StartedAt).ThenBy(one => one.Set.Id).Aggregate(Empty(key), (form, set) => form.With(set, prior));

    /// <summary>After one more set, which is the latest.</summary>
    public KeyForm With(JudgedSet set, Prior? prior = null) => History.Key.Model is var model && model.Judges(set.Set)
        ? new KeyForm(History.With(set), model.Take(Form, set.Set, prior))
        : this;

    /// <summary>What the next set will come to, in a sitting on a day and in a dose; nothing where too little is known.</summary>
    public Outlook? Ahead(Guid sitting, DateOnly day, SetDose dose)
    {
        var form = Form.Begin(sitting, day);
        return History.Key.Model.Ahead(form, dose) is { } outcome ? new Outlook(form.Skill!, outcome) : null;
    }
}

using Gambeta.Core.Sets;

namespace Gambeta.Core.Judgement;

/// <summary>A key with its history and the form that was made of it.</summary>
public sealed record KeyForm(SetHistory History, Form Form, Tuning Tuning)
{
    /// <summary>No set yet.</summary>
    public static KeyForm Empty(FormKey key) => new(SetHistory.Empty(key), Form.Empty, Tuning.None);

    /// <summary>From all sets of a key, in any order: the same as taking them one by one.</summary>
    public static KeyForm Of(FormKey key, IEnumerable<JudgedSet> sets) =>
        sets.OrderBy(one => one.Set.StartedAt).ThenBy(one => one.Set.Id).Aggregate(Empty(key), (form, set) => form.With(set));

    /// <summary>At the beginning of a sitting: what follows is of that day.</summary>
    public KeyForm Begin(Guid sitting, DateOnly day) => this with { Form = Form.Begin(sitting, day) };

    /// <summary>After one more set, which is the latest.</summary>
    public KeyForm With(JudgedSet set)
    {
        var model = History.Key.Model;
        if (!model.Judges(set.Set)) return this;
        var form = Form.Begin(set.Set.SessionId, set.Set.Day);
        return new KeyForm(History.With(set), model.Take(form, set.Set), Tuned(form, set.Set, model));
    }

    private Tuning Tuned(Form form, PracticeSet set, FormModel model)
    {
        if (model.Ahead(form, SetDose.Of(set)) is not { } outcome) return Tuning;
        var (outlook, value) = (new Outlook(form.Skill!, outcome), model.Value(set));
        return Tuning.After(outlook.Reaches(value), outlook.Reaches(model.LowerIsBetter ? value - 1 : value + 1));
    }

    /// <summary>What the next set will come to, in a sitting on a day and in a dose; nothing where too little is known.</summary>
    public Outlook? Ahead(Guid sitting, DateOnly day, SetDose dose)
    {
        var form = Form.Begin(sitting, day);
        return History.Key.Model.Ahead(form, dose) is { } outcome ? new Outlook(form.Skill!, outcome, Tuning) : null;
    }
}

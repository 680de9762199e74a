using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>A key with its history and the form that was made of it.</summary>
public sealed record KeyForm(SetHistory History, Form Form, Calibration Calibration)
{
    /// <summary>No set yet.</summary>
    public static KeyForm Empty(FormKey key) => new(SetHistory.Empty(key), Form.Empty, Calibration.None);

    /// <summary>No set yet, but what a kin or the card says.</summary>
    public static KeyForm Begun(FormKey key, KinSets? kin, DrillCatalogue catalogue) =>
        new(
            SetHistory.Empty(key),
            kin?.Begins(catalogue) ?? (catalogue.Find(key.Drill) is { } card ? key.Model.From(card) : Form.Empty),
            Calibration.None
        );

    /// <summary>From all sets of a key without kin, in any order: the same as taking them one by one.</summary>
    public static KeyForm Of(FormKey key, IEnumerable<JudgedSet> sets) =>
        PlayerForms.InOrder(sets).Aggregate(Empty(key), (form, set) => form.With(set));

    /// <summary>At the beginning of a sitting: what follows is of that day.</summary>
    public KeyForm Begin(Guid sitting, DateOnly day) => this with { Form = Form.Begin(sitting, day) };

    /// <summary>After one more set, which is the latest.</summary>
    /// <param name="set">The set.</param>
    /// <param name="before">What was said before it of its dose, where that was worked out already.</param>
    public KeyForm With(JudgedSet set, PredictiveDistribution? before = null)
    {
        var model = History.Key.Model;
        if (!model.Judges(set.Set))
            return this;
        var form = Form.Begin(set.Set.SessionId, set.Set.Day);
        return new KeyForm(History.With(set), model.Take(form, set.Set), Tuned(before, form, set.Set, model));
    }

    /// <summary>What another set will come to as things stand, in the sitting that was begun last; nothing where too little is
    /// known.</summary>
    public PredictiveDistribution? Now(SetDose dose) =>
        History.Key.Model.Ahead(Form, dose) is { } outcome ? new PredictiveDistribution(Form.Skill!, outcome, Calibration) : null;

    private Calibration Tuned(PredictiveDistribution? before, Form form, PracticeSet set, FormModel model)
    {
        var outlook = before
            ?? (model.Ahead(form, SetDose.Of(set)) is { } outcome ? new PredictiveDistribution(form.Skill!, outcome) : null);
        if (outlook is null)
            return Calibration;
        var value = model.Value(set);
        return Calibration.After(outlook.Untuned(value), outlook.Untuned(model.LowerIsBetter ? value - 1 : value + 1));
    }

    /// <summary>What the next set will come to, in a sitting on a day and in a dose; nothing where too little is known.</summary>
    public PredictiveDistribution? Ahead(Guid sitting, DateOnly day, SetDose dose) => Begin(sitting, day).Now(dose);
}

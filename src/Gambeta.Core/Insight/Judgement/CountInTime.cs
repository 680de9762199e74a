using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>Touches in a round of fixed length: a tempo, which the sets scatter about. Rounds of all lengths say what the tempo
/// is.</summary>
public sealed class CountInTime : FormModel
{
    /// <inheritdoc/>
    public override bool Judges(PracticeSet set) => base.Judges(set) && set.Touches.Total > 0 && HandTiming.PlayedToItsEnd(set);

    /// <inheritdoc/>
    public override int Value(PracticeSet set) => set.Touches.Total;

    /// <inheritdoc/>
    public override ControlPoint? Control(JudgedSet set) =>
        set.Said is { } word && set.Set.Planned is { TotalMinutes: > 0 and var minutes }
            ? new ControlPoint(
                set.Set.Touches.Total / minutes,
                word <= Practice.Played.Control.Mostly ? 1 : 0,
                word <= Practice.Played.Control.Mostly ? 0 : 1
            )
            : null;

    /// <inheritdoc/>
    public override Form Take(Form form, PracticeSet set)
    {
        var tempo = Math.Log(set.Touches.Total / set.Planned!.Value.TotalMinutes);
        var skill = BegunAt(form, form.Skill, tempo, set);
        var (seen, scatters) = Pace.Seen(skill, form.Kinds.IsDefaultOrEmpty ? Pace.Prior : form.Kinds, tempo);
        return form with { Skill = seen, Kinds = scatters, Sets = form.Sets + 1 };
    }

    /// <inheritdoc/>
    public override Form From(DrillCard card) =>
        Math.Log(card.Tempo.Steady.TouchesIn(TimeSpan.FromMinutes(1))) is var steady && double.IsFinite(steady)
            ? Form.Empty with
            {
                Skill = Pace.Posterior(steady, new Prior(steady, 0.35), Trends, Moods),
                Kinds = Pace.Prior,
            }
            : Form.Empty;

    /// <inheritdoc/>
    public override Outcome? Ahead(Form form, SetDose dose) =>
        form.Skill is null || dose.Round is not { } round ? null : new CountOutcome(form, round.TotalMinutes);
}

/// <summary>A count of which so many come in a minute.</summary>
internal sealed class CountOutcome(Form form, double minutes) : Outcome
{
    private readonly double _log = Math.Log(minutes);
    private readonly double[] _mixed = Pace.Mixed(form.Kinds);

    /// <inheritdoc/>
    public override (int Least, int Most) Range =>
        (0, (int)Math.Min(1e6, minutes * Math.Exp(form.Skill!.At(LevelScale.Nodes - 1) + 0.8)) + 1);

    /// <inheritdoc/>
    public override int Near => (int)(minutes * Math.Exp(form.Skill!.At(LevelScale.Nodes / 2)));

    /// <inheritdoc/>
    public override void Reaches(int value, Span<double> row) =>
        Pace.Above(form.Skill!, _mixed, Math.Log(Math.Max(0.25, value - 0.5)) - _log, row);
}

using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>Run-ins, the more touches on the way the better: a coin says whether one gets there, and the touches of those that did scatter
/// about the day's form.</summary>
public sealed class RunIns : FormModel
{
    private static readonly Prior Arrives = new(0.8, 1.2);

    /// <inheritdoc/>
    public override bool Judges(PracticeSet set) => base.Judges(set) && set.Result is RunInResult { Tries.IsEmpty: false };

    /// <inheritdoc/>
    public override int Value(PracticeSet set) => ((RunInResult)set.Result).Most;

    /// <inheritdoc/>
    public override Form Take(Form form, PracticeSet set)
    {
        var tries = ((RunInResult)set.Result).Tries;
        var arrived = tries.Where(one => one.End == TryEnd.Stopped && one.Touches > 0).ToList();
        var arrives = Begun(form.Side, Arrives, set);
        Span<double> row = stackalloc double[LevelScale.Nodes];
        Chance.Likely(arrived.Count, tries.Length - arrived.Count, row);
        var (skill, kinds) = (form.Skill, form.Kinds);
        var known = form;
        foreach (var one in arrived)
        {
            (skill, kinds) = Pace.Seen(
                BegunAt(known, skill, Math.Log(one.Touches), set),
                kinds.IsDefaultOrEmpty ? Pace.Prior : kinds,
                Math.Log(one.Touches)
            );
            // After the first one there is a level of its own.
            known = known with { Sets = known.Sets + 1 };
        }
        return form with
        {
            Skill = skill,
            Side = arrives.Seen(row),
            Kinds = kinds,
            Usual = form.WithUsual(tries.Length),
            Sets = form.Sets + 1,
        };
    }

    /// <inheritdoc/>
    public override Outcome? Ahead(Form form, SetDose dose) =>
        form.Skill is null || form.Side is null ? null : new MostTouches(form, TriesOf(form, dose));
}

/// <summary>The most touches of the run-ins that got there.</summary>
internal sealed class MostTouches : Outcome
{
    private readonly Form _form;
    private readonly int _tries;
    private readonly double _arrives;
    private readonly double[] _mixed;

    public MostTouches(Form form, int tries)
    {
        (_form, _tries, _mixed) = (form, tries, Pace.Mixed(form.Kinds));
        Span<double> weights = stackalloc double[LevelScale.Nodes];
        form.Side!.Form(weights);
        _arrives = VectorMath.Dot(weights, Chance.Of);
    }

    /// <inheritdoc/>
    public override (int Least, int Most) Range => (0, (int)Math.Min(1e6, Math.Exp(_form.Skill!.At(LevelScale.Nodes - 1) + 0.8)) + 1);

    /// <inheritdoc/>
    public override void Reaches(int value, Span<double> row)
    {
        Pace.Above(_form.Skill!, _mixed, Math.Log(Math.Max(0.25, value - 0.5)), row);
        for (var i = 0; i < row.Length; i++)
            row[i] = 1 - Math.Pow(1 - (_arrives * row[i]), _tries);
    }
}

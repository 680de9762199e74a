using System.Collections.Immutable;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// Runs against the clock: a time that scatters about the day's form, and clipped markers, each of which costs its penalty. Clean or
/// clipped is a coin of its own, whose chance is believed in beside the time.
/// </summary>
public sealed class TimedRuns : FormModel
{
    private static readonly Prior CleanPrior = new(1.6, 1.2);

    // The longest, the highest, the quickest are that in however many goes.
    /// <inheritdoc/>
    public override SetDose Compares(SetDose dose) => default;

    /// <inheritdoc/>
    public override bool Judges(PracticeSet set) =>
        base.Judges(set)
        && set.Worked > TimeSpan.Zero
        && set.Result switch
        {
            RunResult run => !run.Void,
            StationsResult stations => stations.Finished,
            _ => false,
        };

    /// <inheritdoc/>
    public override int Value(PracticeSet set) =>
        (int)(10 * (set.Result is RunResult run ? HandTiming.CourseSeconds(set.Worked, run) : HandTiming.HandTime(set.Worked)));

    /// <inheritdoc/>
    public override bool LowerIsBetter => true;

    /// <inheritdoc/>
    public override (double Clean, double Above, double Below) Clean(KeyForm key, ImmutableArray<JudgedSet> looked, CleanBar bar) =>
        Decision.OfShare(looked.Count(one => one.Set.Result.WentWrong == 0), looked.Count(one => one.Set.Result.WentWrong > 0), bar.Share);

    /// <inheritdoc/>
    public override ControlPoint? Control(JudgedSet set) =>
        set.Set.Result is RunResult run ? new ControlPoint(set.Set.Worked.TotalSeconds, 1, run.Clips) : null;

    /// <inheritdoc/>
    public override Form Take(Form form, PracticeSet set)
    {
        var quick = -Math.Log(set.Worked.TotalSeconds);
        var skill = BegunAt(form, form.Skill, quick, set);
        var (seen, scatters) = Pace.Seen(skill, form.Kinds.IsDefaultOrEmpty ? Pace.Prior : form.Kinds, quick);
        form = form with { Skill = seen, Kinds = scatters, Sets = form.Sets + 1 };
        if (set.Result is not RunResult run)
            return form;
        var clean = Begun(form.Side, CleanPrior, set);
        Span<double> row = stackalloc double[LevelScale.Nodes];
        // Clips are drawn until the first marker that stays untouched: one clip, two clips, each less likely by the same chance.
        Chance.Likely(1, Math.Min(run.Clips, 4), row);
        return form with { Side = clean.Seen(row), Usual = run.Penalty.TotalSeconds };
    }

    /// <inheritdoc/>
    public override Outcome? Ahead(Form form, SetDose dose)
    {
        if (form.Skill is null)
            return null;
        if (form.Side is null)
            return new RunOutcome(form, [1], 0);
        Span<double> weights = stackalloc double[LevelScale.Nodes];
        form.Side.Form(weights);
        var clips = new double[4];
        for (var i = 0; i < weights.Length; i++)
        {
            var (left, clean) = (weights[i], Chance.Of[i]);
            for (var k = 0; k < clips.Length; k++)
            {
                clips[k] += k < clips.Length - 1 ? left * clean : left;
                left *= 1 - clean;
            }
        }
        return new RunOutcome(form, [.. clips], form.Usual);
    }
}

/// <summary>A time in tenths, rounded up, with what clipped markers cost.</summary>
internal sealed class RunOutcome(Form form, ImmutableArray<double> clips, double penalty) : Outcome
{
    private readonly double[] _mixed = Pace.Mixed(form.Kinds);

    /// <inheritdoc/>
    public override bool LowerIsBetter => true;

    /// <inheritdoc/>
    public override int UnitsInOne => 10;

    /// <inheritdoc/>
    public override (int Least, int Most) Range =>
        (0, (int)Math.Min(1e6, 10 * (Math.Exp(-form.Skill!.Lowest + 0.8) + (clips.Length * penalty))) + 1);

    /// <inheritdoc/>
    public override int Near => (int)(10 * Math.Exp(-form.Skill!.At(LevelScale.Nodes / 2)));

    /// <inheritdoc/>
    public override void Reaches(int value, Span<double> row)
    {
        row.Clear();
        Span<double> one = stackalloc double[LevelScale.Nodes];
        for (var k = 0; k < clips.Length; k++)
        {
            var seconds = (value / 10.0) - (k * penalty);
            if (seconds <= 0.05 || clips[k] < 1e-3)
                continue;
            Pace.Above(form.Skill!, _mixed, -Math.Log(seconds), one);
            VectorMath.AddTimes(one, clips[k], row);
        }
    }
}

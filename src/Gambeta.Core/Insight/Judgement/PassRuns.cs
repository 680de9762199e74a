using System.Collections.Immutable;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// Passes against a wall: how many come in the round, and whether each is clean. The longest run without a slip follows from both: it is
/// the longest run of heads in so many throws of a coin.
/// </summary>
public sealed class PassRuns : FormModel
{
    private static readonly Prior CleanPrior = new(2.6, 1.2);

    /// <inheritdoc/>
    public override bool Judges(PracticeSet set) => base.Judges(set) && set.Touches.Total > 0 && set.Result is PassesResult;

    /// <inheritdoc/>
    public override int Value(PracticeSet set) => ((PassesResult)set.Result).LongestRun;

    /// <inheritdoc/>
    public override (double Clean, double Above, double Below) Clean(KeyForm key, ImmutableArray<JudgedSet> looked, CleanBar bar) =>
        Decision.OfShare(
            looked.Sum(one => Math.Max(0, one.Set.Touches.Total - one.Set.Result.WentWrong)),
            looked.Sum(one => Math.Min(one.Set.Touches.Total, one.Set.Result.WentWrong)),
            bar.Share
        );

    /// <inheritdoc/>
    public override ControlPoint? Control(JudgedSet set) =>
        (set.Set.Planned ?? set.Set.Worked).TotalMinutes is > 0 and var minutes
            ? new ControlPoint(
                set.Set.Touches.Total / minutes,
                Math.Max(0, set.Set.Touches.Total - set.Set.Result.WentWrong),
                set.Set.Result.WentWrong
            )
            : null;

    /// <inheritdoc/>
    public override Form Take(Form form, PracticeSet set)
    {
        var (passes, result) = (set.Touches.Total, (PassesResult)set.Result);
        var minutes = (set.Planned ?? set.Worked).TotalMinutes;
        var slips = Math.Min(result.Slips, passes);
        var skill = Begun(form.Skill, CleanPrior, set);
        Span<double> row = stackalloc double[LevelScale.Nodes];
        // Ten times as many passes as ever are a slip of the finger: they say less than half of what a usual set says.
        var weight = Math.Min(1, (form.Usual > 0 && passes > 2.5 * form.Usual ? 0.4 * form.Usual : 120.0) / passes);
        Chance.Likely((passes - slips) * weight, slips * weight, row);
        var tempo = Math.Log(passes / Math.Max(0.05, minutes));
        var pace = BegunAt(form, form.Side, tempo, set);
        var (seen, scatters) = Pace.Seen(pace, form.Kinds.IsDefaultOrEmpty ? Pace.Prior : form.Kinds, tempo);
        return form with { Skill = skill.Seen(row), Side = seen, Kinds = scatters, Usual = form.WithUsual(passes), Sets = form.Sets + 1 };
    }

    /// <inheritdoc/>
    public override Outcome? Ahead(Form form, SetDose dose)
    {
        if (form.Skill is null || form.Side is null)
            return null;
        if (dose.Round is not { } round)
            return new LongestRun([(dose.Count ?? Math.Max(1, Rounded.Whole(form.Usual)), 1.0)]);
        // Three numbers of passes with the mean and the spread of what comes in the round.
        var (mean, spread) = Pace.MeanAndSpread(form.Side, form.Kinds);
        var minutes = round.TotalMinutes;
        return new LongestRun([
            .. new[] { (-1.2247, 0.3333), (0, 0.3334), (1.2247, 0.3333) }.Select(at =>
                (Math.Max(1, Rounded.Whole(minutes * Math.Exp(mean + (at.Item1 * spread)))), at.Item2)
            ),
        ]);
    }
}

/// <summary>The longest run of clean ones among so many, for numbers with their weights.</summary>
public sealed class LongestRun((int Passes, double Weight)[] numbers) : Outcome
{
    /// <inheritdoc/>
    public override (int Least, int Most) Range => (0, numbers.Max(number => number.Passes));

    /// <inheritdoc/>
    public override void Reaches(int value, Span<double> row)
    {
        row.Clear();
        foreach (var (passes, weight) in numbers)
        {
            if (value <= passes)
                VectorMath.AddTimes(RunsOfHeads.Reach(value, passes), weight, row);
        }
    }
}

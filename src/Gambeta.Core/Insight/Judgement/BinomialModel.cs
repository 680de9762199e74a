using System.Collections.Immutable;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// Reps that are clean or not, tries that come off or not: a coin whose chance is the day's form. So many of n are binomial at each level;
/// over the levels they scatter more, as they do.
/// </summary>
/// <param name="counts">How many came off and how many did not.</param>
/// <param name="hasTempo">Whether they follow each other, so that their number a minute says how fast it went; between tries at a goal the
/// ball is fetched.</param>
public sealed class BinomialModel(Func<PracticeSet, (int CameOff, int Not)> counts, bool hasTempo = false) : FormModel
{
    /// <summary>Beyond so many reps a set says no more: a number that was typed wrong must not weigh a hundred sets.</summary>
    private const int MostThatCount = 40;

    /// <summary>It has to be this likely that today's form lies above the bar as well: sliding players are not moved on by what they
    /// could.</summary>
    private const double StillClean = 0.65;

    private static readonly Prior Usual = new(1.2, 1.3);

    /// <inheritdoc/>
    public override int Value(PracticeSet set) => counts(set).CameOff;

    /// <inheritdoc/>
    public override bool Judges(PracticeSet set) => base.Judges(set) && counts(set) is var (came, not) && came + not > 0;

    /// <inheritdoc/>
    public override (double Clean, double Above, double Below) Clean(KeyForm key, ImmutableArray<JudgedSet> looked, CleanBar bar)
    {
        var (clean, above, below) = Decision.OfShare(
            looked.Sum(one => Math.Min(MostThatCount, counts(one.Set).CameOff)),
            looked.Sum(one => Math.Min(MostThatCount, counts(one.Set).Not)),
            bar.Share
        );
        // What was clean for eight sets and is sliding now is not for moving on.
        var still = key.Form.Skill?.Above(MathNet.Numerics.SpecialFunctions.Logit(bar.Share)) ?? 0;
        return (clean, still >= StillClean ? above : Math.Min(above, 0.5), below);
    }

    /// <inheritdoc/>
    public override ControlPoint? Control(JudgedSet set) =>
        hasTempo && set.Set.Worked.TotalMinutes is > 0 and var minutes && counts(set.Set) is var (came, not)
            ? new ControlPoint((came + not) / minutes, came, not)
            : null;

    /// <inheritdoc/>
    public override Form Take(Form form, PracticeSet set)
    {
        var (came, not) = counts(set);
        var skill = Begun(form.Skill, Usual, set);
        // Far more than ever is a slip of the finger: it says less than half of what a usual set says.
        var weight = Math.Min(1.0, (form.Usual > 0 && came + not > 2.5 * form.Usual ? 0.4 * form.Usual : MostThatCount) / (came + not));
        Span<double> row = stackalloc double[LevelScale.Nodes];
        Chance.Likely(came * weight, not * weight, row);
        return form with { Skill = skill.Seen(row), Usual = form.WithUsual(came + not), Sets = form.Sets + 1 };
    }

    /// <inheritdoc/>
    public override Outcome? Ahead(Form form, SetDose dose) =>
        form.Skill is null ? null : new CoinsOutcome(dose.Count ?? Math.Max(1, Rounded.Whole(form.Usual)));
}

/// <summary>So many of n.</summary>
public sealed class CoinsOutcome(int count) : Outcome
{
    private readonly double[][] _table = Chance.BinomialTails(Math.Min(count, SetDraft.MostTries * 5));

    /// <inheritdoc/>
    public override (int Least, int Most) Range => (0, _table.Length - 1);

    /// <inheritdoc/>
    public override int Near => _table.Length * 3 / 4;

    /// <inheritdoc/>
    public override void Reaches(int value, Span<double> row) => _table[value].CopyTo(row);
}

using System.Collections.Concurrent;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// Goes at a ladder: rung n wants n touches that end in the hands, a drop leads back to the first. Each touch holds or does not; the
/// highest rung in so many goes follows by going through the chain of rungs.
/// </summary>
public sealed class LadderGoes : FormModel
{
    private static readonly Prior Usual = new(1.4, 1.2);

    // The longest, the highest, the quickest are that in however many goes.
    /// <inheritdoc/>
    public override SetDose Compares(SetDose dose) => default;

    /// <inheritdoc/>
    public override bool Judges(PracticeSet set) => base.Judges(set) && set.Result is LadderResult { Tries.IsEmpty: false };

    /// <inheritdoc/>
    public override int Value(PracticeSet set) => ((LadderResult)set.Result).Rung;

    /// <inheritdoc/>
    public override Form Take(Form form, PracticeSet set)
    {
        var goes = ((LadderResult)set.Result).Tries;
        var skill = Begun(form.Skill, Usual, set);
        Span<double> row = stackalloc double[LevelScale.Nodes];
        var (held, dropped) = (0.0, 0);
        foreach (var go in goes)
        {
            held += Math.Min(go.Touches, 60);
            if (go.End == TryEnd.Dropped)
                dropped++;
        }
        Chance.Likely(held, dropped, row);
        return form with { Skill = skill.Seen(row), Usual = form.WithUsual(goes.Length), Sets = form.Sets + 1 };
    }

    /// <inheritdoc/>
    public override Outcome? Ahead(Form form, SetDose dose) => form.Skill is null ? null : new HighestRung(TriesOf(form, dose));
}

/// <summary>The highest rung in so many goes.</summary>
public sealed class HighestRung(int goes) : Outcome
{
    private static readonly ConcurrentDictionary<(int Rung, int Goes), double[]> Known = [];

    /// <inheritdoc/>
    public override (int Least, int Most) Range => (0, goes);

    /// <inheritdoc/>
    public override void Reaches(int value, Span<double> row) =>
        Known.GetOrAdd((value, goes), static key => [.. Chance.Of.Select(hold => Reach(key.Rung, key.Goes, hold))]).CopyTo(row);

    /// <summary>The chance that a rung is finished within so many goes, where each touch holds with the same chance.</summary>
    public static double Reach(int rung, int goes, double hold)
    {
        // Where the player stands: on how many rungs in a row, until the one that is asked for.
        var stands = new double[rung + 1];
        stands[0] = 1;
        for (var go = 0; go < goes; go++)
        {
            var (fallen, next) = (0.0, new double[rung + 1]);
            next[rung] = stands[rung];
            for (var at = 0; at < rung; at++)
            {
                var finished = stands[at] * Math.Pow(hold, at + 1);
                next[at + 1] += finished;
                fallen += stands[at] - finished;
            }
            next[0] += fallen;
            stands = next;
        }
        return stands[rung];
    }
}

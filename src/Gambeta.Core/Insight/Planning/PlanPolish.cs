using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Insight.Planning;

/// <summary>
/// Makes a session that was found better by small changes, as long as any helps: another drill or amount in one place, one more, one fewer,
/// other amounts in two places at once; then another drill in one place with another amount in a second, or one more for which two others
/// give of their time. What the search lost by taking beginnings for alike is found again.
/// </summary>
internal sealed class PlanPolish
{
    private const int MostRounds = 6;

    // So many sessions that are better and a little too long are looked at once more: what has to give way is found by one small change.
    private const int Tight = 4;

    // So many seconds layings and pauses can make up for, and so much worth feet, families and layings can.
    private const double Slack = 60,
        LeastGain = -0.3;

    private readonly PlanOptions _options;
    private readonly HashSet<PlanOption> _kept;
    private readonly List<(List<PlanOption> Plan, double Worth)> _tight = [];
    private readonly int _minutes,
        _seconds,
        _share;
    private List<PlanOption> _plan;
    private double _worth;
    private bool _isFull;

    private PlanPolish(List<PlanOption> plan, PlanOptions options, int minutes, int share)
    {
        (_plan, _options, _minutes, _seconds, _share) = (plan, options, minutes, minutes * 60, share);
        _kept = [.. options.Kept];
        (_isFull, _worth) = (IsFull(plan), PlanObjective.Of(plan, share));
    }

    /// <summary>The session after all changes that help.</summary>
    public static IReadOnlyList<PlanOption> Better(List<PlanOption> plan, PlanOptions options, int minutes, int share) =>
        plan.Count == 0 ? plan : new PlanPolish(plan, options, minutes, share).Polished();

    private List<PlanOption> Polished()
    {
        for (var round = 0; round < MostRounds && Step() is var found && Helps(found); round++)
        {
            (_plan, _worth) = found;
            _isFull |= IsFull(_plan);
        }
        return _plan;
    }

    private bool Helps((List<PlanOption> Plan, double Worth) found) => found.Worth > _worth + 1e-9;

    // What no small change makes better a larger one may, or one that takes a little too long until something else gives way.
    private (List<PlanOption> Plan, double Worth) Step()
    {
        _tight.Clear();
        if (Best(Changes(_plan)) is var small && Helps(small))
            return small;
        if (Best(Exchanges().Concat(Squeezed()), notesTooLong: true) is var large && Helps(large))
            return large;
        return _tight
            .OrderByDescending(one => one.Worth)
            .Take(Tight)
            .ToList()
            .Select(one => Best(Changes(one.Plan)))
            .Append((Plan: _plan, Worth: _worth))
            .MaxBy(one => one.Worth);
    }

    private (List<PlanOption> Plan, double Worth) Best(IEnumerable<List<PlanOption>> changes, bool notesTooLong = false)
    {
        var best = (Plan: _plan, Worth: _worth);
        foreach (var changed in changes)
        {
            var takes = PlanObjective.SecondsOf(changed);
            var isTooLong = takes > _seconds + SessionPlanner.Within;
            if ((isTooLong && !notesTooLong) || (_isFull && takes < _seconds - SessionPlanner.Within) || !MayBe(changed))
                continue;
            var value = PlanObjective.Of(changed, _share, takes);
            if (isTooLong && value > _worth)
                _tight.Add((changed, value));
            if (!isTooLong && value > best.Worth)
                best = (changed, value);
        }
        return best;
    }

    private bool IsFull(List<PlanOption> plan) => Math.Abs(PlanObjective.SecondsOf(plan) - _seconds) <= SessionPlanner.Within;

    // Hard work in short bouts, and something new once where the days say so.
    private bool MayBe(List<PlanOption> plan)
    {
        var (hard, news) = (0, 0);
        foreach (var option in plan)
        {
            hard = option.IsHard ? hard + 1 : 0;
            news += option.IsNew ? 1 : 0;
            if (hard >= SheetWarnings.HardInARow || (news > 1 && _options.NewOnlyOnce))
                return false;
        }
        return true;
    }

    // One place changed, one more, one fewer, or other amounts in two places.
    private IEnumerable<List<PlanOption>> Changes(List<PlanOption> plan) =>
        Open(plan).SelectMany(i => InPlace(plan, i).Concat(OneFewer(plan, i)).Concat(TwoAmounts(plan, i))).Concat(OneMore(plan));

    private IEnumerable<List<PlanOption>> InPlace(List<PlanOption> plan, int at) =>
        from option in _options.Parts[(int)plan[at].Drill.Item.Part]
        where option != plan[at] && !plan.Exists(other => other != plan[at] && IsSameDrill(other, option))
        select With(plan, at, option);

    private static IEnumerable<List<PlanOption>> OneFewer(List<PlanOption> plan, int at) =>
        plan[at].Drill.Item.Part == SheetPart.WarmUp
            ? []
            :
            [
                [.. plan.Where((_, i) => i != at)],
            ];

    private IEnumerable<List<PlanOption>> TwoAmounts(List<PlanOption> plan, int at) =>
        from j in Open(plan)
        where j > at
        from first in AmountsOf(plan[at])
        from second in AmountsOf(plan[j])
        select With(With(plan, at, first), j, second);

    private IEnumerable<List<PlanOption>> OneMore(List<PlanOption> plan) =>
        from place in Places(plan)
        from option in _options.Parts[(int)place.Part]
        where !plan.Exists(other => IsSameDrill(other, option))
        select Inserted([.. plan], place.At, option);

    // Another drill in one place and another amount in a second: only those that can take the minutes, and whose worth alone does not rule
    // them out.
    private IEnumerable<List<PlanOption>> Exchanges()
    {
        var takes = PlanObjective.SecondsOf(_plan);
        return from i in Open(_plan)
            from option in _options.Parts[(int)_plan[i].Drill.Item.Part]
            where !_plan.Exists(other => IsSameDrill(other, option))
            from j in Open(_plan)
            where j != i
            from amount in AmountsOf(_plan[j])
            where
                IsNear(takes + option.Seconds - _plan[i].Seconds + amount.Seconds - _plan[j].Seconds)
                && option.Gain - _plan[i].Gain + amount.Gain - _plan[j].Gain >= LeastGain
            select With(With(_plan, i, option), j, amount);
    }

    // One more, for which two others give of their time.
    private IEnumerable<List<PlanOption>> Squeezed()
    {
        var takes = PlanObjective.SecondsOf(_plan);
        return from place in Places(_plan)
            from option in _options.Parts[(int)place.Part]
            where !_plan.Exists(other => IsSameDrill(other, option))
            from i in Enumerable.Range(0, _plan.Count)
            from first in Less(_plan[i])
            from j in Enumerable.Range(i + 1, _plan.Count - i - 1)
            from second in Less(_plan[j])
            where
                IsNear(takes + option.Seconds + Timings.GetReady + first.Seconds - _plan[i].Seconds + second.Seconds - _plan[j].Seconds)
                && option.Gain + PlanObjective.OfPart(place.Part) + first.Gain - _plan[i].Gain + second.Gain - _plan[j].Gain >= 0
            select Inserted(With(With(_plan, i, first), j, second), place.At, option);
    }

    private bool IsNear(double takes) => Math.Abs(takes - _seconds) <= SessionPlanner.Within + Slack;

    private static bool IsSameDrill(PlanOption one, PlanOption other) => one.Drill.Card.Id == other.Drill.Card.Id;

    // Places whose drill nobody asked to keep.
    private IEnumerable<int> Open(List<PlanOption> plan) => Enumerable.Range(0, plan.Count).Where(i => !_kept.Contains(plan[i]));

    // Parts with room for one more, and where it would stand.
    private IEnumerable<(SheetPart Part, int At)> Places(List<PlanOption> plan) =>
        from part in Enum.GetValues<SheetPart>()
        where plan.Count(option => option.Drill.Item.Part == part) < PlanOptions.Slots(part, _minutes)
        select (part, plan.FindIndex(option => option.Drill.Item.Part > part) is var behind && behind < 0 ? plan.Count : behind);

    private IEnumerable<PlanOption> Less(PlanOption option) =>
        _kept.Contains(option) ? [] : AmountsOf(option).Where(other => other.Seconds < option.Seconds);

    private IEnumerable<PlanOption> AmountsOf(PlanOption option) =>
        _options.Parts[(int)option.Drill.Item.Part].Where(other => other != option && IsSameDrill(other, option));

    private static List<PlanOption> With(List<PlanOption> plan, int at, PlanOption option) => new(plan) { [at] = option };

    private static List<PlanOption> Inserted(List<PlanOption> plan, int at, PlanOption option)
    {
        plan.Insert(at, option);
        return plan;
    }
}

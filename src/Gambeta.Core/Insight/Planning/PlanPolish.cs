using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Insight.Planning;

/// <summary>
/// Makes a session that was found better by small changes, as long as any helps: another drill or amount in one place, one more, one fewer, other amounts in two places at once; then another drill in one place with another amount in a second, or one more for which two others give of their time.
/// What the search lost by taking beginnings for alike is found again.
/// </summary>
internal static class PlanPolish
{
    private const int MostRounds = 6;

    // So many sessions that are better and a little too long are looked at once more: what has to give way is found by one small change.
    private const int Tight = 4;

    // So many seconds layings and pauses can make up for, and so much worth feet, families and layings can.
    private const double Slack = 60, LeastGain = -0.3;

    /// <summary>The session after all changes that help.</summary>
    public static IReadOnlyList<PlanOption> Better(List<PlanOption> plan, PlanOptions options, int minutes, int share)
    {
        if (plan.Count == 0) return plan;
        var (seconds, kept) = (minutes * 60, options.Kept.ToHashSet());
        var isFull = IsFull(plan);
        var worth = PlanObjective.Of(plan, share);
        var tight = new List<(List<PlanOption> Plan, double Worth)>();
        for (var round = 0; round < MostRounds; round++)
        {
            var found = Best(Changes(plan));
            // What no small change makes better a larger one may, or one that takes a little too long until something else gives way.
            if (found.Worth <= worth + 1e-9) found = Best(Exchanges(plan).Concat(Squeezed(plan)), tight);
            if (found.Worth <= worth + 1e-9) found = tight.OrderByDescending(one => one.Worth).Take(Tight).ToList().Select(one => Best(Changes(one.Plan))).Append((Plan: plan, Worth: worth)).MaxBy(one => one.Worth);
            tight.Clear();
            if (found.Worth <= worth + 1e-9) break;
            (plan, worth) = found;
            isFull |= IsFull(plan);
        }
        return plan;

        (List<PlanOption> Plan, double Worth) Best(IEnumerable<List<PlanOption>> changes, List<(List<PlanOption> Plan, double Worth)>? tooLong = null)
        {
            var best = (Plan: plan, Worth: worth);
            foreach (var changed in changes)
            {
                var takes = PlanObjective.SecondsOf(changed);
                var isTooLong = takes > seconds + SessionPlanner.Within;
                if ((isTooLong && tooLong is null) || (isFull && takes < seconds - SessionPlanner.Within) || !MayBe(changed)) continue;
                var value = PlanObjective.Of(changed, share, takes);
                if (isTooLong && value > worth) tooLong!.Add((changed, value));
                if (!isTooLong && value > best.Worth) best = (changed, value);
            }
            return best;
        }

        bool IsFull(List<PlanOption> one) => Math.Abs(PlanObjective.SecondsOf(one) - seconds) <= SessionPlanner.Within;

        bool MayBe(List<PlanOption> one)
        {
            var (hard, news) = (0, 0);
            foreach (var option in one)
            {
                hard = option.IsHard ? hard + 1 : 0;
                news += option.IsNew ? 1 : 0;
                if (hard >= SheetWarnings.HardInARow || (news > 1 && options.NewOnlyOnce)) return false;
            }
            return true;
        }

        IEnumerable<List<PlanOption>> Changes(List<PlanOption> from)
        {
            for (var i = 0; i < from.Count; i++)
            {
                if (kept.Contains(from[i])) continue;
                var part = from[i].Drill.Item.Part;
                foreach (var option in options.Parts[(int)part])
                {
                    if (option != from[i] && !from.Exists(other => other != from[i] && other.Drill.Card.Id == option.Drill.Card.Id)) yield return With(from, i, option);
                }
                if (part != SheetPart.WarmUp) yield return [.. from.Where((_, at) => at != i)];
                for (var j = i + 1; j < from.Count; j++)
                {
                    if (kept.Contains(from[j])) continue;
                    foreach (var first in AmountsOf(from[i])) foreach (var second in AmountsOf(from[j])) yield return With(With(from, i, first), j, second);
                }
            }
            foreach (var part in Enum.GetValues<SheetPart>().Where(part => from.Count(option => option.Drill.Item.Part == part) < PlanOptions.Slots(part, minutes)))
            {
                var at = from.FindIndex(option => option.Drill.Item.Part > part) is var behind && behind < 0 ? from.Count : behind;
                foreach (var option in options.Parts[(int)part].Where(option => !from.Exists(other => other.Drill.Card.Id == option.Drill.Card.Id))) yield return [.. from.Take(at), option, .. from.Skip(at)];
            }
        }

        // Another drill in one place and another amount in a second: only those that can take the minutes, and whose worth alone does not rule them out.
        IEnumerable<List<PlanOption>> Exchanges(List<PlanOption> from)
        {
            var takes = PlanObjective.SecondsOf(from);
            for (var i = 0; i < from.Count; i++)
            {
                if (kept.Contains(from[i])) continue;
                foreach (var option in options.Parts[(int)from[i].Drill.Item.Part])
                {
                    if (from.Exists(other => other.Drill.Card.Id == option.Drill.Card.Id)) continue;
                    for (var j = 0; j < from.Count; j++)
                    {
                        if (j == i || kept.Contains(from[j])) continue;
                        foreach (var amount in AmountsOf(from[j]))
                        {
                            var off = takes - seconds + option.Seconds - from[i].Seconds + amount.Seconds - from[j].Seconds;
                            if (Math.Abs(off) > SessionPlanner.Within + Slack || option.Gain - from[i].Gain + amount.Gain - from[j].Gain < LeastGain) continue;
                            yield return With(With(from, i, option), j, amount);
                        }
                    }
                }
            }
        }

        // One more, for which two others give of their time.
        IEnumerable<List<PlanOption>> Squeezed(List<PlanOption> from)
        {
            var takes = PlanObjective.SecondsOf(from);
            foreach (var part in Enum.GetValues<SheetPart>().Where(part => from.Count(option => option.Drill.Item.Part == part) < PlanOptions.Slots(part, minutes)))
            {
                var at = from.FindIndex(option => option.Drill.Item.Part > part) is var behind && behind < 0 ? from.Count : behind;
                foreach (var option in options.Parts[(int)part])
                {
                    if (from.Exists(other => other.Drill.Card.Id == option.Drill.Card.Id)) continue;
                    for (var i = 0; i < from.Count; i++)
                    {
                        foreach (var first in Less(from[i]))
                        {
                            for (var j = i + 1; j < from.Count; j++)
                            {
                                foreach (var second in Less(from[j]))
                                {
                                    var off = takes - seconds + option.Seconds + Timings.GetReady + first.Seconds - from[i].Seconds + second.Seconds - from[j].Seconds;
                                    var gain = option.Gain + PlanObjective.OfPart(part) + first.Gain - from[i].Gain + second.Gain - from[j].Gain;
                                    if (Math.Abs(off) > SessionPlanner.Within + Slack || gain < 0) continue;
                                    var changed = With(With(from, i, first), j, second);
                                    changed.Insert(at, option);
                                    yield return changed;
                                }
                            }
                        }
                    }
                }
            }
        }

        IEnumerable<PlanOption> Less(PlanOption option) => kept.Contains(option) ? [] : AmountsOf(option).Where(other => other.Seconds < option.Seconds);

        IEnumerable<PlanOption> AmountsOf(PlanOption option) => options.Parts[(int)option.Drill.Item.Part].Where(other => other != option && other.Drill.Card.Id == option.Drill.Card.Id);
    }

    private static List<PlanOption> With(List<PlanOption> plan, int at, PlanOption option)
    {
        var changed = new List<PlanOption>(plan) { [at] = option };
        return changed;
    }
}

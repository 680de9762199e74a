using Gambeta.Core.Practice.Played;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>What became of a key between two stretches of time.</summary>
/// <param name="Key">Whose and what.</param>
/// <param name="By">How much better the later one is, in units; below zero where it is behind.</param>
/// <param name="Sure">How sure it is that it differs in that direction, from one half to one.</param>
/// <param name="Latest">A set of it, for its measure and dose.</param>
public sealed record Change(FormKey Key, double By, double Sure, PracticeSet Latest)
{
    /// <summary>Units in one of what is said: ten where tenths are counted.</summary>
    public int Units => Key.Model.UnitsInOne;

    /// <summary>From here on it is almost certainly real.</summary>
    public const double Surely = 0.95;

    /// <summary>From here on it is probably real; below, about the same.</summary>
    public const double Probably = 0.8;

    /// <summary>
    /// Compares the days of two stretches: a day counts once, by the mean of its sets, since sets of one sitting share its form. Keys with
    /// fewer than two days in either are left out. How sure follows from Welch's t (Biometrika 34, 1947), with at least a twentieth of the
    /// mean as the scatter of days, so that two days that happen to be alike prove nothing.
    /// </summary>
    public static IReadOnlyList<Change> Between(IEnumerable<PracticeSet> before, IEnumerable<PracticeSet> now)
    {
        var earlier = Days(before);
        return
        [
            .. Days(now)
                .Where(key => earlier.ContainsKey(key.Key))
                .Select(key => Of(key.Key, earlier[key.Key], key.Value))
                .OfType<Change>()
                .OrderByDescending(change => change.Sure),
        ];
    }

    private static Dictionary<FormKey, List<PracticeSet>> Days(IEnumerable<PracticeSet> sets) =>
        sets.GroupBy(FormKey.Of)
            .Select(key => (key.Key, Sets: key.Where(key.Key.Model.Judges).ToList()))
            .Where(key => key.Sets.Count > 0)
            .ToDictionary(key => key.Key, key => key.Sets);

    private static Change? Of(FormKey key, List<PracticeSet> before, List<PracticeSet> now)
    {
        // Only what compares: the same length of round, the same number of tries.
        var dose = SetDose.Of(now[^1]);
        var (a, b) = (Means(before), Means(now));
        if (a.Count < 2 || b.Count < 2)
            return null;
        var least = 0.05 * (a.Mean() + b.Mean()) / 2;
        var (va, vb) = (Math.Max(a.Variance(), least * least) / a.Count, Math.Max(b.Variance(), least * least) / b.Count);
        var by = (b.Mean() - a.Mean()) * (key.Model.LowerIsBetter ? -1 : 1);
        var error = Math.Sqrt(va + vb);
        if (error <= 0)
            return null;
        var freedom = (va + vb) * (va + vb) / ((va * va / (a.Count - 1)) + (vb * vb / (b.Count - 1)));
        return new Change(key, by, StudentT.CDF(0, 1, Math.Max(1, freedom), Math.Abs(by) / error), now[^1]);

        List<double> Means(IEnumerable<PracticeSet> sets) =>
            [
                .. sets.Where(set => SetDose.Of(set) == dose)
                    .GroupBy(set => set.Day)
                    .Select(day => day.Average(set => (double)key.Model.Value(set))),
            ];
    }
}

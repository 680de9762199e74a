namespace Gambeta.Core.Insight.Judgement;

/// <summary>What becomes of a drill from the first round of a sitting to the last one.</summary>
public static class LastRounds
{
    private const int LeastSets = 3,
        Latest = 8;

    /// <summary>A last round within so much of the first has held.</summary>
    private const double Passes = 0.06;

    /// <summary>From the sets of one key: in each of the latest sittings with at least three sets of a dose the last against the first, as
    /// a share of their mean.</summary>
    public static Hold Of(FormKey key, IEnumerable<JudgedSet> sets)
    {
        var model = key.Model;
        return Hold.Of(
            [
                .. sets.Where(one => model.Judges(one.Set))
                    .GroupBy(one => (one.Set.SessionId, SetDose.Of(one.Set)))
                    .Where(sitting => sitting.Count() >= LeastSets)
                    .OrderBy(sitting => sitting.First().Set.StartedAt)
                    .TakeLast(Latest)
                    .Select(sitting => PlayerForms.InOrder(sitting).Select(one => (double)model.Value(one.Set)).ToList())
                    .Select(values =>
                        (values[^1] - values[0]) * (model.LowerIsBetter ? -1 : 1) / Math.Max(1, (values[^1] + values[0]) / 2)
                    ),
            ],
            Passes,
            0.01
        );
    }
}

using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Insight.Planning;

/// <summary>Looks for the best session, place by place.</summary>
/// <param name="seconds">How long it is to take.</param>
/// <param name="share">Of a hundred touches so many are to be the other foot's.</param>
/// <param name="newOnlyOnce">Whether something new may come only once.</param>
/// <remarks>
/// Dynamic programming with labels, as for shortest paths under resource constraints (Irnich and Desaulniers, 2005): of the beginnings of a
/// session that take as long to within some seconds, leave the same layout lying, end as hard and give the other foot about as much, only
/// the best goes on.
/// </remarks>
internal sealed class PlanSearch(int seconds, int share, bool newOnlyOnce)
{
    // Beginnings within so many seconds, and so many touches of the other foot, count as alike: finer in a short session, where fifteen
    // seconds are a drill's difference.
    private readonly double _secondsAlike = Math.Clamp(seconds / 80.0, 3, 15),
        _touchesAlike = seconds <= 600 ? 40 : 100;

    private const int SurplusSteps = 24;

    private readonly Dictionary<string, int> _layouts = [];
    private Dictionary<int, Label> _labels = new() { [0] = new Label(null, null, 0, 0, 0, 0, 0, false) };

    // A beginning of a session: its last drill and all that the rest depends on.
    private sealed record Label(
        PlanOption? Last,
        Label? Before,
        double Seconds,
        double Value,
        double Surplus,
        int Lies,
        int Hard,
        bool HasNew
    )
    {
        /// <summary>Its worth if the session ended here.</summary>
        public double Ended => Value + PlanObjective.OfFeet(Surplus);
    }

    /// <summary>Goes one place further: with one of some options in it, or, where it need not be filled, none.</summary>
    /// <param name="options">What may stand there.</param>
    /// <param name="isMust">Whether it has to be filled.</param>
    /// <param name="isKept">Whether it stands there whatever the rules say.</param>
    public void Place(IReadOnlyList<PlanOption> options, bool isMust, bool isKept = false)
    {
        var next = isMust ? new(_labels.Count * 2) : new Dictionary<int, Label>(_labels);
        var here = options
            .Select(option =>
                (
                    Option: option,
                    Layout: NumberOf(option.Layout),
                    Surplus: PlanObjective.Surplus(option, share),
                    Value: option.Gain + PlanObjective.OfPart(option.Drill.Item.Part)
                )
            )
            .ToArray();
        foreach (var label in _labels.Values)
        {
            var first = label.Last?.Drill.Item.Part != (here.Length > 0 ? here[0].Option.Drill.Item.Part : null);
            foreach (var (option, layout, surplus, worth) in here)
            {
                var anew = layout != 0 && layout != label.Lies;
                var adds = Timings.GetReady + option.Seconds + (label.Last?.After ?? 0) + (anew ? option.Laying : 0);
                var hard = option.IsHard ? label.Hard + 1 : 0;
                if (
                    !isKept
                    && (
                        label.Seconds + adds > seconds + SessionPlanner.Within
                        || hard >= SheetWarnings.HardInARow
                        || (option.IsNew && label.HasNew && newOnlyOnce)
                    )
                )
                    continue;
                var value = label.Value + worth + (PlanObjective.AMinute * adds / 60) + (anew ? PlanObjective.ALaying : 0);
                if (!first)
                {
                    if (InPart(label, option) is not { } sameFamily)
                        continue;
                    value += (sameFamily ? PlanObjective.SameFamily : 0) - PlanObjective.OfPart(option.Drill.Item.Part);
                }
                var (lies, hasNew, took, over) = (
                    layout == 0 ? label.Lies : layout,
                    label.HasNew || option.IsNew,
                    label.Seconds + adds,
                    label.Surplus + surplus
                );
                var key =
                    (
                        ((((int)(took / _secondsAlike) * SurplusSteps) + (int)((Math.Clamp(over, -600, 300) + 600) / _touchesAlike)) * 64)
                        + (lies & 63)
                    ) * 8
                    + (Math.Min(hard, 3) * 2)
                    + (hasNew ? 1 : 0);
                if (next.TryGetValue(key, out var known) && known.Ended >= value + PlanObjective.OfFeet(over))
                    continue;
                next[key] = new Label(option, label, took, value, over, lies, hard, hasNew);
            }
        }
        // What must be there and takes longer than the minutes is left out where it is not kept.
        if (next.Count > 0)
            _labels = next;
    }

    /// <summary>The best session: of those that fill the minutes to the half, where there are any.</summary>
    public List<PlanOption> Best()
    {
        var full = _labels
            .Values.Where(label => label.Seconds >= seconds - SessionPlanner.Within && label.Seconds <= seconds + SessionPlanner.Within)
            .MaxBy(label => label.Ended);
        var best = full
            ?? _labels.Values.Where(label => label.Seconds <= seconds + SessionPlanner.Within).MaxBy(label => label.Ended)
            ?? _labels.Values.MinBy(label => label.Seconds)!;
        var plan = new List<PlanOption>();
        for (var label = best; label?.Last is { } option; label = label.Before)
            plan.Insert(0, option);
        return plan;
    }

    private int NumberOf(string? layout)
    {
        if (layout is null)
            return 0;
        if (!_layouts.TryGetValue(layout, out var number))
            _layouts[layout] = number = _layouts.Count + 1;
        return number;
    }

    // Whether the part has the family already; nothing where it has the drill.
    private static bool? InPart(Label label, PlanOption option)
    {
        var sameFamily = false;
        for (var before = label; before?.Last is { } known && known.Drill.Item.Part == option.Drill.Item.Part; before = before.Before)
        {
            if (known.Drill.Card.Id == option.Drill.Card.Id)
                return null;
            sameFamily |= known.Drill.Card.Family == option.Drill.Card.Family;
        }
        return sameFamily;
    }
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;

namespace Gambeta.Core.Insight.Weeks;

/// <summary>A rung on the way to a goal.</summary>
public enum RungState
{
    /// <summary>Not begun.</summary>
    Ahead,

    /// <summary>In work.</summary>
    InWork,

    /// <summary>Clean.</summary>
    Clean,
}

/// <summary>What would bring a goal nearer: so many sets more a day, and by when it is likely then.</summary>
public readonly record struct Nearer(int Sets, DateOnly To);

/// <summary>How a goal stands, and by when it is likely.</summary>
/// <param name="Goal">The goal.</param>
/// <param name="Path">The rungs on the way, first to last, the goal's own drill at the end.</param>
/// <param name="Now">Where it stands, in what the goal is said in; nothing where nobody knows yet.</param>
/// <param name="IsReached">Whether it is reached.</param>
/// <param name="From">The day from which it may happen, one chance in four; nothing where it is further than can be foretold.</param>
/// <param name="To">The day by which it probably has, three in four; nothing where it is further.</param>
/// <param name="ChanceByDay">The chance by the day that was named; nothing where none was, or nobody knows.</param>
/// <param name="Nearer">What would bring it nearer by some days; nothing where little would.</param>
/// <param name="NextStep">What is worth aiming at until then; nothing where nobody knows.</param>
public sealed record GoalOutlook(
    Goal Goal,
    ImmutableArray<(DrillCard Card, RungState State)> Path,
    decimal? Now,
    bool IsReached,
    DateOnly? From,
    DateOnly? To,
    double? ChanceByDay,
    Nearer? Nearer,
    decimal? NextStep
)
{
    /// <summary>Below this chance by the day that was named, that day is too early.</summary>
    public const double TooEarly = 0.25;

    private const int MoreSets = 3,
        DaysThatCount = 3;

    /// <summary>Whether the day that was named is too early, as far as anybody can say.</summary>
    public bool IsTooEarly => !IsReached && ChanceByDay < TooEarly;

    /// <summary>The outlook of a goal about a drill.</summary>
    /// <param name="goal">The goal.</param>
    /// <param name="catalogue">The cards.</param>
    /// <param name="verdicts">What stands about each key.</param>
    /// <param name="keys">The drill's keys that were played lately, one a foot.</param>
    /// <param name="days">The days of practice to come.</param>
    public static GoalOutlook OfDrill(
        Goal goal,
        DrillCatalogue catalogue,
        ILookup<string, Verdict> verdicts,
        IReadOnlyList<KeyForm> keys,
        IReadOnlyList<DateOnly> days
    )
    {
        if (goal.Drill is not { } drill || catalogue.Find(drill) is not { } card)
            return new GoalOutlook(goal, [], null, false, null, null, null, null, null);
        var path = Rungs(card, catalogue, verdicts);
        var feet = keys.Where(key => key.History.Latest.Length > 0).Select(key => new Foot(key, card, goal)).ToList();
        if (feet.Count == 0)
            return new GoalOutlook(goal, path, null, false, null, null, null, null, null);
        var reached = goal.Kind == GoalKind.FeintASide ? path[^1].State == RungState.Clean : feet.TrueForAll(foot => foot.HasIt);
        // Where it stands is where the slower foot stands.
        var slowest = feet.MinBy(foot => foot.Standing)!;
        if (reached)
            return new GoalOutlook(goal, path, slowest.Said, true, null, null, null, null, null);
        var ahead = Ahead(feet, days, 0);
        var (from, to) = DaysAhead.Span(ahead);
        var more = DaysAhead.Span(Ahead(feet, days, MoreSets)).To;
        var next = verdicts[drill]
            .Where(verdict => verdict.Key == slowest.Key.History.Key)
            .Select(verdict => (decimal?)verdict.In(verdict.NextDay.Value))
            .FirstOrDefault();
        return new GoalOutlook(
            goal,
            path,
            slowest.Said,
            false,
            from,
            to,
            goal.By is { } by ? ahead.LastOrDefault(day => day.Day <= by).Chance : null,
            more is { } sooner && (to is null || to.Value.DayNumber - sooner.DayNumber >= DaysThatCount)
                ? new Nearer(MoreSets, sooner)
                : null,
            next
        );
    }

    // The rungs below it, the first of each, and itself; those that were passed by without being played are no part of the way.
    private static ImmutableArray<(DrillCard Card, RungState State)> Rungs(
        DrillCard card,
        DrillCatalogue catalogue,
        ILookup<string, Verdict> verdicts
    )
    {
        var path = new List<DrillCard> { card };
        for (var below = catalogue.Rungs.Below(card); !below.IsEmpty; below = catalogue.Rungs.Below(below[0]))
            path.Insert(0, below[0]);
        var states = path.Select(rung =>
                (
                    Card: rung,
                    State: Verdict.LatestOfFeet(verdicts[rung.Id]) switch
                    {
                        { IsEmpty: true } => RungState.Ahead,
                        var feet when Decision.OfFeet(feet) == DecisionKind.MoveOn => RungState.Clean,
                        _ => RungState.InWork,
                    }
                )
            )
            .ToList();
        var begun = states.FindLastIndex(rung => rung.State != RungState.Ahead);
        return [.. states.Where((rung, i) => i > begun || rung.State != RungState.Ahead)];
    }

    // Both feet have to: the chance that both did.
    private static ImmutableArray<DayAhead> Ahead(IReadOnlyList<Foot> feet, IReadOnlyList<DateOnly> days, int moreSets)
    {
        var each = feet.Where(foot => !foot.HasIt)
            .Select(foot => DaysAhead.Of(foot.Key, foot.Dose, foot.SetsADay + moreSets, foot.Wanted, days))
            .ToList();
        return each.Count == 0 || each.Exists(one => one.IsEmpty)
            ? []
            :
            [
                .. Enumerable
                    .Range(0, each.Min(one => one.Length))
                    .Select(i => new DayAhead(each[0][i].Day, each.Aggregate(1.0, (all, one) => all * one[i].Chance))),
            ];
    }

    private sealed class Foot
    {
        public Foot(KeyForm key, DrillCard card, Goal goal)
        {
            Key = key;
            var latest = key.History.Latest;
            var (model, last) = (key.History.Key.Model, latest[^1].Set);
            Dose = SetDose.Of(last);
            SetsADay = Math.Clamp(latest.Count(one => one.Set.SessionId == last.SessionId), 1, 10);
            var bar = CleanBars.Of(card, Dose);
            Wanted =
                goal.Kind == GoalKind.FeintASide
                    ? bar.Value ?? (int)Math.Ceiling(bar.Share * (Dose.Count ?? Math.Max(1, key.Form.Usual)) * model.UnitsInOne)
                    : (int)(
                        model.LowerIsBetter
                            ? Math.Floor((goal.Value ?? 0) * model.UnitsInOne)
                            : Math.Ceiling((goal.Value ?? 0) * model.UnitsInOne)
                    );
            var best = key.History.BestIn(Dose);
            HasIt = best is { } value && (model.LowerIsBetter ? value <= Wanted : value >= Wanted);
            Said = best is { } stands ? stands / (decimal)model.UnitsInOne : null;
            Standing =
                best is not { } at ? double.NegativeInfinity
                : model.LowerIsBetter ? -at
                : at;
        }

        public KeyForm Key { get; }
        public SetDose Dose { get; }
        public int SetsADay { get; }
        public int Wanted { get; }
        public bool HasIt { get; }
        public decimal? Said { get; }
        public double Standing { get; }
    }
}

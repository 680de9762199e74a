using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// What stands about a key after its latest set, for whoever reads it later: what comes next time with which odds, and the decision. Worked
/// out when a set comes in, kept, and only read by pages.
/// </summary>
/// <param name="Key">Whose and what.</param>
/// <param name="LastDay">The day of the latest set.</param>
/// <param name="Measure">What a value is of; its size is that of the latest set.</param>
/// <param name="Dose">The dose that all of it is said of: that of the latest set.</param>
/// <param name="SetsADay">Sets of the latest sitting.</param>
/// <param name="NextSet">The target of one set.</param>
/// <param name="NextDay">The target of the best of a sitting's sets.</param>
/// <param name="Quantiles">Where the next set will lie.</param>
/// <param name="UnitsInOne">Units in one of what is said.</param>
/// <param name="Decision">Move on, stay, step back, or too early to say.</param>
/// <param name="Learning">How likely it is that the player is learning here, from 0 to 1.</param>
/// <param name="ToEight">What would make the day's target eight in ten.</param>
/// <param name="Tempo">The tempo at which control is still there.</param>
/// <param name="Sitting">The sitting of the latest set.</param>
/// <param name="Again">The target of another set in that sitting.</param>
/// <param name="Steps">How many levels the decisions so far lead up or down.</param>
public sealed record Verdict(
    FormKey Key,
    DateOnly LastDay,
    Measure Measure,
    string Dose,
    int SetsADay,
    Target NextSet,
    Target NextDay,
    Quantiles Quantiles,
    int UnitsInOne,
    Decision Decision,
    double Learning,
    WhatItTakes ToEight,
    TempoUnderControl Tempo,
    Guid Sitting,
    Target Again,
    int Steps = 0
)
{
    /// <summary>Days to the next sitting that a verdict counts on.</summary>
    public const int DaysToNext = 2;

    /// <summary>Touches a minute up to which it is under control, where touches or passes are what is counted and a limit was
    /// found.</summary>
    public int? ControlledTempo =>
        Tempo.Kind == ControlKind.Limit && Key.Measure is (MeasuredBy.TouchesInARound or MeasuredBy.CleanPasses)
            ? Rounded.Whole(Tempo.Tempo)
            : null;

    /// <summary>Counting has had its day: three sets in four hold a try that goes past what is fun to count. A harder kind says more
    /// now.</summary>
    public bool IsPastCounting => Key.Measure == MeasuredBy.BestStreak && Quantiles.Q25 >= FunToCount;

    /// <summary>Some turn to other kinds at a few dozen, one at five hundred; a hundred is where a child says "a hundred".</summary>
    private const int FunToCount = 100;

    /// <summary>The target of the next set in a sitting: in that of the latest set what its sets say of the day is taken into
    /// account.</summary>
    public Target NextIn(Guid? sitting) => sitting == Sitting ? Again : NextSet;

    /// <summary>Standing still: clean enough to stay, played for days, and hardly a chance that it is being learnt. Normal, and a case for
    /// another way.</summary>
    public bool IsPlateau => Decision is { Kind: DecisionKind.Stay, Days: >= PlateauDays } && Learning < PlateauBelow;

    private const int PlateauDays = 3;
    private const double PlateauBelow = 0.15;

    /// <summary>A target's value as it is said.</summary>
    public decimal In(int units) => units / (decimal)UnitsInOne;

    /// <summary>The verdict after the sets of a key; nothing where they say too little.</summary>
    /// <param name="key">The key with its form.</param>
    /// <param name="card">Its drill; nothing where that is gone.</param>
    /// <param name="asked">The dose that is to be played; that of the latest set where nobody says.</param>
    public static Verdict? Of(KeyForm key, DrillCard? card, SetDose? asked = null)
    {
        if (key.History.Latest is not [.., var last])
            return null;
        var (dose, model, day) = (asked ?? SetDose.Of(last.Set), key.History.Key.Model, last.Set.Day.AddDays(DaysToNext));
        if (key.Ahead(Guid.Empty, day, dose) is not { } outlook)
            return null;
        var best = key.History.BestIn(dose);
        var toBeat = best is { } value ? value + (model.LowerIsBetter ? -1 : 1) : (int?)null;
        var sets = Math.Clamp(key.History.Latest.Count(one => one.Set.SessionId == last.Set.SessionId), 1, 10);
        var trend = key.Form.Skill!.Trend();
        var (bar, aim) = (CleanBars.Of(card, dose), Target.Of(outlook, sets, toBeat));
        return new Verdict(
            key.History.Key,
            last.Set.Day,
            MeasureOf(last.Set),
            dose.Key,
            sets,
            Target.Of(outlook, toBeat),
            aim,
            Quantiles.Of(outlook),
            outlook.Outcome.UnitsInOne,
            Decision.Of(key, bar),
            trend.Learning,
            WhatItTakes.Of(outlook, sets, aim),
            TempoUnderControl.Of(key.History, bar),
            last.Set.SessionId,
            key.Now(dose) is { } now ? Target.Of(now, toBeat) : Target.Of(outlook, toBeat)
        );
    }

    /// <summary>Of each foot what was played last: on another layout or by another measure long ago is another matter.</summary>
    public static ImmutableArray<Verdict> LatestOfFeet(IEnumerable<Verdict> verdicts) =>
        [
            .. verdicts
                .GroupBy(verdict => verdict.Key.Feet)
                .Select(foot => foot.MaxBy(verdict => verdict.LastDay)!)
                .OrderBy(verdict => verdict.Key.Feet),
        ];

    private static Measure MeasureOf(PracticeSet set) =>
        Ways.Of(set.Result.Of) is var way
        && way.Marks(set).Select(mark => mark.Measure).FirstOrDefault() is { Kind: var kind } measure
        && (kind != default || measure.Size > 0)
            ? measure
            : new Measure(MeasureTraits.Of(set.Result.Of).Keeps[0].Kind);
}

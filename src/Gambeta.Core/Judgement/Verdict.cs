using System.Collections.Immutable;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Measuring;
using Gambeta.Core.Records;
using Gambeta.Core.Sets;

namespace Gambeta.Core.Judgement;

/// <summary>
/// What stands about a key after its latest set, for whoever reads it later: what comes next time with which odds, and the decision. Worked out when a set comes in,
/// kept, and only read by pages.
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
public sealed record Verdict(
    FormKey Key, DateOnly LastDay, Measure Measure, string Dose, int SetsADay, Target NextSet, Target NextDay, Quantiles Quantiles, int UnitsInOne, Decision Decision, double Learning)
{
    /// <summary>So many of the latest sets of a key are read: beyond that a level has wandered further than old sets say.</summary>
    public const int Reads = 60;

    /// <summary>Days to the next sitting that a verdict counts on.</summary>
    public const int NextIn = 2;

    /// <summary>A target's value as it is said.</summary>
    public decimal In(int units) => units / (decimal)UnitsInOne;

    /// <summary>The verdict after the sets of a key; nothing where they say too little.</summary>
    /// <param name="key">The key with its form.</param>
    /// <param name="card">Its drill; nothing where that is gone.</param>
    /// <param name="record">The record that stands, in units.</param>
    public static Verdict? Of(KeyForm key, DrillCard? card, int? record = null)
    {
        if (key.History.Latest is not [.., var last]) return null;
        var (dose, model, day) = (SetDose.Of(last.Set), key.History.Key.Model, last.Set.Day.AddDays(NextIn));
        if (key.Ahead(Guid.Empty, day, dose) is not { } outlook) return null;
        var best = record ?? key.History.Best;
        var toBeat = best is { } value ? value + (model.LowerIsBetter ? -1 : 1) : (int?)null;
        var sets = Math.Clamp(key.History.Latest.Count(one => one.Set.SessionId == last.Set.SessionId), 1, 10);
        var trend = key.Form.Skill!.Trend();
        return new Verdict(
            key.History.Key, last.Set.Day, MeasureOf(last.Set), dose.Key, sets, Target.Of(outlook, toBeat), Target.Of(outlook, sets, toBeat), Quantiles.Of(outlook), outlook.Outcome.UnitsInOne,
            Decision.Of(key, CleanBars.Of(card, dose)), trend.Learning);
    }

    /// <summary>The verdicts of a player's sets of one drill, one a key.</summary>
    public static ImmutableArray<Verdict> Of(IEnumerable<JudgedSet> sets, DrillCard? card) =>
        [.. sets.GroupBy(one => FormKey.Of(one.Set)).Select(key => Of(KeyForm.Of(key.Key, key), card)).OfType<Verdict>()];

    private static Measure MeasureOf(PracticeSet set) => Ways.Of(set.Result.Of) is var way && way.Marks(set).Select(mark => mark.Measure).FirstOrDefault() is { Kind: var kind } measure && (kind != default || measure.Size > 0)
        ? measure
        : new Measure(way.Keeps[0].Kind);
}

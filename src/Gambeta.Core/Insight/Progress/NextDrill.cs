using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Insight.Progress;

/// <summary>A drill to do next, with the reason: how many days it has rested; nothing when it was never tried.</summary>
public sealed record DrillChoice(DrillCard Card, int? DaysRested);

/// <summary>Which drill to offer today.</summary>
public static class NextDrill
{
    /// <summary>The drill that a new player meets first: both feet, no gear, a square metre of floor.</summary>
    public const string First = "pull-back-laces-away";

    /// <summary>
    /// The drill that has rested longest. Drills never tried come one at a time, and only when everything tried so far was
    /// played within the last three days: a new player starts with <see cref="First"/> and returns to what was begun before
    /// meeting something new. Something new is a rung that was opened by a decision, as far as what the household has (a ball alone, where nothing else is
    /// said) and the player's level allow; then the first rung of another ladder.
    /// </summary>
    public static DrillChoice Choose(DrillCatalogue catalogue, Level level, IReadOnlyDictionary<string, DateOnly> lastDays, DateOnly today, Func<DrillCard, bool>? mayBePlayed = null, Func<string, bool>? opensTheNext = null)
    {
        var may = mayBePlayed ?? (card => card.Gear.Length == 1 && !card.IsHeading);
        var opens = opensTheNext ?? (_ => false);
        var rested = catalogue.Cards
            .Where(c => lastDays.ContainsKey(c.Id))
            .Select(c => new DrillChoice(c, today.DayNumber - lastDays[c.Id].DayNumber))
            .OrderByDescending(c => c.DaysRested)
            .FirstOrDefault();
        var untried = rested is null
            ? catalogue.Find(First) ?? catalogue.Cards[0]
            : catalogue.Cards
                .Where(c => !lastDays.ContainsKey(c.Id) && c.From <= level && may(c) && c.After.All(below => lastDays.ContainsKey(below) && opens(below)))
                .OrderBy(c => c.After.IsEmpty)
                .FirstOrDefault();
        return untried is not null && (rested is null || rested.DaysRested <= 3) ? new DrillChoice(untried, null) : rested!;
    }
}

using Gambeta.Core.Catalogue;

namespace Gambeta.Core.Progress;

/// <summary>A drill to do next, with the reason: how many days it has rested; nothing when it was never tried.</summary>
public sealed record DrillChoice(DrillCard Card, int? DaysRested);

/// <summary>Which drill to offer today.</summary>
public static class NextDrill
{
    /// <summary>
    /// The drill that has rested longest. Drills never tried come one at a time, in the order of the catalogue, and only
    /// when everything tried so far was played within the last three days: a new player starts with the first card
    /// and returns to what was begun before meeting something new.
    /// </summary>
    public static DrillChoice Choose(DrillCatalogue catalogue, IReadOnlyDictionary<string, DateOnly> lastDays, DateOnly today)
    {
        var rested = catalogue.Cards
            .Where(c => lastDays.ContainsKey(c.Id))
            .Select(c => new DrillChoice(c, today.DayNumber - lastDays[c.Id].DayNumber))
            .OrderByDescending(c => c.DaysRested)
            .FirstOrDefault();
        var untried = catalogue.Cards.FirstOrDefault(c => !lastDays.ContainsKey(c.Id));
        return rested is null || (untried is not null && rested.DaysRested <= 3)
            ? new DrillChoice(untried ?? catalogue.Cards[0], null)
            : rested;
    }
}

using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Insight.Weeks;

/// <summary>A ladder that was begun.</summary>
/// <param name="Drill">Its first rung, by which it is known; see <see cref="Rungs.Ladders"/>.</param>
/// <param name="Top">The highest rung that was played: the one that comes back.</param>
/// <param name="Family">What it is about.</param>
/// <param name="Last">When it was played last.</param>
/// <param name="Distance">Days after which it is due again; see <see cref="Spacing"/>.</param>
public sealed record LadderState(string Drill, string Top, Family Family, DateOnly Last, int Distance)
{
    /// <summary>How much of its distance has passed on a day: 1 when it is due.</summary>
    public double Passed(DateOnly day) => (day.DayNumber - Last.DayNumber) / (double)Distance;

    /// <summary>The ladders that were begun.</summary>
    /// <param name="catalogue">The cards with their ladders.</param>
    /// <param name="visits">Of each drill its days in order, and whether it was still there on each.</param>
    public static IEnumerable<LadderState> Begun(DrillCatalogue catalogue, ILookup<string, LadderVisit> visits)
    {
        foreach (var ladder in catalogue.Rungs.Ladders)
        {
            var begun = ladder.Where(card => !card.IsHeading && visits.Contains(card.Id)).ToList();
            if (begun.Count == 0)
                continue;
            // A day with several rungs of it is one visit: forgotten where one of them was.
            var days = begun
                .SelectMany(card => visits[card.Id])
                .GroupBy(visit => visit.Day)
                .OrderBy(day => day.Key)
                .Select(day => new LadderVisit(
                    day.Key,
                    day.Any(visit => visit.Kept == false) ? false
                        : day.Any(visit => visit.Kept == true) ? true
                        : null
                ))
                .ToList();
            yield return new LadderState(ladder[0].Id, begun[^1].Id, begun[^1].Family, days[^1].Day, Spacing.After(days));
        }
    }
}

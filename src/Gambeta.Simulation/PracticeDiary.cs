using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Simulation;

/// <summary>How much a model player practises.</summary>
/// <param name="Weeks">Weeks up to today.</param>
/// <param name="Days">The days of the week on which there is practice.</param>
/// <param name="SkipChance">The chance that a planned day is left out.</param>
/// <param name="AwayWeeks">Weeks without any practice, counted from the first, 0.</param>
/// <param name="SetsADay">Drills are played until so many sets are full; the last drill is cut there.</param>
/// <param name="FewerSets">By how many sets a day may be shorter, at random.</param>
/// <param name="Drills">The ids of the drills that are practised, in turn: nobody practises a whole catalogue.</param>
public sealed record DiaryPlan(
    int Weeks,
    IReadOnlyList<DayOfWeek> Days,
    double SkipChance,
    IReadOnlyList<int> AwayWeeks,
    int SetsADay,
    IReadOnlyList<string> Drills,
    int FewerSets = 0
);

/// <summary>Weeks of made-up practice up to a day, from a player, a plan and a source of chance.</summary>
public static class PracticeDiary
{
    /// <summary>
    /// All sets, oldest first. The last day is that of <paramref name="now"/> when it is a planned day; nothing lies in its future.
    /// </summary>
    /// <param name="catalogue">Where the plan's drills are found.</param>
    /// <param name="level">Whose doses are played.</param>
    /// <param name="player">Who plays.</param>
    /// <param name="plan">How often and how much.</param>
    /// <param name="chance">The source of chance; the same seed gives the same diary.</param>
    /// <param name="now">The end of the diary; its offset is the household's.</param>
    public static IReadOnlyList<PracticeSet> Write(
        DrillCatalogue catalogue,
        Level level,
        ModelPlayer player,
        DiaryPlan plan,
        Random chance,
        DateTimeOffset now
    )
    {
        var today = DateOnly.FromDateTime(now.DateTime);
        var first = today.AddDays((-7 * plan.Weeks) + 1);
        var played = new PlayedSets(player, chance);
        var sets = new List<PracticeSet>();
        var turn = 0;
        for (var day = first; day <= today; day = day.AddDays(1))
        {
            var since = day.DayNumber - first.DayNumber;
            var skipped = chance.NextDouble() < plan.SkipChance;
            if (skipped || !plan.Days.Contains(day.DayOfWeek) || plan.AwayWeeks.Contains(since / 7))
                continue;
            var start = new DateTimeOffset(day.ToDateTime(new TimeOnly(17, 30)).AddMinutes(chance.Next(0, 90)), now.Offset);
            if (start.AddHours(1) > now)
                continue;
            var way = since / (double)Math.Max(1, (plan.Weeks * 7) - 1);
            sets.AddRange(OneDay(catalogue, level, player, plan, chance, played, way, start, day, today, ref turn));
        }
        return sets;
    }

    private static List<PracticeSet> OneDay(
        DrillCatalogue catalogue,
        Level level,
        ModelPlayer player,
        DiaryPlan plan,
        Random chance,
        PlayedSets played,
        double way,
        DateTimeOffset start,
        DateOnly day,
        DateOnly today,
        ref int turn
    )
    {
        var form = chance.NextDouble() switch
        {
            < 0.15 => -0.18,
            < 0.75 => 0,
            _ => 0.06,
        };
        var session = played.NewId(start);
        var at = start;
        var sets = new List<PracticeSet>();
        var enough = plan.SetsADay - chance.Next(0, plan.FewerSets + 1);
        while (sets.Count < enough)
        {
            var card = catalogue.Find(plan.Drills[turn++ % plan.Drills.Count])
                ?? throw new ArgumentException("The plan names a drill that is not in the catalogue.", nameof(plan));
            foreach (
                var (frame, draft) in played
                    .Play(card, card.Doses[level], way, form, session, sets.Count + 1, at, day)
                    .Take(enough - sets.Count)
            )
            {
                var set = SetCheck.Check(card, frame, draft, today).Set
                    ?? throw new InvalidOperationException($"The model of {player.Id} played an impossible set of {card.Id}.");
                sets.Add(set);
                at = set.StartedAt + set.Worked + TimeSpan.FromMinutes(1);
            }
        }
        return sets;
    }
}

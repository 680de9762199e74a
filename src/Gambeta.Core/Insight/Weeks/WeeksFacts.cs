using System.Collections.Immutable;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Progress;

namespace Gambeta.Core.Insight.Weeks;

/// <summary>All that is known when weeks are laid out.</summary>
public sealed record WeeksFacts
{
    /// <summary>So many weeks of sittings are read, three years: a light week comes after three, counted from the first or from the last
    /// break.</summary>
    public const int WeeksRead = 157;

    /// <summary>So many weeks back it is looked whether a ladder was still there when it came back.</summary>
    public const int WeeksOfReturns = 26;

    /// <summary>Today.</summary>
    public required DateOnly Today { get; init; }

    /// <summary>The first day of a week.</summary>
    public DayOfWeek WeekStart { get; init; } = DayOfWeek.Monday;

    /// <summary>The player's age in years, as careful as a birth year allows.</summary>
    public required int Age { get; init; }

    /// <summary>How often, how long, and what is played elsewhere.</summary>
    public Rhythm Rhythm { get; init; } = Rhythm.Usual;

    /// <summary>Single days with a club.</summary>
    public ImmutableArray<ClubDate> Dates { get; init; } = [];

    /// <summary>What came between, and what will.</summary>
    public ImmutableArray<Away> Away { get; init; } = [];

    /// <summary>Whether something hurts that nobody grown-up has let pass: nothing is laid out before that.</summary>
    public bool IsHurt { get; init; }

    /// <summary>Whether load asks for an easy day now.</summary>
    public bool EasyDay { get; init; }

    /// <summary>The sittings of <see cref="WeeksRead"/> weeks.</summary>
    public ImmutableArray<SittingLoad> Sittings { get; init; } = [];

    /// <summary>The ladders that were begun.</summary>
    public ImmutableArray<LadderState> Ladders { get; init; } = [];

    /// <summary>The days of the last week on which something new was begun.</summary>
    public ImmutableArray<DateOnly> NewDays { get; init; } = [];

    /// <summary>Whether there is something that could be begun.</summary>
    public bool HasNew { get; init; } = true;

    /// <summary>The last day on which records were tried for; nothing before the first.</summary>
    public DateOnly? TestedOn { get; init; }

    /// <summary>How many records are in reach.</summary>
    public int RecordsInReach { get; init; }

    /// <summary>Whether the other foot is to catch up.</summary>
    public bool OtherFootBehind { get; init; }

    /// <summary>The families that the player's goals are about.</summary>
    public ImmutableArray<Family> Towards { get; init; } = [];

    /// <summary>The first day of the week of a day.</summary>
    public DateOnly WeekOf(DateOnly day) => day.AddDays(-((day.DayOfWeek - WeekStart + 7) % 7));

    /// <summary>
    /// The days of <see cref="NewDays"/> that count: on which something was begun once more than a few drills were known.
    /// </summary>
    /// <param name="begun">The days of the last week on which a drill was begun, once for each of them.</param>
    /// <param name="known">How many drills are known in all.</param>
    public static ImmutableArray<DateOnly> NewDaysOf(IReadOnlyCollection<DateOnly> begun, int known) =>
        [.. begun.Distinct().Where(day => known - begun.Count(one => one >= day) >= PlanFacts.Few)];

    /// <summary>What was played with a club in so many weeks up to today, as load.</summary>
    public IEnumerable<SittingLoad> ClubLoads(int weeks) =>
        Enumerable
            .Range(0, 7 * weeks)
            .Select(i => ClubOn(Today.AddDays(-i)))
            .OfType<ClubDate>()
            .Select(club => new SittingLoad(club.Day, club.Minutes, ClubDate.Effort(club.Kind)));

    /// <summary>What is played with a club on a day: the match, where there are both; nothing while somebody is away.</summary>
    public ClubDate? ClubOn(DateOnly day)
    {
        if (Away.Any(away => away.Stops(day)))
            return null;
        var all = Rhythm
            .Club.Where(club => club.Day == day.DayOfWeek)
            .Select(club => new ClubDate(day, club.Kind, club.Minutes))
            .Concat(Dates.Where(date => date.Day == day))
            .ToList();
        return all.Count == 0 ? null : all.MaxBy(club => club.Load);
    }
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Core.Insight.Planning;

/// <summary>All that is known when a session is planned.</summary>
public sealed record PlanFacts
{
    /// <summary>The cards.</summary>
    public required DrillCatalogue Catalogue { get; init; }

    /// <summary>Who plays.</summary>
    public required Player Player { get; init; }

    /// <summary>The player's age in years, as careful as a birth year allows.</summary>
    public required int Age { get; init; }

    /// <summary>The day that is planned.</summary>
    public required DateOnly Day { get; init; }

    /// <summary>What the household has.</summary>
    public Kit Kit { get; init; } = Kit.Empty;

    /// <summary>What stands about each key.</summary>
    public ILookup<string, Verdict> Verdicts { get; init; } = Enumerable.Empty<Verdict>().ToLookup(verdict => verdict.Key.Drill);

    /// <summary>When each drill was played last.</summary>
    public IReadOnlyDictionary<string, DateOnly> LastDays { get; init; } = ImmutableDictionary<string, DateOnly>.Empty;

    /// <summary>On how many of the last fourteen days each drill was played.</summary>
    public IReadOnlyDictionary<string, int> Lately { get; init; } = ImmutableDictionary<string, int>.Empty;

    /// <summary>How far the other foot lies behind in a drill, as a share; see <see cref="FeetOfDrill"/>.</summary>
    public IReadOnlyDictionary<string, double> Behind { get; init; } = ImmutableDictionary<string, double>.Empty;

    /// <summary>How far the other foot is behind in the middle of the drills that tell; nothing where none does.</summary>
    public double? Gap { get; init; }

    /// <summary>What the other foot is to get.</summary>
    public CatchUp CatchUp { get; init; } = new(CatchUpKind.NotMeasured, 50, 0, 0);

    /// <summary>The drills that the player marked.</summary>
    public IReadOnlySet<string> Favourites { get; init; } = ImmutableHashSet<string>.Empty;

    /// <summary>The player's own tempo in drills where it is known.</summary>
    public IReadOnlyDictionary<string, Tempo> Tempos { get; init; } = ImmutableDictionary<string, Tempo>.Empty;

    /// <summary>Whether something hurts that nobody grown-up has let pass.</summary>
    public bool IsHurt { get; init; }

    /// <summary>Whether load asks for an easy day.</summary>
    public bool EasyDay { get; init; }

    /// <summary>What the weeks make of the day; nothing where nobody laid them out.</summary>
    public PlannedDay? Laid { get; init; }

    /// <summary>The minutes of a day, by the player's rhythm.</summary>
    public int Minutes { get; init; } = SessionMinutes.Usual;

    /// <summary>The next day of practice after today.</summary>
    public PlannedDay? Next { get; init; }

    /// <summary>The next day on which records are tried for, after today.</summary>
    public DateOnly? NextTest { get; init; }

    /// <summary>The layouts that are laid for somebody else of the same evening.</summary>
    public IReadOnlySet<string> Lying { get; init; } = ImmutableHashSet<string>.Empty;

    /// <summary>The drills that the player's goals are about.</summary>
    public IReadOnlySet<string> Towards { get; init; } = ImmutableHashSet<string>.Empty;

    /// <summary>The ladders that were begun, by the drill that comes back.</summary>
    public IReadOnlyDictionary<string, LadderState> Ladders { get; init; } = ImmutableDictionary<string, LadderState>.Empty;

    /// <summary>Whether today is for easy work: as the weeks have it, as on a day that they have for a rest, or as load asks.</summary>
    public bool IsLight => EasyDay || Laid is { Kind: not DayKind.Practice } or { Hardness: Hardness.Light };

    /// <summary>Whether records are tried for today.</summary>
    public bool MayTest => Laid is null or { IsTest: true };

    /// <summary>Whether something new may come today: twice a week, once more than a few drills are known.</summary>
    public bool MayBeNew => KnowsFew || Laid is null or { MayBeNew: true };

    /// <summary>Whether the player knows few drills: then several new ones may come in a session.</summary>
    public bool KnowsFew => LastDays.Count < Few;

    /// <summary>Fewer drills than so many are a few.</summary>
    public const int Few = 8;

    /// <summary>What stands about each foot of a drill.</summary>
    public ImmutableArray<Verdict> Of(string drill) => Verdict.LatestOfFeet(Verdicts[drill]);

    /// <summary>Days since a drill was played; nothing for one that never was.</summary>
    public int? DaysSince(string drill) => LastDays.TryGetValue(drill, out var day) ? Math.Max(0, Day.DayNumber - day.DayNumber) : null;

    /// <summary>What stands where a record of a drill is in reach, for whoever played it lately: old form is no form.</summary>
    public IEnumerable<Verdict> RecordsInReach(string drill) =>
        LastDays.TryGetValue(drill, out var last) && NearRecords.IsFresh(last, Day)
            ? Of(drill).Where(verdict => verdict.NextDay.Reason == TargetReason.Record)
            : [];

    /// <summary>The level at which a drill is played.</summary>
    public Level LevelOf(string drill) => DrillLevels.Of(Player.Level, Of(drill).Select(verdict => verdict.Steps));
}

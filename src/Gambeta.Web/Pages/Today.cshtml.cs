using System.Collections.Immutable;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages;

/// <summary>Today: the session of the day, what was last, what is nearly a record, and five weeks as tiles.</summary>
public sealed class TodayModel(PageTools tools) : CachedPage(tools)
{
    private IReadOnlyDictionary<string, DateOnly> _lastDays = null!;

    public override RailItem OnRail => RailItem.Today;

    /// <summary>The one drill for whoever plays only one: what the plan of the day is about.</summary>
    public PlannedDrill? Choice => Plan.Session.OneAlone;

    /// <summary>What stands about it, foot by foot.</summary>
    public IReadOnlyList<Verdict> Verdicts { get; private set; } = [];

    public IReadOnlyList<PracticeSet> Last { get; private set; } = [];

    /// <summary>Whether nothing was played yet.</summary>
    public bool IsFirstDay => Last.Count == 0;

    public IReadOnlyList<NearRecord> Near { get; private set; } = [];

    public ImmutableArray<DayTile> Tiles { get; private set; } = [];

    public int Target { get; private set; }

    /// <summary>The session that is planned for today.</summary>
    public DayPlan Plan { get; private set; } = null!;

    /// <summary>What that comes to, drill by drill.</summary>
    public SheetSums Sums { get; private set; } = null!;

    /// <summary>The household's own sheet that was changed last; nothing where it has none.</summary>
    public KeptSheet? Own { get; private set; }

    /// <summary>Whether something hurts: then nothing is planned.</summary>
    public bool IsHurt => Plan.Session.Notes.Contains(PlanNote.Hurt);

    /// <summary>Whether all that was planned was played today.</summary>
    public bool IsDone { get; private set; }

    /// <summary>Whether the weeks have today for something else than practice, or it was done.</summary>
    public bool IsForRest => IsDone || Plan.Session.Laid is { Kind: not DayKind.Practice };

    /// <summary>The next day of practice, where today is for a rest.</summary>
    public PlannedDay? Next => IsForRest && !IsHurt ? Plan.Session.Next : null;

    /// <summary>What today is about.</summary>
    public string Heading =>
        IsHurt ? Say("today.on-hold")
        : IsDone ? Say("weeks.today-done")
        : Plan.Session.Held switch
        {
            { Kind: DayKind.Training } => Say("today.training-today"),
            { Kind: DayKind.Match } => Say("today.match-today"),
            { Kind: DayKind.Practice } laid => Wording.Sentence(WeeksWords.Theme(laid)),
            null => Say("today.next"),
            _ => Say("weeks.today-rest"),
        };

    /// <summary>Days since the last practice, where somebody comes back.</summary>
    public int? DaysAway => Last.Count > 0 && Today.DayNumber - Last[0].Day.DayNumber is var days and > NearRecords.AwayDays ? days : null;

    public string Headline =>
        Tiles.Single(t => t.IsToday).Tally is { } today
            ? Say("today.touches-today", ("nickname", Player.Nickname), ("touches", Wording.Number(today.Touches.Total)))
        : DaysAway is not null ? Say("today.welcome-back", ("nickname", Player.Nickname))
        : Last.Count == 0 ? Say("today.first-hello", ("nickname", Player.Nickname))
        : Say("today.hello", ("nickname", Player.Nickname));

    /// <summary>Why one of its drills is for today.</summary>
    public string Why(PlannedDrill drill) => OtherFoot(PlanWords.Why(drill, Plan, _lastDays, Catalogue));

    public Task<IActionResult> OnGetAsync() =>
        InHousehold(work =>
            KeptAsync(
                work,
                "today",
                "/Pages/_TodayBody.cshtml",
                () => VerdictStore.SettleAsync(work, Player.Id, Catalogue),
                () => WorkOutAsync(work)
            )
        );

    private async Task WorkOutAsync(HouseholdWork work)
    {
        var rows = await DiaryStore.TodayAsync(work, Player.Id, FiveWeeks.FirstDay(Today, Household.Settings.WeekStartsOn), Catalogue);
        Target = DayTarget.TouchesAFoot(rows.Days);
        Tiles = FiveWeeks.Tiles(Today, Household.Settings.WeekStartsOn, rows.Days, Target);
        Last = rows.Last;
        Plan = await PlanStore.OfDayAsync(work, Player, Age(Player), Today, Catalogue, Household.Settings);
        Near = NearRecords.Nearest(
            rows.Standing.Where(near => rows.LastDays.TryGetValue(near.Best.Key.Drill, out var day) && NearRecords.IsFresh(day, Today)),
            most: 3,
            isNamed: drill => !JudgementWords.IsRare(Verdict.LatestOfFeet(rows.About(drill)))
        );
        Sums = await SumsOfAsync(work, Plan.Session);
        (_lastDays, IsDone) = (rows.LastDays, Plan.IsPlayed(rows.LastDays));
        Verdicts = Choice is { } one ? Verdict.LatestOfFeet(rows.About(one.Item.Drill)) : [];
        Own = rows.Sheet;
    }
}

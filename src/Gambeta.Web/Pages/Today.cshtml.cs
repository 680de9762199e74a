using System.Collections.Immutable;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Doses;
using Gambeta.Core.Household;
using Gambeta.Core.Progress;
using Gambeta.Core.Records;
using Gambeta.Core.Sets;
using Gambeta.Core.Sheets;
using Gambeta.Core.Touches;
using Gambeta.Storage;
using Gambeta.Web.Access;
using Gambeta.Web.Drawing;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages;

/// <summary>Today: what to do next, what was last, what is nearly a record, and five weeks as tiles.</summary>
public sealed class TodayModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailPlace Place => RailPlace.Today;

    public Offer Choice { get; private set; } = null!;

    public DoseAmount Amount { get; private set; } = null!;

    public IReadOnlyList<PracticeSet> Last { get; private set; } = [];

    public IReadOnlyList<NearRecord> Near { get; private set; } = [];

    public ImmutableArray<DayTile> Tiles { get; private set; } = [];

    public int Target { get; private set; }

    /// <summary>A whole session to start from here: the household's own sheet that was changed last, else the ready one of the day.</summary>
    public SheetOfTheDay Session { get; private set; } = null!;

    public string Reason => JudgementWords.Offered(Choice);

    public string Headline => Tiles.Single(t => t.IsToday).Tally is { } today
        ? Say("today.touches-today", ("nickname", Player.Nickname), ("touches", Wording.Number(today.Touches.Total)))
        : Last.Count == 0 ? Say("today.the-floor-is-yours", ("nickname", Player.Nickname)) : Say("today.ready-when-you-are", ("nickname", Player.Nickname));

    public Task<IActionResult> OnGetAsync() => InHousehold(async work =>
    {
        var rows = await DiaryStore.TodayAsync(work, Player.Id, FiveWeeks.FirstDay(Today, Household.Settings.WeekStartsOn));
        Target = DayTarget.TouchesAFoot(rows.Days);
        Tiles = FiveWeeks.Tiles(Today, Household.Settings.WeekStartsOn, rows.Days, Target);
        Last = rows.Last;
        Near = NearRecords.Nearest(rows.Standing, most: 3);
        bool May(DrillCard drill) => rows.Means.Allow(drill, Age(Player));
        Choice = Offer.Of(NextDrill.Choose(Catalogue, Player.Level, rows.LastDays, Today, May), Catalogue, rows.About, May);
        var card = Choice.Card;
        Amount = DoseArithmetic.Amount(card, card.Doses[Player.Level], Player.Preferred, card.Tempo.Steady);
        Session = SheetOfTheDay.Of(rows.Sheet, Catalogue, Player, rows.Spaces, rows.HasWall, Today);
        return Page();
    });
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Plan;

/// <summary>Two or three on one evening and one yard: their sessions of today, in an order that lays it as seldom as can be.</summary>
public sealed class TogetherModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Today;

    /// <summary>Who plays, in the order of the household.</summary>
    public ImmutableArray<Player> Those { get; private set; } = [];

    public ImmutableArray<DayPlan> Plans { get; private set; } = [];

    public Evening Evening { get; private set; } = null!;

    public bool InTurns { get; private set; }

    public double Minutes { get; private set; }

    /// <summary>What two can play from one sheet: a drill that somebody came from, today's plans, the household's sheets, those that
    /// ship.</summary>
    public IReadOnlyList<(string Id, string Name)> Sheets { get; private set; } = [];

    /// <summary>The drill that somebody came from.</summary>
    public DrillCard? Drill { get; private set; }

    public Task<IActionResult> OnGetAsync(Guid[] who, string? way, string? drill) =>
        InHousehold(async work =>
        {
            await ShowAsync(work, who, way);
            Drill = Catalogue.Find(drill);
            Sheets =
            [
                .. Drill is { } one ? [(one.Id, one.Name)] : Array.Empty<(string, string)>(),
                .. Plans
                    .Zip(Those)
                    .Where(plan => !plan.First.Session.Drills.IsEmpty)
                    .OrderBy(plan => plan.Second != Player)
                    .Select(plan => (plan.First.Id.ToString(), Say("together.plan-of", ("player", plan.Second.Nickname)))),
                .. (await SheetStore.AllAsync(work)).Select(kept => (kept.Id.ToString(), kept.Sheet.Name)),
                .. ReadySheets.All.Select(ready => (ready.Id, ready.Sheet.Name)),
            ];
            return Page();
        });

    /// <summary>Plans them onto one yard: where the first plays, each onto what lies for those before. What was begun today
    /// stays.</summary>
    public Task<IActionResult> OnPostAsync(Guid[] who, string? way) =>
        InHousehold(async work =>
        {
            Choose(who);
            var yard = await YardStore.ViewAsync(work);
            var lying = ImmutableHashSet<string>.Empty;
            PlanAsk? first = null;
            foreach (var player in Those)
            {
                var plan = await OfAsync(work, player);
                if (!plan.Session.Notes.Contains(PlanNote.Hurt) && !await PlanStore.HasPlayedAsync(work, player.Id, Today))
                {
                    var facts = (await PlanStore.FactsAsync(work, player, Age(player), Today, Catalogue, Household.Settings, yard.Kit)) with
                    {
                        Lying = lying,
                    };
                    var there = first ?? plan.Ask;
                    plan = plan.Again(
                        facts,
                        plan.Ask with
                        {
                            Minutes = plan.Session.Minutes,
                            Space = there.Space,
                            SpaceId = there.SpaceId,
                            Indoors = there.Indoors,
                            SoftBall = there.SoftBall,
                        }
                    );
                    await PlanStore.KeepAsync(work, player.Id, plan, "");
                }
                first ??= plan.Ask;
                lying = lying.Union(plan.Session.Drills.Select(drill => Catalogue.Find(drill.Item.Drill)?.Layout?.Key).OfType<string>());
            }
            return RedirectToPage(new { who = Those.Select(player => player.Id), way });
        });

    private void Choose(Guid[] who)
    {
        Those = [.. Household.Players.Where(player => who.Contains(player.Id)).Take(Evening.Most)];
        if (Those.Length < 2)
            Those = [.. Household.Players.OrderBy(player => player.Id != Player.Id).Take(2)];
    }

    private async Task ShowAsync(HouseholdWork work, Guid[] who, string? way)
    {
        Choose(who);
        InTurns = way == "turns";
        var plans = ImmutableArray.CreateBuilder<DayPlan>();
        var sessions = new List<ImmutableArray<SheetDrill>>();
        foreach (var player in Those)
        {
            var plan = await OfAsync(work, player);
            plans.Add(plan);
            var steps = await VerdictStore.StepsAsync(work, player.Id);
            var levels = new Core.Insight.Progress.DrillLevels(player.Level, steps);
            sessions.Add(SheetDrill.Of(plan.Session.ToSheet(""), Catalogue, drill => levels[drill]));
            Minutes += plan.Session.Minutes;
        }
        Plans = plans.ToImmutable();
        Evening = InTurns ? Evening.TakingTurns(sessions) : Evening.OneAfterAnother(sessions);
    }

    private Task<DayPlan> OfAsync(HouseholdWork work, Player player) =>
        PlanStore.OfDayAsync(work, player, Age(player), Today, Catalogue, Household.Settings);
}

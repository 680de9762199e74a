using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Plan;

/// <summary>What was asked for, as it was typed.</summary>
public sealed class TypedAsk
{
    public string? Minutes { get; set; }
    public string? Where { get; set; }
    public bool Helper { get; set; }
    public bool SoftBall { get; set; }
    public string? Fresh { get; set; }
    public string? Wish { get; set; }

    /// <summary>As what is asked for would be typed.</summary>
    public static TypedAsk Of(PlanAsk ask) =>
        new()
        {
            Minutes = ask.Minutes.ToString(CultureInfo.InvariantCulture),
            Where = ask.SpaceId?.ToString() ?? (ask.Indoors ? "indoors" : "outdoors"),
            Helper = ask.Helper,
            SoftBall = ask.SoftBall,
            Fresh = ask.Fresh.ToKey(),
            Wish = ask.Wish.Kind == WishKind.Family ? ask.Wish.Family.ToKey() : ask.Wish.Kind.ToKey(),
        };
}

/// <summary>The session that is planned for today: why each drill is in it, what was left out, and everything that changes it, a press
/// each.</summary>
public sealed class IndexModel(PageTools tools) : HouseholdPage(tools)
{
    /// <summary>A press makes a session so many minutes shorter or longer.</summary>
    private const int Step = 5;

    private YardView _yard = null!;
    private IReadOnlyDictionary<string, DateOnly> _lastDays = null!;
    private TypedAsk? _refused;

    public override RailItem OnRail => RailItem.Today;

    public DayPlan Plan { get; private set; } = null!;

    public SheetSums Sums { get; private set; } = null!;

    public IReadOnlyList<KeptSpace> Spaces => _yard.Spaces;

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>What to mind before its drills.</summary>
    public IReadOnlyList<string> Cautions => CautionsOf(Sums.Drills.Select(drill => drill.Drill.Card));

    public IEnumerable<string> Notes =>
        Plan.Session.Notes.Select(note => OtherFoot(PlanWords.Note(note, Plan.Session, Age(Player), SheetWords.Minutes(Sums.Minutes))));

    public string Why(PlannedDrill drill) => OtherFoot(PlanWords.Why(drill, Plan, _lastDays, Catalogue));

    /// <summary>The drills that were left out, by the rule that did it.</summary>
    public IEnumerable<(string Rule, IReadOnlyList<DrillCard> Drills)> LeftOut =>
        Plan
            .Session.LeftOut.GroupBy(one => one.Value)
            .OrderByDescending(rule => rule.Key)
            .Select(rule =>
                (
                    PlanWords.Rule(rule.Key),
                    (IReadOnlyList<DrillCard>)
                        [.. rule.Select(one => Catalogue.Find(one.Key)).OfType<DrillCard>().OrderBy(card => Catalogue.OrderOf(card.Id))]
                )
            );

    /// <summary>What stands in the form: what is asked for, or what was typed and refused.</summary>
    public TypedAsk Typed => _refused ?? TypedAsk.Of(Plan.Ask);

    public bool MayBeShorter => Plan.Session.Minutes > SessionMinutes.Least;

    public bool MayBeLonger => Plan.Session.Minutes < SessionMinutes.Most(Age(Player));

    public Task<IActionResult> OnGetAsync() =>
        InHousehold(async work =>
        {
            await ReadAsync(work);
            return await ShowAsync(work);
        });

    public Task<IActionResult> OnPostAsync(TypedAsk typed) =>
        Changed((facts, plan) => ReadAsk(typed, plan.Ask) is { } ask ? plan.Again(facts, ask) : null, typed);

    public Task<IActionResult> OnPostInsteadAsync(string? drill) => Changed((facts, plan) => plan.Instead(facts, drill ?? ""));

    public Task<IActionResult> OnPostMarkAsync(string? drill) => Changed((_, plan) => plan.Mark(drill ?? ""));

    public Task<IActionResult> OnPostShorterAsync() =>
        Changed(
            (facts, plan) => plan.Again(facts, plan.Ask with { Minutes = Math.Max(SessionMinutes.Least, plan.Session.Minutes - Step) })
        );

    public Task<IActionResult> OnPostLongerAsync() =>
        Changed(
            (facts, plan) =>
                plan.Again(facts, plan.Ask with { Minutes = Math.Min(SessionMinutes.Most(facts.Age), plan.Session.Minutes + Step) })
        );

    public Task<IActionResult> OnPostLighterAsync() =>
        Changed(
            (facts, plan) =>
                plan.Again(facts, plan.Ask with { Fresh = plan.Ask.Fresh == Freshness.Tired ? Freshness.AsUsual : Freshness.Tired })
        );

    public Task<IActionResult> OnPostElsewhereAsync() =>
        Changed(
            (facts, plan) =>
            {
                var indoors = !plan.Ask.Indoors;
                return plan.Again(
                    facts,
                    Spaces.FirstOrDefault(space => space.Space.Kind == Places.Indoors == indoors) is { } there
                        ? plan.Ask.In(there)
                        : plan.Ask.Anywhere(indoors)
                );
            }
        );

    private async Task ReadAsync(HouseholdWork work)
    {
        _yard = await YardStore.ViewAsync(work);
        Plan = await PlanStore.OfDayAsync(work, Player, Age(Player), Today, Catalogue, Household.Settings);
    }

    // What is typed is asked for from now on; a press is for its day.
    private async Task RememberAsync(HouseholdWork work, int minutes)
    {
        var (rhythm, _, _) = await RhythmStore.AllAsync(work, Player.Id, Today);
        await RhythmStore.KeepAsync(
            work,
            Player.Id,
            rhythm with
            {
                Minutes = Math.Clamp(minutes, SessionMinutes.Least, SessionMinutes.Longest),
                Since = rhythm.Since == DateOnly.MinValue ? Today : rhythm.Since,
            }
        );
    }

    private Task<IActionResult> Changed(Func<PlanFacts, DayPlan, DayPlan?> change, TypedAsk? typed = null) =>
        InHousehold(async work =>
        {
            await ReadAsync(work);
            if (Plan.Session.Notes.Contains(PlanNote.Hurt))
                return RedirectToPage();
            var facts = await PlanStore.FactsAsync(work, Player, Age(Player), Today, Catalogue, Household.Settings, _yard.Kit);
            if (change(facts, Plan) is { } changed)
            {
                await PlanStore.KeepAsync(work, Player.Id, changed, "");
                if (typed is not null && changed.Ask.Minutes != Plan.Ask.Minutes)
                    await RememberAsync(work, changed.Ask.Minutes);
                return RedirectToPage();
            }
            _refused = typed;
            Problems = [Say("planning.not-that-many-minutes", ("least", SessionMinutes.Least), ("most", SessionMinutes.Longest))];
            await ShowAsync(work);
            return Refused();
        });

    private async Task<IActionResult> ShowAsync(HouseholdWork work)
    {
        (Sums, _lastDays) = (await SumsOfAsync(work, Plan.Session), await DiaryStore.LastDaysAsync(work, Player.Id));
        return Page();
    }

    private PlanAsk? ReadAsk(TypedAsk typed, PlanAsk before)
    {
        if (
            !int.TryParse(typed.Minutes, NumberStyles.None, CultureInfo.InvariantCulture, out var minutes)
            || minutes is < 1 or > SessionMinutes.Longest
        )
            return null;
        var there =
            Guid.TryParse(typed.Where, out var id) && _yard.Find(id) is { } space
                ? before.In(space)
                : before.Anywhere(typed.Where != "outdoors");
        return there with
        {
            Minutes = minutes,
            Helper = typed.Helper,
            SoftBall = typed.SoftBall,
            Fresh = Keys.TryRead<Freshness>(typed.Fresh ?? "", out var fresh) ? fresh : Freshness.AsUsual,
            Wish =
                Keys.TryRead<Family>(typed.Wish ?? "", out var family) ? new Wish(WishKind.Family, family)
                : Keys.TryRead<WishKind>(typed.Wish ?? "", out var kind) && kind != WishKind.Family ? new Wish(kind)
                : default,
        };
    }
}

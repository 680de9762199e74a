using Gambeta.Core.Base.Household;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.PageBases;

namespace Gambeta.Web.Api;

/// <summary>A page that a device keeps for where there is no network.</summary>
/// <param name="Address">Where it is.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Kind">Today, practise or card.</param>
public sealed record PageAhead(string Address, string Name, string Kind);

/// <summary>What is worth keeping on a device of who plays there, the most wanted first: today, its session, the sheets that were used
/// last, and the cards of both.</summary>
public static class AheadApi
{
    private const int Sheets = 3;

    public static async Task<IResult> OfPlayerAsync(HttpContext http, PageTools tools)
    {
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is not { Players.Count: > 0 })
            return Refusal.SignedOut();
        var player = HouseholdPage.PlayerHere(http, household);
        var (today, catalogue) = (
            LocalDays.DayOf(tools.Time.GetUtcNow(), household.TimeZone),
            await tools.Catalogues.OfAsync(work, household)
        );
        var plan = await PlanStore.OfDayAsync(work, player, player.AgeOn(today), today, catalogue, household.Settings);
        var names = await SittingStore.SheetsAsync(work, player.Id, Sheets + 1);
        var sheets = new List<(string Address, Sheet Sheet)>();
        foreach (var name in names.Where(name => name != plan.Id.ToString()).Take(Sheets))
            if (await SheetStore.FindAnyAsync(work, name) is { } sheet)
                sheets.Add((name, sheet));
        await work.CommitWorkedOutAsync(http.RequestAborted);
        var hasPlan = plan.Session.Drills.Length > 0;
        var pages = new List<PageAhead>
        {
            new("/without-network", Say("devices.without-network"), "start"),
            new("/today", Say("frame.today"), "today"),
        };
        if (hasPlan)
            pages.Add(new($"/practise/sheet/{plan.Id}", Say("devices.session-of-today"), "practise"));
        pages.AddRange(sheets.Select(one => new PageAhead($"/practise/sheet/{one.Address}", one.Sheet.Name, "practise")));
        pages.AddRange(CardsOf(hasPlan ? plan.Session.Drills.Select(drill => drill.Item.Drill) : [], catalogue, household.Heading));
        foreach (var (_, sheet) in sheets)
            pages.AddRange(CardsOf(sheet.Items.Select(item => item.Drill), catalogue, household.Heading));
        return Results.Json(pages.DistinctBy(page => page.Address), SessionApi.Written);
    }

    private static IEnumerable<PageAhead> CardsOf(IEnumerable<string> drills, DrillCatalogue catalogue, bool heading) =>
        drills
            .Select(catalogue.Find)
            .OfType<DrillCard>()
            .Where(card => heading || !card.IsHeading)
            .SelectMany(card =>
                card.Layout is null
                    ? (PageAhead[])[new($"/drills/{card.Id}", card.Name, "card")]
                    :
                    [
                        new($"/drills/{card.Id}", card.Name, "card"),
                        new($"/yard/plan?drill={card.Id}", Say("devices.plan-of", ("drill", card.Name)), "card"),
                    ]
            );
}

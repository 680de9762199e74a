using System.Collections.Immutable;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Sheets;

/// <summary>A sheet as it is listed.</summary>
public sealed record ListedSheet(string Id, string Name, string? For, SheetSums Sums);

/// <summary>The sheets: the household's own, and those that ship, by where they are played.</summary>
public sealed class IndexModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Sheets;

    public IReadOnlyList<ListedSheet> Own { get; private set; } = [];

    public IReadOnlyList<(Places Place, IReadOnlyList<ListedSheet> Sheets)> Ready { get; private set; } = [];

    public KeptSheet? PutAway { get; private set; }

    /// <summary>The drill that is to be put on a sheet, where somebody came from its card.</summary>
    public DrillCard? Adding { get; private set; }

    public Task<IActionResult> OnGetAsync(Guid? away, string? drill) =>
        InHousehold(async work =>
        {
            Adding = Catalogue.Find(drill);
            var tempos = await SheetStore.TemposAsync(work, Player.Id, Today.AddDays(-SheetStore.TempoDays));
            var levels = await LevelsOfAsync(work);
            Own = [.. (await SheetStore.AllAsync(work)).Select(kept => Listed(kept.Id.ToString(), kept.Sheet, null))];
            Ready =
            [
                .. ReadySheets
                    .All.GroupBy(ready => ready.Place)
                    .Select(place =>
                        (place.Key, (IReadOnlyList<ListedSheet>)[.. place.Select(ready => Listed(ready.Id, ready.Sheet, ready.For))])
                    ),
            ];
            PutAway = away is { } id ? await SheetStore.FindAsync(work, id) : null;
            return Page();

            ListedSheet Listed(string id, Sheet sheet, string? what) =>
                new(id, sheet.Name, what, SheetSums.Of(SheetDrill.Of(sheet, Catalogue, drill => levels[drill]), Player.Preferred, tempos));
        });

    public Task<IActionResult> OnPostRetireAsync(Guid id, bool back) =>
        InHousehold(async work =>
        {
            await SheetStore.RetireAsync(work, id, retired: !back);
            return back ? RedirectToPage() : RedirectToPage(new { away = id });
        });
}

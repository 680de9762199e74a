using Gambeta.Core.Base.Household;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Sheets;

/// <summary>A sheet on one page of paper, with room to write the counts down.</summary>
public sealed class PrintModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Sheets;

    public Sheet Sheet { get; private set; } = null!;

    public SheetSums Sums { get; private set; } = null!;

    /// <summary>What to mind before its drills.</summary>
    public IReadOnlyList<string> Cautions => CautionsOf(Sums.Drills.Select(drill => drill.Drill.Card));

    public Task<IActionResult> OnGetAsync(string sheet) =>
        InHousehold(async work =>
        {
            if (await SheetStore.FindAnyAsync(work, sheet) is not { } found)
                return NotFound();
            Sheet = found;
            var levels = await LevelsOfAsync(work);
            Sums = SheetSums.Of(
                SheetDrill.Of(found, Catalogue, drill => levels[drill]),
                Player.Preferred,
                await SheetStore.TemposAsync(work, Player.Id, Today.AddDays(-SheetStore.TempoDays))
            );
            return Page();
        });
}

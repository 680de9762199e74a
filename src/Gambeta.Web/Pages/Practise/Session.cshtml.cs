using Gambeta.Core.Base.Household;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Practise;

/// <summary>A whole sheet, from warm-up to the last test: a ready one by its name, a household's own by its id.</summary>
public sealed class SessionModel(PageTools tools) : StageModel(tools)
{
    private string _address = "",
        _name = "";
    private SheetSums _sums = null!;

    public override string Heading => _name;

    public override string Amount =>
        Say(
            "practise.sheet-in-short",
            ("drills", Drills.Length),
            ("_sums", Wording.Minutes(_sums.Total)),
            ("touches", Wording.Number(_sums.Touches.Total))
        );

    public override string Back => "/sheets";

    public override string Beside => $"/beside/{_address}";

    protected override string RunKey => _address;

    protected override string? SheetName => _address;

    public override string AddressIn(Guid space) => $"/practise/sheet/{_address}?space={space}";

    public Task<IActionResult> OnGetAsync(string sheet, Guid? space) =>
        InHousehold(async work =>
        {
            if (await SheetStore.FindAnyAsync(work, sheet) is not { } found)
                return NotFound();
            // A drill that this player may not start is left out; the sheet's own page says so.
            var levels = await LevelsAsync(work);
            var drills = SheetDrill
                .Of(found, Catalogue, drill => levels[drill])
                .Where(d => Core.Catalogue.Safety.Cautions.MayStart(d.Card, Age(Player), Household.Heading))
                .ToList();
            if (drills.Count == 0)
                return RedirectToPage("/Sheets/Index");
            (_address, _name) = (sheet, found.Name);
            var result = await SetTheStageAsync(work, [.. drills], null, space, laysTheYard: true);
            // A space that is not this household's.
            if (Those.IsEmpty)
                return result;
            _sums = SheetSums.Of(Drills, Player.Preferred, Mine.Tempos);
            return result;
        });
}

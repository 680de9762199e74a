using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Practise;

/// <summary>A day when the check before the first touch says no: drills that are fine in a room.</summary>
public sealed class InsteadModel(PageTools tools) : HouseholdPage(tools)
{
    private const int Shown = 6;

    public override RailItem OnRail => RailItem.Today;

    public KeptSpace? Space { get; private set; }

    public IReadOnlyList<DrillCard> Fine { get; private set; } = [];

    public Task<IActionResult> OnGetAsync(Guid? space) =>
        InHousehold(async work =>
        {
            Space = space is null ? null : (await YardStore.ViewAsync(work)).Find(space);
            if (space is not null && Space is null)
                return NotFound();
            Fine = [.. FirstTouchCheck.FineAnyway(Catalogue, Player.Level, Age(Player), Shown)];
            return Page();
        });
}

using Gambeta.Core.Catalogue.Cards;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Drills;

/// <summary>Twenty touch maps a sheet, in the order of the shelf.</summary>
public sealed class PicturesModel(PageTools tools) : HouseholdPage(tools)
{
    private const int OnASheet = 20;

    public override RailItem OnRail => RailItem.Drills;

    public int Sheet { get; private set; }

    public int Sheets { get; private set; }

    public IReadOnlyList<DrillCard> Cards { get; private set; } = [];

    public Task<IActionResult> OnGetAsync(int sheet = 1) =>
        InHousehold(_ =>
        {
            var cards = Catalogue.Cards.Where(card => Household.Heading || !card.IsHeading).ToList();
            Sheets = (cards.Count + OnASheet - 1) / OnASheet;
            Sheet = Math.Clamp(sheet, 1, Sheets);
            Cards = [.. cards.Skip((Sheet - 1) * OnASheet).Take(OnASheet)];
            return Task.FromResult<IActionResult>(Page());
        });
}

using Gambeta.Core.Insight.Weeks;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Weeks;

/// <summary>A week, or four, on one sheet of paper.</summary>
public sealed class PrintModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Today;

    public FourWeeks Weeks { get; private set; } = null!;

    public string Rhythm { get; private set; } = "";

    public bool IsMonth { get; private set; }

    public Task<IActionResult> OnGetAsync(string? span) =>
        InHousehold(async work =>
        {
            IsMonth = span == "month";
            var (_, _, laid) = await WeeksStore.OfDayAsync(work, Player, Today, Catalogue, Household.Settings);
            (Weeks, Rhythm) = (laid.Weeks, Words.WeeksWords.Rhythm(laid.Facts.Rhythm, Today));
            return Page();
        });
}

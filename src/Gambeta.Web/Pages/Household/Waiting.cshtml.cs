using System.Text.Json;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>What was played on this device and is not in the logbook: it waits, or it was refused. Only the browser knows; the page brings
/// the names of the drills.</summary>
public sealed class WaitingModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Household;

    public HtmlString DrillsJson => new(JsonSerializer.Serialize(Catalogue.Cards.ToDictionary(card => card.Id, card => card.Name)));

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));
}

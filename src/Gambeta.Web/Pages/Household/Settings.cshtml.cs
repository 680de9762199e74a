using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>Units, words, sounds, the week.</summary>
public sealed class SettingsModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Household;

    public TypedSettings Typed { get; private set; } = TypedSettings.Of(HouseholdSettings.Usual);

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public static IEnumerable<string> Zones =>
        TimeZoneInfo
            .GetSystemTimeZones()
            .Where(zone => zone.Id.Contains('/') || zone.Id == "UTC")
            .Select(zone => zone.Id)
            .Order(StringComparer.Ordinal);

    public Task<IActionResult> OnGetAsync() =>
        InHousehold(_ =>
        {
            Typed = TypedSettings.Of(Household.Settings);
            return Task.FromResult<IActionResult>(Page());
        });

    public Task<IActionResult> OnPostAsync(TypedSettings typed) =>
        InHousehold(async work =>
        {
            Typed = typed;
            (var settings, Problems) = typed.Check();
            if (settings is null)
            {
                Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
                return Page();
            }
            await HouseholdStore.SaveSettingsAsync(work, settings);
            return RedirectToPage("/Household/Index");
        });
}

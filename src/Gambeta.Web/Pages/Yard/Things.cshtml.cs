using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Yard;

/// <summary>What the household has.</summary>
public sealed class ThingsModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Yard;

    public IReadOnlyDictionary<Thing, string> Typed { get; private set; } = new Dictionary<Thing, string>();

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public Task<IActionResult> OnGetAsync() =>
        InHousehold(async work =>
        {
            var kit = (await YardStore.ViewAsync(work)).Kit;
            Typed = Enum.GetValues<Thing>().ToDictionary(thing => thing, thing => kit[thing].ToString(CultureInfo.InvariantCulture));
            return Page();
        });

    public Task<IActionResult> OnPostAsync() =>
        InHousehold(async work =>
        {
            Typed = Enum.GetValues<Thing>().ToDictionary(thing => thing, thing => Request.Form[thing.ToKey()].ToString().Trim());
            var read = Typed.ToDictionary(
                t => t.Key,
                t =>
                    t.Value.Length == 0 ? 0
                    : int.TryParse(t.Value, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number <= Kit.Most ? number
                    : -1
            );
            if (read.Values.Any(number => number < 0))
            {
                Problems =
                [
                    .. read.Where(thing => thing.Value < 0)
                        .Select(thing =>
                            Say(
                                "yard.not-a-number-of-things",
                                ("typed", Typed[thing.Key]),
                                ("thing", YardWords.Thing(thing.Key)),
                                ("most", Kit.Most)
                            )
                        ),
                ];
                Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
                return Page();
            }
            await YardStore.SaveKitAsync(work, new Kit(read.ToImmutableDictionary()));
            return Redirect("/yard");
        });
}

using Gambeta.Core.Base.Household;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Practise;

/// <summary>One drill on its own, in its usual dose or another.</summary>
public sealed class PlayModel(PageTools tools) : StageModel(tools)
{
    public DrillCard Card => Drills[0].Card;

    public override string Heading => Card.Name;

    public override string Amount => OtherFoot(Wording.Dose(Card, Drills[0].Dose));

    public override string Back => $"/drills/{Card.Id}";

    public override string Beside => $"/beside/{Card.Id}";

    protected override string RunKey => $"{Card.Id} {Card.Layout?.Key}";

    public override string AddressIn(Guid space) =>
        $"/practise/{Card.Id}?space={space}{(Card.Layout is { } laid ? $"&layout={laid.Key}" : "")}";

    public Task<IActionResult> OnGetAsync(string drill, string? layout, Guid? space) =>
        InHousehold(async work =>
        {
            if (Catalogue.Find(drill) is not { } card)
                return NotFound();
            if (!Core.Catalogue.Safety.Cautions.MayStart(card, Age(Player), Household.Heading))
                return RedirectToPage("/Drills/Card", new { id = drill });
            return await SetTheStageAsync(
                work,
                [SheetDrill.Of(new SheetItem(SheetPart.Focus, card.Id), card, (await LevelsAsync(work))[card.Id])],
                layout,
                space,
                laysTheYard: false
            );
        });
}

using Gambeta.Core.Catalogue;
using Gambeta.Core.Records;
using Gambeta.Core.Touches;
using Gambeta.Storage;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Drills;

/// <summary>One drill card.</summary>
public sealed class CardModel(PageTools tools) : HouseholdPage(tools)
{
    public override string Place => "Drills";

    public DrillCard Card { get; private set; } = null!;

    public IReadOnlyList<IGrouping<MarkKey, Mark>> Chains { get; private set; } = [];

    /// <summary>The pattern as the player's first turn plays it.</summary>
    public Pattern Pattern => Card.Pattern.For(Card.Turns(Player.Preferred)[0]);

    public string PerRep => Pattern.Touches.Length == 1 ? "1 touch a rep" : $"{Pattern.Touches.Length} touches a rep";

    public Task<IActionResult> OnGetAsync(string id) => InHousehold(async work =>
    {
        if (Catalogue.Find(id) is not { } card) return NotFound();
        Card = card;
        Chains = await DiaryStore.ChainsAsync(work, Player.Id, most: 1, card.Id);
        return Page();
    });

    public DoseAmount Amount(Level level) => DoseArithmetic.Amount(Card, Card.Doses[level], Player.Preferred, Card.Tempo.Steady);

    public IEnumerable<Surface> Lit(Foot foot) => Pattern.Touches.Where(t => t.Foot == foot).Select(t => t.Surface);

    public string Way(BallMove move) => move switch
    {
        BallMove.Stay => "the ball stays",
        BallMove.Back => "pulls it back",
        BallMove.Away => "sends it ahead",
        BallMove.Across => "across to the other foot",
        BallMove.Out => "out to the side",
        BallMove.Up => "lifts it",
        _ => "to the wall",
    };
}

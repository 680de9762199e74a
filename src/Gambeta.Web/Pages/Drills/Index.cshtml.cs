using Gambeta.Core;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Records;
using Gambeta.Core.Touches;
using Gambeta.Storage;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Drills;

/// <summary>All drills, each with what it needs and the best that stands.</summary>
public sealed class IndexModel(PageTools tools) : HouseholdPage(tools)
{
    private ILookup<string, Mark> _standing = Enumerable.Empty<Mark>().ToLookup(m => m.Key.Drill);

    public override string Place => "Drills";

    public Task<IActionResult> OnGetAsync() => InHousehold(async work =>
    {
        var chains = await DiaryStore.ChainsAsync(work, Player.Id, most: 1);
        _standing = chains.SelectMany(c => c).ToLookup(m => m.Key.Drill);
        return Page();
    });

    public DoseAmount Amount(DrillCard card) => DoseArithmetic.Amount(card, card.Doses[Player.Level], Player.Preferred, card.Tempo.Steady);

    /// <summary>The surfaces that meet the ball, by foot, over all the turns of a drill.</summary>
    public IEnumerable<Surface> Lit(DrillCard card, Foot foot) =>
        card.Turns(Player.Preferred).SelectMany(feet => card.Pattern.For(feet).Touches).Where(t => t.Foot == foot).Select(t => t.Surface);

    private static string Line(IReadOnlyList<Mark> feet) => feet.Count == 1
        ? Wording.Value(feet[0].Key.Measure, feet[0].Value)
        : string.Join(", ", feet.Select(b => $"{b.Key.Feet.ToWords()} {Wording.Figure(b.Key.Measure, b.Value)}"));

    public string BestLine(DrillCard card)
    {
        var bests = _standing[card.Id].OrderBy(m => m.Key.Measure.Kind).ThenBy(m => m.Key.Feet).ToList();
        return bests.Count == 0
            ? "No mark yet"
            : "Best: " + string.Join(", ", bests.GroupBy(b => b.Key.Measure.Kind).Select(measure => Line([.. measure])));
    }
}

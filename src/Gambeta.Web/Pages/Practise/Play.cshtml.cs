using System.Text.Json;
using System.Text.Json.Serialization;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Practice;
using Gambeta.Core.Touches;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Practise;

/// <summary>The practice screen: hands the run sheet to the module that plays it.</summary>
public sealed class PlayModel(PageTools tools) : HouseholdPage(tools)
{
    private static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web) { Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) } };

    public DrillCard Card { get; private set; } = null!;

    public RunSheet Sheet { get; private set; } = null!;

    /// <summary>The sheet and whose it is. The serialiser escapes what could end the script element.</summary>
    public HtmlString SheetJson => new(JsonSerializer.Serialize(new { player = Player.Id, name = Player.Nickname, sheet = Sheet }, Written));

    public string HowToCount => Card.MeasuredBy switch
    {
        MeasuredBy.CleanReps => "Tap F, J or the glass once for every clean rep, X for a slip.",
        MeasuredBy.HitsOutOfTries => "Tap F, J or the glass once for every try that comes off, X for one that does not.",
        MeasuredBy.LadderRung => "F or J for every touch. Caught it: Enter. Dropped it: X, and you are back at one.",
        MeasuredBy.BestStreak => "F or J for every touch, X when it drops, Enter when you stop a try on purpose. Alone? Count aloud and type it in.",
        MeasuredBy.CleanPasses => "Tap F, J or the glass for every pass, X for a slip. Alone? Count aloud and type it in.",
        MeasuredBy.CourseTime => "The clock starts on the long tone. Press Enter or the glass when you are home, X for each clipped marker.",
        _ => "F for left, J for right, or the two halves of the glass. Alone? Count aloud and type it in.",
    };

    public Task<IActionResult> OnGetAsync(string drill) => InHousehold(work =>
    {
        if (Catalogue.Find(drill) is not { } card) return Task.FromResult<IActionResult>(NotFound());
        if (!Core.Safety.Cautions.MayStart(card, Age(Player), Household.Heading)) return Task.FromResult<IActionResult>(RedirectToPage("/Drills/Card", new { id = drill }));
        Card = card;
        Sheet = RunSheetWriter.Write(card, card.Doses[Player.Level], Player.Preferred);
        return Task.FromResult<IActionResult>(Page());
    });

    public IEnumerable<string> Cautions => [.. Core.Safety.Cautions.Of(Card, Age(Player)).Select(kind => Wording.Caution(kind, Card)), .. Card.Cautions];

    public IEnumerable<Surface> Lit(Foot foot) =>
        Card.Turns(Player.Preferred).SelectMany(feet => Card.Pattern.For(feet).Touches).Where(t => t.Foot == foot).Select(t => t.Surface);
}

using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Practice;
using Gambeta.Core.Safety;
using Gambeta.Core.Touches;
using Gambeta.Storage;
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
    public HtmlString SheetJson => new(JsonSerializer.Serialize(
        new { player = Player.Id, name = Player.Nickname, sheet = Sheet, layout = Card.Layout?.Key, space = Space?.Id, household = new { Household.Settings.Sounds } }, Written));

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

    /// <summary>The space that is played in, where it is known.</summary>
    public KeptSpace? Space { get; private set; }

    public IReadOnlyList<KeptSpace> Spaces { get; private set; } = [];

    /// <summary>Whether this space was looked at today already.</summary>
    public bool IsChecked { get; private set; }

    public ImmutableArray<FirstTouchItem> Checks { get; private set; } = [];

    /// <summary>What the card itself asks to mind, and what no check covers.</summary>
    public IEnumerable<string> Cautions => [.. Core.Safety.Cautions.Of(Card, Age(Player)).Where(kind => kind is CautionKind.Heading or CautionKind.TooYoung).Select(kind => Wording.Caution(kind, Card, Lengths)), .. Card.Cautions];

    public Task<IActionResult> OnGetAsync(string drill, string? layout, Guid? space) => InHousehold(async work =>
    {
        if (Catalogue.Find(drill) is not { } card) return NotFound();
        if (!Core.Safety.Cautions.MayStart(card, Age(Player), Household.Heading)) return RedirectToPage("/Drills/Card", new { id = drill });
        var yard = await YardStore.ViewAsync(work);
        // What was laid out last for this drill is what lies in the yard, until somebody asks for another.
        var kept = layout is null ? yard.Layouts.FirstOrDefault(k => k.Drill == card.Id && !k.Retired) : yard.Find(card.Id, layout);
        if (layout is not null && kept is null && layout != card.Layout?.Key) return NotFound();
        if (space is not null && yard.Find(space) is null) return NotFound();
        Card = kept is null ? card : card with { Layout = kept.Layout };
        Spaces = yard.Spaces;
        Space = yard.Find(space) ?? yard.Find(kept?.SpaceId) ?? yard.Spaces.FirstOrDefault(at => card.Places.HasFlag(at.Space.Kind) || (card.Places.HasFlag(Places.Wall) && at.Space.Wall is not null));
        IsChecked = await YardStore.IsCheckedAsync(work, Space?.Id, Today);
        Checks = FirstTouchCheck.Of(Card, Space?.Space, Age(Player), FirstTouchCheck.SeasonOf(Today, Clock.IsSouthern(Household.TimeZone)));
        Sheet = RunSheetWriter.Write(Card, Card.Doses[Player.Level], Player.Preferred);
        return Page();
    });

    public IEnumerable<Surface> Lit(Foot foot) =>
        Card.Turns(Player.Preferred).SelectMany(feet => Card.Pattern.For(feet).Touches).Where(t => t.Foot == foot).Select(t => t.Surface);
}

using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.Pages.Logbook;

/// <summary>A recording, such as of a phone that lay beside the wall: counted first, stored once somebody has looked. The file is not
/// kept.</summary>
[
    RequestSizeLimit(Limits.MostRecordingBytes + (64 * 1024)),
    RequestFormLimits(MultipartBodyLengthLimit = Limits.MostRecordingBytes + (64 * 1024))
]
public sealed class ListenModel(PageTools tools) : HouseholdPage(tools)
{
    private const int LongestEvents = 100_000;

    public override RailItem OnRail => RailItem.Logbook;

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>The drills that can be counted by ear.</summary>
    public IEnumerable<DrillCard> Drills =>
        Catalogue
            .Cards.Where(card => HeardDrill.FeetOf(card).Any() && (Household.Heading || !card.IsHeading))
            .OrderBy(card => card.Name, StringComparer.Ordinal);

    /// <summary>Drills of which a part is heard, so that they are not counted by ear.</summary>
    public int InPart => Catalogue.Cards.Count(HeardDrill.IsHeardInPart);

    /// <summary>The largest file that is read, in bytes.</summary>
    public long MostBytes => Tools.Limits.RecordingBytes;

    /// <summary>What is said of a larger one.</summary>
    public string TooLarge => Say("hearing.recording-too-large", ("most", MostBytes / 1024 / 1024));

    public string Drill { get; private set; } = "";

    public string FeetWord { get; private set; } = "both";

    /// <summary>What was heard, as the set that it would be; nothing before a file was looked at.</summary>
    public PracticeSet? Heard { get; private set; }

    /// <summary>The places of which it is known what a ball sounds like.</summary>
    public IReadOnlyList<KnownSpaceSound> Places { get; private set; } = [];

    /// <summary>The place that was chosen; nothing for none.</summary>
    public KnownSpaceSound? Where { get; private set; }

    public Task<IActionResult> OnGetAsync(string? drill) =>
        InHousehold(async work =>
        {
            Drill = drill ?? "";
            Places = await SpaceSoundStore.AllAsync(work);
            return Page();
        });

    public Task<IActionResult> OnPostLookAsync(IFormFile? file, string? drill, string? feet, string? where) =>
        InHousehold(async work =>
        {
            Places = await SpaceSoundStore.AllAsync(work);
            Where = Places.FirstOrDefault(known => known.Key == where);
            return Look(file, drill, feet, Where is { } place ? await SpaceSoundStore.FindAsync(work, place.Space, place.Ball) : null);
        });

    public Task<IActionResult> OnPostKeepAsync(Guid id, string? drill, string? feet, string? events, string? mark, string? seconds) =>
        InHousehold(async work =>
        {
            if (Asked(drill, feet) is not var (card, with))
                return Wrong(Say("hearing.which-drill"));
            if (
                HeardMark.Read(mark) is not { } read
                || events is null or { Length: > LongestEvents }
                || !double.TryParse(seconds, NumberStyles.Float, CultureInfo.InvariantCulture, out var lasted)
                || SetOf(id, card, with, events, read, lasted) is not { } set
            )
                return Wrong(Say("hearing.nothing-heard"));
            var stored = await SetStore.AddAsync(
                work,
                set,
                new StoringLimits(Tools.WritingDay, Tools.Limits.WritesADay, Tools.Limits.SetsASitting)
            );
            if (stored.Outcome is not (SetOutcome.Stored or SetOutcome.KnownAlready))
                return Wrong(Say("refusals.too-much-today", ("writesADay", Tools.Limits.WritesADay)));
            return RedirectToPage("/Logbook/Set", new { id });
        });

    private PageResult Look(IFormFile? file, string? drill, string? feet, SpaceSound? place)
    {
        (Drill, FeetWord) = (drill ?? "", feet ?? "both");
        if (Asked(drill, feet) is not var (card, with))
            return Wrong(Say("hearing.which-drill"));
        if (file is null || file.Length == 0)
            return Wrong(Say("hearing.no-recording"));
        if (file.Length > MostBytes)
            return Wrong(TooLarge);
        try
        {
            using var sound = file.OpenReadStream();
            var frames = Recording.Frames(sound);
            var heard = Ear.Of(frames, new ListeningFor(HeardDrill.Of(card, with)!, Place: place));
            var events = PlayNotation.Write(HeardDrill.Events(card, with, heard));
            Heard = SetOf(Guid.CreateVersion7(), card, with, events, heard.Mark(), SoundFrame.Seconds(frames.Length / SoundFrame.Bands));
            return Heard is { Touches.Total: > 0 } ? Page() : Wrong(Say("hearing.nothing-heard"));
        }
        catch (RecordingException unread)
        {
            return Wrong(
                unread.Reason switch
                {
                    "recording-too-long" => Say("hearing.recording-too-long", ("minutes", (int)Recording.Longest.TotalMinutes)),
                    "recording-empty" => Say("hearing.recording-empty"),
                    "recording-rate" => Say("hearing.recording-rate"),
                    _ => Say("hearing.no-recording"),
                }
            );
        }
    }

    private (DrillCard Card, Feet Feet)? Asked(string? drill, string? feet) =>
        Catalogue.Find(drill) is { } card
        && Keys.TryRead<Feet>(feet ?? "", out var with)
        && HeardDrill.FeetOf(card).Contains(with)
        && (Household.Heading || !card.IsHeading)
            ? (card, with)
            : null;

    private PracticeSet? SetOf(Guid id, DrillCard card, Feet feet, string events, HeardMark mark, double seconds)
    {
        if (id == Guid.Empty)
            return null;
        var now = Tools.Time.GetUtcNow();
        var frame = new SetFrame(id, id, Player.Id, 1, feet, now, LocalDays.DayOf(now, Household.TimeZone), null, CountedBy.Heard)
        {
            Events = events,
            Heard = mark.ToString(),
            IsSure = true,
        };
        return SetCheck.CheckPlayed(card, frame, seconds, Today).Set;
    }

    private PageResult Wrong(string problem)
    {
        Problems = [problem];
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}

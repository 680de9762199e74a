using System.Collections.Immutable;
using System.Text.Json;
using Gambeta.Core;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Hearing;
using Gambeta.Core.Household;
using Gambeta.Core.Judgement;
using Gambeta.Core.Measuring;
using Gambeta.Core.Progress;
using Gambeta.Core.Records;
using Gambeta.Core.RunSheets;
using Gambeta.Core.Safety;
using Gambeta.Core.Sets;
using Gambeta.Core.Sheets;
using Gambeta.Core.Touches;
using Gambeta.Core.Yard;
using Gambeta.Storage;
using Gambeta.Web.Access;
using Gambeta.Web.Api;
using Gambeta.Web.Drawing;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc;
using Layout = Gambeta.Core.Yard.Layout;

namespace Gambeta.Web.Pages.Practise;

/// <summary>How a layout is laid: its plan, for each thing that is put down its mark on the plan and the way there in the player's paces, and how it is run.</summary>
public sealed record Lay(Svg Plan, ImmutableArray<(string To, string How)> Walks, string Run);

/// <summary>The practice screen: hands the run sheet of one drill or of a whole session to the module that plays it.</summary>
public abstract class StageModel(PageTools tools) : HouseholdPage(tools)
{
    /// <summary>What stands large on the screen.</summary>
    public abstract string Heading { get; }

    /// <summary>A line under it: how much, or of what the session is made.</summary>
    public abstract string Amount { get; }

    /// <summary>Where the way back leads.</summary>
    public abstract string Back { get; }

    /// <summary>This page's address for another space.</summary>
    public abstract string AddressIn(Guid space);

    /// <summary>What tells this run from others of the same player on a device.</summary>
    protected abstract string RunKey { get; }

    public ImmutableArray<SheetDrill> Drills { get; private set; } = [];

    public RunSheet Sheet { get; private set; } = null!;

    /// <summary>The space that is played in, where it is known.</summary>
    public KeptSpace? Space { get; private set; }

    public IReadOnlyList<KeptSpace> Spaces { get; private set; } = [];

    /// <summary>Whether this space was looked at today already.</summary>
    public bool IsChecked { get; private set; }

    public ImmutableArray<FirstTouchItem> Checks { get; private set; } = [];

    /// <summary>Pains of which nobody said yet that practice may go on: until then it does not begin.</summary>
    public IReadOnlyList<Pain> Pains { get; private set; } = [];

    /// <summary>The player's own tempo in drills where it is known.</summary>
    protected IReadOnlyDictionary<string, Tempo> Tempos { get; private set; } = new Dictionary<string, Tempo>();

    /// <summary>How each layout is laid that is laid on the way, by its key.</summary>
    public IReadOnlyDictionary<string, Lay> Lays { get; private set; } = new Dictionary<string, Lay>();

    /// <summary>What the cards themselves ask to mind, and what no check covers.</summary>
    public IReadOnlyList<string> Cautions { get; private set; } = [];

    private IReadOnlyList<IReadOnlyDictionary<string, decimal>> _bests = [];
    private IReadOnlyList<object> _aims = [];
    private ILookup<FormKey, (SaidOfSet Said, PracticeSet Set)> _said = null!;

    /// <summary>The sheet and whose it is. The serialiser escapes what could end the script element.</summary>
    public HtmlString SheetJson => new(JsonSerializer.Serialize(
        new
        {
            player = Player.Id,
            name = Player.Nickname,
            key = RunKey,
            beside = Beside,
            sheet = Sheet,
            session = SheetName,
            bests = _bests,
            aims = _aims,
            hears = Drills.Select(drill => HeardDrill.FeetOf(drill.Card).ToDictionary(feet => feet.ToKey(), _ => true)),
            quietSeconds = PlaceSound.QuietFrames / SoundFrame.ASecond,
            space = Space?.Id,
            preferred = Player.Preferred,
            words = new
            {
                control = Asked(Say("practise.was-it-under-control"), Enum.GetValues<Control>().Select(word => (object[])[word.ToKey(), Wording.Control(word)])),
                otherFoot = Asked(OtherFoot(Say("practise.and-the-other-foot")), Enum.GetValues<OtherFootFeel>().Select(word => (object[])[word.ToKey(), Wording.OtherFootFeel(word)])),
                effort = Asked(Say("practise.how-hard-was-it"), Enumerable.Range(1, 10).Select(effort => (object[])[effort, Wording.Effort(effort)])),
            },
            household = new { Household.Settings.Sounds },
        },
        SessionApi.Written));

    /// <summary>True where something of it can be counted by ear.</summary>
    public bool Hears => Drills.Any(drill => HeardDrill.FeetOf(drill.Card).Any());

    /// <summary>The balls whose sound is known where it is played, each with the day on which it was learned.</summary>
    public IReadOnlyDictionary<BallKind, DateOnly> KnownBalls { get; private set; } = new Dictionary<BallKind, DateOnly>();

    private static object Asked(string question, IEnumerable<object[]> choices) => new { question, choices };

    /// <summary>The sheet that is played; nothing for a drill on its own.</summary>
    protected virtual string? SheetName => null;

    public IEnumerable<string> HowToCount => Drills.Select(drill => MeasureWords.Of(drill.Card.MeasuredBy).HowToCount).Distinct().Take(2);

    /// <summary>Whether somebody has to say where it is: no space is written down.</summary>
    public bool AsksWhere { get; private set; }

    /// <summary>What was said: in a room, outdoors, or nothing yet.</summary>
    public bool? Where => Request.Query["where"].ToString() switch { "indoors" => true, "outdoors" => false, _ => null };

    /// <summary>This screen once it is said where it is.</summary>
    public string There(string where) => Request.Path + QueryString.Create(Request.Query.Where(part => part.Key != "where").Append(new("where", where)));

    /// <summary>Reads what stands about the player's drills, and gives the level at which each is played.</summary>
    protected async Task<DrillLevels> LevelsAsync(HouseholdWork work)
    {
        Verdicts = await VerdictStore.AllAsync(work, Player.Id, Catalogue);
        return DrillLevels.Of(Player.Level, Verdicts);
    }

    /// <summary>Sets the stage, once the levels were read. Nothing when a layout or a space that was asked for is not this household's.</summary>
    protected async Task<IActionResult> SetTheStageAsync(HouseholdWork work, ImmutableArray<SheetDrill> drills, string? layout, Guid? space, bool laysTheYard)
    {
        var yard = await YardStore.ViewAsync(work);
        if (space is not null && yard.Find(space) is null) return NotFound();
        if (layout is not null && yard.Find(drills[0].Card.Id, layout) is null && layout != drills[0].Card.Layout?.Key) return NotFound();
        Spaces = yard.Spaces;
        KeptLayout? first = null;
        Drills =
        [
            .. drills.Select(drill =>
            {
                var kept = yard.For(drill.Card.Id, layout);
                first ??= kept;
                return drill.On(kept?.Layout);
            }),
        ];
        Space = yard.Where(space, first, there => Drills.All(drill => drill.Card.Suits(there)));
        // A page that is kept may be opened on another day: it asks anew.
        IsChecked = !Request.Headers.ContainsKey("Kept-Ahead") && await YardStore.IsCheckedAsync(work, Space?.Id, Today);
        Pains = await SessionStore.OpenPainsAsync(work, Player.Id);
        if (Hears) KnownBalls = await PlaceStore.KnownAsync(work, Space?.Id);
        var season = FirstTouchCheck.SeasonOf(Today, LocalDays.IsSouthern(Household.TimeZone));
        AsksWhere = FirstTouchCheck.AsksWhere(Drills.Select(drill => drill.Card), Space?.Space);
        Checks = FirstTouchCheck.Of(Drills.Select(drill => drill.Card), Space?.Space, Age(Player), season, AsksWhere ? Where : null);
        Cautions = CautionsOf(Drills.Select(drill => drill.Card));
        var standing = await DiaryStore.StandingAsync(work, Player.Id);
        _bests = [.. Drills.Select(d => Standing.ToBeat(d.Card, d.Dose, standing).ToDictionary(best => best.Key.ToKey(), best => best.Value))];
        var ids = Drills.Select(drill => drill.Card.Id).Distinct().ToArray();
        LastWords = await SessionStore.LastWordsAsync(work, Player.Id, ids);
        _said = await SaidStore.LatestOfKeysAsync(work, Player.Id, ids);
        Tempos = await SheetStore.TemposAsync(work, Player.Id, Today.AddDays(-SheetStore.TempoDays));
        Sheet = RunSheetWriter.Write(Drills, Player.Preferred, TimeSpan.FromSeconds((double)Household.Settings.ClipPenalty), laysTheYard, Tempos, Controlled());
        await SayOfOtherDosesAsync(work);
        _aims = [.. Drills.Select(AimsOf)];
        if (laysTheYard)
        {
            var pace = PaceOf(yard, Player).Pace;
            Lays = Drills.Select(d => d.Card.Layout).OfType<Layout>().DistinctBy(l => l.Key).ToDictionary(l => l.Key, l => new Lay(PlanOf(l), YardWords.Steps(l, pace, Lengths), $"{YardWords.Run(l)} {YardWords.Way(l.Way, Catalogue)}".Trim()));
        }
        return Page();
    }

    /// <summary>A grown-up said that practice may go on.</summary>
    public Task<IActionResult> OnPostClearAsync(string? word, string? password) => InHousehold(async work =>
    {
        var wrong = Household.GrownUpWord is { } known ? await WrongWordAsync(work, known, word) : await WrongPasswordAsync(work, password);
        if (wrong is not null) return LocalRedirect($"{Request.Path}?wrong=true");
        await SessionStore.ClearPainsAsync(work, Player.Id, Today);
        return LocalRedirect(Request.Path);
    });

    private async Task<string?> WrongWordAsync(HouseholdWork work, string known, string? word)
    {
        // Tried as often as a password may be.
        if (await Tools.Brakes.OnPasswordAsync(work.Household) is { } wait) return Wording.TooOften(wait);
        if (GrownUpWord.Tidy(word) != known) return Say("refusals.that-is-not-the-grown-ups-word");
        await Tools.Brakes.RightPasswordAsync(work.Household);
        return null;
    }

    /// <summary>What the page asks by when there is no network; nothing where no word is chosen.</summary>
    public string? GrownUpSeal => Household.GrownUpWord is { } word ? GrownUpWord.Seal(User.HouseholdId().ToString(), word) : null;

    /// <summary>What was said about each drill last time.</summary>
    public IReadOnlyDictionary<string, LastWord> LastWords { get; private set; } = new Dictionary<string, LastWord>();

    /// <summary>The latest note of a sitting with one of these drills.</summary>
    public string? Note => LastWords.Values.Where(word => word.Note is not null).MaxBy(word => word.At)?.Note;

    /// <summary>What went wrong last time, with what mends it.</summary>
    public IEnumerable<(SheetDrill Drill, Fault Fault)> LastFaults =>
        Drills.DistinctBy(drill => drill.Card.Id).Select(drill => (drill, Fault: drill.Card.FaultNamed(LastWords.GetValueOrDefault(drill.Card.Id)?.Answer.Fault))).Where(one => one.Fault is not null).Select(one => (one.drill, one.Fault!));

    /// <summary>For the grown-up beside the yard.</summary>
    public abstract string Beside { get; }

    /// <summary>What stands about the drills of this screen, on the layouts on which they are played.</summary>
    public IReadOnlyList<Verdict> Verdicts { get; private set; } = [];

    /// <summary>What stands about a drill as it is played here.</summary>
    public IEnumerable<Verdict> Of(SheetDrill drill) => Verdicts.Where(verdict => verdict.Key.Drill == drill.Card.Id && verdict.Key.Layout == (drill.Card.Layout?.Key ?? "") && IsOf(verdict.Measure, Scoring.Chiefly(drill.Card, drill.Dose)))
        .OrderBy(verdict => drill.Card.Turns(Player.Preferred).IndexOf(verdict.Key.Feet));

    // What stands is of the dose that was played last: for another one, as after a level up, it is said from the same form.
    private async Task SayOfOtherDosesAsync(HouseholdWork work)
    {
        var others = Drills.Zip(Sheet.Drills).Where(one => !Of(one.First).Any() && Scoring.Chiefly(one.First.Card, one.First.Dose) is not null && Verdicts.Any(verdict => verdict.Key.Drill == one.First.Card.Id)).ToList();
        if (others.Count == 0) return;
        var forms = (await VerdictStore.SetsAsync(work, Player.Id, [.. others.Select(one => one.First.Card.Id).Distinct()])).Forms(Catalogue).Keys.Values;
        Verdicts =
        [
            .. Verdicts,
            .. others.SelectMany(one => forms
                .Where(form => form.History.Key is var key && key.Drill == one.First.Card.Id && key.Layout == (one.First.Card.Layout?.Key ?? "") && key.Measure == Ways.Of(one.First.Card.MeasuredBy).JudgedAs)
                .Select(form => Verdict.Of(form, one.First.Card, new SetDose(one.Second.Seconds is { } seconds ? TimeSpan.FromSeconds(seconds) : null, one.Second.Count)))
                .OfType<Verdict>().Select(verdict => verdict with { Measure = Scoring.Chiefly(one.First.Card, one.First.Dose)!.Value })),
        ];
    }

    // For each drill the tempo at which the slower foot is under control.
    private Dictionary<string, int> Controlled() => Drills.DistinctBy(drill => drill.Card.Id)
        .Select(drill => (drill.Card.Id, Tempo: Of(drill).Select(verdict => verdict.ControlledTempo).Min())).Where(one => one.Tempo is not null).ToDictionary(one => one.Id, one => one.Tempo!.Value);

    // What is asked for again after each set is told by the layout and the measure.
    private object AimsOf(SheetDrill drill) => new
    {
        layout = drill.Card.Layout?.Key ?? "",
        measure = Scoring.Chiefly(drill.Card, drill.Dose)?.ToString(),
        feet = Of(drill).ToDictionary(verdict => verdict.Key.Feet.ToKey(), verdict => Aim.Of(verdict, _said[verdict.Key])),
    };

    // Another length of round, or another number of tries, is another aim.
    private static bool IsOf(Measure said, Measure? asked) => asked is { } measure && said == measure;

    private Svg PlanOf(Layout layout) => Course.Of(layout).Course is { } course
        ? YardPlan.Draw(layout, course, new PlanView(null, null, null, Lengths), layout.Name)
        : new Svg(_ => { });
}

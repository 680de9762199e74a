using System.Collections.Immutable;
using System.Text.Json;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Api;
using Gambeta.Web.Charts;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Gambeta.Web.Words;
using Gambeta.Web.YardPlans;
using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc;
using Microsoft.Extensions.Primitives;
using Layout = Gambeta.Core.Catalogue.Layouts.Layout;

namespace Gambeta.Web.Pages.Practise;

/// <summary>How a layout is laid: its plan, for each thing that is put down its mark on the plan and the way there in the player's paces,
/// and how it is run.</summary>
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

    /// <summary>Whoever plays here: one, or two.</summary>
    public ImmutableArray<StagePlayer> Those { get; private set; } = [];

    /// <summary>What is known of the player of this device.</summary>
    protected StagePlayer Mine => Those[0];

    /// <summary>Pains of which nobody said yet that practice may go on, each with whose it is: until then it does not begin.</summary>
    public IEnumerable<(Player Player, Pain Pain)> Pains => Those.SelectMany(one => one.Pains.Select(pain => (one.Player, pain)));

    /// <summary>Who plays, in words.</summary>
    public virtual string WhoPlays => Player.Nickname;

    /// <summary>What is minded besides what each drill asks for.</summary>
    public virtual IEnumerable<string> CautionsOfTwo => [];

    /// <summary>How each layout is laid that is laid on the way, by its key.</summary>
    public IReadOnlyDictionary<string, Lay> Lays { get; private set; } = new Dictionary<string, Lay>();

    /// <summary>What the cards themselves ask to mind, and what no check covers.</summary>
    public IReadOnlyList<string> Cautions { get; private set; } = [];

    /// <summary>The sheet and whose it is. The serialiser escapes what could end the script element.</summary>
    public HtmlString SheetJson => new(JsonSerializer.Serialize(Document, SessionApi.Written));

    private StageDocument Document =>
        new()
        {
            Player = Player.Id,
            Name = WhoPlays,
            Players =
                Those.Length > 1 ? Those.Select(one => new StagePerson(one.Player.Id, one.Player.Nickname, one.Player.Preferred)) : null,
            Key = RunKey,
            Beside = Beside,
            Sheet = Sheet,
            Session = SheetName,
            Bests = EachDrill((one, item) => one.BestsOf(item)),
            Aims = EachDrill((one, item) => one.AimsOf(item)),
            Hears = EachDrill((one, item) => HeardDrill.FeetOf(one.Drills[item].Card).ToDictionary(feet => feet.ToKey(), _ => true)),
            QuietSeconds = SpaceSound.QuietFrames / SoundFrame.ASecond,
            Space = Space?.Id,
            Preferred = Player.Preferred,
            Words = new StageQuestions(
                new(
                    Say("practise.was-it-under-control"),
                    Enum.GetValues<Control>().Select(word => (object[])[word.ToKey(), Wording.Control(word)])
                ),
                new(
                    OtherFoot(Say("practise.how-was-the-other-foot")),
                    Enum.GetValues<OtherFootFeel>().Select(word => (object[])[word.ToKey(), Wording.OtherFootFeel(word)])
                ),
                new(Say("practise.how-hard-was-it"), Enumerable.Range(1, 10).Select(effort => (object[])[effort, Wording.Effort(effort)]))
            ),
            Household = new StageHousehold(Household.Settings.Sounds),
        };

    /// <summary>Something of each drill of the run sheet, in its order: where two play, of the first one and then of the other.</summary>
    public IEnumerable<T> EachDrill<T>(Func<StagePlayer, int, T> of) =>
        Sheet.Drills.Select((drill, i) => of(Those[drill.Who ?? 0], drill.Item ?? i));

    /// <summary>True where something of it can be counted by ear.</summary>
    public bool Hears => Drills.Any(drill => HeardDrill.FeetOf(drill.Card).Any());

    /// <summary>The balls whose sound is known where it is played, each with the day on which it was learned.</summary>
    public IReadOnlyDictionary<BallKind, DateOnly> KnownBalls { get; private set; } = new Dictionary<BallKind, DateOnly>();

    /// <summary>The sheet that is played; nothing for a drill on its own.</summary>
    protected virtual string? SheetName => null;

    /// <summary>How it is counted, for fingers and for keys.</summary>
    public IEnumerable<(string Fingers, string Keys)> HowToCount =>
        Drills
            .Select(drill => MeasureWords.Of(drill.Card.MeasuredBy))
            .Select(words => (words.HowToCount, words.HowToCountByKeys))
            .Distinct()
            .Take(2);

    /// <summary>The scripts that play it, in the order in which they run: what its drills are measured by, each called as its measure is,
    /// and then the screen itself.</summary>
    public IEnumerable<string> Scripts =>
        Drills.Select(drill => $"measures/{drill.Card.MeasuredBy.ToKey().Replace(' ', '-')}.js").Distinct().Append("practise/practise.js");

    /// <summary>Whether somebody has to say where it is: no space is written down.</summary>
    public bool AsksWhere { get; private set; }

    /// <summary>What was said: in a room, outdoors, or nothing yet.</summary>
    public bool? Where =>
        Request.Query["where"].ToString() switch
        {
            "indoors" => true,
            "outdoors" => false,
            _ => null,
        };

    /// <summary>This screen once it is said where it is.</summary>
    public string There(string where) =>
        Request.Path + QueryString.Create(Request.Query.Where(part => part.Key != "where").Append(new("where", where)));

    private IReadOnlyList<Verdict> _verdicts = [];

    /// <summary>Reads what stands about the player's drills, and gives the level at which each is played.</summary>
    protected async Task<DrillLevels> LevelsAsync(HouseholdWork work)
    {
        _verdicts = await VerdictStore.AllAsync(work, Player.Id, Catalogue);
        return DrillLevels.Of(Player.Level, _verdicts);
    }

    /// <summary>Reads whoever plays, with the drills on their layouts.</summary>
    protected virtual async Task<ImmutableArray<StagePlayer>> ReadThoseAsync(HouseholdWork work) =>
        [await StagePlayer.ReadAsync(work, Player, Drills, _verdicts, Today)];

    /// <summary>The age of the youngest who plays here.</summary>
    protected virtual int Youngest => Age(Player);

    /// <summary>Writes the run sheet of whoever plays.</summary>
    protected virtual RunSheet Write(bool laysTheYard) =>
        RunSheetWriter.Write(Drills, Player.Preferred, ClipPenalty, laysTheYard, Mine.Tempos, Mine.Controlled());

    /// <summary>What a clipped marker costs here.</summary>
    protected TimeSpan ClipPenalty => TimeSpan.FromSeconds((double)Household.Settings.ClipPenalty);

    /// <summary>Sets the stage, once the levels were read. Nothing when a layout or a space that was asked for is not this
    /// household's.</summary>
    protected async Task<IActionResult> SetTheStageAsync(
        HouseholdWork work,
        ImmutableArray<SheetDrill> drills,
        string? layout,
        Guid? space,
        bool laysTheYard
    )
    {
        var yard = await YardStore.ViewAsync(work);
        if (space is not null && yard.Find(space) is null)
            return NotFound();
        if (layout is not null && yard.Find(drills[0].Card.Id, layout) is null && layout != drills[0].Card.Layout?.Key)
            return NotFound();
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
        if (Hears)
            KnownBalls = await SpaceSoundStore.KnownAsync(work, Space?.Id);
        var season = FirstTouchCheck.SeasonOf(Today, LocalDays.IsSouthern(Household.TimeZone));
        AsksWhere = FirstTouchCheck.AsksWhere(Drills.Select(drill => drill.Card), Space?.Space);
        Checks = FirstTouchCheck.Of(Drills.Select(drill => drill.Card), Space?.Space, Youngest, season, AsksWhere ? Where : null);
        Cautions = CautionsOf(Drills.Select(drill => drill.Card), Youngest);
        Those = await ReadThoseAsync(work);
        Sheet = Write(laysTheYard);
        for (var who = 0; who < Those.Length; who++)
            await Those[who].SayOfOtherDosesAsync(work, Sheet.Drills.Where(drill => (drill.Who ?? 0) == who), Catalogue);
        if (laysTheYard)
        {
            var pace = PaceOf(yard, Player).Pace;
            Lays = Drills
                .Select(d => d.Card.Layout)
                .OfType<Layout>()
                .DistinctBy(l => l.Key)
                .ToDictionary(
                    l => l.Key,
                    l => new Lay(
                        PlanOf(l),
                        YardWords.Steps(l, pace, Lengths),
                        $"{YardWords.Run(l)} {YardWords.Way(l.Way, Catalogue)}".Trim()
                    )
                );
        }
        return Page();
    }

    /// <summary>Whose pains are over when a grown-up says so on this screen.</summary>
    protected virtual IEnumerable<Guid> Playing => [Player.Id];

    /// <summary>Where a grown-up's word goes: this screen, as it was asked for.</summary>
    public string Clearing => Here(KeyValuePair.Create("handler", new StringValues("Clear")));

    // This screen as it was asked for, but for what a form adds.
    private string Here(params IEnumerable<KeyValuePair<string, StringValues>> more) =>
        Request.Path + QueryString.Create(Request.Query.Where(part => part.Key is not ("handler" or "wrong")).Concat(more));

    /// <summary>A grown-up said that practice may go on.</summary>
    public Task<IActionResult> OnPostClearAsync(string? word, string? password) =>
        InHousehold(async work =>
        {
            var wrong = Household.GrownUpWord is { } known
                ? await WrongWordAsync(work, known, word)
                : await WrongPasswordAsync(work, password);
            if (wrong is not null)
                return LocalRedirect(Here(KeyValuePair.Create("wrong", new StringValues("true"))));
            foreach (var player in Playing)
                await SessionStore.ClearPainsAsync(work, player, Today);
            return LocalRedirect(Here());
        });

    private async Task<string?> WrongWordAsync(HouseholdWork work, string known, string? word)
    {
        // Tried as often as a password may be.
        if (await Tools.RateLimits.OnPasswordAsync(work.Household) is { } wait)
            return Wording.TooOften(wait);
        if (GrownUpWord.Tidy(word) != known)
            return Say("refusals.that-is-not-the-grown-ups-word");
        await Tools.RateLimits.RightPasswordAsync(work.Household);
        return null;
    }

    /// <summary>What the page asks by when there is no network; nothing where no word is chosen.</summary>
    public string? GrownUpSeal => Household.GrownUpWord is { } word ? GrownUpWord.Seal(User.HouseholdId().ToString(), word) : null;

    /// <summary>The latest note of a sitting with one of these drills.</summary>
    public string? Note => Mine.LastWords.Values.Where(word => word.Note is not null).MaxBy(word => word.At)?.Note;

    /// <summary>What went wrong last time, with what mends it.</summary>
    public IEnumerable<(SheetDrill Drill, Fault Fault)> LastFaults =>
        Drills
            .DistinctBy(drill => drill.Card.Id)
            .Select(drill => (drill, Fault: drill.Card.FaultNamed(Mine.LastWords.GetValueOrDefault(drill.Card.Id)?.Answer.Fault)))
            .Where(one => one.Fault is not null)
            .Select(one => (one.drill, one.Fault!));

    /// <summary>For the grown-up beside the yard.</summary>
    public abstract string Beside { get; }

    /// <summary>What stands about a drill as it is played here.</summary>
    public IEnumerable<Verdict> Of(SheetDrill drill) => Mine.Of(drill);

    private Svg PlanOf(Layout layout) =>
        Course.Of(layout).Course is { } course
            ? YardPlan.Draw(layout, course, new PlanView(null, null, null, Lengths), layout.Name)
            : new Svg(_ => { });
}

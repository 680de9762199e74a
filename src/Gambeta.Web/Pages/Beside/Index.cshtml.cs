using System.Collections.Immutable;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Beside;

/// <summary>For a grown-up beside the yard who never played: for a sheet or a drill what to look at, what to say, and when to end. It
/// prints on a page.</summary>
public sealed class IndexModel(PageTools tools) : HouseholdPage(tools)
{
    private IReadOnlyDictionary<string, LastWord> _last = new Dictionary<string, LastWord>();
    private ILookup<string, Verdict> _verdicts = null!;

    public override RailItem OnRail => RailItem.Sheets;

    public string Name { get; private set; } = "";

    /// <summary>Where it is practised.</summary>
    public string Practise { get; private set; } = "";

    public ImmutableArray<SheetDrill> Drills { get; private set; } = [];

    public IReadOnlyList<string> Cautions => CautionsOf(Drills.Select(drill => drill.Card));

    public string LookAtWords(SheetDrill drill) =>
        OtherFoot(
            At(drill) switch
            {
                { Kind: LookAtKind.Fault, Fault: { } fault } => Say("beside.look-at-fault", ("seen", fault.Seen), ("cause", fault.Cause)),
                { Kind: LookAtKind.Slower, Pace: { } pace } => Say("beside.look-at-pace", ("pace", pace), ("cue", At(drill).Cue)),
                { Kind: LookAtKind.OtherFoot, Cue: var cue } => Say("beside.look-at-other-foot", ("cue", cue)),
                { Cue: var cue } => Say("beside.look-at-cue", ("cue", cue)),
            }
        );

    public string WellWords(SheetDrill drill) =>
        (Decision.OfFeet(Of(drill)), Of(drill)) switch
        {
            (DecisionKind.MoveOn, _) => Say("beside.well-move-on"),
            (DecisionKind.StepBack, _) => Say("beside.well-step-back"),
            (_, [var verdict, ..]) => Say("beside.well-aim", ("value", JudgementWords.Value(verdict, verdict.NextSet))),
            _ => Say("beside.well-new"),
        };

    public string StuckWords(SheetDrill drill) =>
        At(drill).Fault is { } fault ? Say("beside.stuck-fix", ("fix", fault.Fix)) : Say("beside.stuck-slow");

    public string EndWords(SheetDrill drill) => Say("beside.end-after", ("dose", OtherFoot(Wording.Dose(drill.Card, drill.Dose))));

    public Task<IActionResult> OnGetAsync(string what) =>
        InHousehold(async work =>
        {
            var verdicts = await VerdictStore.AllAsync(work, Player.Id, Catalogue);
            (_verdicts, var levels) = (verdicts.ToLookup(verdict => verdict.Key.Drill), DrillLevels.Of(Player.Level, verdicts));
            if (Catalogue.Find(what) is { } card)
            {
                (Name, Practise, Drills) = (
                    card.Name,
                    $"/practise/{card.Id}",
                    [SheetDrill.Of(new SheetItem(SheetPart.Focus, card.Id), card, levels[card.Id])]
                );
            }
            else if (await SheetStore.FindAnyAsync(work, what) is { } sheet)
            {
                (Name, Practise, Drills) = (
                    sheet.Name,
                    $"/practise/sheet/{what}",
                    [
                        .. SheetDrill
                            .Of(sheet, Catalogue, drill => levels[drill])
                            .Where(drill => Core.Catalogue.Safety.Cautions.MayStart(drill.Card, Age(Player), Household.Heading)),
                    ]
                );
            }
            else
                return NotFound();
            Drills = [.. Drills.DistinctBy(drill => drill.Card.Id)];
            _last = await SessionStore.LastWordsAsync(work, Player.Id, [.. Drills.Select(drill => drill.Card.Id)]);
            return Page();
        });

    private ImmutableArray<Verdict> Of(SheetDrill drill) => Verdict.LatestOfFeet(_verdicts[drill.Card.Id]);

    private LookAt At(SheetDrill drill) => LookAt.Of(drill.Card, _last.GetValueOrDefault(drill.Card.Id)?.Answer, Of(drill));
}

using System.Collections.Immutable;
using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Core.Practice.Together;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Practise;

/// <summary>Two of the household on one sheet, or on one drill: one works, the other one rests, races, shadows or serves. Each has a
/// sitting of their own.</summary>
public sealed class TogetherModel(PageTools tools) : StageModel(tools)
{
    private Player _other = null!;
    private ImmutableArray<SheetDrill> _othersDrills = [];
    private IReadOnlyList<Verdict> _othersVerdicts = [];
    private string _what = "";
    private string? _sheet;
    private OtherPart _part;
    private TurnBy _by;

    public override string Heading => Drills.Length == 1 ? Drills[0].Card.Name : Title;

    private string Title { get; set; } = "";

    public override string WhoPlays => Say("together.both", ("one", Player.Nickname), ("other", _other.Nickname));

    public override string Amount =>
        Drills.Length == 1
            ? OtherFoot(Wording.Dose(Drills[0].Card, Drills[0].Dose))
            : Say(
                "together.drills-about",
                ("drills", Drills.Length),
                ("minutes", Wording.Minutes(TimeSpan.FromSeconds(Sheet.ExpectedSeconds)))
            );

    public override string Back => $"/plan/together?who={Player.Id}&who={_other.Id}";

    public override string Beside => $"/beside/{_what}";

    protected override string RunKey => $"together {_what} {_part.ToKey()} {_by.ToKey()}";

    protected override string? SheetName => _sheet;

    protected override int Youngest => Math.Min(Age(Player), Age(_other));

    protected override IEnumerable<Guid> Playing =>
        Household
            .Players.Where(player => player.Id == Player.Id || player.Id.ToString() == Request.Query["with"])
            .Select(player => player.Id);

    public override string AddressIn(Guid space) => $"{Address(_what, _other.Id, _part, _by)}&space={space}";

    /// <summary>The address of two on a sheet or a drill.</summary>
    public static string Address(string what, Guid other, OtherPart part, TurnBy by) =>
        $"/practise/together/{what}?with={other}&part={part.ToKey()}&by={by.ToKey()}";

    public override IEnumerable<string> CautionsOfTwo =>
        PairCautions
            .Of(Drills.Select(drill => (drill.Card, PairRules.PartIn(drill.Card, _part))), (Age(Player), Age(_other)))
            .Select(Wording.PairCaution);

    public Task<IActionResult> OnGetAsync(string? what, Guid? with, string? part, string? by, Guid? space) =>
        InHousehold(async work =>
        {
            if (what is null || with is null)
                return Redirect("/plan/together");
            if (!Choose(with, part, by))
                return NotFound();
            if (await SheetStore.FindAnyAsync(work, what) is { } found)
                (Title, _sheet) = (found.Name, what);
            else if (Catalogue.Find(what) is { } card)
                found = new Sheet(card.Name, [new SheetItem(SheetPart.Focus, card.Id)]);
            else
                return NotFound();
            _what = what;
            var levels = await LevelsAsync(work);
            _othersVerdicts = await VerdictStore.AllAsync(work, _other.Id, Catalogue);
            var others = DrillLevels.Of(_other.Level, _othersVerdicts);
            // What one of them may not start, both leave out.
            var drills = SheetDrill.Of(found, Catalogue, drill => levels[drill]).Where(MayBoth).ToImmutableArray();
            _othersDrills = [.. SheetDrill.Of(found, Catalogue, drill => others[drill]).Where(MayBoth)];
            if (drills.IsEmpty)
                return Redirect(Back);
            return await SetTheStageAsync(work, drills, null, space, laysTheYard: _sheet is not null);
        });

    /// <inheritdoc/>
    protected override async Task<ImmutableArray<StagePlayer>> ReadThoseAsync(HouseholdWork work)
    {
        var mine = await base.ReadThoseAsync(work);
        // Both on the same layouts.
        ImmutableArray<SheetDrill> others = [.. _othersDrills.Zip(Drills, (drill, laid) => drill.On(laid.Card.Layout))];
        return mine.Add(await StagePlayer.ReadAsync(work, _other, others, _othersVerdicts, Today));
    }

    /// <inheritdoc/>
    protected override RunSheet Write(bool laysTheYard) =>
        PairSheetWriter.Write(Of(Those[0]), Of(Those[1]), _part, _by, ClipPenalty, laysTheYard);

    // Words that nobody understands are those that are usual.
    private bool Choose(Guid? with, string? part, string? by)
    {
        if (Household.Players.Find(player => player.Id == with && player.Id != Player.Id) is not { } other)
            return false;
        _other = other;
        _part = Keys.TryRead<OtherPart>(part ?? "", out var asked) ? asked : OtherPart.Rests;
        _by = Keys.TryRead<TurnBy>(by ?? "", out var turn) ? turn : TurnBy.Round;
        return true;
    }

    private static OneOfTwo Of(StagePlayer one) => new(one.Player.Nickname, one.Player.Preferred, one.Drills, one.Tempos, one.Controlled());

    private bool MayBoth(SheetDrill drill) =>
        Core.Catalogue.Safety.Cautions.MayStart(drill.Card, Age(Player), Household.Heading)
        && Core.Catalogue.Safety.Cautions.MayStart(drill.Card, Age(_other), Household.Heading);
}

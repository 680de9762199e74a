using System.Collections.Immutable;
using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Sheets;

/// <summary>
/// A sheet is put together: rows are added, moved and changed, and what it comes to stands beside them. Every press sends the whole form
/// and shows what came of it, so that nothing is known only to the browser; the module does the same without loading the page anew.
/// </summary>
public sealed class EditModel(PageTools tools) : HouseholdPage(tools)
{
    private DrillLevels? _levels;

    public override RailItem OnRail => RailItem.Sheets;

    public Guid Id { get; private set; }

    /// <summary>True when the sheet is kept already.</summary>
    public bool IsKept { get; private set; }

    public TypedSheet Typed { get; private set; } = new();

    public SheetSums Sums { get; private set; } = null!;

    /// <summary>What to mind before its drills.</summary>
    public IReadOnlyList<string> Cautions => CautionsOf(Sums.Drills.Select(drill => drill.Drill.Card));

    public ImmutableArray<SheetWarning> Warnings { get; private set; } = [];

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>The row that was moved or added last, from 0; it keeps the focus.</summary>
    public int? Lately { get; private set; }

    public string NameOf(string? drill) => Catalogue.Find(drill)?.Name ?? Say("sheets.a-drill-that-is-gone");

    /// <summary>The cards in their order on the shelf, for the list of names.</summary>
    public IEnumerable<DrillCard> Pick => Catalogue.Cards.Where(MayStart);

    public ImmutableArray<string> WaysOf(TypedRow row) => Catalogue.Find(row.Drill) is { } card ? DoseText.WaysOf(card) : [];

    public bool EachFoot(TypedRow row) => Catalogue.Find(row.Drill)?.Feet == FeetPlan.EachFoot;

    public Task<IActionResult> OnGetAsync(Guid? id, string? copy, string? drill) =>
        InHousehold(async work =>
        {
            Id = id ?? Guid.CreateVersion7();
            _levels = await LevelsOfAsync(work);
            Typed = new TypedSheet { Name = Say("sheets.s-sheet", ("nickname", Player.Nickname)) };
            if (id is { } wanted)
            {
                if (await SheetStore.FindAsync(work, wanted) is not { } kept)
                    return NotFound();
                IsKept = true;
                Typed = TypedSheet.Of(kept.Sheet, kept.Minutes, Catalogue, LevelOf);
            }
            else if (copy is not null)
            {
                if (await SheetStore.FindAnyAsync(work, copy) is not { } source)
                    return NotFound();
                var name = Say("sheets.ours", ("name", source.Name));
                Typed = TypedSheet.Of(source with { Name = name[..Math.Min(name.Length, Sheet.LongestName)] }, null, Catalogue, LevelOf);
            }
            if (Catalogue.Find(drill) is { } added)
                AddRow(added);
            await SumUpAsync(work);
            return Page();
        });

    public Task<IActionResult> OnPostSumsAsync(Guid id, TypedSheet typed) => Changed(id, typed, _ => { });

    /// <summary>Takes on the drill whose name was typed; with nothing typed it only adds up.</summary>
    public Task<IActionResult> OnPostAddAsync(Guid id, TypedSheet typed) => Changed(id, typed, problems =>
        {
            var words = typed.Add?.Trim() ?? "";
            if (words.Length == 0)
                return;
            var card = Catalogue.Find(words)
                ?? Pick.FirstOrDefault(c => string.Equals(c.Name, words, StringComparison.OrdinalIgnoreCase))
                ?? (words.Length >= 3 ? Pick.FirstOrDefault(c => c.Name.Contains(words, StringComparison.OrdinalIgnoreCase)) : null);
            if (card is null)
                problems.Add(Say("sheets.no-drill-is-called", ("words", words)));
            else if (Typed.Rows.Count >= Sheet.MostItems)
                problems.Add(Say("sheets.too-many-drills", ("mostItems", Sheet.MostItems)));
            else
            {
                AddRow(card);
                Typed.Add = null;
            }
        });

    public Task<IActionResult> OnPostUpAsync(Guid id, TypedSheet typed, int row) => Changed(id, typed, _ => Move(row, row - 1));

    public Task<IActionResult> OnPostDownAsync(Guid id, TypedSheet typed, int row) => Changed(id, typed, _ => Move(row, row + 1));

    public Task<IActionResult> OnPostRemoveAsync(Guid id, TypedSheet typed, int row) => Changed(id, typed, _ =>
        {
            if (row >= 0 && row < Typed.Rows.Count)
                Typed.Rows.RemoveAt(row);
        });

    public Task<IActionResult> OnPostOrderAsync(Guid id, TypedSheet typed) => Changed(id, typed, _ =>
        {
            var (items, problems) = Typed.Read(Catalogue);
            if (problems.Count > 0)
                return;
            var ordered = LayingOrder.Fewest(SheetDrill.Of(new Sheet(Typed.Name ?? "", items), Catalogue, LevelOf));
            Typed.Rows = [.. ordered.Select(drill => TypedRow.Of(drill.Item, Catalogue.Find(drill.Item.Drill), LevelOf(drill.Item.Drill)))];
        });

    public Task<IActionResult> OnPostSaveAsync(Guid id, TypedSheet typed) =>
        InHousehold(async work =>
        {
            (Id, Typed) = (id, typed);
            _levels = await LevelsOfAsync(work);
            var (items, unclear) = Typed.Read(Catalogue);
            var (minutes, wrong) = Typed.ReadMinutes();
            var problems = unclear.ToList();
            if (wrong is not null)
                problems.Add(wrong);
            if (Typed.Add?.Trim() is { Length: > 0 } pending)
                problems.Add(Say("sheets.typed-not-added", ("pending", pending)));
            var name = Typed.Name?.Trim() ?? "";
            if (name.Length is 0 or > Sheet.LongestName)
                problems.Add(Say("sheets.name-is-missing", ("longestName", Sheet.LongestName)));
            if (items.IsEmpty && unclear.Count == 0)
                problems.Add(Say("sheets.put-at-least-one-drill"));
            if (
                problems.Count == 0
                && !await SheetStore.SaveAsync(work, new KeptSheet(id, new Sheet(name, items), minutes), Tools.Limits.Sheets)
            )
                problems.Add(Say("sheets.too-many-sheets", ("sheets", Tools.Limits.Sheets)));
            if (problems.Count == 0)
                return RedirectToPage("/Sheets/Index");
            Problems = problems;
            await SumUpAsync(work);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        });

    private Task<IActionResult> Changed(Guid id, TypedSheet typed, Action<List<string>> change) =>
        InHousehold(async work =>
        {
            (Id, Typed) = (id, typed);
            _levels = await LevelsOfAsync(work);
            IsKept = await SheetStore.FindAsync(work, id) is not null;
            var problems = new List<string>();
            change(problems);
            problems.AddRange(Typed.Read(Catalogue).Problems);
            if (Typed.ReadMinutes().Problem is { } wrong)
                problems.Add(wrong);
            Problems = problems;
            await SumUpAsync(work);
            // The fields show what was changed here, not what was sent.
            ModelState.Clear();
            return Page();
        });

    private Level LevelOf(string drill) => _levels?[drill] ?? Player.Level;

    private void AddRow(DrillCard card)
    {
        var part =
            Typed.Rows.Count == 0 ? SheetPart.WarmUp
            : Keys.TryRead<SheetPart>(Typed.Rows[^1].Part ?? "", out var last) && last != SheetPart.WarmUp ? last
            : SheetPart.Mastery;
        Typed.Rows.Add(TypedRow.Of(new SheetItem(part, card.Id), card, LevelOf(card.Id)));
        Lately = Typed.Rows.Count - 1;
    }

    private void Move(int from, int to)
    {
        if (from < 0 || to < 0 || from >= Typed.Rows.Count || to >= Typed.Rows.Count)
            return;
        (Typed.Rows[from], Typed.Rows[to]) = (Typed.Rows[to], Typed.Rows[from]);
        Lately = to;
    }

    private async Task SumUpAsync(HouseholdWork work)
    {
        var (items, _) = Typed.Read(Catalogue);
        var tempos = await SheetStore.TemposAsync(work, Player.Id, Today.AddDays(-SheetStore.TempoDays));
        Sums = SheetSums.Of(SheetDrill.Of(new Sheet(Typed.Name ?? "", items), Catalogue, LevelOf), Player.Preferred, tempos);
        Warnings = [.. SheetWarnings.Of(Sums, Player.Preferred, MayStart, Typed.ReadMinutes().Minutes)];
    }

    private bool MayStart(DrillCard card) => Core.Catalogue.Safety.Cautions.MayStart(card, Age(Player), Household.Heading);
}

using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Records;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Records;

/// <summary>A record with the steps that led to it.</summary>
public sealed record RecordRow(string Name, string? Layout, IReadOnlyList<Mark> Chain, PersonalBest Best, bool IsFresh)
{
    public MarkKey Key => Best.Mark.Key;
}

/// <summary>The bests that stand, each with how it came about.</summary>
public sealed class IndexModel(PageTools tools) : HouseholdPage(tools)
{
    /// <summary>How many steps of a chain are drawn.</summary>
    private const int StepsShown = 8;

    private IReadOnlyDictionary<string, string> _layouts = new Dictionary<string, string>();

    public override RailItem OnRail => RailItem.Records;

    public IReadOnlyList<RecordRow> Records { get; private set; } = [];

    public string Line =>
        Records.Count(r => r.IsFresh) switch
        {
            0 => Say("records.only-what-was-counted-counts"),
            1 => Say("records.one-new-this-week"),
            var fresh => Say("records.new-this-week", ("fresh", fresh)),
        };

    public Task<IActionResult> OnGetAsync() =>
        InHousehold(async work =>
        {
            (var chains, _layouts) = await DiaryStore.RecordsAsync(work, Player.Id, StepsShown);
            Records =
            [
                .. chains.Select(Row).OrderBy(r => Catalogue.OrderOf(r.Key.Drill)).ThenBy(r => r.Key.Feet).ThenBy(r => r.Key.Measure.Kind),
            ];
            return Page();
        });

    private RecordRow Row(IGrouping<MarkKey, Mark> chain)
    {
        var marks = chain.ToList();
        var card = Catalogue.Find(chain.Key.Drill);
        var best = PersonalBest.Of(marks).Last();
        return new RecordRow(
            card?.Name ?? chain.Key.Drill,
            card?.Layout?.Key == chain.Key.Layout
                ? card.Layout.Name
                : _layouts.GetValueOrDefault(chain.Key.Layout)
                    ?? DrillCatalogue.ShippedParts.Before.GetValueOrDefault(chain.Key.Layout)?.Name,
            marks,
            best,
            best.IsFresh(Today)
        );
    }
}

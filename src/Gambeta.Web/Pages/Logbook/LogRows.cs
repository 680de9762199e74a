using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;
using Gambeta.Web.Words;

namespace Gambeta.Web.Pages.Logbook;

/// <summary>The sets of one drill with the same feet.</summary>
public sealed record LogRow(string Name, string Feet, IReadOnlyList<PracticeSet> Sets);

/// <summary>Sets as the logbook and a session's end show them, with those that are bests.</summary>
public sealed record LogRows(IReadOnlyList<LogRow> Rows, Func<Guid, bool> IsBest)
{
    /// <summary>Sets by drill and feet, in the order in which each was first played.</summary>
    public static IReadOnlyList<LogRow> Of(IEnumerable<PracticeSet> sets, DrillCatalogue catalogue) =>
        [
            .. sets.GroupBy(set => (set.Drill, set.Feet))
                .Select(g => new LogRow(catalogue.Find(g.Key.Drill)?.Name ?? g.Key.Drill, Wording.Feet(g.Key.Feet), [.. g])),
        ];
}

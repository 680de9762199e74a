using Gambeta.Core.Catalogue;
using Gambeta.Core.Household;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Sheets;

/// <summary>A whole session that is offered on a day.</summary>
/// <param name="Id">The sheet's id in an address.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Total">About how long it takes.</param>
public sealed record SheetOfTheDay(string Id, string Name, TimeSpan Total)
{
    /// <summary>The household's own sheet that was changed last; where it has none, the ready one of the day, which says its own minutes.</summary>
    public static SheetOfTheDay Of(KeptSheet? own, DrillCatalogue catalogue, Player player, Places kinds, bool hasWall, DateOnly today)
    {
        if (own is not null) return new(own.Id.ToString(), own.Sheet.Name, SheetSums.Of(SheetDrill.Of(own.Sheet, catalogue, player.Level), player.Preferred, new Dictionary<string, Tempo>()).Total);
        var ready = Choose(kinds, hasWall, today);
        return new(ready.Id, ready.Sheet.Name, TimeSpan.FromMinutes(ready.Minutes));
    }

    /// <summary>
    /// Of the sheets that can be played alone where the household has room, another one each day, in turn: every one comes round, and the whole
    /// day it stays the same. A household that wrote no space down is offered those for indoors.
    /// </summary>
    /// <param name="kinds">The kinds of the household's spaces.</param>
    /// <param name="hasWall">Whether one of them has a wall.</param>
    /// <param name="today">The household's day.</param>
    public static ReadySheet Choose(Places kinds, bool hasWall, DateOnly today)
    {
        var there = (kinds == Places.None ? Places.Indoors : kinds) | (hasWall ? Places.Wall : Places.None);
        var fitting = ReadySheets.All.Where(ready => there.HasFlag(ready.Place) && !ready.NeedsHelper).ToList();
        return fitting[today.DayNumber % fitting.Count];
    }
}

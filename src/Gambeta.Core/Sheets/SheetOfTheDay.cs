using Gambeta.Core.Catalogue;

namespace Gambeta.Core.Sheets;

/// <summary>Which ready sheet is offered on a day.</summary>
public static class SheetOfTheDay
{
    /// <summary>
    /// Of the sheets that can be played where the household has room, another one each day, in turn: every one comes round, and the whole
    /// day it stays the same. A household that wrote no space down is offered those for indoors.
    /// </summary>
    /// <param name="kinds">The kinds of the household's spaces.</param>
    /// <param name="hasWall">Whether one of them has a wall.</param>
    /// <param name="today">The household's day.</param>
    public static ReadySheet Choose(Places kinds, bool hasWall, DateOnly today)
    {
        var there = (kinds == Places.None ? Places.Indoors : kinds) | (hasWall ? Places.Wall : Places.None);
        var fitting = ReadySheets.All.Where(ready => there.HasFlag(ready.Place)).ToList();
        return fitting[today.DayNumber % fitting.Count];
    }
}

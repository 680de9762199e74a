namespace Gambeta.Core.Diaries;

#pragma warning disable CS1591 // the columns are described in docs/diary.md, under these names
/// <summary>The columns of a diary file, in the order in which they are written; <c>PlannedSeconds</c> is <c>planned_seconds</c>. What each holds stands in docs/diary.md.</summary>
public enum DiaryColumn
{
    Set, Session, Player, At, Day, Order, Drill, Feet, Layout, Counted, PlannedSeconds, Seconds, Left, Right, Clean, Slips, Longest, Tries, Ends, Hits, Misses, Clips, Void,
    Control, PlannedCount, Penalty, Took, Stations, Points, Inside, Tenths, Zones, ZoneFeet, MeasuredBy, Count, With,
}
#pragma warning restore CS1591

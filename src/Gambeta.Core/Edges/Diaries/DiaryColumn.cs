namespace Gambeta.Core.Edges.Diaries;

#pragma warning disable CS1591 // the columns are described in docs/diary.md, under these names
/// <summary>The columns of a diary file, in the order in which they are written; <c>PlannedSeconds</c> is <c>planned_seconds</c>. What each
/// holds stands in docs/diary.md.</summary>
public enum DiaryColumn
{
    [Key("set")]
    Set,

    [Key("session")]
    Session,

    [Key("player")]
    Player,

    [Key("at")]
    At,

    [Key("day")]
    Day,

    [Key("order")]
    Order,

    [Key("drill")]
    Drill,

    [Key("feet")]
    Feet,

    [Key("layout")]
    Layout,

    [Key("counted")]
    Counted,

    [Key("planned seconds")]
    PlannedSeconds,

    [Key("seconds")]
    Seconds,

    [Key("left")]
    Left,

    [Key("right")]
    Right,

    [Key("clean")]
    Clean,

    [Key("slips")]
    Slips,

    [Key("longest")]
    Longest,

    [Key("tries")]
    Tries,

    [Key("ends")]
    Ends,

    [Key("hits")]
    Hits,

    [Key("misses")]
    Misses,

    [Key("clips")]
    Clips,

    [Key("void")]
    Void,

    [Key("control")]
    Control,

    [Key("planned count")]
    PlannedCount,

    [Key("penalty")]
    Penalty,

    [Key("took")]
    Took,

    [Key("stations")]
    Stations,

    [Key("points")]
    Points,

    [Key("inside")]
    Inside,

    [Key("tenths")]
    Tenths,

    [Key("zones")]
    Zones,

    [Key("zone feet")]
    ZoneFeet,

    [Key("measured by")]
    MeasuredBy,

    [Key("count")]
    Count,

    [Key("with")]
    With,
}
#pragma warning restore CS1591

namespace Gambeta.Core.Practice.Played;

/// <summary>Was it under control? The player's own word after a drill, best first.</summary>
public enum Control
{
    /// <summary>Calm and clean.</summary>
    [Key("easy")]
    Easy = 0,

    /// <summary>Mostly under control.</summary>
    [Key("mostly")]
    Mostly = 1,

    /// <summary>By luck as often as not.</summary>
    [Key("shaky")]
    Shaky = 2,

    /// <summary>It fell apart.</summary>
    [Key("fell apart")]
    FellApart = 3,
}

/// <summary>How the other foot felt beside the preferred one.</summary>
public enum OtherFootFeel
{
    /// <summary>Like the preferred one.</summary>
    [Key("same")]
    Same,

    /// <summary>A bit behind.</summary>
    [Key("behind")]
    Behind,

    /// <summary>Far behind.</summary>
    [Key("far behind")]
    FarBehind,
}

/// <summary>What a player said about a drill; all of it may be missing.</summary>
/// <param name="Item">The drill's place on the run sheet, from 0.</param>
/// <param name="Drill">The card's id.</param>
/// <param name="Control">Whether it was under control.</param>
/// <param name="Fault">The id of the fault that was seen.</param>
/// <param name="OtherFoot">How the other foot felt.</param>
public sealed record DrillAnswer(int Item, string Drill, Control? Control, string? Fault, OtherFootFeel? OtherFoot);

/// <summary>How a sitting ended.</summary>
/// <param name="Effort">How hard it was, from 1 to 10; nothing when nobody said.</param>
/// <param name="Note">A note, 500 letters at most.</param>
public sealed record SessionEnd(int? Effort, string? Note)
{
    /// <summary>The longest note.</summary>
    public const int LongestNote = 500;
}

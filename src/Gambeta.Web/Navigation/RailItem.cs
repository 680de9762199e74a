namespace Gambeta.Web.Navigation;

/// <summary>A part of the application as the rail shows it: its address, its mark, and how it is called.</summary>
/// <param name="Key">Its key; its address is the same.</param>
/// <param name="Turns">How the four quarters of its mark are turned.</param>
/// <param name="IsSeldom">Whether it is behind “More” where there is room for five.</param>
public sealed record RailItem(string Key, int[] Turns, bool IsSeldom = false)
{
    public static readonly RailItem Today = new("today", [0, 1, 3, 2]);
    public static readonly RailItem Drills = new("drills", [0, 0, 0, 0]);
    public static readonly RailItem Sheets = new("sheets", [3, 0, 3, 0], IsSeldom: true);
    public static readonly RailItem Yard = new("yard", [1, 0, 2, 3]);
    public static readonly RailItem Logbook = new("logbook", [1, 1, 3, 3], IsSeldom: true);
    public static readonly RailItem Records = new("records", [3, 3, 2, 2], IsSeldom: true);
    public static readonly RailItem Progress = new("progress", [0, 3, 1, 2]);
    public static readonly RailItem Household = new("household", [2, 3, 0, 1], IsSeldom: true);

    /// <summary>All of them, from the top of the rail.</summary>
    public static readonly IReadOnlyList<RailItem> All = [Today, Drills, Sheets, Yard, Logbook, Progress, Records, Household];

    /// <summary>The mark of “More”.</summary>
    public static readonly int[] MoreTurns = [2, 3, 1, 0];

    public string Address => "/" + Key;

    public string Label => Say($"frame.{Key}");
}

using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Practice.Sheets;

/// <summary>What a sheet is warned of. A page words it.</summary>
public enum SheetWarningKind
{
    /// <summary>Nothing stands on it.</summary>
    Empty,

    /// <summary>It does not begin with easy touches.</summary>
    NoWarmUp,

    /// <summary>Three hard drills or more run into each other.</summary>
    HardRunning,

    /// <summary>The other foot gets less than its share.</summary>
    LittleForOtherFoot,

    /// <summary>It takes longer than the minutes at hand.</summary>
    LongerThanMinutes,

    /// <summary>Another order lays the yard less often.</summary>
    LaidTooOften,

    /// <summary>A drill on it may not be started by this player: its heading is off, or the player too young.</summary>
    NotAllowed,
}

/// <summary>A warning with its numbers.</summary>
/// <param name="Kind">What it is about.</param>
/// <param name="Number">The hard drills in a row; the other foot's touches in a hundred; the minutes too many; the layings saved.</param>
/// <param name="Drill">The drill that it is about, where it is about one.</param>
public sealed record SheetWarning(SheetWarningKind Kind, double Number = 0, string? Drill = null);

/// <summary>Looks a sheet over before it is played.</summary>
public static class SheetWarnings
{
    /// <summary>So many hard drills in a row are too many: hard work goes in short bouts.</summary>
    public const int HardInARow = 3;

    /// <summary>Below this share of all touches the other foot is neglected.</summary>
    public const double OtherFootShare = 0.4;

    /// <summary>The warnings, the gravest first.</summary>
    /// <param name="sums">What the sheet comes to.</param>
    /// <param name="preferred">The player's preferred foot.</param>
    /// <param name="mayStart">Whether the player may start a drill at all.</param>
    /// <param name="minutes">The minutes at hand, where they are known.</param>
    public static IEnumerable<SheetWarning> Of(SheetSums sums, Foot preferred, Func<DrillCard, bool> mayStart, int? minutes)
    {
        if (sums.Drills.IsEmpty)
        {
            yield return new(SheetWarningKind.Empty);
            yield break;
        }
        foreach (var barred in sums.Drills.Where(d => !mayStart(d.Drill.Card)))
            yield return new(SheetWarningKind.NotAllowed, Drill: barred.Drill.Card.Id);
        if (sums.Drills[0].Drill is not { Item.Part: SheetPart.WarmUp } first || first.Card.Intensity == Intensity.Hard)
            yield return new(SheetWarningKind.NoWarmUp);
        if (sums.HardRunning >= HardInARow)
            yield return new(SheetWarningKind.HardRunning, sums.HardRunning);
        var others = preferred == Foot.Right ? sums.Touches.Left : sums.Touches.Right;
        if (sums.Touches.Total > 0 && others < OtherFootShare * sums.Touches.Total)
            yield return new(SheetWarningKind.LittleForOtherFoot, Math.Floor(100.0 * others / sums.Touches.Total));
        if (minutes is { } at && sums.Minutes > at)
            yield return new(SheetWarningKind.LongerThanMinutes, sums.Minutes - at);
        if (sums.FewestLayings < sums.Layings)
            yield return new(SheetWarningKind.LaidTooOften, sums.Layings - sums.FewestLayings);
    }
}

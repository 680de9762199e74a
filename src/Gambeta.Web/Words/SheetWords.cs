using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Web.Words;

/// <summary>The words about sheets.</summary>
public static class SheetWords
{
    public static string Part(SheetPart part) => Wording.Sentence(part.Label());

    /// <summary>Minutes to the half.</summary>
    public static string Minutes(double minutes) => Say("sheets.min", ("minutes", Wording.Halves(minutes)));

    /// <summary>Minutes and seconds: "3:05".</summary>
    public static string Clock(TimeSpan time) => string.Create(CultureInfo.InvariantCulture, $"{(int)time.TotalMinutes}:{time.Seconds:00}");

    /// <summary>A warning: what, why, and what would mend it.</summary>
    public static string Warning(SheetWarning warning, Func<string?, string> nameOf) =>
        warning.Kind switch
        {
            SheetWarningKind.Empty => Say("sheets.nothing-stands-on-it-yet"),
            SheetWarningKind.NoWarmUp => Say("sheets.no-warm-up"),
            SheetWarningKind.HardRunning => Say(
                "sheets.hard-after-hard",
                ("drills", warning.Number.ToString("0", CultureInfo.InvariantCulture))
            ),
            SheetWarningKind.LittleForOtherFoot => Say(
                "sheets.other-foot-short",
                ("share", warning.Number.ToString("0", CultureInfo.InvariantCulture))
            ),
            SheetWarningKind.LongerThanMinutes => Say("sheets.sheet-too-long", ("minutes", Minutes(warning.Number))),
            SheetWarningKind.LaidTooOften => Say(
                "sheets.better-order",
                ("times", warning.Number.ToString("0", CultureInfo.InvariantCulture))
            ),
            _ => Say("sheets.drill-not-for-player", ("drill", nameOf(warning.Drill))),
        };
}

using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Web.Words;

/// <summary>The words about sheets.</summary>
public static class SheetWords
{
    public static string Part(SheetPart part) => Wording.Sentence(part.Label());

    /// <summary>Minutes to the half.</summary>
    public static string Minutes(double minutes) => Say("sheets.min", ("minutes", minutes.ToString("0.#", CultureInfo.InvariantCulture)));

    /// <summary>Minutes and seconds: "3:05".</summary>
    public static string Clock(TimeSpan time) => string.Create(CultureInfo.InvariantCulture, $"{(int)time.TotalMinutes}:{time.Seconds:00}");

    /// <summary>A warning: what, why, and what would mend it.</summary>
    public static string Warning(SheetWarning warning, Func<string?, string> nameOf) =>
        warning.Kind switch
        {
            SheetWarningKind.Empty => Say("sheets.nothing-stands-on-it-yet"),
            SheetWarningKind.NoWarmUp => Say("sheets.it-does-not-begin-with"),
            SheetWarningKind.HardRunning => Say(
                "sheets.hard-drills-run-into-each",
                ("drills", warning.Number.ToString("0", CultureInfo.InvariantCulture))
            ),
            SheetWarningKind.LittleForOtherFoot => Say(
                "sheets.the-other-foot-gets-of",
                ("share", warning.Number.ToString("0", CultureInfo.InvariantCulture))
            ),
            SheetWarningKind.LongerThanMinutes => Say("sheets.it-takes-longer-than-there", ("minutes", Minutes(warning.Number))),
            SheetWarningKind.LaidTooOften => Say(
                "sheets.another-order-lays-the-yard",
                ("times", warning.Number.ToString("0", CultureInfo.InvariantCulture))
            ),
            _ => Say("sheets.is-left-out-for-this", ("drill", nameOf(warning.Drill))),
        };
}

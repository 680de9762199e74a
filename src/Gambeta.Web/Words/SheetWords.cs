using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Household;
using Gambeta.Core.Sheets;

namespace Gambeta.Web.Words;

/// <summary>The words about sheets.</summary>
public static class SheetWords
{
    public static string Part(SheetPart part) => Wording.Sentence(part.ToWords());

    /// <summary>Minutes to the half.</summary>
    public static string Minutes(double minutes) => minutes.ToString("0.#", CultureInfo.InvariantCulture) + " min";

    /// <summary>Minutes and seconds: "3:05".</summary>
    public static string Clock(TimeSpan time) => string.Create(CultureInfo.InvariantCulture, $"{(int)time.TotalMinutes}:{time.Seconds:00}");

    /// <summary>A warning: what, why, and what would mend it.</summary>
    public static string Warning(SheetWarning warning, Func<string?, string> nameOf) => warning.Kind switch
    {
        SheetWarningKind.Empty => "Nothing stands on it yet. Pick the first drill.",
        SheetWarningKind.NoWarmUp => "It does not begin with a warm-up. Easy touches first: cold legs are slow and get hurt.",
        SheetWarningKind.HardRunning => $"{warning.Number:0} hard drills run into each other. Tired feet learn sloppy touches; put an easy one between them.",
        SheetWarningKind.LittleForOtherFoot => $"The other foot gets {warning.Number:0} of 100 touches. Give it a drill of its own.",
        SheetWarningKind.LongerThanMinutes => $"It takes {Minutes(warning.Number)} longer than there is time. Take a drill or a set away.",
        SheetWarningKind.LaidTooOften => $"Another order lays the yard {warning.Number:0} {(warning.Number == 1 ? "time" : "times")} less.",
        _ => $"{nameOf(warning.Drill)} is left out for this player: heading is off, or it is for older ones.",
    };
}

using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Insight.Progress;

namespace Gambeta.Web.Pages.Household;

/// <summary>What a household chooses, as it was typed.</summary>
public sealed record TypedSettings(
    string? Units,
    string? OtherFoot,
    bool Sounds,
    string? WeekStartsOn,
    string? TimeZone,
    string? ClipPenalty,
    string? Feet,
    string? CatchUpCap
)
{
    private const int ShortestWord = 3,
        LongestWord = 24;

    public static TypedSettings Of(HouseholdSettings settings) =>
        new(
            settings.Units.ToKey(),
            settings.OtherFoot,
            settings.Sounds,
            ((int)settings.WeekStartsOn).ToString(CultureInfo.InvariantCulture),
            settings.TimeZone,
            settings.ClipPenalty.ToString("0.#", CultureInfo.InvariantCulture),
            settings.Feet.ToKey(),
            settings.CatchUpCap.ToString(CultureInfo.InvariantCulture)
        );

    /// <summary>The settings, or what is wrong in words.</summary>
    public (HouseholdSettings? Settings, IReadOnlyList<string> Problems) Check()
    {
        var problems = new List<string>();
        if (!Keys.TryRead<Units>(Units ?? "", out var units))
            problems.Add(Say("household.metres-or-feet-and-inches"));
        var word = OtherFoot?.Trim().ToLowerInvariant() ?? "";
        if (word.Length is < ShortestWord or > LongestWord)
            problems.Add(Say("household.other-foot-length", ("shortestWord", ShortestWord), ("longestWord", LongestWord)));
        if (!int.TryParse(WeekStartsOn, NumberStyles.None, CultureInfo.InvariantCulture, out var day) || day > 6)
            problems.Add(Say("household.week-start-is-missing"));
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(TimeZone?.Trim() ?? "", out var zone))
            problems.Add(Say("household.no-such-time-zone", ("timeZone", TimeZone)));
        if (
            !decimal.TryParse(
                ClipPenalty?.Trim().Replace(',', '.'),
                NumberStyles.AllowDecimalPoint,
                CultureInfo.InvariantCulture,
                out var penalty
            )
            || penalty > 10
        )
            problems.Add(Say("household.clip-seconds-are-wrong"));
        if (!Keys.TryRead<FeetSchool>(Feet ?? "", out var school))
            problems.Add(Say("household.even-or-catch-up"));
        if (
            !int.TryParse(CatchUpCap?.Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var cap)
            || cap is < HouseholdSettings.LeastCatchUpCap or > HouseholdSettings.MostCatchUpCap
        )
            problems.Add(
                Say("household.cap-between", ("least", HouseholdSettings.LeastCatchUpCap), ("most", HouseholdSettings.MostCatchUpCap))
            );
        return problems.Count > 0
            ? (null, problems)
            : (
                new HouseholdSettings(units, word, Sounds, (DayOfWeek)day, zone!.Id, Rounded.To(penalty, 1))
                {
                    Feet = school,
                    CatchUpCap = cap,
                },
                []
            );
    }
}

using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Insight.Progress;

/// <summary>What the other foot is to get.</summary>
public enum CatchUpKind
{
    /// <summary>Nobody measured a gap yet: the same for both.</summary>
    NotMeasured,

    /// <summary>It is level: the same for both.</summary>
    Level,

    /// <summary>The same for both, as the household chose; it tells how many touches it lacks.</summary>
    Even,

    /// <summary>More for the other foot.</summary>
    More,
}

/// <summary>Evening out: how many touches more for the other foot, over how many days of practice.</summary>
/// <param name="Kind">What to do.</param>
/// <param name="Share">Of 100 touches so many for the other foot until then.</param>
/// <param name="More">How many more than the preferred foot in all.</param>
/// <param name="Days">Over how many days of practice.</param>
public sealed record CatchUp(CatchUpKind Kind, int Share, int More, int Days)
{
    /// <summary>A foot within a tenth of the other is level: as much as a day's form.</summary>
    public const double LevelWithin = 0.1;

    /// <summary>The plan looks no further than two weeks of daily practice; then it is measured again.</summary>
    private const int MostDays = 14;

    /// <summary>
    /// What a span of practice asks for. With so many touches a day and a cap c of 100, each day brings the other foot (2c − 100) in a
    /// hundred of a day's touches nearer; what it lacks in touches is made up for in that many days, and where it lacks none but lies
    /// behind all the same, two weeks are tried.
    /// </summary>
    public static CatchUp Of(TwoFeet feet, Foot preferred, int touchesADay, FeetSchool school, int cap)
    {
        var lacks = Math.Max(0, preferred == Foot.Right ? feet.Touches.Right - feet.Touches.Left : feet.Touches.Left - feet.Touches.Right);
        if (school == FeetSchool.Even)
            return new CatchUp(CatchUpKind.Even, 50, lacks, 0);
        if (feet.Gap is not { } gap)
            return new CatchUp(CatchUpKind.NotMeasured, 50, 0, 0);
        if (gap < LevelWithin)
            return new CatchUp(CatchUpKind.Level, 50, 0, 0);
        var share = Math.Clamp(cap, HouseholdSettings.LeastCatchUpCap, HouseholdSettings.MostCatchUpCap);
        var aDay = Math.Max(1, touchesADay * ((2 * share) - 100) / 100);
        var days = lacks == 0 ? MostDays : Math.Min(MostDays, ((lacks - 1) / aDay) + 1);
        return new CatchUp(CatchUpKind.More, share, lacks == 0 ? aDay * days : Math.Min(lacks, aDay * days), days);
    }
}

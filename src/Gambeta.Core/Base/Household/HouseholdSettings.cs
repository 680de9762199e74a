using Gambeta.Core.Base.Distances;

namespace Gambeta.Core.Base.Household;

/// <summary>What a household chose.</summary>
/// <param name="Units">How lengths are written.</param>
/// <param name="OtherFoot">The word for the foot that is not the preferred one.</param>
/// <param name="Sounds">Whether the practice screen sounds until somebody mutes it on the device.</param>
/// <param name="WeekStartsOn">The first day of its week.</param>
/// <param name="TimeZone">Whose midnight ends its day.</param>
/// <param name="ClipPenalty">What a clipped marker adds to a run, in seconds; runs that were made keep theirs.</param>
public sealed record HouseholdSettings(
    Units Units,
    string OtherFoot,
    bool Sounds,
    DayOfWeek WeekStartsOn,
    string TimeZone,
    decimal ClipPenalty
)
{
    /// <summary>Of 100 touches the other foot gets no more than so many, unless a household says otherwise.</summary>
    public const int UsualCatchUpCap = 60;

    /// <summary>The caps a household may choose.</summary>
    public const int LeastCatchUpCap = 51,
        MostCatchUpCap = 75;

    /// <summary>How practice is shared between the feet.</summary>
    public FeetSchool Feet { get; init; } = FeetSchool.CatchUp;

    /// <summary>Of 100 touches the other foot gets no more than so many while it catches up.</summary>
    public int CatchUpCap { get; init; } = UsualCatchUpCap;

    /// <summary>What stands before anybody chose.</summary>
    public static readonly HouseholdSettings Usual = new(Units.Metric, UsualOtherFoot, true, DayOfWeek.Monday, "UTC", 1);

    /// <summary>The word that is used until a household chooses another.</summary>
    public const string UsualOtherFoot = "other foot";
}

namespace Gambeta.Core.Insight.Weeks;

/// <summary>What comes between somebody and a plan.</summary>
public enum AwayKind
{
    /// <summary>Ill: nothing until one is well, and a week of light days after it.</summary>
    [Key("ill")]
    Ill,

    /// <summary>On holiday, without a ball.</summary>
    [Key("holiday")]
    Holiday,

    /// <summary>Growing fast: light days and nothing new for two weeks. Bones, tendons and timing have to follow; what hurts is for a
    /// professional.</summary>
    [Key("growing")]
    Growing,
}

/// <summary>Days on which a plan gives way.</summary>
/// <param name="Kind">Why.</param>
/// <param name="First">The first of them.</param>
/// <param name="Last">The last of them.</param>
public sealed record Away(AwayKind Kind, DateOnly First, DateOnly Last)
{
    private const int IllDays = 3,
        HolidayDays = 7,
        GrowingDays = 14,
        LightAfterIllness = 7;

    /// <summary>As one press means it: three days ill, a week of holiday, two weeks of growing.</summary>
    public static Away From(AwayKind kind, DateOnly today) =>
        new(
            kind,
            today,
            today.AddDays(
                kind switch
                {
                    AwayKind.Ill => IllDays,
                    AwayKind.Holiday => HolidayDays,
                    _ => GrowingDays,
                } - 1
            )
        );

    /// <summary>Whether nothing is practised on a day.</summary>
    public bool Stops(DateOnly day) => Kind != AwayKind.Growing && Holds(day);

    /// <summary>Whether a day is to be light.</summary>
    public bool Lightens(DateOnly day) =>
        Kind switch
        {
            AwayKind.Growing => Holds(day),
            AwayKind.Ill => day > Last && day <= Last.AddDays(LightAfterIllness),
            _ => false,
        };

    private bool Holds(DateOnly day) => day >= First && day <= Last;
}

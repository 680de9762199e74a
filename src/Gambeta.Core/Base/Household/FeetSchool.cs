namespace Gambeta.Core.Base.Household;

/// <summary>How a household shares practice between the feet.</summary>
public enum FeetSchool
{
    /// <summary>More of the other foot once it is measured to be behind, until it is level.</summary>
    [Key("catch up")]
    CatchUp,

    /// <summary>The same for both from the first day on.</summary>
    [Key("even")]
    Even,
}

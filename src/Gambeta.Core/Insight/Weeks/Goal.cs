namespace Gambeta.Core.Insight.Weeks;

/// <summary>What somebody works towards.</summary>
public enum GoalKind
{
    /// <summary>A value of a drill: a hundred in a row, a course under eighteen seconds.</summary>
    [Key("reach")]
    Reach,

    /// <summary>A feint that is clean on both sides.</summary>
    [Key("feint a side")]
    FeintASide,

    /// <summary>Feet that are level.</summary>
    [Key("level feet")]
    LevelFeet,

    /// <summary>Going on: so many days of practice in a week, week after week.</summary>
    [Key("keep going")]
    KeepGoing,
}

/// <summary>A goal of a player.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Kind">What kind.</param>
/// <param name="Drill">The drill, for a value or a feint.</param>
/// <param name="Value">The value as it is said, or days of a week; nothing for the others.</param>
/// <param name="By">The day by which, where one was named.</param>
/// <param name="SetOn">The day on which it was set.</param>
public sealed record Goal(Guid Id, GoalKind Kind, string? Drill, decimal? Value, DateOnly? By, DateOnly SetOn)
{
    /// <summary>A player works towards so many at once: more are none.</summary>
    public const int Most = 3;

    /// <summary>The greatest value that can be written down.</summary>
    public const int MostValue = 10_000;

    /// <summary>The furthest day that can be named, in days: nobody knows what is in two years.</summary>
    public const int Furthest = 730;
}

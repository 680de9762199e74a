namespace Gambeta.Core.Base.Measures;

/// <summary>
/// What a drill is measured by, as cards and stored sets name it. What is true of each stands in its row of <see cref="MeasureTraits"/>.
/// </summary>
public enum MeasuredBy
{
    /// <summary>Touches in a round of fixed length.</summary>
    [Key("touches in a round")]
    TouchesInARound,

    /// <summary>Clean reps in a set.</summary>
    [Key("clean reps")]
    CleanReps,

    /// <summary>The best streak over a number of tries.</summary>
    [Key("best streak")]
    BestStreak,

    /// <summary>The longest run of passes without a slip, and passes in a minute.</summary>
    [Key("clean passes")]
    CleanPasses,

    /// <summary>Seconds for a course on a fixed layout.</summary>
    [Key("course time")]
    CourseTime,

    /// <summary>Tries that came off, out of a number of tries: hits on a target, balls killed in a square.</summary>
    [Key("hits out of tries")]
    HitsOutOfTries,

    /// <summary>One in a row, then two, then three; a drop sends back to one. The highest rung finished counts.</summary>
    [Key("ladder rung")]
    LadderRung,

    /// <summary>Seconds through all stations: a hit moves the target on, a miss is fetched and tried again.</summary>
    [Key("stations time")]
    StationsTime,

    /// <summary>Points of chalked targets on a wall, out of so many tries.</summary>
    [Key("target points")]
    TargetPoints,

    /// <summary>Touches on the way to a wall or a line, the more the better; the best of some tries.</summary>
    [Key("run in touches")]
    RunInTouches,

    /// <summary>Balls killed inside a square, from rising heights.</summary>
    [Key("trap heights")]
    TrapHeights,

    /// <summary>Strikes that hit a zone of the goal, out of so many, each foot.</summary>
    [Key("strikes by zone")]
    StrikesByZone,

    /// <summary>The longest that the ball stays up, in seconds, of some tries.</summary>
    [Key("seconds without a drop")]
    SecondsWithoutADrop,

    /// <summary>The most clean reps in a row, of some tries.</summary>
    [Key("clean streak")]
    CleanStreak,
}

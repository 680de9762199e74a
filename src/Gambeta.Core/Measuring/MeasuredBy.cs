namespace Gambeta.Core.Measuring;

/// <summary>
/// What a drill is measured by, as cards and stored sets name it. Each has its <see cref="WayOfMeasuring"/> in a file of that name; <see cref="Ways"/> has them all.
/// </summary>
public enum MeasuredBy
{
    /// <summary>Touches in a round of fixed length.</summary>
    TouchesInARound,

    /// <summary>Clean reps in a set.</summary>
    CleanReps,

    /// <summary>The best streak over a number of tries.</summary>
    BestStreak,

    /// <summary>The longest run of passes without a slip, and passes in a minute.</summary>
    CleanPasses,

    /// <summary>Seconds for a course on a fixed layout.</summary>
    CourseTime,

    /// <summary>Tries that came off, out of a number of tries: hits on a target, balls killed in a square.</summary>
    HitsOutOfTries,

    /// <summary>One in a row, then two, then three; a drop sends back to one. The highest rung finished counts.</summary>
    LadderRung,

    /// <summary>Seconds through all stations: a hit moves the target on, a miss is fetched and tried again.</summary>
    StationsTime,

    /// <summary>Points of chalked targets on a wall, out of so many tries.</summary>
    TargetPoints,

    /// <summary>Touches on the way to a wall or a line, the more the better; the best of some tries.</summary>
    RunInTouches,

    /// <summary>Balls killed inside a square, from rising heights.</summary>
    TrapHeights,

    /// <summary>Strikes that hit a zone of the goal, out of so many, each foot.</summary>
    StrikesByZone,

    /// <summary>The longest that the ball stays up, in seconds, of some tries.</summary>
    SecondsWithoutADrop,

    /// <summary>The most clean reps in a row, of some tries.</summary>
    CleanStreak,
}

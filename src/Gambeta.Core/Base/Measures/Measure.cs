using System.Globalization;

namespace Gambeta.Core.Base.Measures;

/// <summary>Kinds of measure that records are kept of.</summary>
public enum MeasureKind
{
    /// <summary>Touches in a round of fixed length; each length is a measure of its own.</summary>
    [Key("touches in")]
    TouchesIn,

    /// <summary>Clean reps in one set.</summary>
    [Key("clean reps")]
    CleanReps,

    /// <summary>The longest juggling try of a set.</summary>
    [Key("streak")]
    Streak,

    /// <summary>The longest run of passes without a slip in a round.</summary>
    [Key("longest run")]
    LongestRun,

    /// <summary>Passes a minute over a whole round; each length of round is a measure of its own, since nobody keeps up in a minute what
    /// goes in twenty seconds.</summary>
    [Key("passes a minute")]
    PassesAMinute,

    /// <summary>Seconds for a course, penalties added.</summary>
    [Key("course seconds")]
    CourseSeconds,

    /// <summary>Hits out of a number of tries; each number is a measure of its own.</summary>
    [Key("hits out of")]
    HitsOutOf,

    /// <summary>The highest rung of a ladder.</summary>
    [Key("ladder rung")]
    LadderRung,

    /// <summary>Seconds until a rung of a ladder was finished; each rung is a measure of its own.</summary>
    [Key("rung seconds")]
    RungSeconds,

    /// <summary>Seconds through all stations.</summary>
    [Key("stations seconds")]
    StationsSeconds,

    /// <summary>Points out of a number of tries; each number is a measure of its own.</summary>
    [Key("points out of")]
    PointsOutOf,

    /// <summary>Most touches of a run-in that got there.</summary>
    [Key("run in touches")]
    RunInTouches,

    /// <summary>The highest height from which two balls were killed running: 1 is the knee, 5 above the head.</summary>
    [Key("trap height")]
    TrapHeight,

    /// <summary>The longest that the ball stayed up, in seconds.</summary>
    [Key("seconds up")]
    SecondsUp,

    /// <summary>The most clean reps in a row.</summary>
    [Key("clean streak")]
    CleanStreak,
}

/// <summary>
/// Something a record is kept of. The size is the length of a timed round in seconds (of touches and of passes a minute), the number of
/// tries that hits or points were made of, or the rung; 0 for all other kinds.
/// </summary>
public readonly record struct Measure(MeasureKind Kind, int Size = 0)
{
    /// <summary>True where a smaller value is the better one.</summary>
    public bool LowerIsBetter => MeasureTraits.RuleOf(Kind).LowerIsBetter;

    /// <summary>True for a time, which is said to the tenth; everything else is counted, and said whole.</summary>
    public bool IsSeconds => MeasureTraits.RuleOf(Kind).IsSeconds;

    /// <summary>The least that beats a value: one more, or a tenth less for a time.</summary>
    public decimal ToBeat(decimal value) => MeasureTraits.RuleOf(Kind).ToBeat(value, Size);

    /// <summary>False for a value that nothing can be better than: ten hits out of ten, the highest height.</summary>
    public bool CanBeBeaten(decimal value) => MeasureTraits.RuleOf(Kind).CanBeBeaten(value, Size);

    /// <summary>True when <paramref name="value"/> is strictly better than <paramref name="other"/>: a tie is not.</summary>
    public bool IsBetter(decimal value, decimal other) => LowerIsBetter ? value < other : value > other;

    /// <summary>The written form that is stored: "touches in 30", "streak".</summary>
    public override string ToString() => Size == 0 ? Kind.ToKey() : string.Create(CultureInfo.InvariantCulture, $"{Kind.ToKey()} {Size}");

    /// <summary>Reads the written form.</summary>
    /// <exception cref="FormatException">It is none.</exception>
    public static Measure Parse(string written)
    {
        var space = written.LastIndexOf(' ');
        if (
            space > 0
            && int.TryParse(written[(space + 1)..], NumberStyles.None, CultureInfo.InvariantCulture, out var size)
            && Keys.TryRead<MeasureKind>(written[..space], out var sized)
        )
            return new Measure(sized, size);
        return Keys.TryRead<MeasureKind>(written, out var kind)
            ? new Measure(kind)
            : throw new FormatException($"'{written}' is no measure.");
    }
}

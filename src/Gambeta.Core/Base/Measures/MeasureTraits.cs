using System.Collections.Frozen;
using System.Collections.Immutable;

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

/// <summary>What is true of a measure wherever it is met: a row a measure.</summary>
/// <param name="Key">The measure.</param>
/// <param name="Doses">The forms that a dose may have, the usual one first.</param>
/// <param name="Keeps">The kinds of mark that it makes, with their rules.</param>
public sealed record MeasureTraits(MeasuredBy Key, ImmutableArray<DoseForm> Doses, params ImmutableArray<MarkRule> Keeps)
{
    /// <summary>True for a course that is run against the clock at full speed: it needs a layout, and room behind the finish.</summary>
    public bool IsRun { get; init; }

    /// <summary>True where touches follow each other evenly enough for a beat.</summary>
    public bool FollowsABeat { get; init; } = true;

    /// <summary>What it is measured by in a dose of tries that each go on as long as they last; nothing where there is no such dose besides
    /// its own.</summary>
    public MeasuredBy? LastingAs { get; init; }

    /// <summary>True where "clean" is a share of what was played; else it is a value of the result.</summary>
    public bool IsCleanByShare { get; init; }

    /// <summary>Units of a result in one of what is said: ten where tenths of a second are counted.</summary>
    public int UnitsInOne { get; init; } = 1;

    /// <summary>The measure with which its sets are judged together: its own, or that of which it is another writing.</summary>
    public MeasuredBy JudgedAs { get; init; } = Key;

    /// <summary>All of them, in the order of <see cref="MeasuredBy"/>. A test says which one is missing.</summary>
    public static readonly ImmutableArray<MeasureTraits> All =
    [
        new(MeasuredBy.TouchesInARound, [DoseForm.Time, DoseForm.Reps], new MarkRule(MeasureKind.TouchesIn)),
        new(MeasuredBy.CleanReps, [DoseForm.Reps, DoseForm.Time], new MarkRule(MeasureKind.CleanReps))
        {
            LastingAs = MeasuredBy.CleanStreak,
            IsCleanByShare = true,
        },
        new(MeasuredBy.BestStreak, [DoseForm.Tries, DoseForm.Time], new MarkRule(MeasureKind.Streak)) { FollowsABeat = false },
        new(
            MeasuredBy.CleanPasses,
            [DoseForm.Time, DoseForm.Reps],
            new MarkRule(MeasureKind.LongestRun),
            new MarkRule(MeasureKind.PassesAMinute, Step: MarkRule.Tenth, IsAMinute: true)
        )
        {
            IsCleanByShare = true,
        },
        new(MeasuredBy.CourseTime, [DoseForm.Runs], new MarkRule(MeasureKind.CourseSeconds, LowerIsBetter: true, Step: MarkRule.Tenth))
        {
            IsRun = true,
            FollowsABeat = false,
            IsCleanByShare = true,
            UnitsInOne = 10,
        },
        new(MeasuredBy.HitsOutOfTries, [DoseForm.Reps, DoseForm.Time], new MarkRule(MeasureKind.HitsOutOf, Most: Ceiling.Size))
        {
            IsCleanByShare = true,
        },
        new(
            MeasuredBy.LadderRung,
            [DoseForm.Tries, DoseForm.Time],
            new MarkRule(MeasureKind.LadderRung),
            new MarkRule(MeasureKind.RungSeconds, LowerIsBetter: true, Step: MarkRule.Tenth)
        )
        {
            FollowsABeat = false,
        },
        new(MeasuredBy.StationsTime, [DoseForm.Runs], new MarkRule(MeasureKind.StationsSeconds, LowerIsBetter: true, Step: MarkRule.Tenth))
        {
            IsRun = true,
            IsCleanByShare = true,
            UnitsInOne = 10,
        },
        new(MeasuredBy.TargetPoints, [DoseForm.Reps, DoseForm.Time], new MarkRule(MeasureKind.PointsOutOf)),
        new(MeasuredBy.RunInTouches, [DoseForm.Tries, DoseForm.Time], new MarkRule(MeasureKind.RunInTouches)) { FollowsABeat = false },
        new(MeasuredBy.TrapHeights, [DoseForm.Reps, DoseForm.Time], new MarkRule(MeasureKind.TrapHeight, Most: new((int)DropHeight.Above))),
        new(MeasuredBy.StrikesByZone, [DoseForm.Reps, DoseForm.Time], new MarkRule(MeasureKind.HitsOutOf, Most: Ceiling.Size))
        {
            JudgedAs = MeasuredBy.HitsOutOfTries,
            IsCleanByShare = true,
        },
        new(MeasuredBy.SecondsWithoutADrop, [DoseForm.Tries, DoseForm.Time], new MarkRule(MeasureKind.SecondsUp, Step: MarkRule.Tenth))
        {
            FollowsABeat = false,
            UnitsInOne = 10,
        },
        new(MeasuredBy.CleanStreak, [DoseForm.Tries, DoseForm.Time], new MarkRule(MeasureKind.CleanStreak)) { FollowsABeat = false },
    ];

    private static readonly FrozenDictionary<MeasureKind, MarkRule> Rules = All.SelectMany(traits => traits.Keeps)
        .Distinct()
        .ToFrozenDictionary(rule => rule.Kind);

    /// <summary>The row of a measure.</summary>
    public static MeasureTraits Of(MeasuredBy measure) => All[(int)measure];

    /// <summary>What holds for marks of a kind.</summary>
    public static MarkRule RuleOf(MeasureKind kind) => Rules[kind];
}

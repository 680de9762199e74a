using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Gambeta.Core.Base.Measures;

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

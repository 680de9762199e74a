using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Every way of measuring. A test says which one is missing here, and what one lacks.</summary>
public static class Ways
{
    /// <summary>All of them, in the order of <see cref="MeasuredBy"/>.</summary>
    public static readonly ImmutableArray<WayOfMeasuring> All =
    [
        new TouchesInARound(),
        new CleanReps(),
        new BestStreak(),
        new CleanPasses(),
        new CourseTime(),
        new HitsOutOfTries(),
        new LadderRung(),
        new StationsTime(),
        new TargetPoints(),
        new RunInTouches(),
        new TrapHeights(),
        new StrikesByZone(),
        new SecondsWithoutADrop(),
        new CleanStreak(),
    ];

    /// <summary>The way of a key.</summary>
    public static WayOfMeasuring Of(MeasuredBy measuredBy) => All[(int)measuredBy];
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Every way of measuring. A test says which one is missing here, and what one lacks.</summary>
public static class Ways
{
    /// <summary>All of them, in the order of <see cref="MeasuredBy"/>.</summary>
    public static readonly ImmutableArray<WayOfMeasuring> All = [.. OneOfEach.In<WayOfMeasuring>().OrderBy(way => way.Key)];

    /// <summary>The way of a key.</summary>
    public static WayOfMeasuring Of(MeasuredBy measuredBy) => All[(int)measuredBy];
}

using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Practice.Records;

/// <summary>What a record is kept for: marks compare only within the same key. The layout is empty where there is none.</summary>
public sealed record MarkKey(Guid PlayerId, string Drill, Measure Measure, Feet Feet, string Layout);

/// <summary>A value reached in a set.</summary>
public sealed record Mark(MarkKey Key, decimal Value, DateTimeOffset At, DateOnly Day, Guid SetId) : IComparable<Mark>
{
    /// <summary>
    /// Marks in the order in which they were made. Of two of one instant the better one comes first, whichever was stored first, so that
    /// the other is no best beside it; equal ones go by their sets' ids.
    /// </summary>
    public int CompareTo(Mark? other) => other is null ? 1 : Order.CompareTo(other.Order);

    private (DateTimeOffset, MeasureKind, int, decimal, Guid) Order =>
        (At, Key.Measure.Kind, Key.Measure.Size, Key.Measure.LowerIsBetter ? Value : -Value, SetId);

    /// <summary>True when this mark is strictly better than the other.</summary>
    public bool Beats(Mark other) => Key.Measure.IsBetter(Value, other.Value);
#pragma warning disable CS1591 // the four comparisons follow from CompareTo
    public static bool operator <(Mark a, Mark b) => a.CompareTo(b) < 0;

    public static bool operator >(Mark a, Mark b) => a.CompareTo(b) > 0;

    public static bool operator <=(Mark a, Mark b) => a.CompareTo(b) <= 0;

    public static bool operator >=(Mark a, Mark b) => a.CompareTo(b) >= 0;
#pragma warning restore CS1591
}

using Gambeta.Core.Touches;

namespace Gambeta.Core.Records;

/// <summary>What a record is kept for: marks compare only within the same key. The layout is empty where there is none.</summary>
public sealed record MarkKey(Guid PlayerId, string Drill, Measure Measure, Feet Feet, string Layout);

/// <summary>A value reached in a set.</summary>
public sealed record Mark(MarkKey Key, decimal Value, DateTimeOffset At, DateOnly Day, Guid SetId) : IComparable<Mark>
{
    /// <summary>Marks in the order in which they were made; two of the same instant by their sets' ids.</summary>
    public int CompareTo(Mark? other) => other is null ? 1 : (At, SetId).CompareTo((other.At, other.SetId));

    /// <summary>True when this mark is strictly better than the other.</summary>
    public bool Beats(Mark other) => Key.Measure.IsBetter(Value, other.Value);
#pragma warning disable CS1591 // the four comparisons follow from CompareTo
    public static bool operator <(Mark a, Mark b) => a.CompareTo(b) < 0;
    public static bool operator >(Mark a, Mark b) => a.CompareTo(b) > 0;
    public static bool operator <=(Mark a, Mark b) => a.CompareTo(b) <= 0;
    public static bool operator >=(Mark a, Mark b) => a.CompareTo(b) >= 0;
#pragma warning restore CS1591
}

using System.Text.Json.Serialization;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Practice.Played;

/// <summary>
/// A set as somebody typed or sent it: anything may be missing or absurd. <see cref="SetCheck"/> makes a set of it. Here stands what a set
/// of any measure has; a measure that counts more than that has a type of its own, beside it.
/// </summary>
public record SetDraft
{
    /// <summary>Touches of the left foot.</summary>
    public int? Left { get; init; }

    /// <summary>Touches of the right foot.</summary>
    public int? Right { get; init; }

    /// <summary>Time with the ball in seconds.</summary>
    public double? Seconds { get; init; }

    /// <summary>The most tries in one set.</summary>
    public const int MostTries = 100;

    /// <summary>True when a count is below what it can be.</summary>
    [JsonIgnore]
    public virtual bool IsBelow => Left < 0 || Right < 0;

    /// <summary>True when there are more tries than <see cref="MostTries"/>, or what is said of them does not match them.</summary>
    [JsonIgnore]
    public virtual bool IsUnclear => false;

    /// <summary>Counts of which none can be greater than what feet do in the time. None is below zero.</summary>
    [JsonIgnore]
    public virtual IEnumerable<long> Sums => [Sum(Left, Right)];

    /// <summary>The sum of counts, which no count that fits a draft can overflow.</summary>
    protected static long Sum(params IEnumerable<int?> counts) => counts.Sum(count => (long)(count ?? 0));

    /// <summary>The sum of a list.</summary>
    protected static long Sum(IReadOnlyList<int>? counts) => counts?.Sum(count => (long)count) ?? 0;

    /// <summary>True when a list holds a number below a least one.</summary>
    protected static bool HasBelow(IReadOnlyList<int>? counts, int least = 0) => counts?.Any(count => count < least) == true;
}

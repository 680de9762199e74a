namespace Gambeta.Core.Base.Measures;

/// <summary>What holds for marks of a kind.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="LowerIsBetter">True for times: a smaller value is the better one.</param>
/// <param name="Step">The least by which a value differs from the next: one, or a tenth of a second or of a pass a minute.</param>
/// <param name="Most">The value beyond which none can be; by the size of the measure itself where that is the ceiling.</param>
/// <param name="IsAMinute">True for what is counted in a round and told by the minute.</param>
public sealed record MarkRule(
    MeasureKind Kind,
    bool LowerIsBetter = false,
    decimal Step = 1,
    Ceiling Most = default,
    bool IsAMinute = false
)
{
    /// <summary>The tenth of a second.</summary>
    public const decimal Tenth = 0.1m;

    /// <summary>True for a time.</summary>
    public bool IsSeconds => Step < 1 && !IsAMinute;

    /// <summary>
    /// The least that beats a value: a step more, or a step less for a time. Of what is told by the minute it is one more in a round of so
    /// many seconds, to the step below, which that one beats.
    /// </summary>
    public decimal ToBeat(decimal value, int size) =>
        IsAMinute ? Math.Floor((Rounded.To(value * size / 60, 0) + 1) * 60 / size / Step) * Step
        : LowerIsBetter ? value - Step
        : (Math.Floor(value / Step) * Step) + Step;

    /// <summary>False for a value that nothing can be better than.</summary>
    public bool CanBeBeaten(decimal value, int size) => !(Most.IsSize ? value >= size : value >= Most.Value);
}

/// <summary>The best value that there can be: none, a number, or the size of the measure (ten hits of ten).</summary>
public readonly record struct Ceiling(decimal? Value, bool IsSize = false)
{
    /// <summary>The measure's size is the ceiling.</summary>
    public static readonly Ceiling Size = new(null, true);
}

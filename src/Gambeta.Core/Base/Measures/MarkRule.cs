namespace Gambeta.Core.Base.Measures;

/// <summary>What holds for marks of a kind.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="LowerIsBetter">True for times: a smaller value is the better one.</param>
/// <param name="Step">The least by which a value differs from the next: one, or a tenth of a second or of a pass a minute.</param>
/// <param name="Most">The value beyond which none can be; by the size of the measure itself where that is the ceiling.</param>
public sealed record MarkRule(MeasureKind Kind, bool LowerIsBetter = false, decimal Step = 1, Ceiling Most = default)
{
    /// <summary>The tenth of a second.</summary>
    public const decimal Tenth = 0.1m;

    /// <summary>The least that beats a value: a step more, or a step less for a time.</summary>
    public decimal ToBeat(decimal value) => LowerIsBetter ? value - Step : (Math.Floor(value / Step) * Step) + Step;

    /// <summary>False for a value that nothing can be better than.</summary>
    public bool CanBeBeaten(decimal value, int size) => !(Most.IsSize ? value >= size : value >= Most.Value);
}

/// <summary>The best value that there can be: none, a number, or the size of the measure (ten hits of ten).</summary>
public readonly record struct Ceiling(decimal? Value, bool IsSize = false)
{
    /// <summary>The measure's size is the ceiling.</summary>
    public static readonly Ceiling Size = new(null, true);
}

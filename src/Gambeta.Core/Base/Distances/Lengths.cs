using System.Globalization;

namespace Gambeta.Core.Base.Distances;

/// <summary>Lengths as a household writes them: metres, or feet and inches.</summary>
/// <param name="Units">The household's units.</param>
public sealed record Lengths(Units Units)
{
    private const double Foot = 0.3048;

    private static readonly CultureInfo Plain = CultureInfo.InvariantCulture;

    /// <summary>By tape: "1.70 m", "5′ 7″".</summary>
    public string Tape(double metres) => Units == Units.Metric ? metres.ToString("0.00", Plain) + " m" : Feet(metres);

    /// <summary>To the tenth of a metre, or to the inch: "8.5 m".</summary>
    public string Of(double metres) => Units == Units.Metric ? metres.ToString("0.0", Plain) + " m" : Feet(metres);

    /// <summary>Two sides: "5.0 × 8.5 m".</summary>
    public string Sides(double width, double length) =>
        Units == Units.Metric ? $"{width.ToString("0.0#", Plain)} × {length.ToString("0.0#", Plain)} m" : $"{Feet(width)} × {Feet(length)}";

    /// <summary>The floor that a drill asks for, as short as it goes: "1.5 × 3 m".</summary>
    public string Room(Floor floor) =>
        Units == Units.Metric
            ? $"{floor.Width.ToString("0.#", Plain)} × {floor.Length.ToString("0.#", Plain)} m"
            : Sides(floor.Width, floor.Length);

    /// <summary>The word beside a field in which a length is typed.</summary>
    public string FieldUnit => Units == Units.Metric ? "m" : "ft";

    /// <summary>A length as a number for a field.</summary>
    public string Field(double metres) => (Units == Units.Metric ? metres : metres / Foot).ToString("0.##", Plain);

    /// <summary>Reads a length as it was typed, in the household's unit where none stands beside it: 1.7, 1,7, 1.7 m, 170 cm, 5 ft, 5'7",
    /// 5′ 7″.</summary>
    public double? Read(string? typed)
    {
        var text = (typed ?? "")
            .Trim()
            .Replace(',', '.')
            .Replace('′', '\'')
            .Replace('″', '"')
            .Replace("''", "\"", StringComparison.Ordinal)
            .ToLowerInvariant();
        if (text.EndsWith("cm", StringComparison.Ordinal))
            return Number(text[..^2]) / 100;
        if (text.EndsWith("ft", StringComparison.Ordinal))
            return Number(text[..^2]) * Foot;
        if (text.EndsWith("in", StringComparison.Ordinal))
            return Number(text[..^2]) * Foot / 12;
        if (text.EndsWith('m'))
            return Number(text[..^1]);
        if (text.Contains('\'') || text.EndsWith('"'))
        {
            var parts = text.TrimEnd('"').Split('\'');
            if (parts.Length == 1)
                return Number(parts[0]) * Foot / 12;
            return parts.Length == 2 && Number(parts[0]) is { } feet && (parts[1].Trim().Length == 0 ? 0 : Number(parts[1])) is { } inches
                ? (feet + (inches / 12)) * Foot
                : null;
        }
        return Number(text) * (Units == Units.Metric ? 1 : Foot);
    }

    private static double? Number(string text) =>
        double.TryParse(text.Trim(), NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign, Plain, out var value) ? value : null;

    private static string Feet(double metres)
    {
        var inches = Rounded.Whole(Math.Abs(metres) / Foot * 12);
        return $"{(metres < 0 ? "−" : "")}{inches / 12}′{(inches % 12 == 0 ? "" : $" {inches % 12}″")}";
    }
}

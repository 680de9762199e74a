using System.Globalization;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>How a field is filled in.</summary>
public enum TypedKind
{
    /// <summary>A whole number.</summary>
    Count,

    /// <summary>A whole number for each of something.</summary>
    List,

    /// <summary>Tries as <see cref="TypedTries"/> writes them.</summary>
    Tries,

    /// <summary>Yes or no.</summary>
    Flag,
}

/// <summary>A field in which something is typed that was counted.</summary>
/// <param name="Name">Its name in forms.</param>
/// <param name="Kind">How it is filled in.</param>
public sealed record TypedField(string Name, TypedKind Kind = TypedKind.Count);

/// <summary>Counts as somebody typed them, field by field. What cannot be read is remembered and counts as nothing.</summary>
/// <param name="typed">What stands in a field; nothing where there is no such field.</param>
public sealed class TypedCounts(Func<string, string?> typed)
{
    private static readonly char[] Between = [',', ' ', ';'];

    private readonly List<(string Text, string Field)> _unclear = [];

    /// <summary>What could not be read, with its field.</summary>
    public IReadOnlyList<(string Text, string Field)> Unclear => _unclear;

    /// <summary>A whole number; nothing where nothing stands.</summary>
    public int? Count(string field) => typed(field) is { } text && !string.IsNullOrWhiteSpace(text) ? Whole(text, field) : null;

    /// <summary>Yes or no.</summary>
    public bool Flag(string field) => typed(field) == "true";

    /// <summary>A whole number for each; nothing without the field.</summary>
    public IReadOnlyList<int>? List(string field) => Words(field)?.Select(word => Whole(word, field) ?? 0).ToList();

    /// <summary>The words of a field; nothing without the field.</summary>
    public IReadOnlyList<string>? Words(string field) => typed(field)?.Split(Between, StringSplitOptions.RemoveEmptyEntries);

    /// <summary>Reads a whole number of a field.</summary>
    public int? Whole(string text, string field)
    {
        if (int.TryParse(text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var value))
            return value;
        _unclear.Add((text, field));
        return null;
    }

    /// <summary>Seconds for each, as whole tenths; nothing without the field. A comma may part the seconds from their tenths, so that
    /// blanks part one from the next.</summary>
    public IReadOnlyList<int>? Tenths(string field) =>
        typed(field)
            ?.Split([' ', ';'], StringSplitOptions.RemoveEmptyEntries)
            .Select(written => written.TrimEnd(',').Replace(',', '.'))
            .Select(word =>
            {
                if (
                    decimal.TryParse(word, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var seconds)
                    && seconds < 100_000
                )
                    return (int)Math.Floor(seconds * 10);
                _unclear.Add((word, field));
                return 0;
            })
            .ToList();

    /// <summary>Tenths of a second as they stand in a field.</summary>
    public static string Seconds(IEnumerable<int> tenths) =>
        string.Join(" ", tenths.Select(count => (count / 10m).ToString("0.0", CultureInfo.InvariantCulture)));

    /// <summary>A count as it stands in a field.</summary>
    public static string Text(int count) => count.ToString(CultureInfo.InvariantCulture);

    /// <summary>Counts as they stand in a field.</summary>
    public static string Text(IEnumerable<int> counts) => string.Join(", ", counts.Select(Text));
}

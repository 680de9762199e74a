using System.Globalization;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>A line of a diary file: its cells as text, and as what they should be. A cell that cannot be read is nothing, and named among
/// <see cref="Unclear"/>.</summary>
public sealed class DiaryLine(int number)
{
    /// <summary>How many columns there are.</summary>
    public static readonly int Columns = Enum.GetValues<DiaryColumn>().Length;

    private readonly string[] _cells = new string[Columns];
    private List<DiaryColumn>? _unclear;

    /// <summary>Its number in the file, from 1, the header counted.</summary>
    public int Number => number;

    /// <summary>Columns whose cell was asked for and could not be read.</summary>
    public IReadOnlyList<DiaryColumn> Unclear => _unclear ?? (IReadOnlyList<DiaryColumn>)[];

    /// <summary>A cell as text, without spaces around it; empty where there is none.</summary>
    public string this[DiaryColumn column]
    {
        get => _cells[(int)column] ?? "";
        set => _cells[(int)column] = value.Trim();
    }

    /// <summary>True where a cell holds something.</summary>
    public bool Has(DiaryColumn column) => this[column].Length > 0;

    /// <summary>A whole number.</summary>
    public int? Count(DiaryColumn column) =>
        Read<int>(column, static (string text, out int count) =>
            int.TryParse(text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out count)
        );

    /// <summary>A number; a comma may stand for the point.</summary>
    public double? Amount(DiaryColumn column) =>
        Read<double>(column, static (string text, out double amount) =>
            double.TryParse(
                text.Replace(',', '.'),
                NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint,
                CultureInfo.InvariantCulture,
                out amount
            ) && double.IsFinite(amount)
        );

    /// <summary>An id; nothing where there is none.</summary>
    public Guid? Id(DiaryColumn column) => Read<Guid>(column, Guid.TryParse);

    /// <summary>An instant with its offset.</summary>
    public DateTimeOffset? Instant(DiaryColumn column) =>
        Read<DateTimeOffset>(column, static (string text, out DateTimeOffset at) =>
            DateTimeOffset.TryParse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out at)
        );

    private static readonly string[] Days = ["yyyy-MM-dd", "d.M.yyyy", "yyyy/M/d", "d MMM yyyy", "d MMMM yyyy"];

    /// <summary>A day: 2026-03-09, 9.3.2026 or 9 March 2026.</summary>
    public DateOnly? Date(DiaryColumn column) =>
        Read<DateOnly>(column, static (string text, out DateOnly day) =>
            DateOnly.TryParseExact(text, Days, CultureInfo.InvariantCulture, DateTimeStyles.None, out day)
        );

    /// <summary>Whole numbers with spaces between them.</summary>
    public IReadOnlyList<int>? List(DiaryColumn column)
    {
        var text = this[column];
        if (text.Length == 0)
            return null;
        var numbers = new List<int>();
        foreach (var part in text.AsSpan().Split(' '))
        {
            if (part.End.Value == part.Start.Value)
                continue;
            if (!int.TryParse(text.AsSpan(part), NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number))
            {
                IsUnclear(column);
                return null;
            }
            numbers.Add(number);
        }
        return numbers;
    }

    /// <summary>One of the values of an enumeration, by its key.</summary>
    public T? Key<T>(DiaryColumn column)
        where T : struct, Enum => Read<T>(column, static (string text, out T value) => Keys.TryRead(text.ToLowerInvariant(), out value));

    /// <summary>Yes or no: 1, true, yes or x.</summary>
    public bool Flag(DiaryColumn column) => this[column].ToLowerInvariant() is "1" or "true" or "yes" or "x";

    /// <summary>Writes numbers with spaces between them.</summary>
    public void Write(DiaryColumn column, IEnumerable<int> numbers) =>
        this[column] = string.Join(' ', numbers.Select(number => number.ToString(CultureInfo.InvariantCulture)));

    /// <summary>Writes a number.</summary>
    public void Write(DiaryColumn column, IFormattable? number) =>
        this[column] = number?.ToString(null, CultureInfo.InvariantCulture) ?? "";

    /// <summary>Marks a cell as one that cannot be read.</summary>
    public void IsUnclear(DiaryColumn column) => (_unclear ??= []).Add(column);

    private delegate bool Reader<T>(string text, out T value);

    private T? Read<T>(DiaryColumn column, Reader<T> reader)
        where T : struct
    {
        var text = this[column];
        if (text.Length == 0)
            return null;
        if (reader(text, out var value))
            return value;
        IsUnclear(column);
        return null;
    }
}

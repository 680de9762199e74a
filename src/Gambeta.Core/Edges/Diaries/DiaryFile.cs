using CsvHelper;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Diary files: comma-separated values (RFC 4180) with a header, a line a set. Columns are found by their names, in any order;
/// others are passed over.</summary>
public static class DiaryFile
{
    /// <summary>The longest line, in bytes: a hundred tries with their ends take a tenth of it.</summary>
    private const int LongestLine = 16 * 1024;

    private static readonly string[] Names = [.. Enum.GetValues<DiaryColumn>().Select(column => column.ToKey().Replace(' ', '_'))];

    private static readonly CsvReaderOptions AsItComes = new()
    {
        TrackLineNumbers = true,
        AllowLineBreaksInQuotes = false,
        IncludeValuesInExceptions = false,
        MaxRecordSize = LongestLine,
        FieldCountMismatch = CsvFieldCountHandling.Allow,
        SkipEmptyLines = true,
        TrimWhitespace = true,
    };

    /// <summary>The name of a column in the header.</summary>
    public static string NameOf(DiaryColumn column) => Names[(int)column];

    /// <summary>Reads the lines, one after the other; commas, semicolons or tabs may stand between the cells.</summary>
    /// <exception cref="DiaryFormatException">There is no header with at least a drill in it, or a line cannot be taken apart.</exception>
    public static IEnumerable<DiaryLine> Read(TextReader text)
    {
        using var csv = CsvReader.Create(text, AsItComes, true);
        var places = Header(csv);
        while (Next(csv))
        {
            var line = new DiaryLine((int)csv.LineNumber);
            for (var column = 0; column < places.Length; column++)
            {
                if (places[column] is >= 0 and var place && place < csv.FieldCount)
                    line[(DiaryColumn)column] = csv.GetString(place);
            }
            yield return line;
        }
    }

    /// <summary>Writes lines under their header.</summary>
    public static void Write(TextWriter text, IEnumerable<DiaryLine> lines)
    {
        using var csv = CsvWriter.Create(text, new CsvWriterOptions { NewLine = "\n", Injection = CsvInjection.Escape }, true);
        csv.WriteRecord(Names);
        foreach (var line in lines)
        {
            for (var column = 0; column < Names.Length; column++)
                csv.WriteField(line[(DiaryColumn)column]);
            csv.EndRecord();
        }
        csv.Flush();
    }

    private static int[] Header(CsvReader csv)
    {
        try
        {
            var header = csv.Headers.Select((name, _) => name.Trim().ToLowerInvariant().Replace(' ', '_')).ToList();
            var places = Names.Select(name => header.IndexOf(name)).ToArray();
            return places[(int)DiaryColumn.Drill] >= 0 ? places : throw new DiaryFormatException(1, null);
        }
        catch (CsvFormatException problem)
        {
            throw new DiaryFormatException(1, problem);
        }
    }

    private static bool Next(CsvReader csv)
    {
        try
        {
            return csv.Read();
        }
        catch (CsvFormatException problem)
        {
            throw new DiaryFormatException((int)csv.RowNumber + 1, problem);
        }
    }
}

/// <summary>A file that is no diary: at this line it cannot be taken apart, or its first line names no drill.</summary>
public sealed class DiaryFormatException(int line, Exception? inner) : FormatException($"Line {line} is none of a diary.", inner)
{
    /// <summary>The line, from 1.</summary>
    public int Line => line;

    /// <summary>True where nothing is wrong with the line but that there are too many.</summary>
    public bool IsTooLong { get; init; }
}

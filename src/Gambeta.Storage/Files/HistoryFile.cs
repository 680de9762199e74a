using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Gambeta.Storage;

/// <summary>What is wrong with a file that is to be a household's.</summary>
public enum HistoryProblem
{
    /// <summary>It is no JSON, or not of this kind.</summary>
    NoHousehold,

    /// <summary>A newer build wrote it.</summary>
    TooNew,

    /// <summary>It holds more than a household can.</summary>
    TooMuch,

    /// <summary>A list of it cannot be read: it was changed or cut.</summary>
    Broken,
}

/// <summary>A file that cannot be taken in.</summary>
/// <param name="problem">What is wrong with it.</param>
/// <param name="list">Where in it; empty where it is about all of it.</param>
public sealed class HistoryException(HistoryProblem problem, string list = "", Exception? inner = null)
    : FormatException($"{problem} {list}", inner)
{
    /// <summary>What is wrong with it.</summary>
    public HistoryProblem Problem => problem;

    /// <summary>The list that it is about.</summary>
    public string List => list;
}

/// <summary>A household's file as it was read, of whatever version: the rows of each table under the names of their columns.</summary>
public sealed class HistoryFile
{
    /// <summary>Most rows of one list: thirty years of a family that plays each day.</summary>
    public const int MostRows = 200_000;

    // Counted before anything is built of them: a row that says nothing weighs a hundred times what it is long.
    private const int MostObjects = 400_000;

    private readonly Dictionary<string, List<JsonObject>> _rows = [];

    private HistoryFile(int version, JsonObject? settings) => (Version, Settings) = (version, settings);

    /// <summary>The version that wrote it.</summary>
    public int Version { get; }

    /// <summary>How it was in that household, by the names of version 2 on; nothing where that is not said.</summary>
    public JsonObject? Settings { get; }

    internal List<JsonObject> Rows(FileList list) => _rows.GetValueOrDefault(list.Table) ?? [];

    /// <summary>Reads a file.</summary>
    /// <exception cref="HistoryException">It is none, or too new, or broken.</exception>
    public static HistoryFile Read(ReadOnlyMemory<byte> utf8)
    {
        JsonObject root;
        try
        {
            if (Objects(utf8.Span) > MostObjects)
                throw new HistoryException(HistoryProblem.TooMuch);
            if (utf8.Span.StartsWith("\xEF\xBB\xBF"u8))
                utf8 = utf8[3..];
            root =
                JsonNode.Parse(utf8.Span, documentOptions: new JsonDocumentOptions { MaxDepth = 24 }) as JsonObject
                ?? throw new HistoryException(HistoryProblem.NoHousehold);
            if (root["file"] is not JsonValue kind || !kind.TryGetValue(out string? said) || said != HouseholdFile.Kind)
                throw new HistoryException(HistoryProblem.NoHousehold);
        }
        catch (Exception problem) when (problem is JsonException or ArgumentException)
        {
            throw new HistoryException(HistoryProblem.NoHousehold, inner: problem);
        }
        if (root["version"] is not JsonValue number || !number.TryGetValue(out int version) || version < 1)
            throw new HistoryException(HistoryProblem.NoHousehold);
        if (version > HouseholdFile.Version)
            throw new HistoryException(HistoryProblem.TooNew);
        var file = new HistoryFile(version, version == 1 ? null : root["household"] as JsonObject);
        foreach (var list in HouseholdFile.Lists)
        {
            if (root[version == 1 ? list.Table : list.Name] is not { } found)
                continue;
            if (found is not JsonArray rows)
                throw new HistoryException(HistoryProblem.Broken, list.Name);
            if (rows.Count > MostRows)
                throw new HistoryException(HistoryProblem.TooMuch, list.Name);
            try
            {
                file._rows[list.Table] =
                [
                    .. rows.Select(row => row as JsonObject ?? throw new FormatException("no row"))
                        .Select(row => Sound(list, version == 1 ? HistoryOfOld.Row(list, row) : RowOf(list, row))),
                ];
            }
            // No row, the same name twice in one object, numbers that are none.
            catch (Exception problem)
                when (problem is ArgumentException or InvalidOperationException or FormatException and not HistoryException)
            {
                throw new HistoryException(HistoryProblem.Broken, list.Name, problem);
            }
        }
        return file;
    }

    private static int Objects(ReadOnlySpan<byte> utf8)
    {
        var objects = 0;
        var reader = new Utf8JsonReader(utf8.StartsWith("\xEF\xBB\xBF"u8) ? utf8[3..] : utf8, new JsonReaderOptions { MaxDepth = 24 });
        while (reader.Read())
            if (reader.TokenType == JsonTokenType.StartObject)
                objects++;
        return objects;
    }

    // A row says which it is. The database knows words for days ("yesterday", "infinity") that no file of ours ever held.
    private static JsonObject Sound(FileList list, JsonObject row)
    {
        if (list.KeyColumns.Any(column => row[column] is null))
            throw new FormatException($"a row of {list.Name} without {list.Key}");
        // What is read on each page is no place for megabytes.
        if (row.ToJsonString().Length > list.LongestRow)
            throw new HistoryException(HistoryProblem.TooMuch, list.Name);
        foreach (var (name, value) in row)
        {
            if (
                value is not null
                && (
                    name.EndsWith("_at", StringComparison.Ordinal)
                    || name.EndsWith("_on", StringComparison.Ordinal)
                    || name.EndsWith("day", StringComparison.Ordinal)
                    || name == "since"
                )
                && (
                    !DateTimeOffset.TryParse(
                        value.GetValue<string>(),
                        CultureInfo.InvariantCulture,
                        DateTimeStyles.AssumeUniversal,
                        out var at
                    ) || at.Year is < 1900 or > 2200
                )
            )
                throw new FormatException($"{name} {value}");
        }
        return row;
    }

    private static JsonObject RowOf(FileList list, JsonObject row)
    {
        var read = new JsonObject();
        foreach (var (inFile, name) in list.Columns)
            if (row[inFile] is { } value)
                read[name] = name is "played" or "before" ? SetOf(value as JsonObject) : value.DeepClone();
        return read;
    }

    // What a set was, under the names of its columns again.
    private static JsonObject? SetOf(JsonObject? set)
    {
        if (set is null)
            return null;
        var read = new JsonObject();
        foreach (var (inFile, name) in SetsList.Columns)
            if (set.ContainsKey(inFile))
                read[name] = set[inFile]?.DeepClone();
        return read;
    }

    private static FileList SetsList => HouseholdFile.Lists.Single(list => list.Table == "practice_set");
}

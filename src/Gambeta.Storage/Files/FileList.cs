using System.Text.Json;

namespace Gambeta.Storage;

/// <summary>A column in the household's file.</summary>
/// <param name="InFile">Its name there.</param>
/// <param name="Name">Its name in the table.</param>
internal readonly record struct FileColumn(string InFile, string Name);

/// <summary>A list of the household's file: the rows of a table.</summary>
/// <param name="name">The list's name.</param>
/// <param name="table">The table.</param>
/// <param name="columns">Its columns, with spaces between them: the name in the file, and after a colon that in the table where it is not
/// the same in snake case.</param>
/// <param name="order">The order of the list.</param>
/// <param name="key">What tells a row from others of the household.</param>
internal sealed class FileList(string name, string table, string columns, string order, string key)
{
    public string Name => name;

    public string Table => table;

    public string Order => order;

    public string Key => key;

    /// <summary>The longest row, in characters of its JSON: several times what this application ever writes. Taps make a set long, and a
    /// change holds the set before it as well.</summary>
    public int LongestRow =>
        table switch
        {
            "practice_set" or "set_change" => 1_500_000,
            "plan" or "sitting" or "own_drill" => 300_000,
            _ => 40_000,
        };

    /// <summary>The columns that make the key.</summary>
    public IReadOnlyList<string> KeyColumns { get; } = key.Split(", ");

    public IReadOnlyList<FileColumn> Columns { get; } =
    [
        .. columns
            .Split(' ')
            .Select(column => column.Split(':'))
            .Select(parts => new FileColumn(parts[0], parts.Length > 1 ? parts[1] : JsonNamingPolicy.SnakeCaseLower.ConvertName(parts[0]))),
    ];
}

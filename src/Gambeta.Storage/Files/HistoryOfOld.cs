using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Gambeta.Storage;

/// <summary>
/// Files of version 1: the tables row by row, and what a set came to in eleven columns of which the filled ones said what kind of set it
/// was. The same as migration 0008 did to the database.
/// </summary>
internal static partial class HistoryOfOld
{
    private static readonly string[] OldColumns =
    [
        "clean_reps",
        "slips",
        "longest_run",
        "clips",
        "try_touches",
        "try_dropped",
        "hits",
        "misses",
        "is_ladder",
        "detail",
    ];

    /// <summary>A row under the columns of today.</summary>
    public static JsonObject Row(FileList list, JsonObject row)
    {
        var read = new JsonObject();
        foreach (var (_, name) in list.Columns)
            if (row[name] is { } value)
                read[name] = name is "played" or "before" ? SetOf(value as JsonObject) : value.DeepClone();
        if (list.Table == "practice_set")
            foreach (var (name, value) in ResultOf(row))
                read[name] = value;
        return read;
    }

    private static JsonObject? SetOf(JsonObject? set)
    {
        if (set is null)
            return null;
        var read = new JsonObject();
        foreach (var (name, value) in set)
            if (!OldColumns.Contains(name))
                read[name] = value?.DeepClone();
        foreach (var (name, value) in ResultOf(set))
            read[name] = value;
        return read;
    }

    private static IEnumerable<(string Name, JsonNode? Value)> ResultOf(JsonObject set)
    {
        var (measured, result) = Result(set, Text(set, "detail") ?? "");
        return [("measured_by", measured), ("result_version", 1), ("result", result)];
    }

    private static (string Measured, JsonObject Result) Result(JsonObject set, string detail)
    {
        var listed = detail.Split(':', 2) is [_, var after] ? after.Trim() : "";
        if (Stations().Match(detail) is { Success: true } stations)
            return (
                "stations time",
                new() { ["stations"] = int.Parse(stations.Groups[1].ValueSpan, CultureInfo.InvariantCulture), ["tries"] = Numbers(listed) }
            );
        if (detail.StartsWith("points:", StringComparison.Ordinal))
            return ("target points", new() { ["points"] = Numbers(listed) });
        if (detail.StartsWith("inside:", StringComparison.Ordinal))
            return ("trap heights", new() { ["inside"] = Numbers(listed) });
        if (detail.StartsWith("strikes:", StringComparison.Ordinal))
            return (
                "strikes by zone",
                new()
                {
                    ["feet"] = string.Concat(listed.Where(sign => sign is 'l' or 'r')),
                    ["zones"] = Numbers(listed.Replace("l", "", StringComparison.Ordinal).Replace("r", "", StringComparison.Ordinal)),
                }
            );
        if (set["try_touches"] is JsonArray tries)
        {
            var ends = string.Concat(
                (set["try_dropped"] as JsonArray ?? []).Select(end =>
                    end is null ? 'a'
                    : end.GetValue<bool>() ? 'd'
                    : 's'
                )
            );
            var goes = new JsonObject { ["tries"] = tries.DeepClone(), ["ends"] = ends };
            if (set["is_ladder"] is JsonValue ladder && ladder.TryGetValue(out bool isLadder) && isLadder)
            {
                if (RungAfter().Match(detail) is { Success: true } rung)
                    goes["took"] = decimal.Parse(rung.Groups[1].ValueSpan, CultureInfo.InvariantCulture);
                return ("ladder rung", goes);
            }
            return (detail == "run in" ? "run in touches" : "best streak", goes);
        }
        if (Has(set, "hits"))
            return ("hits out of tries", new() { ["hits"] = Number(set, "hits"), ["misses"] = Number(set, "misses") });
        if (Has(set, "clean_reps"))
            return ("clean reps", new() { ["clean"] = Number(set, "clean_reps"), ["slips"] = Number(set, "slips") });
        if (Has(set, "longest_run"))
            return ("clean passes", new() { ["longest"] = Number(set, "longest_run"), ["slips"] = Number(set, "slips") });
        // Runs from before penalties could be chosen cost a second each.
        if (Has(set, "clips"))
            return (
                "course time",
                new()
                {
                    ["clips"] = Number(set, "clips"),
                    ["penalty"] = Penalty().Match(detail) is { Success: true } penalty
                        ? decimal.Parse(penalty.Groups[1].ValueSpan, CultureInfo.InvariantCulture)
                        : 1,
                    ["void"] = detail.EndsWith(" void", StringComparison.Ordinal),
                }
            );
        return ("touches in a round", []);
    }

    private static bool Has(JsonObject set, string column) => set[column] is not null;

    private static int Number(JsonObject set, string column) => set[column] is { } number ? number.GetValue<int>() : 0;

    private static string? Text(JsonObject set, string column) => set[column]?.GetValue<string>();

    private static JsonArray Numbers(string listed) =>
        [
            .. listed
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Select(number => (JsonNode)int.Parse(number, CultureInfo.InvariantCulture)),
        ];

    [GeneratedRegex(@"^stations (\d+).*:")]
    private static partial Regex Stations();

    [GeneratedRegex("^rung after ([0-9.]+)$")]
    private static partial Regex RungAfter();

    [GeneratedRegex("^penalty ([0-9.]+)")]
    private static partial Regex Penalty();
}

using System.Text.Json;
using System.Text.Json.Nodes;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>
/// Results as they are written down: which measure, the version of the form, and the form itself as JSON. What each form holds stands with
/// its measure; a form that changes gets another number here, and whoever reads an old one turns it into the new one.
/// </summary>
public static class ResultJson
{
    /// <summary>The version that is written.</summary>
    public const int Version = 1;

    /// <summary>The form of a result.</summary>
    public static string Write(SetResult result) => Ways.Of(result.Of).Write(result).ToJsonString();

    /// <summary>Reads what <see cref="Write"/> wrote.</summary>
    /// <exception cref="FormatException">It is of another version, or no result of that measure.</exception>
    public static SetResult Read(MeasuredBy measuredBy, int version, string written)
    {
        if (version != Version)
            throw new FormatException($"A result of version {version} cannot be read here.");
        try
        {
            using var json = JsonDocument.Parse(written);
            return Ways.Of(measuredBy).Read(json.RootElement);
        }
        catch (Exception wrong) when (wrong is JsonException or InvalidOperationException or KeyNotFoundException or ArgumentException)
        {
            throw new FormatException($"'{written}' is no result of {measuredBy.ToKey()}.", wrong);
        }
    }

    internal static JsonArray Numbers(IEnumerable<int> values) => new([.. values.Select(value => (JsonNode)value)]);

    internal static IEnumerable<int> Numbers(this JsonElement json, string name) =>
        json.GetProperty(name).EnumerateArray().Select(value => value.GetInt32());

    internal static int Number(this JsonElement json, string name) => json.GetProperty(name).GetInt32();
}

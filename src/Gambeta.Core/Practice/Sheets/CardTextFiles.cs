using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Practice.Sheets;

/// <summary>
/// The files that <see cref="CardTexts"/> reads, with the words that are spoken now: a translator begins with them, and a test holds a
/// made-up language to them. Every text stands in quotes.
/// </summary>
public static class CardTextFiles
{
    private static readonly JsonSerializerOptions Quoted = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>Each file by its path in the folder of a language.</summary>
    /// <param name="catalogue">The shipped cards.</param>
    /// <param name="change">What is done to each text.</param>
    public static IReadOnlyDictionary<string, string> Of(DrillCatalogue catalogue, Func<string, string>? change = null)
    {
        var text = change ?? (words => words);
        var parts = DrillCatalogue.ShippedParts;
        return new Dictionary<string, string>
        {
            [CardTexts.FaultsFile] = All(parts.Faults.Values.OrderBy(fault => fault.Id, StringComparer.Ordinal), fault =>
                [("id", fault.Id), ("seen", text(fault.Seen)), ("cause", text(fault.Cause)), ("fix", text(fault.Fix))]
            ),
            [CardTexts.LayoutsFile] = All(
                parts.Layouts.Values.Concat(parts.Before.Values).OrderBy(layout => layout.Key, StringComparer.Ordinal),
                layout => [("key", layout.Key), ("name", text(layout.Name)), ("run", layout.Run.Length > 0 ? text(layout.Run) : null)]
            ),
            [CardTexts.SheetsFile] = All(ReadySheets.All, sheet =>
                [("id", sheet.Id), ("name", text(sheet.Sheet.Name)), ("for", text(sheet.For))]
            ),
            [CardTexts.Folder + "texts.yaml"] = All(catalogue.Cards.Concat(catalogue.OffTheShelf), card =>
                [
                    ("id", card.Id),
                    ("name", text(card.Name)),
                    ("purpose", text(card.Purpose)),
                    ("cues", card.Cues.IsEmpty ? null : card.Cues.Select(text).ToArray()),
                    ("cautions", card.Cautions.IsEmpty ? null : card.Cautions.Select(text).ToArray()),
                ]
            ),
        };
    }

    private static string All<T>(IEnumerable<T> items, Func<T, (string Key, object? Value)[]> fields)
    {
        var yaml = new StringBuilder();
        foreach (var item in items)
        {
            var start = "- ";
            foreach (var (key, value) in fields(item).Where(field => field.Value is not null))
            {
                // JSON is YAML, whatever is in it.
                yaml.Append(start).Append(key).Append(": ").AppendLine(JsonSerializer.Serialize(value, Quoted));
                start = "  ";
            }
        }
        return yaml.ToString();
    }
}

using System.Collections.Immutable;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Doses;

namespace Gambeta.Core.Practice.Sheets;

/// <summary>
/// A sheet's items as text, a line each: <c>warm up: inside-taps</c>, <c>mastery: drag-stop-push, reps 2x15/20</c>,
/// <c>other foot: drag-stop-push, reps 1x20/20, other foot only</c>. Without a dose it is the usual one of whoever plays.
/// </summary>
public static class SheetNotation
{
    private const string OtherFootOnly = "other foot only";

    /// <summary>Reads the lines; empty ones are passed over.</summary>
    /// <exception cref="FormatException">A line is none, or there are more than <see cref="Sheet.MostItems"/>.</exception>
    public static ImmutableArray<SheetItem> Read(string lines)
    {
        var items = lines
            .Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            .Select(ReadItem)
            .ToImmutableArray();
        return items.Length <= Sheet.MostItems
            ? items
            : throw new FormatException(Say("card-files.too-many-drills", ("mostItems", Sheet.MostItems)));
    }

    /// <summary>Reads one line.</summary>
    /// <exception cref="FormatException">It is none.</exception>
    public static SheetItem ReadItem(string line)
    {
        var colon = line.IndexOf(':', StringComparison.Ordinal);
        if (colon < 0 || !Keys.TryRead<SheetPart>(line[..colon].Trim(), out var part))
            throw new FormatException(Say("card-files.part-is-missing", ("line", line), ("choices", Keys.Choices<SheetPart>())));
        var words = line[(colon + 1)..].Split(',', StringSplitOptions.TrimEntries);
        if (words[0].Length is 0 or > 64)
            throw new FormatException(Say("card-files.names-no-drill", ("line", line)));
        var (dose, otherOnly) = ((Dose?)null, false);
        foreach (var word in words.Skip(1))
        {
            if (word == OtherFootOnly)
                otherOnly = true;
            else
                dose = DoseText.Read(word);
        }
        return new SheetItem(part, words[0], dose, otherOnly);
    }

    /// <summary>Writes what <see cref="Read"/> reads.</summary>
    public static string Write(IEnumerable<SheetItem> items) => string.Join('\n', items.Select(Write));

    /// <summary>Writes one line.</summary>
    public static string Write(SheetItem item) =>
        $"{item.Part.ToKey()}: "
        + $"{item.Drill}{(item.Dose is { } dose ? $", {DoseText.Write(dose)}" : "")}{(item.OtherFootOnly ? $", {OtherFootOnly}" : "")}";
}

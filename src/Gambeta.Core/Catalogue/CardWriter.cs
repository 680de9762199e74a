using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Gambeta.Core.Touches;
using Gambeta.Core.Yard;

namespace Gambeta.Core.Catalogue;

/// <summary>Writes drill cards as the YAML that <see cref="CardReader"/> reads.</summary>
public static class CardWriter
{
    // A JSON string is a YAML string, whatever is in it.
    private static readonly JsonSerializerOptions Quoted = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>One card as an item of a list; every part of it stands on a line that begins with its word.</summary>
    public static string Write(DrillCard card)
    {
        var yaml = new StringBuilder();
        Line("id", card.Id, first: true);
        Line("name", Text(card.Name));
        Line("purpose", Text(card.Purpose));
        Line("family", card.Family.ToWords());
        if (!card.After.IsEmpty) Line("after", $"[{string.Join(", ", card.After)}]");
        Line("pattern", Text(card.Pattern.ToString()));
        Line("feet", card.Feet.ToWords());
        Line("measured by", card.MeasuredBy.ToWords());
        Line("intensity", card.Intensity.ToWords());
        if (card.From != Level.FirstWeeks) Line("level", card.From.ToWords());
        if (card.SlipsAreFine) Line("slips", "fine");
        if (card.LeastAge is { } age) Line("age", age.ToString(CultureInfo.InvariantCulture));
        Line("tempo", string.Join(' ', new[] { card.Tempo.Slow, card.Tempo.Steady, card.Tempo.Fast }.Select(tempo => Number(tempo.TouchesAMinute))));
        Line("time", string.Join(", ", card.Doses.ByTime.Select(dose => $"{dose.Rounds}x{Number(dose.Work.TotalSeconds)}/{Number(dose.Rest.TotalSeconds)}")));
        Line("reps", string.Join(", ", card.Doses.ByReps.Select(dose => $"{dose.Times}x{dose.Reps}/{Number(dose.Rest.TotalSeconds)}")));
        if (card.Doses.Own is { } own) Line(own[0] is TriesDose ? "tries" : "runs", string.Join(", ", own.Select(Own)));
        if (card.Gear.Length > 1) Line("gear", List(card.Gear.Skip(1).Select(item => item.ToString())));
        Line("place", string.Join(' ', Enum.GetValues<Places>().Where(place => place != Places.None && card.Places.HasFlag(place)).Select(place => place.ToWords())));
        Line("space", $"{Number(card.Space.Width)} x {Number(card.Space.Length)}");
        if (card.Layout is { } layout)
        {
            Line("layout", LayoutLine(layout));
        }
        Line("cues", List(card.Cues));
        Line("faults", "[" + string.Join(", ", card.Faults.Select(Fault)) + "]");
        if (!card.Cautions.IsEmpty) Line("cautions", List(card.Cautions));
        return yaml.ToString();

        void Line(string word, string value, bool first = false) => yaml.Append(first ? "- " : "  ").Append(word).Append(": ").Append(value).Append('\n');
    }

    /// <summary>A text in quotes.</summary>
    public static string Text(string text) => JsonSerializer.Serialize(text, Quoted);

    private static string LayoutLine(Layout layout)
    {
        var parts = new List<string> { $"key: {Text(layout.Key)}", $"name: {Text(layout.Name)}", $"run: {Text(layout.Run)}" };
        if (layout.Shape is { } kind)
        {
            parts.Add($"shape: {kind.ToWords()}");
            parts.AddRange(Shape.Of(kind).Parameters.Select(parameter => $"{parameter.Key}: {Precise(layout.Measures[parameter.Key])}"));
        }
        else
        {
            parts.Add($"markers: {List(layout.Markers.Select(Place))}");
            if (!layout.Steps.IsEmpty) parts.Add($"steps: {Text(RunNotation.Write(layout.Steps))}");
            if (layout.Start != default) parts.Add($"start: {Place(layout.Start)}");
            if (layout.Finish != default) parts.Add($"finish: {Place(layout.Finish)}");
            parts.Add($"clearance: {Precise(layout.Clearance)}");
            if (layout.WallAhead is { } wall) parts.Add($"wall: {Precise(wall)}");
            parts.Add($"standing: {layout.Standing.ToWords()}");
        }
        return "{ " + string.Join(", ", parts) + " }";
    }

    private static string Place(Spot spot) => $"{Precise(spot.Right)} {Precise(spot.Ahead)}";

    private static string Precise(double number) => number.ToString("0.####", CultureInfo.InvariantCulture);

    private static string List(IEnumerable<string> texts) => "[" + string.Join(", ", texts.Select(Text)) + "]";

    private static string Number(double number) => number.ToString("0.##", CultureInfo.InvariantCulture);

    private static string Own(Dose dose) => dose is TriesDose tries ? $"{tries.Tries}/{Number(dose.Rest.TotalSeconds)}" : $"{dose.Sets}/{Number(dose.Rest.TotalSeconds)}";

    private static string Fault(Fault fault) =>
        fault.Id.Length > 0 ? fault.Id : $"{{ seen: {Text(fault.Seen)}, cause: {Text(fault.Cause)}, fix: {Text(fault.Fix)} }}";
}

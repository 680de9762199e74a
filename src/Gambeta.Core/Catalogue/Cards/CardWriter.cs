using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>Writes drill cards as the YAML that <see cref="CardReader"/> reads. Every value stands in quotes, so that none can mean
/// anything but itself.</summary>
public static class CardWriter
{
    // A JSON string is a YAML string, whatever is in it.
    private static readonly JsonSerializerOptions Quoted = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>One card as an item of a list; every part of it stands on a line that begins with its word.</summary>
    public static string Write(DrillCard card)
    {
        var yaml = new StringBuilder();
        Line("id", Text(card.Id), first: true);
        Line("name", Text(card.Name));
        Line("purpose", Text(card.Purpose));
        Line("family", Text(card.Family.ToKey()));
        if (!card.After.IsEmpty)
            Line("after", List(card.After));
        Line("pattern", Text(card.Pattern.ToString()));
        Line("feet", Text(card.Feet.ToKey()));
        Line("measured by", Text(card.MeasuredBy.ToKey()));
        Line("intensity", Text(card.Intensity.ToKey()));
        if (card.From != Level.FirstWeeks)
            Line("level", Text(card.From.ToKey()));
        if (card.SlipsAreFine)
            Line("slips", Text("fine"));
        if (card.Opponent is { } opponent)
            Line("opponent", Text(opponent.ToKey()));
        if (card.IsDoubleMove)
            Line("moves", Text("two"));
        if (card.Clean is { } clean)
            Line("clean", Text(clean.Write(MeasureTraits.Of(card.MeasuredBy))));
        if (card.LeastAge is { } age)
            Line("age", Text(age.ToString(CultureInfo.InvariantCulture)));
        Line(
            "tempo",
            Text(
                string.Join(
                    ' ',
                    new[] { card.Tempo.Slow, card.Tempo.Steady, card.Tempo.Fast }.Select(tempo => Number(tempo.TouchesAMinute))
                )
            )
        );
        Line(
            "time",
            Text(
                string.Join(
                    ", ",
                    card.Doses.ByTime.Select(dose => $"{dose.Rounds}x{Number(dose.Work.TotalSeconds)}/{Number(dose.Rest.TotalSeconds)}")
                )
            )
        );
        Line(
            "reps",
            Text(string.Join(", ", card.Doses.ByReps.Select(dose => $"{dose.Times}x{dose.Reps}/{Number(dose.Rest.TotalSeconds)}")))
        );
        if (card.Doses.Own is { } own)
            Line(own[0] is TriesDose ? "tries" : "runs", Text(string.Join(", ", own.Select(Own))));
        if (card.Gear.Length > 1)
            Line("gear", List(card.Gear.Skip(1).Select(item => item.ToString())));
        Line(
            "place",
            Text(
                string.Join(
                    ' ',
                    Enum.GetValues<Places>()
                        .Where(place => place != Places.None && card.Places.HasFlag(place))
                        .Select(place => place.ToKey())
                )
            )
        );
        Line("space", Text($"{Number(card.Space.Width)} x {Number(card.Space.Length)}"));
        if (!card.Zones.IsEmpty)
            Line("zones", List(card.Zones.Select(zone => zone.ToString(CultureInfo.InvariantCulture))));
        if (card.Layout is { } layout)
        {
            Line("layout", LayoutLine(layout));
        }
        Line("cues", List(card.Cues));
        Line("faults", "[" + string.Join(", ", card.Faults.Select(Fault)) + "]");
        if (!card.Cautions.IsEmpty)
            Line("cautions", List(card.Cautions));
        return yaml.ToString();

        void Line(string word, string value, bool first = false) =>
            yaml.Append(first ? "- " : "  ").Append(word).Append(": ").Append(value).Append('\n');
    }

    /// <summary>A text in quotes.</summary>
    public static string Text(string text) => JsonSerializer.Serialize(text, Quoted);

    private static string LayoutLine(Layout layout)
    {
        var parts = new List<string> { $"key: {Text(layout.Key)}", $"name: {Text(layout.Name)}" };
        if (layout.Run.Length > 0)
            parts.Add($"run: {Text(layout.Run)}");
        if (layout.Shape is { } kind)
        {
            parts.Add($"shape: {Text(kind.ToKey())}");
            parts.AddRange(
                Shape.Of(kind).Parameters.Select(parameter => $"{parameter.Key}: {Text(Precise(layout.Measures[parameter.Key]))}")
            );
        }
        else
        {
            parts.Add($"markers: {List(layout.Markers.Select(Place))}");
            if (!layout.Steps.IsEmpty)
                parts.Add($"steps: {Text(RunNotation.Write(layout.Steps))}");
            if (layout.Start != default)
                parts.Add($"start: {Text(Place(layout.Start))}");
            if (layout.Finish != default)
                parts.Add($"finish: {Text(Place(layout.Finish))}");
            parts.Add($"clearance: {Text(Precise(layout.Clearance))}");
            if (layout.WallAhead is { } wall)
                parts.Add($"wall: {Text(Precise(wall))}");
            parts.Add($"standing: {Text(layout.Standing.ToKey())}");
        }
        return "{ " + string.Join(", ", parts) + " }";
    }

    private static string Place(Spot spot) => $"{Precise(spot.Right)} {Precise(spot.Ahead)}";

    private static string Precise(double number) => number.ToString("0.####", CultureInfo.InvariantCulture);

    private static string List(IEnumerable<string> texts) => "[" + string.Join(", ", texts.Select(Text)) + "]";

    private static string Number(double number) => number.ToString("0.##", CultureInfo.InvariantCulture);

    private static string Own(Dose dose) =>
        dose is TriesDose tries ? $"{tries.Tries}/{Number(dose.Rest.TotalSeconds)}" : $"{dose.Sets}/{Number(dose.Rest.TotalSeconds)}";

    private static string Fault(Fault fault) =>
        fault.Id.Length > 0 ? Text(fault.Id) : $"{{ seen: {Text(fault.Seen)}, cause: {Text(fault.Cause)}, fix: {Text(fault.Fix)} }}";
}

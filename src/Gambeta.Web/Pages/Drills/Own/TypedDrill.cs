using System.Globalization;
using System.Text;
using System.Text.Json;
using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Web.Words;

namespace Gambeta.Web.Pages.Drills.Own;

/// <summary>
/// The form of an own drill as it was typed. It is written as a card file, one field a line, and read by the one reader of card
/// files: what that reader says of a line belongs to the field on it.
/// </summary>
public sealed class TypedDrill
{
    public string? Id { get; set; }
    public string? Name { get; set; }
    public string? Purpose { get; set; }
    public string? Family { get; set; }
    public string? Pattern { get; set; }
    public string? Feet { get; set; }
    public string? MeasuredBy { get; set; }
    public string? Intensity { get; set; }
    public string? Level { get; set; }
    public string? Tempo { get; set; }
    public string? Time { get; set; }
    public string? Reps { get; set; }
    public string? Tries { get; set; }
    public string? Runs { get; set; }
    public string? Gear { get; set; }
    public string[] Place { get; set; } = [];
    public string? Space { get; set; }
    public string? Layout { get; set; }
    public string? Cue1 { get; set; }
    public string? Cue2 { get; set; }
    public string? Cue3 { get; set; }
    public string? Seen { get; set; }
    public string? Cause { get; set; }
    public string? Fix { get; set; }
    public string? Caution { get; set; }
    public string? After { get; set; }
    public string? Faults { get; set; }
    public string? Opponent { get; set; }
    public bool DoubleMove { get; set; }
    public bool SlipsFine { get; set; }
    public string? Clean { get; set; }

    /// <summary>A form to begin with: what can be left as it is, is.</summary>
    public static TypedDrill Fresh() =>
        new()
        {
            Family = "ball mastery on the spot",
            Feet = "each foot",
            MeasuredBy = "clean reps",
            Intensity = "steady",
            Level = "first weeks",
            Tempo = "40 65 100",
            Time = "2x20/20, 3x30/20, 3x40/20",
            Reps = "2x8/20, 2x12/20, 3x16/20",
            Tries = "6/0, 8/0, 10/0",
            Runs = "3/30, 4/30, 5/30",
            Place = ["indoors", "patio", "garden"],
            Space = "1.5 x 1.5",
        };

    /// <summary>A card to change. A shipped card is copied and stays as it is; an own one is changed itself.</summary>
    public static TypedDrill Of(DrillCard card)
    {
        var typed = Fresh();
        var fields = Fields(CardWriter.Write(card));
        typed.Id = card.IsOwn ? card.Id : null;
        typed.Name = card.IsOwn ? card.Name : Say("own-drills.ours", ("name", card.Name));
        typed.Purpose = card.Purpose;
        typed.Family = card.Family.ToKey();
        typed.Pattern = card.Pattern.ToString();
        typed.Feet = card.Feet.ToKey();
        typed.MeasuredBy = card.MeasuredBy.ToKey();
        typed.Intensity = card.Intensity.ToKey();
        typed.Level = card.From.ToKey();
        typed.Tempo = fields["tempo"];
        typed.Time = fields["time"];
        typed.Reps = fields["reps"];
        typed.Tries = fields.GetValueOrDefault("tries", typed.Tries!);
        typed.Runs = fields.GetValueOrDefault("runs", typed.Runs!);
        typed.Gear = string.Join(", ", card.Gear.Skip(1));
        typed.Place = fields["place"].Split(' ');
        typed.Space = fields["space"];
        typed.Layout = card.Layout?.Key;
        (typed.Cue1, typed.Cue2, typed.Cue3) = (card.Cues[0], card.Cues.ElementAtOrDefault(1), card.Cues.ElementAtOrDefault(2));
        (typed.Seen, typed.Cause, typed.Fix) = (card.Faults[0].Seen, card.Faults[0].Cause, card.Faults[0].Fix);
        typed.Faults = string.Join(' ', card.Faults.Skip(1).Where(fault => fault.Id.Length > 0).Select(fault => fault.Id));
        typed.Caution = card.Cautions.FirstOrDefault();
        typed.SlipsFine = card.SlipsAreFine;
        typed.Clean = fields.GetValueOrDefault("clean");
        typed.Opponent = card.Opponent?.ToKey();
        typed.DoubleMove = card.IsDoubleMove;
        // A copy stands on what it was copied from; a changed card stands where it stood.
        typed.After = card.IsOwn ? string.Join(' ', card.After) : card.Id;
        return typed;
    }

    /// <summary>A card that was joined of others, to look over and keep: it stands on its parts.</summary>
    public static TypedDrill OfJoined(DrillCard joined)
    {
        var typed = Of(joined);
        (typed.Id, typed.Name) = (null, joined.Name);
        return typed;
    }

    /// <summary>The card, or the field that is wrong and why.</summary>
    public (DrillCard? Card, string Field, string Problem) Read()
    {
        var id = string.IsNullOrWhiteSpace(Id) ? NewId() : Id;
        var lines = new List<(string Field, string Line)> { ("name", $"- id: {id}") };
        Add("name", "name", Quoted(Name));
        Add("purpose", "purpose", Quoted(Purpose));
        Add("family", "family", Quoted(Family));
        if (!string.IsNullOrWhiteSpace(After))
            Add("name", "after", List(After.Split(' ', StringSplitOptions.RemoveEmptyEntries)));
        Add("pattern", "pattern", Quoted(Pattern));
        Add("feet", "feet", Quoted(Feet));
        Add("measuredBy", "measured by", Quoted(MeasuredBy));
        Add("intensity", "intensity", Quoted(Intensity));
        Add("level", "level", Quoted(Level));
        if (!string.IsNullOrWhiteSpace(Opponent))
            Add("opponent", "opponent", Quoted(Opponent));
        if (DoubleMove)
            Add("opponent", "moves", "two");
        if (SlipsFine)
            Add("level", "slips", "fine");
        if (!string.IsNullOrWhiteSpace(Clean))
            Add("clean", "clean", Quoted(Clean));
        Add("tempo", "tempo", Quoted(Tempo));
        Add("time", "time", Quoted(Time));
        Add("reps", "reps", Quoted(Reps));
        var form = Keys.TryRead<MeasuredBy>(MeasuredBy ?? "", out var measuredBy) ? MeasureTraits.Of(measuredBy).Doses[0] : DoseForm.Reps;
        if (form == DoseForm.Tries)
            Add("tries", "tries", Quoted(Tries));
        if (form == DoseForm.Runs)
            Add("runs", "runs", Quoted(Runs));
        if (!string.IsNullOrWhiteSpace(Gear))
            Add("gear", "gear", List(Gear.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)));
        Add("place", "place", Quoted(string.Join(' ', Place)));
        Add("space", "space", Quoted(Space));
        if (!string.IsNullOrWhiteSpace(Layout))
            Add("layout", "layout", Quoted(Layout));
        Add("cue1", "cues", List(new[] { Cue1, Cue2, Cue3 }.Where(cue => !string.IsNullOrWhiteSpace(cue))!));
        var more = (Faults ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        Add(
            "seen",
            "faults",
            $"[{string.Join(", ", more.Select(Quoted).Prepend($"{{ seen: {Quoted(Seen)}, cause: {Quoted(Cause)}, fix: {Quoted(Fix)} }}"))}]"
        );
        if (!string.IsNullOrWhiteSpace(Caution))
            Add("caution", "cautions", List([Caution]));
        try
        {
            var card = new CardReader(DrillCatalogue.ShippedParts)
                .Read("form", new StringReader(string.Join('\n', lines.Select(line => line.Line))))
                .Single();
            return card.Places == Places.None ? (null, "place", Say("own-drills.place-is-missing")) : (card, "", "");
        }
        catch (CatalogueException wrong)
        {
            var reason = wrong.Message[(wrong.Message.IndexOf(": ", StringComparison.Ordinal) + 2)..];
            return (null, lines[(int)Math.Clamp(wrong.Line - 1, 0, lines.Count - 1)].Field, Wording.Sentence(reason));
        }

        void Add(string field, string word, string value) => lines.Add((field, $"  {word}: {value}"));
    }

    private static string Quoted(string? text) => CardWriter.Text((text ?? "").Trim().ReplaceLineEndings(", "));

    private static string List(IEnumerable<string?> texts) => $"[{string.Join(", ", texts.Select(Quoted))}]";

    private string NewId()
    {
        var slug = new StringBuilder();
        foreach (var letter in (Name ?? "").ToLowerInvariant().Normalize(NormalizationForm.FormD))
        {
            if (char.IsAsciiLetterOrDigit(letter))
                slug.Append(letter);
            else if (slug.Length > 0 && slug[^1] != '-' && CharUnicodeInfo.GetUnicodeCategory(letter) != UnicodeCategory.NonSpacingMark)
                slug.Append('-');
        }
        var name = slug.ToString().Trim('-');
        return $"{DrillCard.OwnPrefix}{(name.Length > 40 ? name[..40] : name)}-{Guid.NewGuid():N}"[
            ..Math.Min(64, DrillCard.OwnPrefix.Length + Math.Min(40, name.Length) + 7)
        ];
    }

    // The written card holds each part on a line of its own.
    private static Dictionary<string, string> Fields(string yaml) =>
        yaml.Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(line => line[2..].Split(": ", 2))
            .ToDictionary(parts => parts[0], parts => parts[1] is ['"', ..] ? JsonSerializer.Deserialize<string>(parts[1])! : parts[1]);
}

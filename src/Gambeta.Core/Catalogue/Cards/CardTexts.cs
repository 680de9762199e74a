using System.Collections.Frozen;
using System.Collections.Immutable;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Words;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>
/// What the shipped cards, faults, layouts and ready sheets say in another language. They lie in the folder <c>cards</c> of a language,
/// each file a list by id: <c>faults.yaml</c> (id, seen, cause, fix), <c>layouts.yaml</c> (key, name, run), <c>sheets.yaml</c> (id, name,
/// for) and cards (id, name, purpose, cues, cautions) in every other one. What is not there stays English; <c>CardTextFiles</c> writes
/// them all in English, for whoever begins a language.
/// </summary>
public sealed class CardTexts
{
    internal const string Folder = "cards/",
        FaultsFile = Folder + "faults.yaml",
        LayoutsFile = Folder + "layouts.yaml",
        SheetsFile = Folder + "sheets.yaml",
        SynonymsFile = Folder + "synonyms.yaml";

    // Other languages say the same with more letters.
    private const int MostTexts = 12,
        LongestName = 2 * CardReader.LongestName;

    private static readonly PerLanguage<CardTexts> Spoken = new(() => new(Language.Current));

    private readonly FrozenDictionary<string, CardText> _cards;
    private readonly FrozenDictionary<string, Fault> _faults;
    private readonly FrozenDictionary<string, (string Name, string Run)> _layouts;

    private CardTexts(Language language)
    {
        _faults = Read(language, FaultsFile, ReadFault).ToFrozenDictionary(fault => fault.Id);
        _layouts = Read(language, LayoutsFile, ReadLayout).ToFrozenDictionary(layout => layout.Key, layout => (layout.Name, layout.Run));
        Sheets = Read(language, SheetsFile, ReadSheet).ToFrozenDictionary(sheet => sheet.Id, sheet => (sheet.Name, sheet.For));
        _cards = language
            .Files.Keys.Where(file => file is not (FaultsFile or LayoutsFile or SheetsFile or SynonymsFile))
            .Where(file => file.StartsWith(Folder, StringComparison.Ordinal))
            .SelectMany(file => Read(language, file, ReadCard))
            .ToFrozenDictionary(card => card.Id);
    }

    /// <summary>Those of the language that is spoken now; of English there are none.</summary>
    /// <exception cref="CatalogueException">A file is broken; the message names it and the line.</exception>
    public static CardTexts Now => Spoken.Now;

    /// <summary>Name and purpose of ready sheets, by their id.</summary>
    public FrozenDictionary<string, (string Name, string For)> Sheets { get; }

    /// <summary>A card in this language. A list of cues or cautions that has not as many lines as the card stays English: it belongs to a
    /// card that was changed since.</summary>
    public DrillCard On(DrillCard card) =>
        !_cards.TryGetValue(card.Id, out var text)
            ? card
            : card with
            {
                Name = text.Name,
                Purpose = text.Purpose,
                Cues = text.Cues.Length == card.Cues.Length ? text.Cues : card.Cues,
                Cautions = text.Cautions.Length == card.Cautions.Length ? text.Cautions : card.Cautions,
            };

    /// <summary>A fault in this language.</summary>
    public Fault On(Fault fault) => _faults.GetValueOrDefault(fault.Id, fault);

    /// <summary>A layout in this language.</summary>
    public Layout On(Layout layout) =>
        _layouts.TryGetValue(layout.Key, out var text)
            ? layout with
            {
                Name = text.Name,
                Run = layout.Run.Length > 0 && text.Run.Length > 0 ? text.Run : layout.Run,
            }
            : layout;

    private static IEnumerable<T> Read<T>(Language language, string file, Func<YamlMapping, T> read)
    {
        if (!language.Files.TryGetValue(file, out var yaml))
            return [];
        using var text = new StringReader(yaml);
        return
        [
            .. YamlFile
                .Items(file, text, "texts")
                .Select(at =>
                {
                    var one = read(at);
                    at.NothingElse();
                    return one;
                }),
        ];
    }

    private static Fault ReadFault(YamlMapping at) => new(at.Text("id"), Sentence(at, "seen"), Sentence(at, "cause"), Sentence(at, "fix"));

    private static (string Key, string Name, string Run) ReadLayout(YamlMapping at) =>
        (at.Text("key"), at.Text("name", LongestName), at.Has("run") ? Sentence(at, "run") : "");

    private static (string Id, string Name, string For) ReadSheet(YamlMapping at) => (at.Text("id"), at.Text("name"), Sentence(at, "for"));

    private static CardText ReadCard(YamlMapping at) =>
        new(at.Text("id"), at.Text("name", LongestName), Sentence(at, "purpose"), Lines(at, "cues"), Lines(at, "cautions"));

    private static string Sentence(YamlMapping at, string key) => at.Text(key, 2 * SharedParts.LongestSentence);

    private static ImmutableArray<string> Lines(YamlMapping at, string key) =>
        at.Has(key) ? [.. at.Items(key, MostTexts).Select(line => line.Scalar(2 * SharedParts.LongestSentence))] : [];

    private sealed record CardText(string Id, string Name, string Purpose, ImmutableArray<string> Cues, ImmutableArray<string> Cautions);
}

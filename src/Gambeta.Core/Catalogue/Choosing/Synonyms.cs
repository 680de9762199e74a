using System.Collections.Immutable;
using System.Reflection;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Words;

namespace Gambeta.Core.Catalogue.Choosing;

/// <summary>
/// Words of the field that people type, and the words on our cards that they mean: <c>{ means: juggling, said: [keepy-ups, kick-ups] }</c>,
/// one a line in <c>Cards/synonyms.yaml</c>. A card whose own words hold what is meant is found by what is said.
/// </summary>
public sealed class Synonyms
{
    private const int MostSaid = 20,
        LongestWords = 40;

    private readonly ImmutableArray<(string Means, string Said)> _lines;

    /// <summary>Reads them.</summary>
    /// <exception cref="CatalogueException">The file is broken; the message names the line.</exception>
    public Synonyms(string file, TextReader yaml) =>
        _lines = [
            .. YamlFile
                .Items(file, yaml, "synonyms")
                .Select(at =>
                {
                    var line = (
                        " " + at.Text("means", LongestWords),
                        string.Join(' ', at.Items("said", MostSaid).Select(said => said.Scalar(LongestWords).Replace('-', ' ')))
                    );
                    at.NothingElse();
                    return line;
                }),
        ];

    private static readonly PerLanguage<Synonyms> Spoken = new(ReadShipped);

    /// <summary>Those that ship with the cards, or the language's own.</summary>
    public static Synonyms Shipped => Spoken.Now;

    /// <summary>What is meant, each: a test asks whether a card holds it.</summary>
    public IEnumerable<string> Meanings => _lines.Select(line => line.Means.TrimStart());

    /// <summary>What people say for a card that holds these words, in small letters with a space between.</summary>
    public IEnumerable<string> Of(string words) =>
        _lines.Where(line => $" {words} ".Contains(line.Means, StringComparison.Ordinal)).Select(line => line.Said);

    private static Synonyms ReadShipped()
    {
        if (Language.Current.Files.TryGetValue(CardTexts.SynonymsFile, out var own))
        {
            using var text = new StringReader(own);
            return new Synonyms(CardTexts.SynonymsFile, text);
        }
        using var file = new StreamReader(Assembly.GetExecutingAssembly().GetManifestResourceStream("cards/synonyms.yaml")!);
        return new Synonyms("synonyms.yaml", file);
    }
}

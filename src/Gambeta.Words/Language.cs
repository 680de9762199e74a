using System.Collections.Frozen;
using System.Globalization;
using System.Text.Json;

namespace Gambeta.Words;

/// <summary>
/// All that the application says, in one language: a folder of JSON files, one a theme, each from a name to a message; <c>language.json</c>
/// beside them says which language it is and how it counts. What a language lacks is said in English.
/// </summary>
public sealed class Language
{
    private static readonly AsyncLocal<Language?> Spoken = new();
    private readonly FrozenDictionary<string, Message> messages;
    private readonly FrozenDictionary<decimal, string> plurals;

    private Language(string tag, FrozenDictionary<decimal, string> plurals, FrozenDictionary<string, Message> messages) =>
        (Tag, this.plurals, this.messages, Plural) = (tag, plurals, messages, number => plurals.GetValueOrDefault(number, "other"));

    /// <summary>The language that ships with the application.</summary>
    public static Language English { get; } = Read(Shipped());

    /// <summary>The language of whoever is being answered: it flows with the work that answers. English where nobody chose.</summary>
    public static Language Current
    {
        get => Spoken.Value ?? English;
        set => Spoken.Value = value;
    }

    /// <summary>Its BCP 47 tag, for the <c>lang</c> of a page.</summary>
    public string Tag { get; }

    /// <summary>How it names months and days.</summary>
    public CultureInfo Dates => this == English ? CultureInfo.InvariantCulture : CultureInfo.GetCultureInfo(Tag);

    /// <summary>The names of all messages: theme and name, with a dot between.</summary>
    public IEnumerable<string> Keys => messages.Keys;

    /// <summary>The message of a name, or null.</summary>
    public Message? Find(string key) => messages.GetValueOrDefault(key) ?? (this == English ? null : English.Find(key));

    /// <summary>The plural category of a number: "one", or what its <c>language.json</c> says, else "other". Made once: a page says
    /// hundreds of sentences.</summary>
    public Func<decimal, string> Plural { get; }

    /// <summary>The same language under another tag with every text of its own changed: for tests that look for what is said past
    /// it.</summary>
    public Language WithTexts(string tag, Func<string, string> change) =>
        new(tag, plurals, messages.ToFrozenDictionary(m => m.Key, m => m.Value.WithTexts(change)));

    /// <summary>Reads a language from its folder.</summary>
    /// <exception cref="FormatException">A file is no JSON of names and messages, or a message is broken; the words say which.</exception>
    public static Language ReadFolder(string folder) =>
        Read(Directory.EnumerateFiles(folder, "*.json").Select(file => (Path.GetFileName(file), File.ReadAllText(file))));

    private static Language Read(IEnumerable<(string File, string Json)> files)
    {
        var messages = new Dictionary<string, Message>(StringComparer.Ordinal);
        string? tag = null;
        var plurals = FrozenDictionary<decimal, string>.Empty;
        foreach (var (file, json) in files)
        {
            try
            {
                if (file == "language.json")
                {
                    var about = JsonSerializer.Deserialize<About>(json, JsonSerializerOptions.Web)!;
                    (tag, plurals) = (
                        about.Tag,
                        about.Plurals.SelectMany(p => p.Value.Select(n => (n, p.Key))).ToFrozenDictionary(p => p.n, p => p.Key)
                    );
                    continue;
                }
                foreach (var (name, text) in JsonSerializer.Deserialize<Dictionary<string, string>>(json)!)
                    messages[$"{Path.GetFileNameWithoutExtension(file)}.{name}"] = Message.Parse(text);
            }
            catch (Exception wrong) when (wrong is JsonException or FormatException)
            {
                throw new FormatException($"{file}: {wrong.Message}", wrong);
            }
        }
        return new Language(
            tag ?? throw new FormatException("language.json is missing: it says which language this is."),
            plurals,
            messages.ToFrozenDictionary(StringComparer.Ordinal)
        );
    }

    private static IEnumerable<(string File, string Json)> Shipped()
    {
        var home = typeof(Language).Assembly;
        foreach (var name in home.GetManifestResourceNames().Where(name => name.EndsWith(".json", StringComparison.Ordinal)))
        {
            using var reader = new StreamReader(home.GetManifestResourceStream(name)!);
            yield return (name, reader.ReadToEnd());
        }
    }

    private sealed record About(string Tag, Dictionary<string, decimal[]> Plurals);
}

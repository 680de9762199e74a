using System.Collections.Frozen;
using System.Globalization;
using System.Text.Json;

namespace Gambeta.Words;

/// <summary>
/// All that the application says, in one language: a folder of JSON files, one a theme, each from a name to a message; <c>language.json</c>
/// beside them says which language it is. Its plurals are those of the CLDR. Texts of drill cards lie in a folder <c>cards</c> within it
/// (<see cref="Files"/>). What a language lacks is said in English.
/// </summary>
public sealed class Language
{
    private static readonly AsyncLocal<Language?> Spoken = new();
    private readonly FrozenDictionary<string, Message> messages;

    private Language(string tag, FrozenDictionary<string, Message> messages, FrozenDictionary<string, string> files) =>
        (Tag, this.messages, Files, Plural) = (tag, messages, files, PluralRules.Of(tag).Category);

    /// <summary>The language that ships with the application.</summary>
    public static Language English { get; } = Read(EnglishFiles(), []);

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

    /// <summary>Which way it is written, for the <c>dir</c> of a page: "rtl", or nothing where it is from left to right.</summary>
    public string? Direction => this != English && Dates.TextInfo.IsRightToLeft ? "rtl" : null;

    /// <summary>Other files of its folder, by their path in it: "cards/faults.yaml". What reads them knows what is in them.</summary>
    public FrozenDictionary<string, string> Files { get; }

    /// <summary>The names of all messages: theme and name, with a dot between.</summary>
    public IEnumerable<string> Keys => messages.Keys;

    /// <summary>The message of a name, or null.</summary>
    public Message? Find(string key) => messages.GetValueOrDefault(key) ?? (this == English ? null : English.Find(key));

    /// <summary>The plural category of a number. Made once: a page says hundreds of sentences.</summary>
    public Func<decimal, string> Plural { get; }

    /// <summary>The same language under another tag with every text of its own changed: for tests that look for what is said past
    /// it.</summary>
    public Language WithTexts(string tag, Func<string, string> change, IReadOnlyDictionary<string, string>? files = null) =>
        With(tag, message => message.WithTexts(change), files ?? Files);

    /// <summary>The same language with other messages, also for tests.</summary>
    public Language WithMessages(Func<Message, Message> change) => With(Tag, change, Files);

    private Language With(string tag, Func<Message, Message> change, IReadOnlyDictionary<string, string> files) =>
        new(tag, messages.ToFrozenDictionary(m => m.Key, m => change(m.Value)), files.ToFrozenDictionary(StringComparer.Ordinal));

    /// <summary>Reads a language from its folder.</summary>
    /// <exception cref="FormatException">A file is no JSON of names and messages, or a message is broken; the words say which.</exception>
    public static Language ReadFolder(string folder) =>
        Read(
            Directory.EnumerateFiles(folder, "*.json").Select(file => (Path.GetFileName(file), File.ReadAllText(file))),
            Directory.Exists(Path.Combine(folder, Cards))
                ? Directory
                    .EnumerateFiles(Path.Combine(folder, Cards), "*.yaml")
                    .Select(file => ($"{Cards}/{Path.GetFileName(file)}", File.ReadAllText(file)))
                : []
        );

    private const string Cards = "cards";

    private static Language Read(IEnumerable<(string File, string Json)> files, IEnumerable<(string Path, string Text)> others)
    {
        var messages = new Dictionary<string, Message>(StringComparer.Ordinal);
        string? tag = null;
        foreach (var (file, json) in files)
        {
            try
            {
                if (file == "language.json")
                {
                    var about = JsonSerializer.Deserialize<About>(json, JsonSerializerOptions.Web)!;
                    tag = about.Tag;
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
            messages.ToFrozenDictionary(StringComparer.Ordinal),
            others.ToFrozenDictionary(other => other.Path, other => other.Text, StringComparer.Ordinal)
        );
    }

    /// <summary>The files of English by their names, as they are written.</summary>
    public static IEnumerable<(string File, string Json)> EnglishFiles()
    {
        var home = typeof(Language).Assembly;
        foreach (
            var name in home.GetManifestResourceNames()
                .Where(name => name.EndsWith(".json", StringComparison.Ordinal) && !name.Contains('/'))
        )
        {
            using var reader = new StreamReader(home.GetManifestResourceStream(name)!);
            yield return (name, reader.ReadToEnd());
        }
    }

    private sealed record About(string Tag);
}

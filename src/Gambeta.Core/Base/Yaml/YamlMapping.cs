using System.Globalization;
using YamlDotNet.RepresentationModel;

namespace Gambeta.Core.Base.Yaml;

/// <summary>A mapping in a drill file that remembers where it stands, so that every complaint names file and line.</summary>
internal sealed class YamlMapping(string file, YamlNode node)
{
    private readonly HashSet<string> _read = [];

    private YamlMappingNode Mapping => node as YamlMappingNode ?? throw Wrong(Say("card-files.lines-expected"));

    public CatalogueException Wrong(string reason) => new(file, node.Start.Line, reason);

    public string Text(string key, int longest = PlainYaml.LongestText)
    {
        var child = Child(key);
        return child is YamlScalarNode { Value: { Length: > 0 } value } && !string.IsNullOrWhiteSpace(value)
            ? At(child).Within(value, longest)
            : throw At(child).Wrong(Say("card-files.text-is-missing", ("key", key)));
    }

    public int Whole(string key, int least, int most)
    {
        var text = Text(key);
        return int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var value) && value >= least && value <= most
            ? value
            : throw At(Child(key))
                .Wrong(Say("card-files.whole-number-is-missing", ("key", key), ("least", least), ("most", most), ("text", text)));
    }

    public T Word<T>(string key)
        where T : struct, Enum
    {
        var text = Text(key);
        return Keys.TryRead<T>(text, out var value)
            ? value
            : throw At(Child(key)).Wrong(Say("card-files.bad-choice", ("text", text), ("key", key), ("choices", Keys.Choices<T>())));
    }

    public bool Has(string key)
    {
        _read.Add(key);
        return Mapping.Children.ContainsKey(new YamlScalarNode(key));
    }

    public YamlMapping Inside(string key) => At(Child(key));

    public IEnumerable<YamlMapping> Items(string key, int most)
    {
        var child = Child(key);
        if (child is not YamlSequenceNode items)
            throw At(child).Wrong(Say("card-files.list-is-missing", ("key", key)));
        return items.Children.Count <= most
            ? items.Children.Select(At)
            : throw At(child).Wrong(Say("card-files.list-too-long", ("key", key), ("most", most)));
    }

    public string Scalar(int longest = PlainYaml.LongestText) =>
        node is YamlScalarNode { Value: { } value } ? Within(value, longest) : throw Wrong(Say("card-files.expected-a-text"));

    public string? Optional(string key) => Has(key) ? Text(key) : null;

    public int? OptionalWhole(string key, int least, int most) => Has(key) ? Whole(key, least, most) : null;

    /// <summary>Reads with a reader that throws <see cref="FormatException"/>, whose words are kept and given a line.</summary>
    public T Read<T>(Func<string, T> read)
    {
        try
        {
            return read(Scalar());
        }
        catch (FormatException wrong)
        {
            throw Wrong(wrong.Message);
        }
    }

    public bool IsText => node is YamlScalarNode;

    /// <summary>Complains about a word that nobody asked for: a misspelt key would otherwise be lost in silence.</summary>
    public void NothingElse()
    {
        foreach (var (key, _) in Mapping.Children)
        {
            if (key is YamlScalarNode { Value: { } word } && !_read.Contains(word))
                throw At(key).Wrong(Say("card-files.unknown-word", ("word", word)));
        }
    }

    private string Within(string text, int longest) =>
        text.Length <= longest ? text : throw Wrong(Say("card-files.text-too-long", ("text", text.Length), ("longest", longest)));

    private YamlMapping At(YamlNode child) => new(file, child);

    private YamlNode Child(string key)
    {
        _read.Add(key);
        return Mapping.Children.TryGetValue(new YamlScalarNode(key), out var child)
            ? child
            : throw Wrong(Say("card-files.is-missing", ("key", key)));
    }
}

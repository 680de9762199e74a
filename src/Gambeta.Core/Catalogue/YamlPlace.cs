using System.Globalization;
using YamlDotNet.RepresentationModel;

namespace Gambeta.Core.Catalogue;

/// <summary>A mapping in a drill file that remembers where it stands, so that every complaint names file and line.</summary>
internal sealed class YamlPlace(string file, YamlNode node)
{
    private readonly HashSet<string> _read = [];

    private YamlMappingNode Mapping => node as YamlMappingNode ?? throw Wrong("expected 'word: value' lines here.");

    public CatalogueException Wrong(string reason) => new(file, node.Start.Line, reason);

    public string Text(string key, int longest = PlainYaml.LongestText)
    {
        var child = Child(key);
        return child is YamlScalarNode { Value: { Length: > 0 } value } && !string.IsNullOrWhiteSpace(value) ? At(child).Within(value, longest) : throw At(child).Wrong($"'{key}' wants a text.");
    }

    public int Whole(string key, int least, int most)
    {
        var text = Text(key);
        return int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var value) && value >= least && value <= most
            ? value
            : throw At(Child(key)).Wrong($"'{key}' wants a whole number from {least} to {most}, not '{text}'.");
    }

    public T Word<T>(string key) where T : struct, Enum
    {
        var text = Text(key);
        return EnumWords.TryRead<T>(text, out var value)
            ? value
            : throw At(Child(key)).Wrong($"'{text}' is no {key}; understood are: {EnumWords.Choices<T>()}.");
    }

    public bool Has(string key)
    {
        _read.Add(key);
        return Mapping.Children.ContainsKey(new YamlScalarNode(key));
    }

    public YamlPlace Inside(string key) => At(Child(key));

    public IEnumerable<YamlPlace> Items(string key, int most)
    {
        var child = Child(key);
        if (child is not YamlSequenceNode items) throw At(child).Wrong($"'{key}' wants a list.");
        return items.Children.Count <= most ? items.Children.Select(At) : throw At(child).Wrong($"'{key}' has {most} items at most.");
    }

    public string Scalar(int longest = PlainYaml.LongestText) => node is YamlScalarNode { Value: { } value } ? Within(value, longest) : throw Wrong("expected a text.");

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
                throw At(key).Wrong($"'{word}' means nothing on a drill card.");
        }
    }

    private string Within(string text, int longest) => text.Length <= longest ? text : throw Wrong($"that is {text.Length} letters; at most {longest} can be shown.");

    private YamlPlace At(YamlNode child) => new(file, child);

    private YamlNode Child(string key)
    {
        _read.Add(key);
        return Mapping.Children.TryGetValue(new YamlScalarNode(key), out var child) ? child : throw Wrong($"'{key}' is missing.");
    }
}

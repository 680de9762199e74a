using YamlDotNet.Core;
using YamlDotNet.RepresentationModel;

namespace Gambeta.Core.Base.Yaml;

/// <summary>A YAML file that holds one list; see <see cref="PlainYaml"/> for what it may be made of.</summary>
internal static class YamlFile
{
    /// <summary>The items of the list, each knowing its place.</summary>
    /// <exception cref="CatalogueException">It is no YAML, or no list.</exception>
    public static IEnumerable<YamlMapping> Items(string file, TextReader yaml, string what)
    {
        var stream = new YamlStream();
        var parser = new PlainYaml(file, new Parser(yaml));
        try
        {
            stream.Load(parser);
        }
        catch (YamlException broken)
        {
            throw new CatalogueException(file, broken.Start.Line, Say("card-files.this-is-not-yaml", ("message", broken.Message)));
        }
        catch (Exception lost)
            when (lost
                    is InvalidOperationException
                        or ArgumentException
                        or FormatException
                        or IndexOutOfRangeException
                        or NullReferenceException
            )
        {
            // The library loses its way at a bracket that is never closed, and at some that close nothing; only the last event knows where
            // it was.
            throw new CatalogueException(file, parser.Current?.End.Line ?? 1, Say("card-files.this-is-not-yaml-from"));
        }
        if (stream.Documents.Count != 1 || stream.Documents[0].RootNode is not YamlSequenceNode items)
            throw new CatalogueException(file, 1, Say("card-files.expected-a-list-of", ("what", what)));
        return items.Children.Select(node => new YamlMapping(file, node));
    }
}

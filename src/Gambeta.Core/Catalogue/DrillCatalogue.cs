using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Reflection;

namespace Gambeta.Core.Catalogue;

/// <summary>All drill cards, read once and checked.</summary>
public sealed class DrillCatalogue
{
    private readonly FrozenDictionary<string, DrillCard> _byId;

    /// <summary>Makes a catalogue of cards.</summary>
    /// <exception cref="ArgumentException">Two cards have the same id.</exception>
    public DrillCatalogue(IEnumerable<DrillCard> cards)
    {
        Cards = [.. cards];
        var twice = Cards.GroupBy(c => c.Id).FirstOrDefault(g => g.Count() > 1);
        if (twice is not null) throw new ArgumentException($"Two drill cards have the id '{twice.Key}'.", nameof(cards));
        _byId = Cards.ToFrozenDictionary(c => c.Id);
    }

    /// <summary>The cards, in the order of their files and within them.</summary>
    public ImmutableArray<DrillCard> Cards { get; }

    /// <summary>The card with an id, or nothing.</summary>
    public DrillCard? Find(string? id) => id is not null && _byId.TryGetValue(id, out var card) ? card : null;

    /// <summary>Reads the cards that ship with the application.</summary>
    /// <exception cref="CatalogueException">A file is broken; the message names the file and the line.</exception>
    public static DrillCatalogue Shipped()
    {
        var assembly = Assembly.GetExecutingAssembly();
        var files = assembly.GetManifestResourceNames().Where(n => n.StartsWith("cards/", StringComparison.Ordinal)).Order(StringComparer.Ordinal);
        return new DrillCatalogue(files.SelectMany(name => Read(name["cards/".Length..], assembly.GetManifestResourceStream(name)!)));
    }

    /// <summary>Reads the cards of every <c>.yaml</c> file in a folder, in the order of the file names.</summary>
    /// <exception cref="CatalogueException">A file is broken; the message names the file and the line.</exception>
    public static DrillCatalogue InFolder(string folder) =>
        new(Directory.EnumerateFiles(folder, "*.yaml").Order(StringComparer.Ordinal)
            .SelectMany(path => Read(Path.GetFileName(path), File.OpenRead(path))));

    private static IReadOnlyList<DrillCard> Read(string name, Stream stream)
    {
        using var reader = new StreamReader(stream);
        return CardReader.Read(name, reader);
    }
}

using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Reflection;
using Gambeta.Core.Base.Yaml;
using Gambeta.Words;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>All drill cards with their rungs, read once and checked.</summary>
public sealed class DrillCatalogue
{
    private readonly FrozenDictionary<string, DrillCard> _byId;
    private readonly FrozenDictionary<string, int> _order;

    /// <summary>Makes a catalogue of cards.</summary>
    /// <param name="cards">The cards on the shelf.</param>
    /// <param name="retired">Cards that are found by id only, for sets that were played with them.</param>
    /// <exception cref="ArgumentException">Two cards have the same id, or the rungs do not hold.</exception>
    public DrillCatalogue(IEnumerable<DrillCard> cards, IEnumerable<DrillCard>? retired = null)
    {
        Cards = [.. cards];
        var all = Cards.Concat(retired ?? []).ToList();
        var twice = all.GroupBy(c => c.Id).FirstOrDefault(g => g.Count() > 1);
        if (twice is not null)
            throw new ArgumentException(Say("card-files.two-cards-have-the-id", ("id", twice.Key)), nameof(cards));
        _byId = all.ToFrozenDictionary(c => c.Id);
        _order = Cards.Select((card, i) => (card.Id, i)).ToFrozenDictionary(c => c.Id, c => c.i);
        Rungs = new Rungs(Cards);
    }

    /// <summary>The cards, in the order of their files and within them.</summary>
    public ImmutableArray<DrillCard> Cards { get; }

    /// <summary>Which card stands on which.</summary>
    public Rungs Rungs { get; }

    /// <summary>The drills that can be asked for at a marker: turns that are no course themselves.</summary>
    public IEnumerable<DrillCard> Turns => Cards.Where(card => card is { Family: Family.DribblingAndTurns, Layout: null });

    /// <summary>The card with an id, or nothing.</summary>
    public DrillCard? Find(string? id) => id is not null && _byId.TryGetValue(id, out var card) ? card : null;

    /// <summary>The card on the shelf for an id: the one that took its place where it is another move now; nothing where none
    /// did.</summary>
    public DrillCard? Offered(string? id) => Find(id) is { Now.Length: > 0 } before ? Find(before.Now) : Find(id);

    /// <summary>Cards that are found by id only.</summary>
    internal IEnumerable<DrillCard> OffTheShelf => _byId.Values.Where(card => !_order.ContainsKey(card.Id));

    /// <summary>The place of a card on the shelf, from 0; behind all others when it is not there.</summary>
    public int OrderOf(string id) => _order.GetValueOrDefault(id, int.MaxValue);

    private static readonly PerLanguage<SharedParts> Parts = new(ReadParts);

    /// <summary>The faults and layouts that ship with the application, in the language that is spoken.</summary>
    public static SharedParts ShippedParts => Parts.Now;

    /// <summary>Reads the cards that ship with the application, in the language that is spoken.</summary>
    /// <exception cref="CatalogueException">A file is broken; the message names the file and the line.</exception>
    public static DrillCatalogue Shipped()
    {
        var texts = CardTexts.Now;
        // Whoever starts the application waits for this: what cards need besides themselves is made ready side by side.
        Parallel.Invoke(() => _ = Language.Current.Tag, () => _ = ShippedParts.Faults.Count);
        var reader = new CardReader(ShippedParts);
        var files = Assembly
            .GetExecutingAssembly()
            .GetManifestResourceNames()
            .Where(n => n.StartsWith("cards/", StringComparison.Ordinal) && char.IsAsciiDigit(n["cards/".Length]))
            .Order(StringComparer.Ordinal);
        using var before = Resource("cards/retired.yaml");
        var retired = reader.ReadRetired("retired.yaml", before).Select(texts.On).ToList();
        var shipped = new DrillCatalogue(
            files.SelectMany(name =>
            {
                using var file = Resource(name);
                return reader.Read(name["cards/".Length..], file).Select(texts.On);
            }),
            retired
        );
        return retired.FirstOrDefault(card => shipped.OrderOf(card.Now) == int.MaxValue) is { } lost
            ? throw new ArgumentException(Say("card-files.stands-on-no-card", ("id", lost.Id), ("below", lost.Now)))
            : shipped;
    }

    /// <summary>Reads the cards of every <c>.yaml</c> file in a folder, in the order of the file names; they may name the shipped faults
    /// and layouts.</summary>
    /// <exception cref="CatalogueException">A file is broken; the message names the file and the line.</exception>
    public static DrillCatalogue InFolder(string folder)
    {
        var reader = new CardReader(ShippedParts);
        return new DrillCatalogue(
            Directory
                .EnumerateFiles(folder, "*.yaml")
                .Order(StringComparer.Ordinal)
                .SelectMany(path =>
                {
                    using var file = new StreamReader(path);
                    return reader.Read(Path.GetFileName(path), file);
                })
        );
    }

    /// <summary>This catalogue with a household's own cards behind the shipped ones.</summary>
    /// <exception cref="ArgumentException">An id is taken, or the rungs do not hold.</exception>
    public DrillCatalogue With(IEnumerable<DrillCard> own, IEnumerable<DrillCard> retired) =>
        new(Cards.Concat(own), OffTheShelf.Concat(retired));

    /// <summary>This catalogue with other words on its cards, where a household says something differently; ids and patterns
    /// stay.</summary>
    public DrillCatalogue Reworded(Func<string, string> words)
    {
        return new(Cards.Select(Reword), OffTheShelf.Select(Reword));

        DrillCard Reword(DrillCard card) =>
            card with
            {
                Name = words(card.Name),
                Purpose = words(card.Purpose),
                Cues = [.. card.Cues.Select(words)],
                Cautions = [.. card.Cautions.Select(words)],
                Faults = [.. card.Faults.Select(fault => new Fault(fault.Id, words(fault.Seen), words(fault.Cause), words(fault.Fix)))],
            };
    }

    private static SharedParts ReadParts()
    {
        using var faults = Resource("cards/faults.yaml");
        using var layouts = Resource("cards/layouts.yaml");
        return new SharedParts(faults, layouts).In(CardTexts.Now);
    }

    private static StreamReader Resource(string name) => new(Assembly.GetExecutingAssembly().GetManifestResourceStream(name)!);
}

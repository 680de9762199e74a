using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core.Yard;

namespace Gambeta.Core.Catalogue;

/// <summary>What many cards name and none repeats: the list of faults, and the layouts.</summary>
public sealed class SharedParts
{
    /// <summary>Reads both lists.</summary>
    /// <exception cref="CatalogueException">A list is broken, or names something twice.</exception>
    public SharedParts(TextReader faults, TextReader layouts)
    {
        Faults = ById("faults.yaml", YamlFile.Items("faults.yaml", faults, "faults").Select(item => ReadFault(item, item.Text("id"))), fault => fault.Id);
        Layouts = ById("layouts.yaml", YamlFile.Items("layouts.yaml", layouts, "layouts").Select(ReadLayout), layout => layout.Key);
    }

    /// <summary>The faults by id.</summary>
    public FrozenDictionary<string, Fault> Faults { get; }

    /// <summary>The layouts by key.</summary>
    public FrozenDictionary<string, Layout> Layouts { get; }

    internal static Fault ReadFault(YamlPlace at, string id)
    {
        var fault = new Fault(id, at.Text("seen"), at.Text("cause"), at.Text("fix"));
        at.NothingElse();
        return fault;
    }

    internal static Layout ReadLayout(YamlPlace at)
    {
        var layout = new Layout(at.Text("key"), at.Text("name"), [.. at.Items("markers").Select(marker => marker.Read(ReadSpot))], at.Text("run"));
        at.NothingElse();
        return layout.Markers.IsEmpty ? throw at.Wrong("a layout has at least one marker.") : layout;
    }

    private static Spot ReadSpot(string written)
    {
        var metres = written.Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Select(word => double.TryParse(word, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) ? value : double.NaN).ToImmutableArray();
        return metres is [>= -100 and <= 100, >= -100 and <= 100]
            ? new Spot(metres[0], metres[1])
            : throw new FormatException($"'{written}' is no marker: metres to the right and ahead of the start, as in '-0.8 2'.");
    }

    private static FrozenDictionary<string, T> ById<T>(string file, IEnumerable<T> items, Func<T, string> id)
    {
        var all = items.ToList();
        var twice = all.GroupBy(id).FirstOrDefault(group => group.Count() > 1);
        return twice is null ? all.ToFrozenDictionary(id) : throw new CatalogueException(file, 1, $"'{twice.Key}' stands there twice.");
    }
}

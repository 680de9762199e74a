using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>What many cards name and none repeats: the list of faults, and the layouts.</summary>
public sealed class SharedParts
{
    /// <summary>The longest sentence of a card, and the longest key of a layout.</summary>
    public const int LongestSentence = 400,
        LongestKey = 64;

    /// <summary>Reads both lists.</summary>
    /// <exception cref="CatalogueException">A list is broken, or names something twice.</exception>
    public SharedParts(TextReader faults, TextReader layouts)
    {
        Faults = ById(
            "faults.yaml",
            YamlFile.Items("faults.yaml", faults, "faults").Select(item => ReadFault(item, item.Text("id"))),
            fault => fault.Id
        );
        var all = ById("layouts.yaml", YamlFile.Items("layouts.yaml", layouts, "layouts").Select(ReadLayout), layout => layout.Key);
        Layouts = all.Values.Where(layout => layout.Now.Length == 0).ToFrozenDictionary(layout => layout.Key);
        Before = all.Values.Where(layout => layout.Now.Length > 0).ToFrozenDictionary(layout => layout.Key);
    }

    private SharedParts(IEnumerable<Fault> faults, IEnumerable<Layout> layouts, IEnumerable<Layout> before) =>
        (Faults, Layouts, Before) = (
            faults.ToFrozenDictionary(fault => fault.Id),
            layouts.ToFrozenDictionary(layout => layout.Key),
            before.ToFrozenDictionary(layout => layout.Key)
        );

    /// <summary>The same in another language.</summary>
    public SharedParts In(CardTexts texts) =>
        new(Faults.Values.Select(texts.On), Layouts.Values.Select(texts.On), Before.Values.Select(texts.On));

    /// <summary>The faults by id.</summary>
    public FrozenDictionary<string, Fault> Faults { get; }

    /// <summary>The layouts by key.</summary>
    public FrozenDictionary<string, Layout> Layouts { get; }

    /// <summary>Layouts that were laid before and have another in their place now, by key: what was run on them stays theirs.</summary>
    public FrozenDictionary<string, Layout> Before { get; }

    internal static Fault ReadFault(YamlMapping at, string id)
    {
        var fault = new Fault(id, at.Text("seen", LongestSentence), at.Text("cause", LongestSentence), at.Text("fix", LongestSentence));
        at.NothingElse();
        return fault;
    }

    internal static Layout ReadLayout(YamlMapping at)
    {
        var (key, name) = (at.Text("key", LongestKey), at.Text("name", CardReader.LongestName));
        var layout = at.Has("shape") ? ReadShape(at) : ReadPlaced(at);
        layout = layout with
        {
            Key = key,
            Name = name,
            Run = at.Has("run") ? at.Text("run", LongestSentence) : layout.Run,
            Now = at.Has("now") ? at.Text("now", LongestKey) : "",
        };
        at.NothingElse();
        var (_, problems) = Course.Of(layout);
        return problems.IsEmpty
            ? layout
            : throw at.Wrong(
                Say(
                    "card-files.this-layout-cannot-be-run",
                    ("second", string.Join(", ", problems.Select(problem => $"{problem.Kind.ToKey()} {problem.First} {problem.Second}")))
                )
            );
    }

    private static Layout ReadShape(YamlMapping at)
    {
        var shape = Shape.Of(at.Word<ShapeKind>("shape"));
        var measures = shape
            .Parameters.Where(parameter => at.Has(parameter.Key))
            .ToDictionary(parameter => parameter.Key, parameter => at.Inside(parameter.Key).Read(ReadNumber));
        return shape.Wrong(measures).FirstOrDefault() is { } wrong
            ? throw at.Inside(wrong.Key)
                .Wrong(Say("card-files.goes-from-to", ("key", wrong.Key), ("least", wrong.Least), ("most", wrong.Most)))
            : shape.Lay(measures);
    }

    private static Layout ReadPlaced(YamlMapping at)
    {
        var markers = at.Items("markers", LayoutCheck.MostMarkers).Select(marker => marker.Read(ReadSpot)).ToImmutableArray();
        return new Layout
        {
            Markers = markers.IsEmpty ? throw at.Wrong(Say("card-files.markers-missing")) : markers,
            Steps = at.Has("steps") ? at.Inside("steps").Read(written => RunNotation.Read(written, markers.Length)) : [],
            Start = at.Has("start") ? at.Inside("start").Read(ReadSpot) : default,
            Finish = at.Has("finish") ? at.Inside("finish").Read(ReadSpot) : default,
            Clearance = at.Has("clearance") ? at.Inside("clearance").Read(ReadNumber) : Layout.UsualClearance,
            WallAhead = at.Has("wall") ? at.Inside("wall").Read(ReadNumber) : null,
            Standing = at.Has("standing") ? at.Word<GearKind>("standing") : GearKind.Marker,
        };
    }

    private static double ReadNumber(string written) =>
        double.TryParse(written, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value)
            ? value
            : throw new FormatException(Say("card-files.not-a-number", ("written", written)));

    private static Spot ReadSpot(string written)
    {
        var metres = written
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Select(word => double.TryParse(word, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) ? value : double.NaN)
            .ToImmutableArray();
        return metres is [>= -100 and <= 100, >= -100 and <= 100]
            ? new Spot(metres[0], metres[1])
            : throw new FormatException(Say("card-files.bad-marker", ("written", written)));
    }

    private static FrozenDictionary<string, T> ById<T>(string file, IEnumerable<T> items, Func<T, string> id)
    {
        var all = items.ToList();
        var twice = all.GroupBy(id).FirstOrDefault(group => group.Count() > 1);
        return twice is null
            ? all.ToFrozenDictionary(id)
            : throw new CatalogueException(file, 1, Say("card-files.twice", ("key", twice.Key)));
    }
}

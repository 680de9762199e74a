using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Web.Navigation;
using Microsoft.AspNetCore.Http.Extensions;

namespace Gambeta.Web.Pages.Yard;

/// <summary>
/// A plan as its address writes it, so that it can be kept, sent and gone back to: which drill, which space, and then a kept layout,
/// a shape with its measures, or markers placed by hand (in metres, from the space's near left corner where there is a space and no wall).
/// </summary>
public static class PlanAddress
{
    private const string Page = "/yard/plan";

    private static readonly CultureInfo Plain = CultureInfo.InvariantCulture;

    /// <summary>What all plans of a drill in a space begin with; "none" is no space at all.</summary>
    public static QueryBuilder Begin(string drill, Guid? space, bool inPaces)
    {
        var query = new QueryBuilder { { "drill", drill }, { "space", space?.ToString() ?? "none" } };
        if (inPaces)
            query.Add("unit", "paces");
        return query;
    }

    public static string Write(QueryBuilder query) => Page + query.ToQueryString();

    /// <summary>Markers placed by hand.</summary>
    public static QueryBuilder Placed(this QueryBuilder query, Layout layout)
    {
        query.Add("at", Spots(layout.Markers));
        query.Add("run", RunNotation.Write(layout.Steps));
        query.Add("from", Spots([layout.Start, layout.Finish]));
        query.Add("clear", Number(layout.Clearance));
        if (layout.WallAhead is { } wall)
            query.Add("wall", Number(wall));
        if (layout.Standing != GearKind.Marker)
            query.Add("standing", layout.Standing.ToAddress());
        return query.Run(layout.Way);
    }

    /// <summary>With which foot and which turns it is run; nothing is written where nothing is asked for.</summary>
    public static QueryBuilder Run(this QueryBuilder query, RunWay way)
    {
        if (way.IsAny)
            return query;
        query.Add("by", way.By.ToAddress());
        foreach (var turn in way.Turns)
            query.Add("turn", turn);
        return query;
    }

    /// <summary>Reads it; nothing where the address says nothing of it. A turn that is none of the catalogue asks for none.</summary>
    public static RunWay? ReadWay(IQueryCollection query, DrillCatalogue catalogue)
    {
        if (!query.ContainsKey("by") && !query.ContainsKey("turn"))
            return null;
        var turns = catalogue.Turns.Select(card => card.Id).ToHashSet();
        return new RunWay(
            Addresses.Read<RunFeet>(query["by"]) ?? RunFeet.AsItComes,
            [.. query["turn"].Take(LayoutCheck.MostMarkers).Select(turn => turn is not null && turns.Contains(turn) ? turn : "")]
        );
    }

    /// <summary>Reads markers placed by hand.</summary>
    /// <exception cref="FormatException">Something cannot be read.</exception>
    public static Layout ReadPlaced(IQueryCollection query, Lengths lengths)
    {
        var markers = query.ContainsKey("x") ? ReadFields(query, lengths) : ReadSpots(query["at"]);
        var ends = query.ContainsKey("from") ? ReadSpots(query["from"]) : [default, default];
        if (ends.Length != 2)
            throw new FormatException(Say("yard.start-and-finish-are-two"));
        return new Layout
        {
            Markers = markers,
            Start = ends[0],
            Finish = ends[1],
            Steps = RunNotation.Read(query["run"].ToString(), markers.Length),
            Clearance = Metres(query, "clear") ?? Layout.UsualClearance,
            WallAhead = Metres(query, "wall"),
            Standing = Addresses.Read<GearKind>(query["standing"]) ?? GearKind.Marker,
        };
    }

    /// <summary>A shape's word in an address.</summary>
    public static string Number(double value) => value.ToString("0.###", Plain);

    private static string Spots(IEnumerable<Spot> spots) =>
        string.Join(';', spots.Select(spot => $"{Number(spot.Right)} {Number(spot.Ahead)}"));

    private static ImmutableArray<Spot> ReadSpots(string? written)
    {
        var spots = (written ?? "").Split(';', StringSplitOptions.RemoveEmptyEntries);
        if (spots.Length > LayoutCheck.MostMarkers + 1)
            throw new FormatException(Say("yard.too-many-markers", ("mostMarkers", LayoutCheck.MostMarkers)));
        return
        [
            .. spots.Select(spot =>
            {
                var parts = spot.Split(' ', StringSplitOptions.RemoveEmptyEntries);
                return parts.Length == 2 && Read(parts[0]) is { } right && Read(parts[1]) is { } ahead
                    ? new Spot(right, ahead)
                    : throw new FormatException(Say("yard.bad-spot", ("spot", spot)));
            }),
        ];
    }

    private static ImmutableArray<Spot> ReadFields(IQueryCollection query, Lengths lengths)
    {
        var (rights, aheads) = (query["x"], query["y"]);
        if (rights.Count != aheads.Count || rights.Count > LayoutCheck.MostMarkers)
            throw new FormatException(Say("yard.marker-needs-two"));
        return
        [
            .. rights.Zip(aheads, (right, ahead) =>
                lengths.Read(right) is { } r && lengths.Read(ahead) is { } a
                    ? new Spot(r, a)
                    : throw new FormatException(Say("yard.bad-place", ("right", right), ("ahead", ahead), ("fieldUnit", lengths.FieldUnit)))
            ),
        ];
    }

    private static double? Metres(IQueryCollection query, string key) =>
        !query.ContainsKey(key)
            ? null
            : Read(query[key].ToString()) ?? throw new FormatException(Say("yard.not-metres", ("typed", query[key])));

    private static double? Read(string written) =>
        double.TryParse(written, NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint, Plain, out var value)
        && double.IsFinite(value)
            ? value
            : null;
}

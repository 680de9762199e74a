using System.Collections.Immutable;

namespace Gambeta.Core.Practice.Sheets;

/// <summary>How often the yard is laid anew, and in which order it is laid least. A drill without a layout leaves what lies where it
/// is.</summary>
public static class LayingOrder
{
    /// <summary>For each drill whether the yard is laid anew before it: where it wants a layout and another one lies, or none.</summary>
    public static ImmutableArray<bool> Anew(IEnumerable<SheetDrill> drills)
    {
        var lies = (string?)null;
        return
        [
            .. drills.Select(drill =>
            {
                var anew = drill.Card.Layout is { } layout && layout.Key != lies;
                lies = drill.Card.Layout?.Key ?? lies;
                return anew;
            }),
        ];
    }

    /// <summary>How often the yard is laid when the drills are played in this order.</summary>
    public static int Layings(IEnumerable<SheetDrill> drills) => Anew(drills).Count(anew => anew);

    /// <summary>
    /// The order that needs the fewest layings, with the parts of the session where they are: within a part, drills on one layout stand
    /// together, and the part begins or ends with the layout that its neighbours use. Nothing else is moved. Exact: every choice of a
    /// first and a last layout of each part is followed.
    /// </summary>
    public static ImmutableArray<SheetDrill> Fewest(ImmutableArray<SheetDrill> drills)
    {
        // For each layout that can lie when a part is over: the cheapest way there.
        var ways = new Dictionary<string, (int Layings, ImmutableArray<SheetDrill> Order)> { [""] = (0, []) };
        foreach (var part in Parts(drills))
        {
            var next = new Dictionary<string, (int Layings, ImmutableArray<SheetDrill> Order)>();
            foreach (var (lies, way) in ways)
            {
                foreach (var order in Orders(part))
                {
                    var keys = order.Select(drill => drill.Card.Layout?.Key).OfType<string>().ToList();
                    var last = keys.LastOrDefault() ?? lies;
                    var layings = way.Layings + Layings(order) - (keys.Count > 0 && keys[0] == lies ? 1 : 0);
                    if (!next.TryGetValue(last, out var known) || layings < known.Layings)
                        next[last] = (layings, way.Order.AddRange(order));
                }
            }
            ways = next;
        }
        var best = ways.Values.MinBy(way => way.Layings).Order;
        return Layings(best) < Layings(drills) ? best : drills;
    }

    private static IEnumerable<ImmutableArray<SheetDrill>> Parts(ImmutableArray<SheetDrill> drills)
    {
        for (var from = 0; from < drills.Length; )
        {
            var to = from;
            while (to < drills.Length && drills[to].Item.Part == drills[from].Item.Part)
                to++;
            yield return [.. drills.Skip(from).Take(to - from)];
            from = to;
        }
    }

    // Without a layout first, then layout by layout as they come, for every choice of the first and the last one.
    private static IEnumerable<ImmutableArray<SheetDrill>> Orders(ImmutableArray<SheetDrill> part)
    {
        yield return part;
        var groups = part.Where(drill => drill.Card.Layout is not null)
            .GroupBy(drill => drill.Card.Layout!.Key)
            .Select(group => group.ToImmutableArray())
            .ToList();
        var bare = part.Where(drill => drill.Card.Layout is null).ToImmutableArray();
        for (var first = 0; first < groups.Count; first++)
        {
            for (var last = 0; last < groups.Count; last++)
            {
                if (first == last && groups.Count > 1)
                    continue;
                var between = groups.Where((_, i) => i != first && i != last);
                yield return [.. bare, .. groups[first], .. between.SelectMany(group => group), .. groups.Count > 1 ? groups[last] : []];
            }
        }
    }
}

using Gambeta.Core.Base.Distances;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Tests;

/// <summary>
/// The length of a course, worked out another way than the core does: the shortest way among those that can be pulled into each other
/// without lifting the string over a marker. Each marker gets a ray to infinity that meets no other ray and no other disc; which rays the
/// laid string crosses, in which direction and in which order, with what cancels taken out, says which way it is, and a shortest way
/// crosses no ray besides. So the shortest of all chains of tangents and arcs that cross exactly these is looked for, layer by layer
/// (Dijkstra). Nothing is pulled, nothing comes off.
/// </summary>
internal sealed class StringReference
{
    private readonly Layout _layout;
    private readonly double[] _rays;
    private readonly double _radius;

    private StringReference(Layout layout, double[] rays) => (_layout, _rays, _radius) = (layout, rays, layout.Clearance);

    /// <summary>The reference for a layout; nothing where no rays were found that keep clear of each other and of the discs.</summary>
    public static StringReference? For(Layout layout, Random dice)
    {
        // Rays that lead away from one spot never meet.
        for (var attempt = 0; attempt < 400; attempt++)
        {
            var from = new Spot((dice.NextDouble() * 24) - 12, (dice.NextDouble() * 24) - 12);
            var rays = layout.Markers.Select(marker => (marker - from).Angle).ToArray();
            var clear = layout.Markers.All(marker => marker.DistanceTo(from) > 0.1);
            for (var i = 0; i < rays.Length && clear; i++)
            {
                for (var j = 0; j < rays.Length && clear; j++)
                {
                    if (i == j)
                        continue;
                    var (off, along) = (layout.Markers[j] - layout.Markers[i], Spot.At(rays[i]));
                    clear =
                        off.Dot(along) < 0 ? off.Length > layout.Clearance + 1e-6 : Math.Abs(along.Cross(off)) > layout.Clearance + 1e-6;
                }
            }
            if (clear)
                return new StringReference(layout, rays);
        }
        return null;
    }

    /// <summary>The length of the whole run.</summary>
    public double Length()
    {
        var total = 0.0;
        foreach (var leg in Legs())
            total += Shortest(leg[0], leg[^1], Reduced(Crossings(leg)));
        return total;
    }

    // The string as it is first laid: from centre to centre, and round each marker on its side on a circle too small to meet anything. What
    // is run over is an end: from there on another string is pulled.
    private IEnumerable<List<Spot>> Legs()
    {
        var stops = new List<(Spot Centre, int Hand, int Loops, bool IsRound)> { (_layout.Start, 0, 0, false) };
        foreach (var step in _layout.Steps)
        {
            if (step is Over over)
                stops.Add((over.Spot, 0, 0, false));
            else if (step is Past past)
            {
                var (centre, hand) = (_layout.Markers[past.Marker], past.Side == Side.Right ? 1 : -1);
                if (stops[^1].Hand == hand && stops[^1].Centre == centre)
                    stops[^1] = (centre, hand, stops[^1].Loops + past.Loops, stops[^1].IsRound || past.IsRound);
                else
                    stops.Add((centre, hand, past.Loops, past.IsRound));
            }
        }
        stops.Add((_layout.Finish, 0, 0, false));
        stops = [.. stops.Where((stop, i) => i == 0 || stop.Centre.DistanceTo(stops[i - 1].Centre) > 1e-9)];
        var leg = new List<Spot> { stops[0].Centre };
        for (var i = 1; i < stops.Count; i++)
        {
            var (centre, hand, loops, isRound) = stops[i];
            if (hand == 0)
            {
                leg.Add(centre);
                yield return leg;
                leg = [centre];
                continue;
            }
            var (comes, goes) = (centre - stops[i - 1].Centre, stops[i + 1].Centre - centre);
            var turn = Math.Atan2(comes.Cross(goes), comes.Dot(goes));
            // Out to a marker and back goes round it on the side that was named.
            if (turn * hand < (isRound ? 0 : -0.75 * Math.PI) - 1e-9)
                turn += hand * 2 * Math.PI;
            var (first, round) = ((stops[i - 1].Centre - centre).Angle, (hand * (Math.PI + (2 * Math.PI * loops))) + turn);
            const double tiny = 1e-5;
            var pieces = (int)Math.Ceiling(Math.Abs(round) / 0.2);
            for (var piece = 0; piece <= pieces; piece++)
                leg.Add(centre + Spot.At(first + (round * piece / pieces), tiny));
        }
    }

    // Each crossing as a marker, from 1, with the sign of the direction about it.
    private List<int> Crossings(List<Spot> way) => [.. way.Zip(way.Skip(1)).SelectMany(pair => Crossings(pair.First, pair.Second))];

    private IEnumerable<int> Crossings(Spot from, Spot to)
    {
        var found = new List<(double At, int Crossing)>();
        for (var m = 0; m < _rays.Length; m++)
        {
            var (along, a, b) = (Spot.At(_rays[m]), from - _layout.Markers[m], to - _layout.Markers[m]);
            var (left, right) = (along.Cross(a), along.Cross(b));
            if ((left > 0) == (right > 0))
                continue;
            var share = left / (left - right);
            if ((a + ((b - a) * share)).Dot(along) > 0)
                found.Add((share, left < 0 ? m + 1 : -m - 1));
        }
        return found.OrderBy(crossing => crossing.At).Select(crossing => crossing.Crossing);
    }

    private static int[] Reduced(List<int> word)
    {
        var reduced = new List<int>();
        foreach (var letter in word)
        {
            if (reduced.Count > 0 && reduced[^1] == -letter)
                reduced.RemoveAt(reduced.Count - 1);
            else
                reduced.Add(letter);
        }
        return [.. reduced];
    }

    // A tangent: from a disc on a hand to a disc on a hand; -1 for an end.
    private readonly record struct Tangent(
        int From,
        int FromHand,
        double Leaves,
        int To,
        int ToHand,
        double Arrives,
        double Length,
        int[] Crosses
    );

    private double Shortest(Spot start, Spot finish, int[] word)
    {
        // Back at once, round nothing: nobody moves.
        if (word.Length == 0 && start.DistanceTo(finish) < 1e-12)
            return 0;
        var tangents = Tangents(start, finish);
        var leaving = tangents
            .Select((tangent, i) => (tangent, i))
            .Where(t => t.tangent.From >= 0)
            .ToLookup(t => (t.tangent.From, t.tangent.FromHand));
        var best = new Dictionary<(int Tangent, int Read), double>();
        var open = new PriorityQueue<(int Tangent, int Read), double>();
        for (var i = 0; i < tangents.Count; i++)
            if (tangents[i].From < 0 && Reads(tangents[i].Crosses, word, 0) is { } read)
                open.Enqueue((i, read), tangents[i].Length);
        while (open.TryDequeue(out var state, out var way))
        {
            if (best.TryGetValue(state, out var known) && known <= way)
                continue;
            best[state] = way;
            var here = tangents[state.Tangent];
            if (here.To < 0)
            {
                if (state.Read == word.Length)
                    return way;
                continue;
            }
            foreach (var (next, i) in leaving[(here.To, here.ToHand)])
            {
                var sweep = (next.Leaves - here.Arrives) * here.ToHand % (2 * Math.PI);
                if (sweep < -1e-12)
                    sweep += 2 * Math.PI;
                sweep = Math.Max(0, sweep);
                // The arc meets its own marker's ray alone.
                var toRay = (_rays[here.To] - here.Arrives) * here.ToHand % (2 * Math.PI);
                if (toRay < 0)
                    toRay += 2 * Math.PI;
                var letter = (here.To + 1) * here.ToHand;
                for (var read = state.Read + (toRay < sweep ? 1 : 0); ; read++, sweep += 2 * Math.PI)
                {
                    if (read > word.Length || (read > state.Read && word[read - 1] != letter))
                        break;
                    if (Reads(next.Crosses, word, read) is { } after)
                        open.Enqueue((i, after), way + (sweep * _radius) + next.Length);
                }
            }
        }
        return double.NaN;
    }

    private static int? Reads(int[] crosses, int[] word, int read) =>
        read + crosses.Length <= word.Length && crosses.AsSpan().SequenceEqual(word.AsSpan(read, crosses.Length))
            ? read + crosses.Length
            : null;

    private List<Tangent> Tangents(Spot start, Spot finish)
    {
        var (all, count) = (new List<Tangent>(), _layout.Markers.Length);
        Add(-1, 0, -1, 0);
        for (var i = 0; i < count; i++)
        {
            foreach (var hand in new[] { 1, -1 })
            {
                Add(-1, 0, i, hand);
                Add(i, hand, -1, 0);
                for (var j = 0; j < count; j++)
                    if (j != i)
                        foreach (var other in new[] { 1, -1 })
                            Add(i, hand, j, other);
            }
        }
        return all;

        void Add(int from, int fromHand, int to, int toHand)
        {
            var (a, b) = (from < 0 ? start : _layout.Markers[from], to < 0 ? finish : _layout.Markers[to]);
            var (ra, rb, apart) = (from < 0 ? 0 : _radius, to < 0 ? 0 : _radius, a.DistanceTo(b));
            if (apart < 1e-12)
                return;
            // Signed distances of the two centres from the line, the left hand positive: their difference over the way between them is the
            // sine of the lean.
            var sine = ((toHand * rb) - (fromHand * ra)) / apart;
            if (Math.Abs(sine) > 1 + 1e-12)
                return;
            var direction = (b - a).Angle - Math.Asin(Math.Clamp(sine, -1, 1));
            var left = Spot.At(direction + (Math.PI / 2));
            var (p, q) = (a - (left * (fromHand * ra)), b - (left * (toHand * rb)));
            for (var m = 0; m < count; m++)
            {
                if (m == from || m == to)
                    continue;
                var (along, off) = (q - p, _layout.Markers[m] - p);
                var share = Math.Clamp(off.Dot(along) / along.Dot(along), 0, 1);
                if ((off - (along * share)).Length < _radius - 1e-9)
                    return;
            }
            all.Add(new Tangent(from, fromHand, (p - a).Angle, to, toHand, (q - b).Angle, p.DistanceTo(q), [.. Crossings(p, q)]));
        }
    }
}

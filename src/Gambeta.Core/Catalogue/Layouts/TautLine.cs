using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>
/// Pulls a string tight round discs. The string is first laid from centre to centre, a hair to the named side of each; then the
/// discs grow to the clearance and the string is pulled. Between two discs it is the straight tangent, on a disc an arc.
/// The turn at a disc is known without any doubt about full circles, because it is carried along as a real number:
/// the turn of the line of centres, less the small angles by which the tangents lean. A turn below zero means that the string would
/// come off that disc, so it is let go there, and caught by a marker over which it would slide; a disc into which a straight stretch
/// runs is taken up on the side on which the line of centres passes it.
/// Exact but for the rounding of double precision; nothing is sampled.
/// </summary>
internal static class TautLine
{
    /// <summary>
    /// A turn back of more than this goes round the marker on the named side, whichever way the line of centres happens to bend:
    /// somebody who runs out to a marker and home means to go round it.
    /// </summary>
    private const double Hairpin = 0.75 * Math.PI;

    private const int MostChanges = 400;

    private struct Bead
    {
        public Spot Centre;
        public double Radius;

        /// <summary>+1 keeps the centre at the left hand, counter-clockwise; -1 at the right; 0 for a spot that is run over.</summary>
        public int Hand;
        public double Loops;
        public bool IsRound;

        /// <summary>The turn of the line of centres here, in radians, counter-clockwise positive, full circles not taken off.</summary>
        public double Turn;
        public int Marker;
    }

    /// <summary>The course, or nothing when the string cannot be laid.</summary>
    public static Course? Pull(Layout layout)
    {
        var beads = Lay(layout);
        if (beads is null)
            return null;
        if (beads.Count == 1)
            return new Course([], 0, 0, []);
        for (var change = 0; change < MostChanges; change++)
        {
            var leans = Leans(beads);
            if (leans is null)
                return null;
            var loosest = Loosest(beads, leans);
            if (loosest > 0)
            {
                if (!LetGo(beads, loosest, layout))
                    return null;
                continue;
            }
            if (!TakeUp(beads, leans, layout))
                return Parts(beads, leans);
        }
        return null;
    }

    /// <summary>How far one turns from a direction to another, going one way round: from 0 to a full circle.</summary>
    public static double Turned(double from, double to, int hand)
    {
        var turn = (to - from) * hand % (2 * Math.PI);
        return turn < 0 ? turn + (2 * Math.PI) : turn;
    }

    private static List<Bead>? Lay(Layout layout)
    {
        var beads = new List<Bead>(layout.Steps.Length + 8)
        {
            new() { Centre = layout.Start, Marker = -1 },
        };
        foreach (var step in layout.Steps)
        {
            var bead = step switch
            {
                Past past => new Bead
                {
                    Centre = layout.Markers[past.Marker],
                    Radius = layout.Clearance,
                    Hand = past.Side == Side.Right ? 1 : -1,
                    Loops = past.Loops * 2 * Math.PI,
                    IsRound = past.IsRound,
                    Marker = past.Marker,
                },
                Over over => new Bead { Centre = over.Spot, Marker = -1 },
                _ => throw new ArgumentException("There is no such step.", nameof(layout)),
            };
            if (beads[^1].Centre.DistanceTo(bead.Centre) < 1e-9)
            {
                // The same spot again, or the same marker passed twice running on the same side: once is enough, and its loops are run one
                // after the other.
                if (bead.Hand != beads[^1].Hand)
                    return null;
                beads[^1] = beads[^1] with { Loops = beads[^1].Loops + bead.Loops, IsRound = beads[^1].IsRound || bead.IsRound };
                continue;
            }
            beads.Add(bead);
        }
        if (beads[^1].Centre.DistanceTo(layout.Finish) >= 1e-9)
            beads.Add(new Bead { Centre = layout.Finish, Marker = -1 });
        for (var i = 0; i < beads.Count; i++)
        {
            var bead = beads[i];
            if (i > 0 && i < beads.Count - 1)
            {
                bead.Turn = Between(bead.Centre - beads[i - 1].Centre, beads[i + 1].Centre - bead.Centre);
                if (bead.Turn * bead.Hand < (bead.IsRound ? 0 : -Hairpin) - 1e-9)
                    bead.Turn += bead.Hand * 2 * Math.PI;
            }
            beads[i] = bead;
        }
        return beads;
    }

    // The small angle by which each stretch leans away from the line of centres.
    private static double[]? Leans(List<Bead> beads)
    {
        var leans = new double[beads.Count - 1];
        for (var i = 0; i < leans.Length; i++)
        {
            var (a, b) = (beads[i], beads[i + 1]);
            var sine = ((b.Hand * b.Radius) - (a.Hand * a.Radius)) / a.Centre.DistanceTo(b.Centre);
            if (!(Math.Abs(sine) <= 1 + 1e-9))
                return null;
            leans[i] = Math.Asin(Math.Clamp(sine, -1, 1));
        }
        return leans;
    }

    private static double Sweep(List<Bead> beads, double[] leans, int i) =>
        (beads[i].Hand * (beads[i].Turn - leans[i] + leans[i - 1])) + beads[i].Loops;

    private static int Loosest(List<Bead> beads, double[] leans)
    {
        var (loosest, least) = (0, -1e-10);
        for (var i = 1; i < beads.Count - 1; i++)
        {
            if (beads[i].Hand == 0)
                continue;
            var sweep = Sweep(beads, leans, i);
            if (sweep < least)
                (loosest, least) = (i, sweep);
        }
        return loosest;
    }

    // As the string slides off, the lines of centres before and behind swing over to each other; the turns take that up.
    // A marker over which they would swing catches the string.
    private static bool LetGo(List<Bead> beads, int i, Layout layout)
    {
        var (before, gone, after) = (beads[i - 1], beads[i], beads[i + 1]);
        if (before.Centre.DistanceTo(after.Centre) < 1e-9)
            return Join(beads, i);
        var direct = after.Centre - before.Centre;
        var hand = (gone.Centre - before.Centre).Cross(after.Centre - gone.Centre) > 0 ? 1 : -1;
        var caught = new List<int>();
        Catch(before.Centre, gone.Centre, after.Centre, layout, caught);
        before.Turn += Swing(gone.Centre - before.Centre, direct, -gone.Hand);
        after.Turn += Swing(direct, after.Centre - gone.Centre, -gone.Hand);
        (beads[i - 1], beads[i + 1]) = (before, after);
        beads.RemoveAt(i);
        for (var c = 0; c < caught.Count; c++)
            Insert(beads, i + c, caught[c], hand, layout);
        return true;
    }

    // Out to a marker that holds nothing and back to where one came from: both visits become one, and what the string does about that
    // marker, from the ray on which it comes in to the ray on which it leaves, is what it did on both. A visit winds about its marker by
    // half a circle and its loops, the way of its hand, and by its turn; the ray out to what came off is the ray back. Which way that is in
    // all is the hand, what is over half a circle the turn.
    private static bool Join(List<Bead> beads, int i)
    {
        var (before, gone, after) = (beads[i - 1], beads[i], beads[i + 1]);
        if (beads.Count == 3)
            return false;
        var joined = i + 1 == beads.Count - 1 ? after : before;
        if (before.Hand != 0 && after.Hand != 0)
        {
            var wound = Wound(before) + Wound(after);
            joined.Hand = wound >= 0 ? 1 : -1;
            joined.Turn = wound - (joined.Hand * Math.PI);
            joined.Loops = 0;
        }
        else
        {
            // A spot that is run over only asks where the string goes on.
            joined.Turn = before.Turn + gone.Turn + after.Turn;
        }
        beads[i - 1] = joined;
        beads.RemoveRange(i, 2);
        return true;
    }

    private static double Wound(Bead bead) => (bead.Hand * (Math.PI + bead.Loops)) + bead.Turn;

    // The markers inside a triangle that hold a string which is pulled from its far corner to its base, in order.
    private static void Catch(Spot from, Spot corner, Spot to, Layout layout, List<int> caught)
    {
        var (farthest, height) = (-1, 1e-9);
        for (var m = 0; m < layout.Markers.Length; m++)
        {
            if (Inside(layout.Markers[m], from, corner, to) && Height(layout.Markers[m], from, to) is var h && h > height)
                (farthest, height) = (m, h);
        }
        if (farthest < 0)
            return;
        var held = layout.Markers[farthest];
        Catch(from, corner, held, layout, caught);
        caught.Add(farthest);
        Catch(held, corner, to, layout, caught);
    }

    private static bool Inside(Spot spot, Spot a, Spot b, Spot c)
    {
        var (x, y, z) = ((b - a).Cross(spot - a), (c - b).Cross(spot - b), (a - c).Cross(spot - c));
        return (x > 1e-9 && y > 1e-9 && z > 1e-9) || (x < -1e-9 && y < -1e-9 && z < -1e-9);
    }

    private static double Height(Spot spot, Spot from, Spot to) => Math.Abs((to - from).Cross(spot - from)) / to.DistanceTo(from);

    private static bool TakeUp(List<Bead> beads, double[] leans, Layout layout)
    {
        var (at, marker, deepest) = (-1, -1, layout.Clearance - 1e-9);
        for (var i = 0; i < leans.Length; i++)
        {
            var (from, to) = Stretch(beads, leans, i);
            var along = to - from;
            var length = along.Dot(along);
            for (var m = 0; m < layout.Markers.Length; m++)
            {
                if (m == beads[i].Marker || m == beads[i + 1].Marker)
                    continue;
                var off = layout.Markers[m] - from;
                var share = length < 1e-18 ? 0 : Math.Clamp(off.Dot(along) / length, 0, 1);
                var distance = (off - (along * share)).Length;
                if (distance < deepest)
                    (at, marker, deepest) = (i, m, distance);
            }
        }
        if (at < 0)
            return false;
        var (before, after) = (beads[at].Centre, beads[at + 1].Centre);
        // One that stands between the line of centres and this one is in the way first.
        for (var m = 0; m < layout.Markers.Length; m++)
        {
            if (Inside(layout.Markers[m], before, layout.Markers[marker], after))
                marker = m;
        }
        // One exactly on the line is passed on the side on which the string runs; where that runs through its middle too, it stays at the
        // left hand.
        var (tight, end) = Stretch(beads, leans, at);
        var side = (after - before).Cross(layout.Markers[marker] - before);
        if (Math.Abs(side) <= 1e-9)
            side = (end - tight).Cross(layout.Markers[marker] - tight);
        Insert(beads, at + 1, marker, side >= -1e-9 ? 1 : -1, layout);
        return true;
    }

    private static void Insert(List<Bead> beads, int at, int marker, int hand, Layout layout)
    {
        var (before, after) = (beads[at - 1], beads[at]);
        var centre = layout.Markers[marker];
        var direct = after.Centre - before.Centre;
        before.Turn += Between(direct, centre - before.Centre);
        after.Turn += Between(after.Centre - centre, direct);
        (beads[at - 1], beads[at]) = (before, after);
        beads.Insert(
            at,
            new Bead
            {
                Centre = centre,
                Radius = layout.Clearance,
                Hand = hand,
                Marker = marker,
                Turn = Between(centre - before.Centre, after.Centre - centre),
            }
        );
    }

    private static (Spot From, Spot To) Stretch(List<Bead> beads, double[] leans, int i)
    {
        var (a, b) = (beads[i], beads[i + 1]);
        var direction = (b.Centre - a.Centre).Angle - leans[i];
        var left = Spot.At(direction + (Math.PI / 2));
        return (a.Centre - (left * (a.Hand * a.Radius)), b.Centre - (left * (b.Hand * b.Radius)));
    }

    private static Course Parts(List<Bead> beads, double[] leans)
    {
        var parts = ImmutableArray.CreateBuilder<CoursePart>(2 * beads.Count);
        var stops = ImmutableArray.CreateBuilder<double>();
        var (turning, sharpest) = (0.0, 0.0);
        for (var i = 0; i < beads.Count - 1; i++)
        {
            var bead = beads[i];
            var (from, to) = Stretch(beads, leans, i);
            if (i > 0)
            {
                double turn;
                if (bead.Hand == 0)
                {
                    turn = Math.Abs(Math.IEEERemainder(bead.Turn - leans[i] + leans[i - 1], 2 * Math.PI));
                    stops.Add(turn);
                }
                else
                {
                    turn = Math.Max(0, Sweep(beads, leans, i));
                    // It ends where the next stretch begins and goes back from there by its own sweep.
                    parts.Add(
                        new Arc(bead.Centre, bead.Radius, (from - bead.Centre).Angle - (bead.Hand * turn), bead.Hand * turn, bead.Marker)
                    );
                }
                turning += turn;
                sharpest = Math.Max(sharpest, turn);
            }
            parts.Add(new Straight(from, to));
        }
        return new Course(parts.ToImmutable(), turning, sharpest, stops.ToImmutable());
    }

    // Three centres in one line swing by exactly half a circle: no rounding may decide which way, but the side off which the string slid.
    private static double Swing(Spot from, Spot to, int hand) =>
        Between(from, to) is var turn && Math.Abs(turn) > Math.PI - 1e-9 ? hand * Math.PI : turn;

    private static double Between(Spot from, Spot to) => Math.Atan2(from.Cross(to), from.Dot(to));
}

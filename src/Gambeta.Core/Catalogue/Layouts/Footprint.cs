using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>A disc of floor.</summary>
/// <param name="Centre">Its middle.</param>
/// <param name="Radius">Its radius in metres.</param>
public readonly record struct Disc(Spot Centre, double Radius)
{
    /// <summary>How far the disc reaches in a direction from the origin.</summary>
    public double Reach(Spot direction) => Centre.Dot(direction) + Radius;
}

/// <summary>
/// The floor that a layout takes with everything that has to stay free: the convex hull of discs. A marker that is run round
/// stands with its clearance and the side margin about it, every other spot with the side margin; behind the finish the way
/// out is free as long as the speed asks. The taut run lies inside, since a string lies inside the hull of what holds it.
/// </summary>
public sealed class Footprint
{
    private readonly ImmutableArray<Disc> _hull;

    // The direction from which on each disc of the hull reaches farthest, in radians from 0 to a full turn, going up.
    private readonly ImmutableArray<double> _from;

    private Footprint(IEnumerable<Disc> discs)
    {
        var all = discs.ToArray();
        (_hull, _from) = Wrap(all);
    }

    /// <summary>The footprint of a layout with its margins.</summary>
    public static Footprint Of(Layout layout, Course course, RunOff runOff)
    {
        // A marker that holds the string wants its clearance, whether or not the run names it.
        var passed = layout
            .Steps.OfType<Past>()
            .Select(past => past.Marker)
            .Concat(course.Parts.OfType<Arc>().Select(arc => arc.Marker))
            .ToHashSet();
        var discs = new List<Disc> { new(layout.Start, runOff.Sides), new(layout.Finish, runOff.Sides) };
        discs.AddRange(layout.Markers.Select((marker, i) => new Disc(marker, runOff.Sides + (passed.Contains(i) ? layout.Clearance : 0))));
        discs.AddRange(layout.Steps.OfType<Over>().Select(over => new Disc(over.Spot, runOff.Sides)));
        if (course.Homeward is { } homeward && layout.WallAhead is null && runOff.BehindFinish > runOff.Sides)
            discs.Add(new(layout.Finish + Spot.At(homeward, runOff.BehindFinish - runOff.Sides), runOff.Sides));
        return new Footprint(discs);
    }

    /// <summary>Its outline, once round counter-clockwise: straights, and arcs about the discs that hold it.</summary>
    public ImmutableArray<CoursePart> Outline
    {
        get
        {
            var parts = ImmutableArray.CreateBuilder<CoursePart>();
            for (var i = 0; i < _hull.Length; i++)
            {
                var (disc, next) = (_hull[i], _hull[(i + 1) % _hull.Length]);
                var until = i + 1 < _hull.Length ? _from[i + 1] : 2 * Math.PI;
                parts.Add(new Arc(disc.Centre, disc.Radius, _from[i], until - _from[i], -1));
                parts.Add(new Straight(disc.Centre + Spot.At(until, disc.Radius), next.Centre + Spot.At(until, next.Radius)));
            }
            return parts.ToImmutable();
        }
    }

    /// <summary>How far it reaches from the origin in a direction given in radians.</summary>
    public double Reach(double angle) => At(angle).Reach(Spot.At(angle));

    /// <summary>The width across, and the length along, when ahead is turned counter-clockwise by radians.</summary>
    public (double Width, double Length) Size(double angle) =>
        (Reach(angle) + Reach(angle + Math.PI), Reach(angle + (Math.PI / 2)) + Reach(angle - (Math.PI / 2)));

    /// <summary>By how much a space is too small for it, upright, in metres: the worse of width and length; below zero where there is
    /// room.</summary>
    public double Lacks(Space space)
    {
        var (width, length) = Size(0);
        return Math.Max(width - space.Width, length - space.Length);
    }

    /// <summary>Its layout, moved upright into the middle of a space.</summary>
    public Layout InTheMiddleOf(Space space, Layout layout)
    {
        var (width, length) = Size(0);
        return layout.Moved(0, new Spot(Reach(Math.PI) + ((space.Width - width) / 2), Reach(-Math.PI / 2) + ((space.Length - length) / 2)));
    }

    /// <summary>
    /// The angle, from 0 to a half turn, at which the most is to spare in a rectangle, and how much. Between two of the angles at
    /// which another disc begins to reach farthest, width and length are each a sine with its hollow at the ends, so what is to spare is
    /// greatest at an end or where both spare the same: these angles are worked out and compared, nothing is searched.
    /// Upright comes first: a tilted place is taken only where neither upright one has room.
    /// </summary>
    public (double Angle, double Spare) Best(double width, double length)
    {
        var best = (Angle: 0.0, Spare: Spare(0));
        if (Spare(Math.PI / 2) is var across && across > best.Spare + LayoutCheck.Tolerance)
            best = (Math.PI / 2, across);
        if (best.Spare >= -LayoutCheck.Tolerance)
            return best;

        var ends = new List<double>(4 * _from.Length + 2) { 0, Math.PI };
        foreach (var from in _from)
        {
            for (var quarter = 0; quarter < 4; quarter++)
            {
                var end = (from + (quarter * Math.PI / 2)) % (2 * Math.PI);
                if (end < Math.PI)
                    ends.Add(end);
            }
        }
        ends.Sort();
        for (var i = 0; i < ends.Count; i++)
        {
            Try(ends[i]);
            if (i + 1 < ends.Count && ends[i + 1] - ends[i] > 1e-12)
                Crossings(ends[i], ends[i + 1]);
        }
        return best;

        double Spare(double angle)
        {
            var (w, l) = Size(angle);
            return Math.Min(width - w, length - l);
        }

        void Try(double angle)
        {
            if (Spare(angle) is var spare && spare > best.Spare)
                best = (angle, spare);
        }

        // width - w = length - l, that is A cos + B sin = C over one stretch of angles.
        void Crossings(double low, double high)
        {
            var middle = (low + high) / 2;
            var (right, left, ahead, back) = (At(middle), At(middle + Math.PI), At(middle + (Math.PI / 2)), At(middle - (Math.PI / 2)));
            var (across, along) = (right.Centre - left.Centre, ahead.Centre - back.Centre);
            var (a, b) = (across.Right - along.Ahead, across.Ahead + along.Right);
            var c = width - length - (right.Radius + left.Radius) + ahead.Radius + back.Radius;
            var size = Math.Sqrt((a * a) + (b * b));
            if (size < Math.Abs(c))
                return;
            var (towards, off) = (Math.Atan2(b, a), Math.Acos(c / size));
            foreach (var angle in (ReadOnlySpan<double>)[towards - off, towards + off])
            {
                for (var turn = -2 * Math.PI; turn <= 2 * Math.PI; turn += 2 * Math.PI)
                {
                    if (angle + turn > low && angle + turn < high)
                        Try(angle + turn);
                }
            }
        }
    }

    private Disc At(double angle)
    {
        var turn = angle % (2 * Math.PI);
        if (turn < 0)
            turn += 2 * Math.PI;
        var i = _from.BinarySearch(turn);
        if (i < 0)
            i = ~i - 1;
        return _hull[i < 0 ? _hull.Length - 1 : i];
    }

    // Goes once round: whoever reaches farthest does so until another disc overtakes it.
    private static (ImmutableArray<Disc> Hull, ImmutableArray<double> From) Wrap(Disc[] discs)
    {
        var (hull, froms) = (ImmutableArray.CreateBuilder<Disc>(), ImmutableArray.CreateBuilder<double>());
        // At direction 0; of those that reach equally far the one that will reach farther just after.
        var now = discs.MaxBy(disc => (Math.Round(disc.Reach(new Spot(1, 0)), 12), disc.Centre.Ahead));
        var angle = 0.0;
        while (hull.Count <= 2 * discs.Length)
        {
            hull.Add(now);
            froms.Add(angle);
            var (next, at) = (now, double.MaxValue);
            foreach (var disc in discs)
            {
                var off = disc.Centre - now.Centre;
                var distance = off.Length;
                // A disc inside the other never overtakes it.
                if (distance <= Math.Abs(now.Radius - disc.Radius) + 1e-12)
                    continue;
                var overtakes = off.Angle - Math.Acos(Math.Clamp((now.Radius - disc.Radius) / distance, -1, 1));
                if (overtakes < angle - 1e-12)
                    overtakes += 2 * Math.PI * Math.Ceiling((angle - 1e-12 - overtakes) / (2 * Math.PI));
                if (overtakes < at - 1e-12 || (overtakes < at + 1e-12 && distance > next.Centre.DistanceTo(now.Centre)))
                    (next, at) = (disc, overtakes);
            }
            if (at >= 2 * Math.PI)
                break;
            (now, angle) = (next, Math.Max(at, angle));
        }
        return (hull.ToImmutable(), froms.ToImmutable());
    }
}

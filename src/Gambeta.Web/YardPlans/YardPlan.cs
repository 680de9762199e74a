using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Web.Charts;
using Gambeta.Web.Words;

namespace Gambeta.Web.YardPlans;

/// <summary>What a plan shows besides the layout.</summary>
/// <param name="Space">The space round it; nothing where it lies nowhere in particular.</param>
/// <param name="Footprint">What has to stay free.</param>
/// <param name="Pace">The pace in which distances are written beside the tape; nothing for a plan without distances.</param>
/// <param name="Lengths">How lengths are written.</param>
/// <param name="Movable">Whether markers can be moved by pointer and arrow keys.</param>
/// <param name="Small">A plan for a list: only the markers and the run.</param>
public sealed record PlanView(Space? Space, Footprint? Footprint, Pace? Pace, Lengths Lengths, bool Movable = false, bool Small = false);

/// <summary>A layout from above, to scale, on a grid of one-metre tiles; ahead is up.</summary>
public static class YardPlan
{
    private const double RoomAcross = 430,
        RoomAlong = 540,
        Rim = 34;

    /// <summary>A small plan's share of the usual size: its words stay as large as they are.</summary>
    private const double SmallSize = 0.42;

    // No space is wider, and no layout that can be run.
    private const int MostLines = 120;

    /// <summary>The plan of a layout that can be run.</summary>
    public static Svg Draw(Layout layout, Course course, PlanView view, string label, string? style = null) =>
        new(writer =>
        {
            var frame = new Frame(layout, course, view, view.Small ? SmallSize : 1);
            writer.Write(
                $"<svg xmlns=\"http://www.w3.org/2000/svg\" class=\"yard\" viewBox=\"0 0 {Svg.N(frame.Width)} "
                    + $"{Svg.N(frame.Height)}\" role=\"{(view.Movable ? "group" : "img")}\" aria-label=\"{Escaped(label)}\""
            );
            if (style is not null)
                writer.Write($" width=\"{Svg.N(frame.Width)}\" height=\"{Svg.N(frame.Height)}\"");
            if (view.Movable)
                writer.Write($" data-plan=\"\" data-scale=\"{Svg.N(frame.Scale)}\"");
            writer.Write(">");
            if (style is not null)
                writer.Write($"<title>{Escaped(label)}</title><style>{style}</style>");
            Ground(writer, frame, view);
            if (view.Footprint is { } footprint)
                writer.Write($"<path class=\"free\" d=\"{frame.Path(footprint.Outline)}Z\"/>");
            if (layout.WallAhead is { } wall && view.Space is null)
                Wall(writer, frame, new Spot(frame.Left, wall), new Spot(frame.Right, wall));
            Run(writer, frame, course);
            if (view.Pace is { } pace)
                Distances(writer, frame, layout, pace, view.Lengths);
            Sign(writer, frame, layout.Start, "S", "start");
            if (layout.Finish != layout.Start)
                Sign(writer, frame, layout.Finish, "F", "start");
            for (var i = 0; i < layout.Markers.Length; i++)
                Marker(writer, frame, layout, i, view);
            if (!view.Small)
                ScaleBar(writer, frame, view.Lengths);
            writer.Write("</svg>");
        });

    /// <summary>An empty space.</summary>
    public static Svg Draw(Space space, Lengths lengths) =>
        new(writer =>
        {
            var nothing = new Layout
            {
                Markers = [],
                Start = new(space.Width / 2, space.Length / 2),
                Finish = new(space.Width / 2, space.Length / 2),
            };
            var view = new PlanView(space, null, null, lengths);
            var frame = new Frame(nothing, new Course([], 0, 0, []), view, SmallSize);
            writer.Write(
                $"<svg class=\"yard\" viewBox=\"0 0 {Svg.N(frame.Width)} {Svg.N(frame.Height)}\" role=\"img\" "
                    + $"aria-label=\"{Escaped(space.Name)}, {Escaped(lengths.Sides(space.Width, space.Length))}\">"
            );
            Ground(writer, frame, view);
            ScaleBar(writer, frame, lengths);
            writer.Write("</svg>");
        });

    private static void Ground(TextWriter writer, Frame frame, PlanView view)
    {
        writer.Write(
            $"<rect class=\"{(view.Space is null ? "nowhere" : "space")}\" x=\"{Svg.N(frame.X(frame.Left))}\" "
                + $"y=\"{Svg.N(frame.Y(frame.Far))}\" width=\"{Svg.N((frame.Right - frame.Left) * frame.Scale)}\" "
                + $"height=\"{Svg.N((frame.Far - frame.Near) * frame.Scale)}\"/>"
        );
        var step = Math.Max(frame.Right - frame.Left, frame.Far - frame.Near) > 30 ? 5 : 1;
        foreach (var x in Lines(frame.Left, frame.Right, step))
            writer.Write(
                $"<path class=\"tile-line\" d=\"M{Svg.N(frame.X(x))} {Svg.N(frame.Y(frame.Far))}V{Svg.N(frame.Y(frame.Near))}\"/>"
            );
        foreach (var y in Lines(frame.Near, frame.Far, step))
            writer.Write(
                $"<path class=\"tile-line\" d=\"M{Svg.N(frame.X(frame.Left))} {Svg.N(frame.Y(y))}H{Svg.N(frame.X(frame.Right))}\"/>"
            );
        if (view.Space is not { } space)
            return;
        writer.Write(
            $"<rect class=\"edge\" x=\"{Svg.N(frame.X(0))}\" y=\"{Svg.N(frame.Y(space.Length))}\" "
                + $"width=\"{Svg.N(space.Width * frame.Scale)}\" height=\"{Svg.N(space.Length * frame.Scale)}\"/>"
        );
        if (space.Wall is { } wall)
        {
            var half = Math.Min(wall.Width, space.SideLength(wall.Side)) / 2;
            var (from, to) = wall.Side switch
            {
                SpaceSide.Near => (new Spot((space.Width / 2) + half, 0), new Spot((space.Width / 2) - half, 0)),
                SpaceSide.Far => (new Spot((space.Width / 2) - half, space.Length), new Spot((space.Width / 2) + half, space.Length)),
                SpaceSide.Left => (new Spot(0, (space.Length / 2) - half), new Spot(0, (space.Length / 2) + half)),
                _ => (new Spot(space.Width, (space.Length / 2) + half), new Spot(space.Width, (space.Length / 2) - half)),
            };
            Wall(writer, frame, from, to);
        }
        foreach (var side in Enum.GetValues<SpaceSide>())
            Beyond(writer, frame, space, side, view.Lengths);
    }

    // Counted, not walked: from a number so large that adding a metre changes nothing no walk would ever come home.
    private static IEnumerable<double> Lines(double from, double to, int step)
    {
        var first = Math.Ceiling(from / step);
        return Enumerable.Range(0, (int)Math.Clamp(Math.Ceiling(to / step) - first, 0, MostLines)).Select(i => (first + i) * step);
    }

    // What lies behind a side, and how long the side is where that is the near or the left one.
    private static void Beyond(TextWriter writer, Frame frame, Space space, SpaceSide side, Lengths lengths)
    {
        var words =
            space.Wall?.Side == side ? Say("pictures.wall-to-play-against")
            : space.Behind[(int)side] == Behind.OpenGround ? ""
            : YardWords.Behind(space.Behind[(int)side]);
        if (side is SpaceSide.Near or SpaceSide.Left)
            words = words.Length > 0 ? $"{lengths.Of(space.SideLength(side))}, {words}" : lengths.Of(space.SideLength(side));
        if (words.Length == 0)
            return;
        var (x, y, turn) = side switch
        {
            SpaceSide.Near => (frame.X(space.Width / 2), frame.Y(0) + 20, 0),
            SpaceSide.Far => (frame.X(space.Width / 2), frame.Y(space.Length) - 11, 0),
            SpaceSide.Left => (frame.X(0) - 12, frame.Y(space.Length / 2), -90),
            _ => (frame.X(space.Width) + 12, frame.Y(space.Length / 2), 90),
        };
        writer.Write(
            $"<text class=\"side\" x=\"{Svg.N(x)}\" "
                + $"y=\"{Svg.N(y)}\"{(turn == 0 ? "" : $" transform=\"rotate({turn} {Svg.N(x)} {Svg.N(y)})\"")}>{words}</text>"
        );
    }

    private static void Wall(TextWriter writer, Frame frame, Spot from, Spot to)
    {
        writer.Write($"<path class=\"wall\" d=\"M{frame.At(from)}L{frame.At(to)}\"/>");
        // Strokes behind the wall, as a wall is drawn in a plan.
        var (along, length) = ((to - from) * (1 / from.DistanceTo(to)), from.DistanceTo(to));
        var back = new Spot(-along.Ahead, along.Right);
        var d = string.Concat(
            Enumerable
                .Range(0, (int)Math.Clamp(length * frame.Scale / 11, 0, MostLines) + 1)
                .Select(i => from + (along * Math.Min(length, i * 11 / frame.Scale)))
                .Select(at => $"M{frame.At(at)}L{frame.At(at + ((back - along) * (9 / frame.Scale)))}")
        );
        writer.Write($"<path class=\"wall-back\" d=\"{d}\"/>");
    }

    private static void Run(TextWriter writer, Frame frame, Course course)
    {
        if (course.Parts.IsEmpty)
            return;
        var home = course.Parts.Length > 2 && course.Parts[^1] is Straight ? 1 : 0;
        writer.Write($"<path class=\"run\" d=\"{frame.Path(course.Parts[..^home])}\"/>");
        if (home > 0)
            writer.Write($"<path class=\"run home\" d=\"{frame.Path(course.Parts[^1..])}\"/>");
        foreach (var straight in course.Parts.OfType<Straight>())
        {
            if (straight.Length * frame.Scale < 30)
                continue;
            // Two thirds along, so that two runs over the same ground point past each other.
            var at = straight.From + ((straight.To - straight.From) * 0.66);
            var angle = -(straight.To - straight.From).Angle * 180 / Math.PI;
            writer.Write($"<path class=\"ahead\" transform=\"translate({frame.At(at)}) rotate({Svg.N(angle)})\" d=\"M7 0l-12-6v12z\"/>");
        }
    }

    // Each beside its leg, where it is farthest from what stands there and from the words written before.
    private static void Distances(TextWriter writer, Frame frame, Layout layout, Pace pace, Lengths lengths)
    {
        Spot[] walked = [layout.Start, .. layout.Markers];
        var taken = walked.ToList();
        for (var i = 1; i < walked.Length; i++)
        {
            var (here, there) = (walked[i - 1], walked[i]);
            var metres = here.DistanceTo(there);
            if (metres * frame.Scale < 62)
                continue;
            var places =
                from t in (double[])[0.35, 0.5, 0.65]
                from beside in (int[])[-46, 46]
                let at = here + ((there - here) * t) + new Spot(beside / frame.Scale, 0)
                where frame.X(at.Right) > 40 && frame.X(at.Right) < frame.Width - 40
                select at;
            var best = places.Append((here + there) * 0.5).MaxBy(at => taken.Min(other => at.DistanceTo(other)));
            taken.Add(best);
            var (x, y) = (Svg.N(frame.X(best.Right)), Svg.N(frame.Y(best.Ahead) - 1));
            writer.Write(
                $"<text class=\"distance\" x=\"{x}\" y=\"{y}\"><tspan class=\"paces\">{YardWords.Paces(metres, pace)}</tspan><tspan "
                    + $"x=\"{x}\" dy=\"14\">{lengths.Tape(metres)}</tspan></text>"
            );
        }
    }

    private static void Sign(TextWriter writer, Frame frame, Spot at, string letter, string kind) =>
        writer.Write(
            $"<g class=\"{kind}\" transform=\"translate({frame.At(at)})\"><path d=\"M0-17l16 28h-32z\"/><text y=\"7\">{letter}</text></g>"
        );

    private static void Marker(TextWriter writer, Frame frame, Layout layout, int i, PlanView view)
    {
        var at = layout.Markers[i];
        writer.Write($"<g class=\"marker\" transform=\"translate({frame.At(at)})\"");
        if (view.Movable)
        {
            var words = Say(
                "pictures.marker-arrow-keys-move-it",
                ("marker", i + 1),
                ("where", YardWords.FromStart(at - layout.Start, view.Lengths))
            );
            writer.Write($" data-marker=\"{i}\" tabindex=\"0\" role=\"button\" aria-label=\"{Escaped(words)}\"");
        }
        writer.Write(">");
        if (view.Movable)
            writer.Write("<circle class=\"grip\" r=\"24\"/>");
        writer.Write(
            layout.Standing switch
            {
                GearKind.Upright => "<path d=\"M-11-15h22v30h-22z\"/>",
                GearKind.Chalk => "<path class=\"chalk\" d=\"M-9-9l18 18M-9 9l18-18\"/>",
                _ => "<path d=\"M0-17l16 28h-32z\"/>",
            }
        );
        if (layout.Standing != GearKind.Chalk)
            writer.Write($"<text y=\"7\"{(i > 8 ? " class=\"two\"" : "")}>{i + 1}</text>");
        writer.Write("</g>");
    }

    private static void ScaleBar(TextWriter writer, Frame frame, Lengths lengths)
    {
        double[] bars = lengths.Units == Units.Metric ? [1, 2, 5, 10, 20] : [0.9144, 3.048, 6.096, 15.24];
        var bar = bars.LastOrDefault(b => b * frame.Scale <= 110, bars[0]);
        var (x, y) = (frame.Width - Rim - (bar * frame.Scale), frame.Height - 9);
        writer.Write(
            $"<path class=\"scale\" d=\"M{Svg.N(x)} {Svg.N(y - 5)}v10M{Svg.N(x)} "
                + $"{Svg.N(y)}h{Svg.N(bar * frame.Scale)}m0-5v10\"/><text class=\"side\" text-anchor=\"end\" x=\"{Svg.N(x - 6)}\" "
                + $"y=\"{Svg.N(y + 5)}\">{lengths.Of(bar)}</text>"
        );
    }

    private static string Escaped(string text) => System.Net.WebUtility.HtmlEncode(text);

    // Which part of the floor is shown, and where its points lie in the drawing.
    private sealed class Frame
    {
        public Frame(Layout layout, Course course, PlanView view, double size = 1)
        {
            var spots = layout.Markers.Append(layout.Start).Append(layout.Finish).ToList();
            if (!course.Parts.IsEmpty)
                spots.AddRange([course.Box.Least, course.Box.Most]);
            if (view.Footprint is { } footprint)
                spots.AddRange([
                    new(-footprint.Reach(Math.PI), -footprint.Reach(-Math.PI / 2)),
                    new(footprint.Reach(0), footprint.Reach(Math.PI / 2)),
                ]);
            if (view.Space is { } space)
                spots.AddRange([default, new(space.Width, space.Length)]);
            if (layout.WallAhead is { } wall && view.Space is null)
                spots.AddRange([new(-1.5, wall), new(1.5, wall)]);
            (Left, Right, Near, Far) = (spots.Min(s => s.Right), spots.Max(s => s.Right), spots.Min(s => s.Ahead), spots.Max(s => s.Ahead));
            var rim = view.Space is null ? 0.3 : 0;
            if (Right - Left < 1.5)
                (Left, Right) = (((Left + Right) / 2) - 0.75, ((Left + Right) / 2) + 0.75);
            (Left, Right, Near, Far) = (
                Left - rim,
                Right + rim,
                Near - rim,
                Far + (layout.WallAhead is null || view.Space is not null ? rim : 0)
            );
            Scale = size * Math.Min(RoomAcross / (Right - Left), RoomAlong / Math.Max(Far - Near, 0.5));
        }

        public double Left { get; }

        public double Right { get; }

        public double Near { get; }

        public double Far { get; }

        /// <summary>Units of the drawing a metre.</summary>
        public double Scale { get; }

        public double Width => ((Right - Left) * Scale) + (2 * Rim);

        public double Height => ((Far - Near) * Scale) + (2 * Rim) + 4;

        public double X(double right) => Rim + ((right - Left) * Scale);

        public double Y(double ahead) => Rim + ((Far - ahead) * Scale);

        public string At(Spot spot) => $"{Svg.N(X(spot.Right))} {Svg.N(Y(spot.Ahead))}";

        public string Path(IEnumerable<CoursePart> parts)
        {
            var d = new System.Text.StringBuilder();
            foreach (var part in parts)
            {
                switch (part)
                {
                    case Straight straight:
                        if (d.Length == 0)
                            d.Append('M').Append(At(straight.From));
                        d.Append('L').Append(At(straight.To));
                        break;
                    case Arc arc:
                        if (d.Length == 0)
                            d.Append('M').Append(At(arc.At(0)));
                        // In pieces of less than half a circle, which an arc of a path can tell apart.
                        var pieces = Math.Max(1, (int)Math.Ceiling(Math.Abs(arc.Sweep) / 2.5));
                        for (var i = 1; i <= pieces; i++)
                            d.Append(
                                System.Globalization.CultureInfo.InvariantCulture,
                                $"A{Svg.N(arc.Radius * Scale)} {Svg.N(arc.Radius * Scale)} 0 0 {(arc.Sweep > 0 ? 0 : 1)} "
                                    + $"{At(arc.At((double)i / pieces))}"
                            );
                        break;
                }
            }
            return d.ToString();
        }
    }
}

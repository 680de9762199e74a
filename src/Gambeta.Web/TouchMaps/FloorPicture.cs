using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.TouchMaps;
using Gambeta.Web.Charts;

namespace Gambeta.Web.TouchMaps;

/// <summary>A map of the floor: shoes from above with the parts that touch lit, the ball's places numbered, its way.</summary>
internal static class FloorPicture
{
    // Half the width of a letter of a mark, as it is set in the style sheet.
    private const double Tile = 30,
        ShoeScale = 0.15,
        HalfALetter = 1.8;

    public static void Write(TextWriter writer, TouchMap map)
    {
        var frame = Frame(map);
        writer.Write(
            $"<svg class=\"map ground\" viewBox=\"0 0 {Svg.N(frame.Width)} {Svg.N(frame.Height)}\" role=\"img\" "
                + $"aria-label=\"{MapWords.Alternative(map)}\">"
        );
        for (var x = frame.Width / 2 % Tile; x < frame.Width; x += Tile)
            writer.Write($"<path class=\"grid\" d=\"M{Svg.N(x)} 0V{Svg.N(frame.Height)}\"/>");
        for (var y = frame.Height / 2 % Tile; y < frame.Height; y += Tile)
            writer.Write($"<path class=\"grid\" d=\"M0 {Svg.N(y)}H{Svg.N(frame.Width)}\"/>");
        if (map.Line is { } line)
            Wall(writer, map, frame, line);
        foreach (var foot in Enum.GetValues<Foot>())
            Home(writer, map, frame, foot);
        foreach (var stop in map.Stops.Where(stop => IsFarFromHome(map, stop)))
            WriteShoe(writer, frame, stop.Touch.Foot, stop.Shoe, stop.Turned, [stop.Touch.Surface], "ghost", "");
        foreach (var path in map.Paths.Where(path => path.From != path.To))
            Way(writer, map, frame, path);
        foreach (var marks in map.Marks.GroupBy(mark => mark.At))
            Marks(writer, map, frame, [.. marks]);
        MapBalls.Write(writer, map, frame);
        writer.Write($"<circle class=\"ball\" data-ball=\"\" r=\"{Svg.N(MapBalls.Radius)}\" visibility=\"hidden\"/></svg>");
        MapMotion.Write(writer, map, frame);
    }

    private static MapFrame Frame(TouchMap map)
    {
        var points = map
            .Stops.Select(s => s.At)
            .Concat(map.Paths.SelectMany(p => new[] { p.To, Middle(p) }))
            .Concat(new[] { map.Stance.Left, map.Stance.Right }.SelectMany(Corners))
            .Concat(map.Marks.Select(mark => mark.At))
            .Concat(
                map.Stops.Where(s => IsFarFromHome(map, s)).SelectMany(s => Corners(s.Turned ? s.Shoe + new MapPoint(0, -34) : s.Shoe))
            );
        if (map.Line is { } line)
            points = points.Append(new MapPoint(0, line + (line > 0 ? 6 : -6)));
        return MapFrame.Around(points, 11, 120, 84, mayTurn: true);
    }

    private static MapPoint Middle(MapPath path) =>
        new(((path.From.Right + path.To.Right) / 4) + (path.Bend.Right / 2), ((path.From.Up + path.To.Up) / 4) + (path.Bend.Up / 2));

    private static IEnumerable<MapPoint> Corners(MapPoint heel) => [heel + new MapPoint(-8, 0), heel + new MapPoint(8, 34)];

    private static bool IsFarFromHome(TouchMap map, MapStop stop) =>
        stop.Turned || stop.Shoe.DistanceTo(stop.Touch.Foot == Foot.Left ? map.Stance.Left : map.Stance.Right) > 40;

    private static void Home(TextWriter writer, TouchMap map, MapFrame frame, Foot foot)
    {
        var lit = map.Stops.Where(s => s.Touch.Foot == foot && !IsFarFromHome(map, s)).Select(s => s.Touch.Surface).Distinct();
        WriteShoe(
            writer,
            frame,
            foot,
            foot == Foot.Left ? map.Stance.Left : map.Stance.Right,
            false,
            lit,
            "home",
            $" data-shoe=\"{foot.ToKey()}\""
        );
    }

    private static void WriteShoe(
        TextWriter writer,
        MapFrame frame,
        Foot foot,
        MapPoint heel,
        bool turned,
        IEnumerable<Surface> lit,
        string kind,
        string data
    )
    {
        var turn = (frame.OnItsSide ? 90 : 0) + (turned ? 180 : 0);
        var side = foot == Foot.Left ? -ShoeScale : ShoeScale;
        // The group that moves when the map is played stands at the heel; inside it the shoe is turned and sized.
        writer.Write(
            $"<g class=\"shoe {kind} {foot.ToKey()}\"{data} transform=\"translate({frame.At(heel)})\"><g transform=\"rotate({turn}) "
                + $"scale({side.ToString(CultureInfo.InvariantCulture)} {ShoeScale.ToString(CultureInfo.InvariantCulture)}) "
                + $"translate({-Shoe.HeelRight} {-Shoe.HeelDown})\">"
        );
        Shoe.Write(writer, lit);
        writer.Write("</g></g>");
    }

    private static void Way(TextWriter writer, TouchMap map, MapFrame frame, MapPath path)
    {
        var foot = path.After == 0 ? map.Stops[0].Touch.Foot : map.Stops[path.After - 1].Touch.Foot;
        writer.Write($"<path class=\"way {foot.ToKey()}\" d=\"{frame.Curve(path)}\"/>");
        // The head sits on the curve where the next ball begins, so that the ball does not hide it.
        var hidden = map.Stops.Any(stop => stop.At.DistanceTo(path.To) < 1) ? MapBalls.Radius : 0;
        var tip = BeforeTheEnd(path, hidden);
        var tail = BeforeTheEnd(path, hidden + 5);
        var (x, y, tx, ty) = (frame.X(tip), frame.Y(tip), frame.X(tip) - frame.X(tail), frame.Y(tip) - frame.Y(tail));
        var length = Math.Max(0.1, Math.Sqrt((tx * tx) + (ty * ty)));
        var (ux, uy) = (tx / length * 5.5, ty / length * 5.5);
        writer.Write(
            $"<path class=\"head {foot.ToKey()}\" d=\"M{Svg.N(x)} {Svg.N(y)}L{Svg.N(x - ux - (uy * 0.6))} "
                + $"{Svg.N(y - uy + (ux * 0.6))}L{Svg.N(x - ux + (uy * 0.6))} {Svg.N(y - uy - (ux * 0.6))}Z\"/>"
        );
    }

    // The last point of a curve that lies so far from its end.
    private static MapPoint BeforeTheEnd(MapPath path, double distance)
    {
        for (var t = 1.0; t > 0; t -= 0.02)
        {
            var u = 1 - t;
            var at = new MapPoint(
                (u * u * path.From.Right) + (2 * u * t * path.Bend.Right) + (t * t * path.To.Right),
                (u * u * path.From.Up) + (2 * u * t * path.Bend.Up) + (t * t * path.To.Up)
            );
            if (at.DistanceTo(path.To) >= distance)
                return at;
        }
        return path.From;
    }

    // Shams at one place are read in one line beside it: "round, left round".
    private static void Marks(TextWriter writer, TouchMap map, MapFrame frame, IReadOnlyList<MapMark> marks)
    {
        var at = marks[0].Key is "turn" or "run" ? Clear(map, frame, marks[0].At) : marks[0].At;
        var (x, y) = (frame.X(at), frame.Y(at));
        foreach (var (mark, i) in marks.Select((mark, i) => (mark, i)))
        {
            var foot = mark.Foot?.ToKey() ?? "none";
            if (mark.Key is "over" or "round")
                writer.Write(
                    $"<circle class=\"sham {foot}\" cx=\"{Svg.N(x)}\" cy=\"{Svg.N(y)}\" r=\"{Svg.N(MapBalls.Radius + 4 + (i * 3))}\"/>"
                );
        }
        var words = string.Join(
            ", ",
            marks.Select(mark => mark.Foot is { } foot ? $"{foot.Label()} {MapWords.Mark(mark)}" : MapWords.Mark(mark)).Distinct()
        );
        var half = Math.Min(frame.Width / 2, Math.Max(18, words.Length * HalfALetter));
        writer.Write(
            $"<text class=\"mark\" x=\"{Svg.N(Math.Clamp(x, half, frame.Width - half))}\" "
                + $"y=\"{Svg.N(Math.Max(7, y - MapBalls.Radius - 6 - (marks.Count * 3)))}\">{words}</text>"
        );
    }

    // The word for a turn stands where the player does, or as near to it as no ball lies.
    private static MapPoint Clear(TouchMap map, MapFrame frame, MapPoint at) =>
        new[]
        {
            at,
            at + new MapPoint(0, -20),
            at + new MapPoint(0, 20),
            at + new MapPoint(24, 0),
            at + new MapPoint(-24, 0),
        }.FirstOrDefault(
            spot =>
                map.Stops.All(stop =>
                    // The word is written a little above its spot.
                    Math.Abs(frame.X(stop.At) - frame.X(spot)) > 15
                    || Math.Abs(frame.Y(stop.At) - (frame.Y(spot) - 17)) > 10
                ),
            at
        );

    private static void Wall(TextWriter writer, TouchMap map, MapFrame frame, double line)
    {
        var (from, to) = (new MapPoint(-400, line), new MapPoint(400, line));
        var word = (map.Stops.Any(s => s.Touch.Move == BallMove.Goal) ? BallMove.Goal : BallMove.Wall).Label();
        writer.Write($"<path class=\"wall\" d=\"M{frame.At(from)}L{frame.At(to)}\"/>");
        // On the near side of the line, where there is room.
        var behind = frame.X(to) < frame.Width / 2;
        var (x, y) = frame.OnItsSide ? (frame.X(to) + (behind ? 5 : -5), 10.0) : (12.0, frame.Y(to) + 9);
        writer.Write(
            $"<text class=\"mark {(frame.OnItsSide && !behind ? "end" : "start")}\" x=\"{Svg.N(x)}\" y=\"{Svg.N(y)}\">{word}</text>"
        );
    }
}

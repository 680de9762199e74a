using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.TouchMaps;
using Gambeta.Web.Charts;

namespace Gambeta.Web.TouchMaps;

/// <summary>A map of the air: the ball's flights from the side, time to the right, and under each touch what meets the ball.</summary>
internal static class AirPicture
{
    private const double Ball = 10;

    public static void Write(TextWriter writer, TouchMap map)
    {
        var points = map
            .Paths.SelectMany(path => new[] { path.From, path.To, Top(path) })
            .Concat(map.Stops.Select(stop => stop.At with { Right = stop.At.Right - 12 }))
            .Append(new MapPoint(map.Paths[0].From.Right, -4))
            .Append(new MapPoint(map.Paths[0].From.Right, 110));
        var frame = MapFrame.Around(points, 22, 190, 138, mayTurn: false);
        writer.Write(
            $"<svg class=\"map air\" viewBox=\"0 0 {Svg.N(frame.Width)} {Svg.N(frame.Height)}\" role=\"img\" "
                + $"aria-label=\"{MapWords.Alternative(map)}\">"
        );
        for (var height = 50; frame.Y(new(0, height)) > 4; height += 50)
        {
            var y = Svg.N(frame.Y(new(0, height)));
            writer.Write(
                $"<path class=\"grid\" d=\"M0 {y}H{Svg.N(frame.Width)}\"/><text class=\"height\" x=\"{Svg.N(frame.Width - 2)}\" "
                    + $"y=\"{Svg.N(frame.Y(new(0, height)) - 1.5)}\">{height} cm</text>"
            );
        }
        writer.Write($"<path class=\"wall\" d=\"M0 {Svg.N(frame.Y(new(0, 0)))}H{Svg.N(frame.Width)}\"/>");
        foreach (var mark in map.Marks.Where(mark => mark.Key is "wall" or "goal"))
            Wall(writer, frame, mark);
        foreach (var path in map.Paths)
            writer.Write(
                $"<path class=\"way {FootOf(map, path)}{(path.Kind == PathKind.Flight ? "" : " slow")}\" d=\"{frame.Curve(path)}\"/>"
            );
        if (map.Paths.FirstOrDefault(path => path.After > 0 && path.Rise > 4) is { } flight)
            Rise(writer, map, frame, flight);
        foreach (var mark in map.Marks.Where(mark => mark.Key is not ("wall" or "goal")))
            Mark(writer, frame, mark);
        foreach (var stop in map.Stops)
            Meets(writer, frame, stop);
        foreach (var stop in map.Stops)
        {
            writer.Write(
                $"<g class=\"stop {stop.Touch.Foot.ToKey()}\"><circle cx=\"{Svg.N(frame.X(stop.At))}\" "
                    + $"cy=\"{Svg.N(frame.Y(stop.At))}\" r=\"{Svg.N(Ball)}\"/>"
            );
            writer.Write(
                $"<text x=\"{Svg.N(frame.X(stop.At))}\" y=\"{Svg.N(frame.Y(stop.At) + 3.6)}\" class=\"n1\">{stop.Number}</text></g>"
            );
        }
        writer.Write($"<circle class=\"ball\" data-ball=\"\" r=\"{Svg.N(Ball)}\" visibility=\"hidden\"/></svg>");
        MapMotion.Write(writer, map, frame);
    }

    private static string FootOf(TouchMap map, MapPath path) => path.After == 0 ? "none" : map.Stops[path.After - 1].Touch.Foot.ToKey();

    // The highest point of a curve, or its higher end.
    private static MapPoint Top(MapPath path)
    {
        var (from, bend, to) = (path.From.Up, path.Bend.Up, path.To.Up);
        var curve = from - (2 * bend) + to;
        var t =
            curve < 0 ? Math.Clamp((from - bend) / curve, 0, 1)
            : from > to ? 0
            : 1;
        return new MapPoint(path.From.Right + ((path.To.Right - path.From.Right) * t), from + (2 * t * (bend - from)) + (t * t * curve));
    }

    private static void Rise(TextWriter writer, TouchMap map, MapFrame frame, MapPath flight)
    {
        var top = Top(flight);
        writer.Write($"<path class=\"rise\" d=\"M{frame.At(top)}L{frame.At(top with { Up = flight.From.Up })}\"/>");
        writer.Write(
            $"<text class=\"mark end\" x=\"{Svg.N(frame.X(top) - 2)}\" "
                + $"y=\"{Svg.N((frame.Y(top) + frame.Y(flight.From)) / 2)}\">{Rounded.Whole(flight.Rise)} cm</text>"
        );
    }

    private static void Wall(TextWriter writer, MapFrame frame, MapMark mark)
    {
        var x = frame.X(mark.At) + Ball;
        writer.Write(
            $"<path class=\"wall\" d=\"M{Svg.N(x)} {Svg.N(frame.Y(new(0, 0)))}V{Svg.N(frame.Y(new(0, 125)))}\"/><text "
                + $"class=\"mark\" x=\"{Svg.N(x)}\" y=\"{Svg.N(frame.Y(new(0, 128)))}\">{MapWords.Mark(mark)}</text>"
        );
    }

    private static void Mark(TextWriter writer, MapFrame frame, MapMark mark)
    {
        var (x, y) = (frame.X(mark.At), frame.Y(mark.At));
        if (mark.Key is "bounce")
        {
            writer.Write(
                $"<path class=\"bounce\" d=\"M{Svg.N(x - 9)} {Svg.N(y + Ball - 2)}l-4 -6M{Svg.N(x + 9)} {Svg.N(y + Ball - 2)}l4 -6\"/>"
            );
            y -= Ball + 10;
        }
        else if (mark.Key is "hand" or "server" or "catch")
        {
            // Two hands from below.
            writer.Write(
                $"<path class=\"hands\" d=\"M{Svg.N(x - 14)} {Svg.N(y - 4)}C{Svg.N(x - 14)} {Svg.N(y + 12)} {Svg.N(x - 4)} "
                    + $"{Svg.N(y + 14)} {Svg.N(x - 2)} {Svg.N(y + 14)}M{Svg.N(x + 14)} {Svg.N(y - 4)}C{Svg.N(x + 14)} "
                    + $"{Svg.N(y + 12)} {Svg.N(x + 4)} {Svg.N(y + 14)} {Svg.N(x + 2)} {Svg.N(y + 14)}\"/><circle class=\"held\" "
                    + $"cx=\"{Svg.N(x)}\" cy=\"{Svg.N(y)}\" r=\"{Svg.N(Ball)}\"/>"
            );
        }
        var words = mark.Foot is { } foot ? $"{foot.Label()} {MapWords.Mark(mark)}" : MapWords.Mark(mark);
        writer.Write($"<text class=\"mark\" x=\"{Svg.N(Math.Clamp(x, 16, frame.Width - 16))}\" y=\"{Svg.N(y - Ball - 4)}\">{words}</text>");
    }

    // What meets the ball, from the side, touching it from below or behind.
    private static void Meets(TextWriter writer, MapFrame frame, MapStop stop)
    {
        var (x, y) = (frame.X(stop.At), frame.Y(stop.At));
        var foot = stop.Touch.Foot.ToKey();
        var shape = stop.Touch.Surface switch
        {
            Surface.Sole =>
                $"M{Svg.N(x - 18)} {Svg.N(y - 6)}L{Svg.N(x + 8)} {Svg.N(y - 15)}Q{Svg.N(x + 13)} {Svg.N(y - 18)} {Svg.N(x + 8)} "
                    + $"{Svg.N(y - 21)}L{Svg.N(x - 8)} {Svg.N(y - 22)}L{Svg.N(x - 12)} {Svg.N(y - 34)}L{Svg.N(x - 24)} {Svg.N(y - 31)}Z",
            Surface.Thigh => $"M{Svg.N(x - 30)} {Svg.N(y + 11)}H{Svg.N(x + 12)}Q{Svg.N(x + 19)} {Svg.N(y + 17)} {Svg.N(x + 12)} "
                + $"{Svg.N(y + 24)}L{Svg.N(x - 30)} {Svg.N(y + 27)}Z",
            Surface.Chest or Surface.Shoulder =>
                $"M{Svg.N(x - 12)} {Svg.N(y - 14)}Q{Svg.N(x - 7)} {Svg.N(y + 4)} {Svg.N(x - 13)} {Svg.N(y + 24)}L{Svg.N(x - 30)} "
                    + $"{Svg.N(y + 24)}L{Svg.N(x - 28)} {Svg.N(y - 14)}Z",
            Surface.Head => $"M{Svg.N(x - 22)} {Svg.N(y + 20)}a11 11 0 1 1 22 0a11 12 0 1 1 -22 0Z",
            _ => $"M{Svg.N(x - 26)} {Svg.N(y + 13)}L{Svg.N(x - 12)} {Svg.N(y + 6)}Q{Svg.N(x)} {Svg.N(y + 12)} {Svg.N(x + 11)} "
                + $"{Svg.N(y + 11)}Q{Svg.N(x + 17)} {Svg.N(y + 14)} {Svg.N(x + 12)} {Svg.N(y + 17)}L{Svg.N(x - 20)} {Svg.N(y + 22)}Z",
        };
        writer.Write($"<path class=\"meets {foot}\" d=\"{shape}\"/>");
    }
}

using Gambeta.Core;
using Gambeta.Core.Catalogue.TouchMaps;
using Gambeta.Web.Charts;

namespace Gambeta.Web.TouchMaps;

/// <summary>What the page needs to play a map: the ball's curves in the drawing's own units, and where each shoe goes to touch.</summary>
internal static class MapMotion
{
    public static void Write(TextWriter writer, TouchMap map, MapFrame frame)
    {
        writer.Write("<script type=\"application/json\" data-motion=\"\">{\"paths\":[");
        foreach (var (path, i) in map.Paths.Select((path, i) => (path, i)))
        {
            if (i > 0)
                writer.Write(',');
            writer.Write(
                $"[{Two(frame, path.From)},{Two(frame, path.Bend)},{Two(frame, path.To)},{Svg.N(path.Seconds * 1000)},"
                    + $"{path.After},{(path.Kind == PathKind.Floor ? 1 : 0)}]"
            );
        }
        writer.Write("],\"shoes\":[");
        if (map.View == MapView.Floor)
        {
            foreach (var (stop, i) in map.Stops.Select((stop, i) => (stop, i)))
            {
                if (i > 0)
                    writer.Write(',');
                writer.Write($"[\"{stop.Touch.Foot.ToKey()}\",{Two(frame, stop.Shoe)},{(stop.Turned ? 1 : 0)}]");
            }
        }
        writer.Write("]}</script>");
    }

    private static string Two(MapFrame frame, MapPoint point) => $"{Svg.N(frame.X(point))},{Svg.N(frame.Y(point))}";
}

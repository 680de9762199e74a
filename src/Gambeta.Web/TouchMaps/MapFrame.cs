using Gambeta.Core.Catalogue.TouchMaps;
using Gambeta.Web.Charts;

namespace Gambeta.Web.TouchMaps;

/// <summary>The part of the plane that a map shows, and where its points lie in the drawing. One unit is a centimetre.</summary>
public sealed class MapFrame
{
    private readonly double _left,
        _top;

    private MapFrame(double left, double top, double width, double height, bool onItsSide) =>
        (_left, _top, Width, Height, OnItsSide) = (left, top, width, height, onItsSide);

    public double Width { get; }

    public double Height { get; }

    /// <summary>True where ahead is drawn to the right, because the way is long.</summary>
    public bool OnItsSide { get; }

    /// <summary>A frame round points with room about them, at least so wide and high, in the middle of it.</summary>
    public static MapFrame Around(IEnumerable<MapPoint> points, double room, double leastWidth, double leastHeight, bool mayTurn)
    {
        var all = points.ToList();
        var (left, right) = (all.Min(p => p.Right) - room, all.Max(p => p.Right) + room);
        var (low, high) = (all.Min(p => p.Up) - room, all.Max(p => p.Up) + room);
        var onItsSide = mayTurn && high - low > 1.15 * Math.Max(right - left, leastWidth);
        // Turned, what was up runs to the right, and what was right runs down.
        if (onItsSide)
            (left, right, low, high) = (low, high, -right, -left);
        var (width, height) = (Math.Max(right - left, leastWidth), Math.Max(high - low, leastHeight));
        return new MapFrame(((left + right) / 2) - (width / 2), ((low + high) / 2) + (height / 2), width, height, onItsSide);
    }

    public double X(MapPoint point) => (OnItsSide ? point.Up : point.Right) - _left;

    public double Y(MapPoint point) => _top - (OnItsSide ? -point.Right : point.Up);

    /// <summary>"x y" as SVG wants it.</summary>
    public string At(MapPoint point) => $"{Svg.N(X(point))} {Svg.N(Y(point))}";

    /// <summary>A curve, from its first point on.</summary>
    public string Curve(MapPath path) => $"M{At(path.From)}Q{At(path.Bend)} {At(path.To)}";
}

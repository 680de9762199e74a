using Gambeta.Core.Yard;

namespace Gambeta.Web.Drawing;

/// <summary>Markers on a grid of one-metre tiles, start at the bottom.</summary>
public static class CoursePlan
{
    private const double Tile = 40;

    public static Svg Draw(Layout layout) => new(writer =>
    {
        var left = Math.Floor(Math.Min(0, layout.Markers.Min(m => m.Right)) - 0.6);
        var right = Math.Ceiling(Math.Max(0, layout.Markers.Max(m => m.Right)) + 0.6);
        var far = Math.Ceiling(layout.Markers.Max(m => m.Ahead) + 0.5);
        double X(double metres) => (metres - left) * Tile;
        double Y(double metres) => (far - metres + 0.7) * Tile;
        var (width, height) = ((right - left) * Tile, (far + 1.2) * Tile);
        writer.Write($"<svg class=\"plan\" viewBox=\"0 0 {Svg.N(width)} {Svg.N(height)}\" role=\"img\" aria-label=\"Plan: {layout.Name}, each square is one metre\">");
        for (var x = left; x <= right; x++) writer.Write($"<path class=\"grid\" d=\"M{Svg.N(X(x))} 0V{Svg.N(height)}\"/>");
        for (var y = 0.0; y <= far; y++) writer.Write($"<path class=\"grid\" d=\"M0 {Svg.N(Y(y))}H{Svg.N(width)}\"/>");
        writer.Write($"<path class=\"start\" d=\"M{Svg.N(X(-0.5))} {Svg.N(Y(0))}H{Svg.N(X(0.5))}\"/>");
        for (var i = 0; i < layout.Markers.Length; i++)
        {
            var marker = layout.Markers[i];
            writer.Write($"<path class=\"marker\" d=\"M{Svg.N(X(marker.Right))} {Svg.N(Y(marker.Ahead) - 18)}l15 27h-30z\"/>");
            writer.Write($"<text x=\"{Svg.N(X(marker.Right))}\" y=\"{Svg.N(Y(marker.Ahead) + 6)}\">{i + 1}</text>");
        }
        writer.Write("</svg>");
    });
}

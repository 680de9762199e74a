using Gambeta.Core;
using Gambeta.Core.Catalogue.TouchMaps;
using Gambeta.Web.Charts;

namespace Gambeta.Web.TouchMaps;

/// <summary>The numbered balls of a map. Touches of one foot at one place share a ball; those of two feet stand side by side.</summary>
internal static class MapBalls
{
    public const double Radius = 6.5;

    private const double SamePlace = 9;

    private const int MostNumbers = 3;

    public static void Write(TextWriter writer, TouchMap map, MapFrame frame)
    {
        var balls = new List<(MapStop First, List<int> Numbers, int Beside)>();
        foreach (var stop in map.Stops)
        {
            var here = balls.FindAll(ball => ball.First.At.DistanceTo(stop.At) < SamePlace);
            if (here.Find(ball => ball.First.Touch.Foot == stop.Touch.Foot) is { Numbers: { } numbers })
                numbers.Add(stop.Number);
            else
                balls.Add((stop, [stop.Number], here.Count));
        }
        foreach (var (first, numbers, beside) in balls)
        {
            var (x, y) = (frame.X(first.At) + (beside * Radius * 1.7), frame.Y(first.At) - (beside * Radius * 0.8));
            // More than a ball has room for are told on pointing at it, and in the list beside the map.
            var isFull = numbers.Count > MostNumbers;
            var words = isFull ? $"{numbers[0]}…{numbers[^1]}" : string.Join("·", numbers);
            writer.Write(
                $"<g class=\"stop "
                    + $"{first.Touch.Foot.ToKey()}\">{(isFull ? $"<title>{string.Join('·', numbers)}</title>" : "")}<circle "
                    + $"cx=\"{Svg.N(x)}\" cy=\"{Svg.N(y)}\" r=\"{Svg.N(Radius)}\"/>"
            );
            writer.Write($"<text x=\"{Svg.N(x)}\" y=\"{Svg.N(y + 2.7)}\" class=\"n{Math.Min(3, numbers.Count)}\">{words}</text></g>");
        }
    }
}

using Gambeta.Core.Base.Distances;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Web.Charts;

namespace Gambeta.Web.TouchMaps;

/// <summary>A wall from the front with its chalked squares, to scale.</summary>
public static class WallPicture
{
    public static Svg Draw(ChalkTargets targets, double width, double height, Lengths lengths) =>
        new(writer =>
        {
            var scale = Math.Min(440 / width, 170 / height);
            double X(double right) => 30 + ((right + (width / 2)) * scale);
            double Y(double up) => 10 + ((height - up) * scale);
            var title = System.Net.WebUtility.HtmlEncode(Say("pictures.wall-from-the-front", ("squares", targets.Targets.Length)));
            writer.Write(
                $"<svg class=\"yard wall-front\" viewBox=\"0 0 {Svg.N(60 + (width * scale))} {Svg.N(36 + (height * scale))}\" "
                    + $"role=\"img\" aria-label=\"{title}\">"
            );
            writer.Write(
                $"<rect class=\"bricks\" x=\"{Svg.N(X(-width / 2))}\" y=\"{Svg.N(Y(height))}\" width=\"{Svg.N(width * scale)}\" "
                    + $"height=\"{Svg.N(height * scale)}\"/>"
            );
            foreach (var target in targets.Targets)
            {
                writer.Write(
                    $"<rect class=\"target\" x=\"{Svg.N(X(target.Right - (target.Size / 2)))}\" "
                        + $"y=\"{Svg.N(Y(target.Bottom + target.Size))}\" width=\"{Svg.N(target.Size * scale)}\" "
                        + $"height=\"{Svg.N(target.Size * scale)}\"/>"
                );
                writer.Write(
                    $"<text class=\"points\" x=\"{Svg.N(X(target.Right))}\" "
                        + $"y=\"{Svg.N(Y(target.Bottom + (target.Size / 2)) + 6)}\">{target.Points}</text>"
                );
            }
            writer.Write(
                $"<path class=\"edge\" d=\"M10 {Svg.N(Y(0))}h{Svg.N(40 + (width * scale))}\"/><text class=\"side\" "
                    + $"x=\"{Svg.N(X(0))}\" y=\"{Svg.N(Y(0) + 18)}\">{lengths.Of(width)}</text></svg>"
            );
        });
}

using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Web.Charts;

/// <summary>A day's load as a brick: as wide as it is long, as high as it is hard; only outlined where it is played elsewhere.</summary>
public static class DayBrick
{
    // An hour and a quarter fill a tile.
    private const int Widest = 102,
        Least = 6,
        Foot = 30;
    private const double WidthOfAMinute = 1.36;

    /// <summary>The brick of a day; nothing for a rest.</summary>
    public static Svg Draw(PlannedDay day) =>
        new(writer =>
        {
            if (day.Minutes == 0)
                return;
            var height = day.Hardness switch
            {
                Hardness.Light => 10,
                Hardness.Middle => 19,
                _ => 28,
            };
            var kind = day.Kind switch
            {
                DayKind.Training or DayKind.Match => "elsewhere",
                DayKind.Done => "done",
                _ => day.Hardness.ToString().ToLowerInvariant(),
            };
            writer.Write(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"<svg class=\"brick\" viewBox=\"0 0 104 32\" preserveAspectRatio=\"xMinYMax\" aria-hidden=\"true\"><rect "
                        + $"class=\"{kind}\" x=\"1\" y=\"{Foot - height + 1}\" "
                        + $"width=\"{Math.Clamp(Rounded.Whole(day.Minutes * WidthOfAMinute), Least, Widest)}\" height=\"{height}\"/></svg>"
                )
            );
        });
}

using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Core;
using static Gambeta.Web.Charts.Svg;

namespace Gambeta.Web.Charts;

/// <summary>
/// A sheet as a course of bricks: one a drill, as wide as it lasts; harder ones are higher and darker, and a notch is where the yard is laid.
/// Its tones are none of the colours that stand for a foot, a best or the next step.
/// </summary>
public static class SheetStrip
{
    private const double Width = 600, Height = 46, Grout = 3, Least = 14;

    /// <summary>The strip. Its text alternative says the drills in their order.</summary>
    public static Svg Draw(SheetSums sums) => new(writer =>
    {
        var names = string.Join(", ", sums.Drills.Select(d => $"{d.Drill.Item.Part.Label()}: {d.Drill.Card.Name}"));
        writer.Write($"<svg class=\"strip\" viewBox=\"0 0 {N(Width)} {N(Height)}\" role=\"img\" aria-label=\"{System.Net.WebUtility.HtmlEncode(names.Length > 0 ? names : Say("sheets.empty"))}\">");
        var all = sums.Drills.Sum(Seconds);
        var room = Width - (Least * sums.Drills.Length);
        var x = 0.0;
        foreach (var drill in sums.Drills)
        {
            var width = Least + (all > 0 ? room * Seconds(drill) / all : 0);
            var height = drill.Drill.Card.Intensity switch { Intensity.Hard => Height, Intensity.Steady => Height * 0.76, _ => Height * 0.52 };
            writer.Write($"<rect class=\"{drill.Drill.Card.Intensity.ToKey()}\" x=\"{N(x)}\" y=\"{N(Height - height)}\" width=\"{N(width - Grout)}\" height=\"{N(height)}\"/>");
            if (drill.Laying > TimeSpan.Zero) writer.Write($"<path class=\"laid\" d=\"M{N(x)} {N(Height)}v-11l11 11z\"/>");
            x += width;
        }
        writer.Write("</svg>");
    });

    private static double Seconds(DrillSum drill) => (drill.Amount.Total + drill.Laying).TotalSeconds;
}

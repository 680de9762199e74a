using Gambeta.Core;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Web.Charts;

/// <summary>
/// A sheet as a course of bricks: one a drill, as wide as it lasts; harder ones are higher and darker, and a notch is where the yard is
/// laid. Its tones are none of the colours that stand for a foot, a best or the next step.
/// </summary>
public static class SheetStrip
{
    private const double Width = 600,
        Height = 46,
        Grout = 3,
        Least = 14;

    /// <summary>The strip. Its text alternative says the drills in their order.</summary>
    public static Svg Draw(SheetSums sums) => Chart.Draw("strip", Width, Height, Names(sums), chart =>
        {
            var all = sums.Drills.Sum(Seconds);
            var room = Width - (Least * sums.Drills.Length);
            var x = 0.0;
            foreach (var drill in sums.Drills)
            {
                var width = Least + (all > 0 ? room * Seconds(drill) / all : 0);
                var height = drill.Drill.Card.Intensity switch
                {
                    Intensity.Hard => Height,
                    Intensity.Steady => Height * 0.76,
                    _ => Height * 0.52,
                };
                chart.Rect(drill.Drill.Card.Intensity.ToKey(), x, Height - height, width - Grout, height);
                if (drill.Laying > TimeSpan.Zero)
                    chart.Path("laid", $"M{Svg.N(x)} {Svg.N(Height)}v-11l11 11z");
                x += width;
            }
        });

    private static string Names(SheetSums sums) =>
        sums.Drills.IsEmpty
            ? Say("sheets.empty")
            : string.Join(", ", sums.Drills.Select(d => $"{d.Drill.Item.Part.Label()}: {d.Drill.Card.Name}"));

    private static double Seconds(DrillSum drill) => (drill.Amount.Total + drill.Laying).TotalSeconds;
}

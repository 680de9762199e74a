using Gambeta.Core.Base.Touches;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Web.Charts;

/// <summary>A set that was counted by ear on its time: a line a touch, and a numbered tile for each sound in doubt, full where it
/// counts.</summary>
public static class HeardStrip
{
    private const double Width = 1000,
        Height = 142,
        Floor = 122,
        Side = 20,
        Tile = 26;

    /// <summary>The strip of a set.</summary>
    public static Svg Draw(PracticeSet set, HeardMark mark) => Chart.Draw("heard-strip", Width, Height, null, chart =>
        {
            var seconds = Math.Max(1, set.Worked.TotalSeconds);
            double X(int hundredths) => (Math.Clamp(hundredths / 100.0 / seconds, 0, 1) * (Width - (2 * Side))) + Side;
            chart.Path("ground", $"M{Svg.N(Side)} {Svg.N(Floor)}H{Svg.N(Width - Side)}");
            foreach (var one in HeardCorrection.Standing(set))
            {
                var at = $"M{Svg.N(X(one.At))} {Svg.N(Floor)}";
                if (one.Kind == PlayEventKind.Slip)
                    chart.Path("fell", $"{at}v14");
                else if (one.Kind == PlayEventKind.Touch && !mark.Doubts.Any(doubt => Math.Abs(doubt.At - one.At) <= 2))
                    chart.Path(one.Foot == Foot.Left ? "left" : "right", $"{at}V86");
            }
            // A tile that would lie on the one before it stands a step lower.
            var (before, low) = (double.NegativeInfinity, 0);
            foreach (var (doubt, i) in mark.Doubts.Select((doubt, i) => (doubt, i)))
            {
                var now = doubt.At / 100.0 / seconds * Width;
                (low, before) = (now - before < Tile + 2 ? (low + 1) % 3 : 0, now);
                var (x, top) = (X(doubt.At), 4 + (low * Tile));
                chart.Group(doubt.IsCounted ? "doubt counts" : "doubt", () =>
                {
                    chart.Path("doubt-line", $"M{Svg.N(x)} {Svg.N(Floor)}V{Svg.N(top + Tile)}");
                    chart.Rect("doubt-tile", x - 13, top, Tile, Tile);
                    chart.Text(x, top + 20, $"{i + 1}");
                });
            }
        });
}

using Gambeta.Core.Base.Touches;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Web.Charts;

/// <summary>A set that was counted by ear on its time: a line a touch, and a numbered tile for each sound in doubt, full where it counts.</summary>
public static class HeardStrip
{
    private const double Width = 1000, Height = 142, Floor = 122, Side = 20, Tile = 26;

    /// <summary>The strip of a set.</summary>
    public static Svg Draw(PracticeSet set, HeardMark mark) => new(writer =>
    {
        var seconds = Math.Max(1, set.Worked.TotalSeconds);
        string X(int hundredths, double less = 0) => Svg.N((Math.Clamp(hundredths / 100.0 / seconds, 0, 1) * (Width - (2 * Side))) + Side - less);
        writer.Write($"<svg class=\"heard-strip\" viewBox=\"0 0 {Svg.N(Width)} {Svg.N(Height)}\" aria-hidden=\"true\"><path class=\"ground\" d=\"M{Svg.N(Side)} {Svg.N(Floor)}H{Svg.N(Width - Side)}\"/>");
        foreach (var one in HeardCorrection.Standing(set))
        {
            if (one.Kind == PlayEventKind.Slip) writer.Write($"<path class=\"fell\" d=\"M{X(one.At)} {Svg.N(Floor)}v14\"/>");
            else if (one.Kind == PlayEventKind.Touch && !mark.Doubts.Any(doubt => Math.Abs(doubt.At - one.At) <= 2))
                writer.Write($"<path class=\"{(one.Foot == Foot.Left ? "left" : "right")}\" d=\"M{X(one.At)} {Svg.N(Floor)}V86\"/>");
        }
        // A tile that would lie on the one before it stands a step lower.
        var (before, low) = (double.NegativeInfinity, 0);
        foreach (var (doubt, i) in mark.Doubts.Select((doubt, i) => (doubt, i)))
        {
            var now = doubt.At / 100.0 / seconds * Width;
            (low, before) = (now - before < Tile + 2 ? (low + 1) % 3 : 0, now);
            writer.Write($"<g class=\"doubt{(doubt.IsCounted ? " counts" : "")}\"><path d=\"M{X(doubt.At)} {Svg.N(Floor)}V{Svg.N(30 + (low * Tile))}\"/><rect x=\"{X(doubt.At, 13)}\" y=\"{Svg.N(4 + (low * Tile))}\" width=\"{Svg.N(Tile)}\" height=\"{Svg.N(Tile)}\"/><text x=\"{X(doubt.At)}\" y=\"{Svg.N(24 + (low * Tile))}\">{i + 1}</text></g>");
        }
        writer.Write("</svg>");
    });
}

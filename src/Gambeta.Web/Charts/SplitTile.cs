using System.Text.Encodings.Web;
using Gambeta.Core.Insight.Progress;
using Gambeta.Web.Words;

namespace Gambeta.Web.Charts;

/// <summary>
/// A day as a tile: the S of a feint divides left foot from right, and each half fills from the floor up.
/// A cut corner is a personal best, a dot a rest day.
/// </summary>
public static class SplitTile
{
    // The S runs down the middle of a 44 by 44 tile.
    private const string Curve = "C31.7 13.2 12.3 30.8 22 44";

    /// <summary>Shapes shared by all tiles of a page; stands once before the first of them.</summary>
    public static Svg Shapes { get; } =
        new(writer =>
            writer.Write(
                $"""
                <svg class="shapes" width="0" height="0" aria-hidden="true"><defs>
                <clipPath id="tile-left"><path d="M0 0H22{Curve}H0Z"/></clipPath>
                <clipPath id="tile-right"><path d="M44 0H22{Curve}H44Z"/></clipPath>
                <pattern id="tile-hatch" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><path d="M0
                  0V4" class="hatch"/></pattern>
                </defs></svg>
                """
            )
        );

    /// <summary>The tile; its text alternative says the same in words. The style sheet gives its size.</summary>
    public static Svg Draw(DayTile tile) =>
        new(writer =>
        {
            writer.Write("<svg class=\"tile");
            if (tile.IsToday)
                writer.Write(" is-today");
            if (tile.State == TileState.Rest)
                writer.Write(" is-rest");
            writer.Write("\" viewBox=\"0 0 44 44\" role=\"img\" aria-label=\"");
            writer.Write(HtmlEncoder.Default.Encode(Words(tile)));
            writer.Write("\">");
            if (tile.State == TileState.Practised)
            {
                Half(writer, "left", tile.LeftFill);
                Half(writer, "right", tile.RightFill);
            }
            writer.Write("<path class=\"s\" d=\"M22 0");
            writer.Write(Curve);
            writer.Write("\"/>");
            if (tile.State == TileState.Rest)
                writer.Write("<circle class=\"dot\" cx=\"22\" cy=\"22\" r=\"3\"/>");
            if (tile.HasBest)
                writer.Write("<path class=\"best\" d=\"M44 0V15L29 0Z\"/>");
            writer.Write("</svg>");
        });

    private static string Words(DayTile tile)
    {
        var day = Wording.ShortDay(tile.Day);
        return tile.State switch
        {
            TileState.Practised => Say(
                "pictures.day-left-left-right",
                ("day", day),
                ("left", Wording.Number(tile.Tally!.Touches.Left)),
                ("right", Wording.Number(tile.Tally.Touches.Right)),
                ("hasBest", tile.HasBest)
            ),
            TileState.Rest => Say("pictures.rest", ("day", day)),
            _ => tile.IsToday ? Say("pictures.today-nothing-yet", ("day", day)) : Say("pictures.to-come", ("day", day)),
        };
    }

    private static void Half(TextWriter writer, string side, double fill)
    {
        var height = 44 * fill;
        var (top, tall) = (Svg.N(44 - height), Svg.N(height));
        Rect(side);
        if (side == "left")
            Rect("hatched");

        // Piece by piece: Today draws seventy of these.
        void Rect(string kind)
        {
            writer.Write("<rect class=\"");
            writer.Write(kind);
            writer.Write("\" y=\"");
            writer.Write(top);
            writer.Write("\" width=\"44\" height=\"");
            writer.Write(tall);
            writer.Write(side == "left" ? "\" clip-path=\"url(#tile-left)\"/>" : "\" clip-path=\"url(#tile-right)\"/>");
        }
    }
}

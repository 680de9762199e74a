using System.Globalization;
using System.Text.Encodings.Web;
using Gambeta.Core;

namespace Gambeta.Web.Charts;

/// <summary>A chance as ten tiles, so many of them laid: what a child can count.</summary>
public static class TenTiles
{
    /// <summary>How many of ten tiles a chance lays; never none and never all, since nothing is certain.</summary>
    public static int Laid(double chance) => Math.Clamp(Rounded.Whole(chance * 10), 1, 9);

    /// <summary>The tiles in a row.</summary>
    public static Svg Draw(double chance) =>
        new(writer =>
        {
            var laid = Laid(chance);
            writer.Write("<svg class=\"ten-tiles\" viewBox=\"0 0 149 14\" role=\"img\" aria-label=\"");
            writer.Write(HtmlEncoder.Default.Encode(Say("judgement.tiles", ("filled", laid))));
            writer.Write("\">");
            for (var i = 0; i < 10; i++)
            {
                writer.Write("<path class=\"");
                writer.Write(i < laid ? "laid" : "open");
                writer.Write("\" d=\"M");
                writer.Write(((i * 15) + 0.75).ToString(CultureInfo.InvariantCulture));
                writer.Write(" .75h12.5v12.5h-12.5z\"/>");
            }
            writer.Write("</svg>");
        });
}

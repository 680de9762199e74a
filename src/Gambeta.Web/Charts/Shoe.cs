using System.Text.Encodings.Web;
using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Microsoft.AspNetCore.Html;

namespace Gambeta.Web.Charts;

/// <summary>A shoe from above, the parts that meet the ball lit; the sole, which lies under, as a broken ring.</summary>
public static class Shoe
{
    /// <summary>Where the middle of the heel lies in the drawing.</summary>
    public const double HeelRight = 36,
        HeelDown = 226;

    // Drawn as a right shoe in a box of 100 by 240, toes up, its inside on the left; a left shoe is its mirror image.
    private const string Outline =
        "M46 8C10 2 -8 44 -6 92C-5 120 2 132 2 160C2 202 12 226 36 226C62 226 70 202 68 164C66 130 82 112 82 74C82 36 72 12 46 8Z";

    /// <summary>The shoe of a foot with surfaces lit. Its text alternative names them.</summary>
    public static Svg Draw(Foot foot, IEnumerable<Surface> lit) =>
        new(writer =>
        {
            var surfaces = lit.Distinct().ToList();
            var words =
                surfaces.Count == 0
                    ? Say("pictures.shoe", ("foot", foot.Label()))
                    : Say(
                        "pictures.shoe-lit",
                        ("foot", foot.Label()),
                        (
                            "surfaces",
                            surfaces
                                .Select(s => s.Label())
                                .Aggregate((one, other) => Say("pictures.one-and-other", ("one", one), ("other", other)))
                        )
                    );
            writer.Write($"<svg class=\"shoe {foot.ToKey()}\" viewBox=\"-14 0 104 234\" role=\"img\" aria-label=\"{words}\">");
            writer.Write(foot == Foot.Left ? "<g transform=\"translate(76 0) scale(-1 1)\">" : "<g>");
            Write(writer, surfaces);
            writer.Write("</g></svg>");
        });

    /// <summary>Both shoes of a drill, with the parts lit that meet the ball.</summary>
    public static IHtmlContent Both(DrillCard card, Foot preferred) =>
        new Svg(writer =>
        {
            writer.Write("<div class=\"drill-shoes\">");
            foreach (var foot in Enum.GetValues<Foot>())
                Draw(foot, card.SurfacesOf(foot, preferred)).WriteTo(writer, HtmlEncoder.Default);
            writer.Write("</div>");
        });

    /// <summary>The bare shapes of a right shoe, for a drawing that places them itself.</summary>
    public static void Write(TextWriter writer, IEnumerable<Surface> lit)
    {
        writer.Write("<path class=\"sole\" d=\"" + Outline + "\"/>");
        foreach (var surface in lit)
            writer.Write(Part(surface));
    }

    private static string Part(Surface surface) =>
        surface switch
        {
            Surface.Laces =>
                "<path class=\"lit\" d=\"M16 68C24 56 52 56 60 68L56 122C46 130 28 130 20 122Z\"/><path class=\"lace\" d=\"M20 "
                    + "80H57M20 95H56M21 110H55\"/>",
            Surface.Sole =>
                "<path class=\"under\" d=\"M44 24C20 22 6 52 8 90C9 112 12 124 13 136C30 142 46 142 57 136C58 116 70 100 70 74C70 "
                    + "44 60 26 44 24Z\"/>",
            Surface.Inside => "<path class=\"lit\" d=\"M-3 70C-6 110 6 130 6 164L20 164C20 130 8 110 11 70Z\"/>",
            Surface.Outside => "<path class=\"lit\" d=\"M80 56C82 96 68 116 66 150L54 150C56 112 68 92 66 56Z\"/>",
            Surface.Toe => "<path class=\"lit\" d=\"M14 34C22 12 34 8 46 9C60 12 70 24 74 36C54 26 34 26 14 34Z\"/>",
            Surface.Heel => "<path class=\"lit\" d=\"M5 192C10 216 20 225 36 225C52 225 62 216 66 192C46 202 26 202 5 192Z\"/>",
            _ => "",
        };
}

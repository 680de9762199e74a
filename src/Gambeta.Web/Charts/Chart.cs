using System.Text.Encodings.Web;

namespace Gambeta.Web.Charts;

/// <summary>Where a text of a chart stands beside its point.</summary>
internal enum TextSide
{
    /// <summary>Right of it.</summary>
    After,

    /// <summary>Around it.</summary>
    Middle,

    /// <summary>Left of it.</summary>
    Before,
}

/// <summary>
/// A chart on its way to the page: a frame with a title, and in it rectangles, lines, texts. Lengths are in units of the frame;
/// every text is encoded here and nowhere else.
/// </summary>
internal sealed class Chart(TextWriter writer)
{
    /// <summary>A whole chart.</summary>
    /// <param name="kind">Its class.</param>
    /// <param name="width">Width of its frame.</param>
    /// <param name="height">Height of its frame.</param>
    /// <param name="title">What it shows, for whoever does not see it; nothing where the page says it beside it.</param>
    /// <param name="fill">What is in it.</param>
    /// <param name="fileStyle">The style that it brings along as a file of its own; nothing on a page.</param>
    public static Svg Draw(string kind, double width, double height, string? title, Action<Chart> fill, string? fileStyle = null) =>
        new(writer =>
        {
            var named = title is null ? "aria-hidden=\"true\"" : $"role=\"img\" aria-label=\"{Encoded(title)}\"";
            writer.Write($"<svg class=\"{kind}\" viewBox=\"0 0 {Svg.N(width)} {Svg.N(height)}\" {named}");
            writer.Write(fileStyle is null ? ">" : $" xmlns=\"http://www.w3.org/2000/svg\"><style>{fileStyle}</style>");
            fill(new Chart(writer));
            writer.Write("</svg>");
        });

    /// <summary>A rectangle from its upper left corner.</summary>
    public void Rect(string kind, double x, double y, double width, double height) =>
        writer.Write($"<rect class=\"{kind}\" x=\"{Svg.N(x)}\" y=\"{Svg.N(y)}\" width=\"{Svg.N(width)}\" height=\"{Svg.N(height)}\"/>");

    /// <summary>A path as SVG writes it, with words that a pointer shows.</summary>
    public void Path(string kind, string path, string? title = null) =>
        writer.Write(
            title is null
                ? $"<path class=\"{kind}\" d=\"{path}\"/>"
                : $"<path class=\"{kind}\" d=\"{path}\"><title>{Encoded(title)}</title></path>"
        );

    /// <summary>A dot.</summary>
    public void Dot(string kind, double x, double y, double radius) =>
        writer.Write($"<circle class=\"{kind}\" cx=\"{Svg.N(x)}\" cy=\"{Svg.N(y)}\" r=\"{Svg.N(radius)}\"/>");

    /// <summary>A text on its ground line.</summary>
    public void Text(double x, double y, string text, TextSide side = TextSide.After, string? kind = null)
    {
        var named = kind is null ? "" : $" class=\"{kind}\"";
        var anchor = side switch
        {
            TextSide.Middle => " text-anchor=\"middle\"",
            TextSide.Before => " text-anchor=\"end\"",
            _ => "",
        };
        writer.Write($"<text{named} x=\"{Svg.N(x)}\" y=\"{Svg.N(y)}\"{anchor}>{Encoded(text)}</text>");
    }

    /// <summary>Several drawings as one.</summary>
    public void Group(string kind, Action fill)
    {
        writer.Write($"<g class=\"{kind}\">");
        fill();
        writer.Write("</g>");
    }

    /// <summary>The path through some points.</summary>
    public static string Line(IEnumerable<(double X, double Y)> points) =>
        "M" + string.Join('L', points.Select(point => $"{Svg.N(point.X)} {Svg.N(point.Y)}"));

    private static string Encoded(string text) => HtmlEncoder.Default.Encode(text);
}

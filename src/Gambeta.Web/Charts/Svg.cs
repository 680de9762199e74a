using System.Globalization;
using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Html;

namespace Gambeta.Web.Charts;

/// <summary>A drawing written straight to the page.</summary>
public sealed class Svg(Action<TextWriter> draw) : IHtmlContent
{
    public void WriteTo(TextWriter writer, HtmlEncoder encoder) => draw(writer);

    /// <summary>The picture as text, for a file of its own.</summary>
    public string AsText()
    {
        using var writer = new StringWriter(CultureInfo.InvariantCulture);
        draw(writer);
        return writer.ToString();
    }

    /// <summary>A length as SVG wants it, to the hundredth.</summary>
    public static string N(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);
}

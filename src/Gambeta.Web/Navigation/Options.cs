using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Html;

namespace Gambeta.Web.Navigation;

/// <summary>The options of a select, written straight to the page: a page with many of them would spend most of its time on them.</summary>
public sealed class Options(IEnumerable<(string Value, string Words)> options, string? chosen) : IHtmlContent
{
    public void WriteTo(TextWriter writer, HtmlEncoder encoder)
    {
        foreach (var (value, words) in options)
        {
            writer.Write("<option value=\"");
            encoder.Encode(writer, value);
            writer.Write(value == chosen ? "\" selected>" : "\">");
            encoder.Encode(writer, words);
            writer.Write("</option>");
        }
    }
}

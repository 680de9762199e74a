using System.Text.Encodings.Web;
using Gambeta.Core.Practice.Played;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Html;

namespace Gambeta.Web.Navigation;

/// <summary>Sets in a few words, each a link to its own page, written straight to the page: a week of them would spend most of its time on
/// attributes.</summary>
public sealed class SetLinks(IEnumerable<PracticeSet> sets, Func<Guid, bool> isBest) : IHtmlContent
{
    public void WriteTo(TextWriter writer, HtmlEncoder encoder)
    {
        foreach (var set in sets)
        {
            writer.Write("<a href=\"/logbook/");
            writer.Write(set.Id);
            writer.Write(isBest(set.Id) ? "\" class=\"best\">" : "\">");
            encoder.Encode(writer, Wording.Brief(set));
            if (isBest(set.Id))
            {
                writer.Write(" <small>");
                encoder.Encode(writer, Say("logbook.record-mark"));
                writer.Write("</small>");
            }
            writer.Write("</a>");
        }
    }
}

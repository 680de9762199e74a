using System.Text.Encodings.Web;
using Gambeta.Words;
using Microsoft.AspNetCore.Html;

namespace Gambeta.Web.Words;

/// <summary>
/// Says a sentence with something marked in it: a link, a word in the colour of a foot. The message marks it as
/// <c>&lt;name&gt;…&lt;/name&gt;</c>, so that the whole sentence stands in one place and each language puts its words in its own order; the
/// page says what a name is.
/// </summary>
public static class RichText
{
    /// <summary>The sentence. Everything is encoded but what the page itself gives for a name.</summary>
    /// <param name="key">The message's name.</param>
    /// <param name="marks">For each name its opening tag without brackets: <c>a href="/drills"</c>.</param>
    /// <param name="values">What stands in its places.</param>
    public static IHtmlContent Rich(string key, (string Name, string Tag)[] marks, params ReadOnlySpan<(string Name, object? Value)> values)
    {
        var language = Language.Current;
        return new HtmlString(
            language.Find(key)?.Format(values, language.Plural, text => Marked(text, marks), HtmlEncoder.Default.Encode) ?? key
        );
    }

    /// <summary>The opening tag of a link.</summary>
    public static string Link(string address) => $"a href=\"{HtmlEncoder.Default.Encode(address)}\"";

    private static string Marked(string text, (string Name, string Tag)[] marks)
    {
        var html = HtmlEncoder.Default.Encode(text);
        foreach (var (name, tag) in marks)
        {
            var element = tag.Split(' ')[0];
            html = html.Replace($"&lt;{name}&gt;", $"<{tag}>", StringComparison.Ordinal)
                .Replace($"&lt;/{name}&gt;", $"</{element}>", StringComparison.Ordinal);
        }
        return html;
    }
}

using Gambeta.Web.Throttling;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.Pages;

/// <summary>What went wrong, in plain words.</summary>
[IgnoreAntiforgeryToken]
public sealed class ProblemModel : PageModel
{
    public string Title { get; private set; } = "";

    public string Words { get; private set; } = "";

    public void OnGet(int code) => Say(code);

    public void OnPost(int code) => Say(code);

    /// <summary>Whether the browser loads the page again by itself.</summary>
    public bool ComesAgain => Response.Headers.ContainsKey(ConcurrencyGate.Refresh);

    private void Say(int code) => (Title, Words) = Wording.Status(code);
}

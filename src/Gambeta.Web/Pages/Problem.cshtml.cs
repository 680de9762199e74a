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

    private void Say(int code) => (Title, Words) = code switch
    {
        404 => ("Not here", "There is no such page in your household."),
        429 => ("Too many tries", "Somebody tried to sign in very often from here. Wait a minute, then try again."),
        503 => ("The logbook cannot be reached", "The database is away for a moment. Nothing is lost: what you play is kept on your device and sent when it is back. Try again shortly."),
        400 => ("That did not work", "This page was open for too long, or came from elsewhere. Go back, load it again and repeat it."),
        _ => ("Something broke", "It is our fault, and it was written down. What you had stored is safe."),
    };
}

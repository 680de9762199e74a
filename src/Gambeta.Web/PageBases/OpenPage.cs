using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.PageBases;

/// <summary>A page before anybody is signed in, with what is wrong with what was typed.</summary>
public abstract class OpenPage(PageTools tools) : PageModel
{
    /// <summary>What it needs from the application.</summary>
    protected PageTools Tools { get; } = tools;

    public IReadOnlyList<string> Problems { get; protected set; } = [];

    /// <summary>Shows the page again with what is wrong.</summary>
    protected PageResult Refused(IReadOnlyList<string> problems)
    {
        Problems = problems;
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Shows the page again and says when to come back.</summary>
    protected PageResult TooOften(TimeSpan wait, string words)
    {
        Problems = [words];
        RateLimits.SayWhen(Response, wait);
        return Page();
    }
}

using Gambeta.Core.Base.Touches;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.Pages.Drills;

/// <summary>A touch map alone, or what is wrong with the pattern and where: the one reader of patterns is the core's.</summary>
[Authorize]
public sealed class MapModel : PageModel
{
    /// <summary>No pattern that can be read is longer.</summary>
    public const int LongestPattern = 600;

    public ShownMap? Shown { get; private set; }

    public string Problem { get; private set; } = "";

    /// <summary>The pattern up to the wrong part, that part, and the rest.</summary>
    public (string Before, string Wrong, string After) Place { get; private set; }

    public IActionResult OnGet(string? pattern, int? tempo, bool mirror)
    {
        var written = (pattern ?? "").Replace("\r", "", StringComparison.Ordinal);
        if (written.Length > LongestPattern)
            written = written[..LongestPattern];
        try
        {
            var read = PatternReader.Read(written);
            Shown = new ShownMap(mirror ? read.Mirror() : read, ShownMap.At(tempo, new Tempo(60)));
        }
        catch (PatternException wrong)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            Problem = wrong.Message;
            // Where something is missing, the gap itself is marked.
            Place = (
                written[..wrong.Start],
                wrong.Length == 0 ? "…" : written.Substring(wrong.Start, wrong.Length),
                written[(wrong.Start + wrong.Length)..]
            );
        }
        return Page();
    }
}

using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages;

/// <summary>The door: the demo in one click, or signing in.</summary>
public sealed class IndexModel(PageTools tools, Door door) : OpenPage(tools)
{
    public bool DemoIsThere => door.HasDemo;

    public string Name { get; private set; } = "";

    public string? ReturnUrl { get; private set; }

    /// <summary>True right after a household was erased.</summary>
    public bool Erased { get; private set; }

    public IActionResult OnGet(string? returnUrl, bool erased)
    {
        (Erased, ReturnUrl) = (erased, returnUrl);
        return User.Identity?.IsAuthenticated == true ? Redirect("/today") : Page();
    }

    public async Task<IActionResult> OnPostDemoAsync()
    {
        if (!door.HasDemo)
            return NotFound();
        if (await Tools.RateLimits.OnDemoAsync(HttpContext) is { } wait)
            return TooOften(wait, Wording.TooOften(wait));
        return await door.OpenDemoAsync(HttpContext) ? Redirect("/today") : TooOften(TimeSpan.FromMinutes(10), Say("door.demos-are-taken"));
    }

    public async Task<IActionResult> OnPostSignInAsync(string? name, string? password, string? returnUrl)
    {
        (Name, ReturnUrl) = (name ?? "", returnUrl);
        if (await Tools.RateLimits.OnGettingInAsync(HttpContext, name) is { } wait)
            return TooOften(wait, Say("door.wait-to-sign-in", ("wait", Wording.TooOften(wait))));
        var found = await SignInStore.FindAsync(Tools.Database, name ?? "");
        if (Passwords.Matches(found?.PasswordHash, password))
        {
            await Tools.RateLimits.GotInAsync(name);
            await using var work = await Tools.Database.BeginAsync(found!.HouseholdId, HttpContext.RequestAborted);
            await HttpContext.SignInHouseholdAsync(work, Tools);
            return Url.IsLocalUrl(returnUrl) ? LocalRedirect(returnUrl) : Redirect("/today");
        }
        Problems = [Say("door.wrong-password")];
        return Page();
    }
}

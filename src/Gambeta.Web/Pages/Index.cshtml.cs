using Gambeta.Storage;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace Gambeta.Web.Pages;

/// <summary>The door: the demo in one click, or signing in.</summary>
[EnableRateLimiting(Guards.SignInBrake)]
public sealed class IndexModel(PageTools tools) : PageModel
{
    public bool DemoIsThere { get; private set; }

    public string Name { get; private set; } = "";

    public string? ReturnUrl { get; private set; }

    /// <summary>True right after a household was erased.</summary>
    public bool Erased { get; private set; }

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(string? returnUrl, bool erased)
    {
        Erased = erased;
        if (User.Identity?.IsAuthenticated == true) return Redirect("/today");
        await FillAsync(returnUrl);
        return Page();
    }

    public async Task<IActionResult> OnPostDemoAsync()
    {
        await HttpContext.SignInHouseholdAsync(DemoHousehold.Id);
        return Redirect("/today");
    }

    public async Task<IActionResult> OnPostSignInAsync(string? name, string? password, string? returnUrl)
    {
        var found = await HouseholdStore.FindForSignInAsync(tools.Database, name?.Trim() ?? "");
        if (Passwords.Matches(found?.PasswordHash, password ?? ""))
        {
            await HttpContext.SignInHouseholdAsync(found!.HouseholdId);
            return Url.IsLocalUrl(returnUrl) ? LocalRedirect(returnUrl) : Redirect("/today");
        }
        Name = name ?? "";
        Problems = ["No household opens with that name and password. Check both and try again."];
        await FillAsync(returnUrl);
        return Page();
    }

    private async Task FillAsync(string? returnUrl)
    {
        ReturnUrl = returnUrl;
        await using var work = await tools.Database.BeginAsync(DemoHousehold.Id);
        DemoIsThere = await HouseholdStore.ExistsAsync(work);
    }
}

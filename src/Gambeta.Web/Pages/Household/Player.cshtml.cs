using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>Says on this device who plays, and goes back to where that was asked.</summary>
public sealed class PlayerModel(PageTools tools) : HouseholdPage(tools)
{
    public IActionResult OnGet() => RedirectToPage("/Today");

    public IActionResult OnPost(Guid player, string? back)
    {
        Response.Cookies.Append(
            PlayerCookie,
            player.ToString(),
            new CookieOptions
            {
                HttpOnly = true,
                IsEssential = true,
                SameSite = SameSiteMode.Lax,
                MaxAge = TimeSpan.FromDays(400),
            }
        );
        return Url.IsLocalUrl(back) ? LocalRedirect(back) : RedirectToPage("/Today");
    }
}

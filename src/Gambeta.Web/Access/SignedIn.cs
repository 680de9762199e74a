using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;

namespace Gambeta.Web.Access;

/// <summary>The signed-in household within the cookie.</summary>
public static class SignedIn
{
    private const string HouseholdClaim = "household";

    /// <summary>The household of a signed-in request.</summary>
    public static Guid HouseholdId(this ClaimsPrincipal user) =>
        Guid.Parse(user.FindFirstValue(HouseholdClaim) ?? throw new InvalidOperationException("Nobody is signed in."));

    /// <summary>Signs this device in to a household for a month.</summary>
    public static Task SignInHouseholdAsync(this HttpContext http, Guid household) =>
        http.SignInAsync(
            CookieAuthenticationDefaults.AuthenticationScheme,
            new ClaimsPrincipal(new ClaimsIdentity([new Claim(HouseholdClaim, household.ToString())], CookieAuthenticationDefaults.AuthenticationScheme)),
            new AuthenticationProperties { IsPersistent = true });
}

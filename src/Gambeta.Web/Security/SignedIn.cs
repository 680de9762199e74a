using System.Security.Claims;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;

namespace Gambeta.Web.Security;

/// <summary>The signed-in household and the sign-in of this device within the cookie. The cookie only names them: whether the sign-in still
/// holds, the database knows.</summary>
public static class SignedIn
{
    private const string HouseholdClaim = "household",
        SignInClaim = "sign-in";

    /// <summary>The household of a signed-in request.</summary>
    public static Guid HouseholdId(this ClaimsPrincipal user) =>
        Claim(user, HouseholdClaim) ?? throw new InvalidOperationException("Nobody is signed in.");

    /// <summary>The same; the nil id where nobody is signed in.</summary>
    public static Guid HouseholdIdOrNone(this ClaimsPrincipal user) => Claim(user, HouseholdClaim) ?? Guid.Empty;

    /// <summary>The sign-in that this device's cookie names. A cookie from before sign-ins were kept names none, and opens
    /// nothing.</summary>
    public static Guid SignInId(this ClaimsPrincipal user) => Claim(user, SignInClaim) ?? Guid.Empty;

    /// <summary>Signs this device in to a household: a row of its own in the work in progress, which has to be kept before the answer goes
    /// out, and a cookie that names it.</summary>
    public static async Task SignInHouseholdAsync(this HttpContext http, HouseholdWork work, PageTools tools)
    {
        var (id, now) = (Guid.CreateVersion7(), tools.Time.GetUtcNow());
        await SignInStore.AddAsync(work, id, Devices.Of(http.Request.Headers.UserAgent), now, tools.Limits.SignIns);
        await work.CommitAsync();
        await http.SignInAsync(
            CookieAuthenticationDefaults.AuthenticationScheme,
            new ClaimsPrincipal(
                new ClaimsIdentity(
                    [new Claim(HouseholdClaim, work.Household.ToString()), new Claim(SignInClaim, id.ToString())],
                    CookieAuthenticationDefaults.AuthenticationScheme
                )
            ),
            new AuthenticationProperties { IsPersistent = true }
        );
    }

    private static Guid? Claim(ClaimsPrincipal user, string name) => Guid.TryParse(user.FindFirstValue(name), out var id) ? id : null;
}

using Gambeta.Storage;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.RateLimiting;

namespace Gambeta.Web.Pages.Household;

/// <summary>Taking everything out as one file, and erasing it for good after a clear question.</summary>
[EnableRateLimiting(Guards.SignInBrake)]
public sealed class EraseModel(PageTools tools) : HouseholdPage(tools)
{
    public override string Place => "Household";

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>The demo has no password, and nobody may take it away from the next visitor.</summary>
    public bool IsDemo => User.HouseholdId() == DemoHousehold.Id;

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));

    /// <summary>Everything as one file.</summary>
    public Task<IActionResult> OnGetFileAsync() => InHousehold(async work =>
        File(System.Text.Encoding.UTF8.GetBytes(await HouseholdFile.WriteAsync(work)), "application/json", FormattableString.Invariant($"gambeta-household-{Today:yyyy-MM-dd}.json")));

    public Task<IActionResult> OnPostAsync(string? name, string? password) => InHousehold(async work =>
    {
        var problems = new List<string>();
        if (IsDemo) problems.Add("The demo stays for the next visitor.");
        if (!string.Equals(name?.Trim(), Household.Name, StringComparison.OrdinalIgnoreCase)) problems.Add($"Write the household's name, {Household.Name}, as a sign that you mean it.");
        if (!IsDemo && !Passwords.Matches(await HouseholdStore.PasswordHashAsync(work), password ?? "")) problems.Add("That is not the password of this household.");
        if (problems.Count > 0)
        {
            Problems = problems;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        await HouseholdStore.EraseAsync(work);
        await HttpContext.SignOutAsync();
        Response.Cookies.Delete(PlayerCookie);
        return Redirect("/?erased=true");
    });
}

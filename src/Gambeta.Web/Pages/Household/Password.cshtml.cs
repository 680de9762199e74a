using Gambeta.Storage;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.RateLimiting;

namespace Gambeta.Web.Pages.Household;

/// <summary>Another password in place of the old one, which is asked for.</summary>
[EnableRateLimiting(Guards.SignInBrake)]
public sealed class PasswordModel(PageTools tools) : HouseholdPage(tools)
{
    public override string Place => "Household";

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public bool Changed { get; private set; }

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));

    public Task<IActionResult> OnPostAsync(string? old, string? password, string? again) => InHousehold(async work =>
    {
        var problems = new List<string>();
        if (!Passwords.Matches(await HouseholdStore.PasswordHashAsync(work), old ?? "")) problems.Add("That is not the password of this household.");
        if ((password ?? "").Length < Passwords.Shortest) problems.Add($"The new password has at least {Passwords.Shortest} characters.");
        if (password != again) problems.Add("The two new passwords are not the same.");
        if (problems.Count > 0)
        {
            Problems = problems;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        await HouseholdStore.SetPasswordAsync(work, Passwords.Hash(password!));
        Changed = true;
        return Page();
    });
}

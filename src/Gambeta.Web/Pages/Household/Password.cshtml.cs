using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>Another password in place of the old one, which is asked for.</summary>
public sealed class PasswordModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Household;

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public bool Changed { get; private set; }

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));

    public Task<IActionResult> OnPostAsync(string? old, string? password, string? again) =>
        InHousehold(async work =>
        {
            var problems = new List<string>();
            if (Household.IsDemo)
                problems.Add(Say("household.the-demo-has-no-password"));
            else if (await WrongPasswordAsync(work, old) is { } wrongOld)
                problems.Add(wrongOld);
            if (Passwords.Wrong(password, Household.Name) is { } wrong)
                problems.Add(wrong);
            if (password != again)
                problems.Add(Say("household.passwords-differ"));
            if (problems.Count > 0)
            {
                Problems = problems;
                return Refused();
            }
            await HouseholdStore.SetPasswordAsync(work, Passwords.Hash(password!));
            // Whoever knew the old one is out, at once and everywhere.
            await SignInStore.EndOthersAsync(work, User.SignInId());
            Changed = true;
            return Page();
        });
}

using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>Taking everything out as one file, and erasing it for good after a clear question.</summary>
public sealed class EraseModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Household;

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public IReadOnlyList<string> FileProblems { get; private set; } = [];

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));

    /// <summary>Everything as one file.</summary>
    public Task<IActionResult> OnPostFileAsync(string? password) =>
        InHousehold(async work =>
        {
            if (await WrongPasswordAsync(work, password) is { } wrong)
            {
                FileProblems = [wrong];
                return Refused();
            }
            return File(
                System.Text.Encoding.UTF8.GetBytes(await HouseholdFile.WriteAsync(work)),
                "application/json",
                $"gambeta-household-{Wording.Iso(Today)}.json"
            );
        });

    public Task<IActionResult> OnPostAsync(string? name, string? password) =>
        InHousehold(async work =>
        {
            var problems = new List<string>();
            if (!string.Equals(name?.Trim(), Household.Name, StringComparison.OrdinalIgnoreCase))
                problems.Add(Say("household.type-the-household", ("name", Household.Name)));
            if (await WrongPasswordAsync(work, password) is { } wrong)
                problems.Add(wrong);
            if (problems.Count > 0)
            {
                Problems = problems;
                return Refused();
            }
            await HouseholdStore.EraseAsync(work);
            await HttpContext.SignOutAsync();
            Response.Cookies.Delete(PlayerCookie);
            return Redirect("/?erased=true");
        });
}

using Gambeta.Core.Catalogue.Safety;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>The four signs with which a grown-up says that practice may go on after a pain.</summary>
public sealed class GrownUpModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Household;

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public string Typed { get; private set; } = "";

    public bool Kept { get; private set; }

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));

    public Task<IActionResult> OnPostAsync(string? word, string? password) =>
        InHousehold(async work =>
        {
            Typed = word ?? "";
            var problems = new List<string>();
            if (GrownUpWord.Tidy(word) is not { } tidy)
                problems.Add(Say("household.four-letters-or-digits-wrong"));
            else if (await WrongPasswordAsync(work, password) is { } wrong)
                problems.Add(wrong);
            else
            {
                await HouseholdStore.SetGrownUpWordAsync(work, tidy);
                (Kept, Typed) = (true, "");
                return Page();
            }
            Problems = problems;
            return Refused();
        });
}

using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>The recovery words, shown once to be written down or printed; or new ones in their place.</summary>
public sealed class WordsModel(PageTools tools) : HouseholdPage(tools)
{
    /// <summary>Where words that were just made are kept until they are shown: sealed in a cookie of this device, for one page.</summary>
    public const string Fresh = "words";

    public override RailPlace Place => RailPlace.Household;

    /// <summary>The words, right after they were made.</summary>
    public string? Words { get; private set; }

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public Task<IActionResult> OnGetAsync() =>
        InHousehold(_ =>
        {
            Words = TempData[Fresh] as string;
            return Task.FromResult<IActionResult>(Page());
        });

    public Task<IActionResult> OnPostAsync(string? password) =>
        InHousehold(async work =>
        {
            if (Household.IsDemo)
                Problems = [Say("household.demo-needs-no-words")];
            else if (await WrongPasswordAsync(work, password) is { } wrong)
                Problems = [wrong];
            if (Problems.Count > 0)
                return Refused();
            var fresh = RecoveryWords.Make();
            await HouseholdStore.SetRecoveryAsync(work, RecoveryWords.Hash(fresh));
            TempData[Fresh] = fresh;
            return RedirectToPage();
        });
}

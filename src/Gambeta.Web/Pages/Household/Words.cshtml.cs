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

    // That the words stand on this device's screen now: until it leaves them it may say that they were not written down.
    private const string Shown = "words-shown";

    public override RailItem OnRail => RailItem.Household;

    /// <summary>The words, right after they were made.</summary>
    public string? Words { get; private set; }

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public Task<IActionResult> OnGetAsync() =>
        InHousehold(_ =>
        {
            Words = TempData[Fresh] as string;
            TempData[Shown] = Words is null ? null : Shown;
            return Task.FromResult<IActionResult>(Page());
        });

    /// <summary>Nobody is there to write the words down: these are none, and Today asks for them until there are some. Only from the page
    /// that shows them; else whoever finds a device open could take a household's way back.</summary>
    public Task<IActionResult> OnPostLaterAsync() =>
        InHousehold(async work =>
        {
            if (TempData[Shown] is null)
                return RedirectToPage();
            await HouseholdStore.SetRecoveryAsync(work, null);
            return Redirect("/today");
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

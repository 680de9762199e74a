using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages;

/// <summary>The way back in without the password: with the recovery words that were shown when the household was made.</summary>
public sealed class RecoverModel(PageTools tools) : OpenPage(tools)
{
    public string Name { get; private set; } = "";

    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync(string? name, string? words, string? password)
    {
        Name = name ?? "";
        if (await Tools.RateLimits.OnGettingInAsync(HttpContext, name) is { } wait)
            return TooOften(wait, Wording.TooOften(wait));
        var found = await SignInStore.FindAsync(Tools.Database, name ?? "");
        var right = RecoveryWords.Matches(found?.RecoveryHash, words);
        var problems = new List<string>();
        if (!right)
            problems.Add(Say("door.wrong-words"));
        if (Passwords.Wrong(password, name) is { } wrong)
            problems.Add(wrong);
        if (problems.Count > 0)
            return Refused(problems);
        await Tools.RateLimits.GotInAsync(name);
        await using var work = await Tools.Database.BeginAsync(found!.HouseholdId, HttpContext.RequestAborted);
        // Whoever had the old password is out; words that were used are spent.
        var fresh = RecoveryWords.Make();
        await HouseholdStore.SetPasswordAsync(work, Passwords.Hash(password!));
        await HouseholdStore.SetRecoveryAsync(work, RecoveryWords.Hash(fresh));
        await SignInStore.EndOthersAsync(work, but: null);
        await HttpContext.SignInHouseholdAsync(work, Tools);
        TempData[Household.WordsModel.Fresh] = fresh;
        return Redirect("/household/words");
    }
}

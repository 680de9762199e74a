using Gambeta.Core.Base.Household;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>A new household with its first player. Its id is made here, sealed in the form, so that sending the form twice makes
/// one.</summary>
public sealed class NewModel(PageTools tools, Door door) : OpenPage(tools)
{
    /// <summary>The id that the household will have, sealed.</summary>
    public string Sealed { get; private set; } = "";

    public string Name { get; private set; } = "";

    public string TimeZone { get; private set; } = TimeZoneInfo.Local.Id;

    public TypedPlayer Typed { get; private set; } = new(null, null, null, null);

    public void OnGet() => Sealed = door.Seal(Guid.CreateVersion7());

    public async Task<IActionResult> OnPostAsync(string? household, string? name, string? password, string? timeZone, TypedPlayer typed)
    {
        // A seal that is broken, too old or not there says nothing: then it is a household of its own.
        var id = door.Open(household) ?? Guid.CreateVersion7();
        (Sealed, Name, Typed) = (door.Seal(id), name ?? "", typed);
        TimeZone = TimeZoneInfo.TryFindSystemTimeZoneById(timeZone ?? "", out var zone) ? zone.Id : TimeZoneInfo.Local.Id;
        var problems = new List<string>();
        if (HouseholdName.Wrong(name) is { } wrongName)
            problems.Add(Wording.Name(wrongName));
        if (Passwords.Wrong(password, name) is { } wrongPassword)
            problems.Add(wrongPassword);
        var (player, playerProblems) = typed.Check(Guid.CreateVersion7(), LocalDays.DayOf(Tools.Time.GetUtcNow(), TimeZone));
        problems.AddRange(playerProblems);
        if (problems.Count > 0)
            return Refused(problems);
        if (await Tools.RateLimits.OnSignUpAsync(HttpContext) is { } wait)
            return TooOften(wait, Say("household.too-many-households", ("wait", Wording.Minutes(wait))));
        return await CreateAsync(id, password!, player!) switch
        {
            CreateOutcome.Made => Redirect("/household/words"),
            // Pressed twice, or sent again: the same name and password lead into the one that was made.
            CreateOutcome.MadeBefore when await SignInAgainAsync(id, password!) => Redirect("/today"),
            _ => Refused([Say("household.household-name-is-taken", ("name", HouseholdName.Tidy(name)))]),
        };
    }

    private async Task<CreateOutcome> CreateAsync(Guid household, string password, Player player)
    {
        var words = RecoveryWords.Make();
        await using var work = await Tools.Database.BeginAsync(household, HttpContext.RequestAborted);
        var outcome = await HouseholdStore.CreateAsync(work, Name, Passwords.Hash(password), TimeZone, RecoveryWords.Hash(words));
        if (outcome != CreateOutcome.Made)
            return outcome;
        await HouseholdStore.AddPlayerAsync(work, player);
        await HttpContext.SignInHouseholdAsync(work, Tools);
        TempData[WordsModel.Fresh] = words;
        return outcome;
    }

    private async Task<bool> SignInAgainAsync(Guid household, string password)
    {
        if (
            await SignInStore.FindAsync(Tools.Database, Name) is not { } found
            || found.HouseholdId != household
            || !Passwords.Matches(found.PasswordHash, password)
        )
            return false;
        await using var work = await Tools.Database.BeginAsync(household, HttpContext.RequestAborted);
        await HttpContext.SignInHouseholdAsync(work, Tools);
        return true;
    }
}

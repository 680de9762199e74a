using Gambeta.Storage;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace Gambeta.Web.Pages.Household;

/// <summary>A new household with its first player.</summary>
[EnableRateLimiting(Guards.SignInBrake)]
public sealed class NewModel(PageTools tools) : PageModel
{
    public Guid NewHousehold { get; private set; } = Guid.CreateVersion7();

    public string Name { get; private set; } = "";

    public string TimeZone { get; private set; } = TimeZoneInfo.Local.Id;

    public TypedPlayer Typed { get; private set; } = new(null, null, null, null);

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync(Guid household, string? name, string? password, string? timeZone, TypedPlayer typed)
    {
        (NewHousehold, Name, Typed) = (household, name?.Trim() ?? "", typed);
        TimeZone = TimeZoneInfo.TryFindSystemTimeZoneById(timeZone ?? "", out var zone) ? zone.Id : TimeZoneInfo.Local.Id;
        var problems = new List<string>();
        if (household == Guid.Empty) problems.Add("This page is out of date. Load it again.");
        if (Name.Length is < 2 or > 40) problems.Add("The household's name has 2 to 40 letters.");
        if ((password ?? "").Length < Passwords.Shortest) problems.Add($"The password has at least {Passwords.Shortest} characters.");
        var (player, playerProblems) = typed.Check(Guid.CreateVersion7(), Clock.DayOf(tools.Time.GetUtcNow(), TimeZone));
        problems.AddRange(playerProblems);
        if (problems.Count == 0 && !await CreateAsync(household, password!, player!))
            problems.Add($"There is a household called '{Name}' already. Choose another name.");
        if (problems.Count > 0)
        {
            Problems = problems;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        await HttpContext.SignInHouseholdAsync(household);
        return Redirect("/today");
    }

    private async Task<bool> CreateAsync(Guid household, string password, Player player)
    {
        await using var work = await tools.Database.BeginAsync(household);
        if (!await HouseholdStore.CreateAsync(work, Name, Passwords.Hash(password), TimeZone)) return false;
        await HouseholdStore.AddPlayerAsync(work, player);
        await work.CommitAsync();
        return true;
    }
}

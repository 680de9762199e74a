using System.Collections.Immutable;
using System.Security.Cryptography;
using Gambeta.Core;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Calendars;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.Pages.Weeks;

/// <summary>What the weeks are laid out by: rhythm, club, goals; and the calendar to read them by.</summary>
public sealed class RhythmModel(PageTools tools, IDataProtectionProvider protection) : HouseholdPage(tools)
{
    /// <summary>Days of a club's calendar are taken in for so long ahead.</summary>
    private const int DaysAhead = 365;

    public override RailItem OnRail => RailItem.Today;

    public Rhythm Kept { get; private set; } = Rhythm.Usual;

    public TypedRhythm Typed { get; private set; } = new();

    public TypedGoal TypedGoal { get; private set; } = new();

    public ImmutableArray<ClubDate> Dates { get; private set; } = [];

    public ImmutableArray<Goal> Goals { get; private set; } = [];

    /// <summary>The address of the calendar; nothing while it is off.</summary>
    public string? Feed { get; private set; }

    public bool FeedSaysName { get; private set; }

    /// <summary>How many days were taken in just now.</summary>
    public int? Taken { get; private set; }

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>The drills that a goal can be about.</summary>
    public IEnumerable<DrillCard> Drills => Catalogue.Cards.Where(card => !card.IsHeading);

    public Task<IActionResult> OnGetAsync(int? taken) =>
        InHousehold(async work =>
        {
            Taken = taken is >= 0 and <= RhythmStore.MostDates ? taken : null;
            await ReadAsync(work);
            Typed = TypedRhythm.Of(Kept);
            return Page();
        });

    public Task<IActionResult> OnPostAsync(TypedRhythm typed) =>
        InHousehold(async work =>
        {
            await ReadAsync(work);
            var (rhythm, problems) = typed.Check(Kept, Today);
            if (rhythm is null)
                return Wrong(problems, typed);
            await RhythmStore.KeepAsync(work, Player.Id, rhythm);
            return RedirectToPage("/Weeks/Index");
        });

    public Task<IActionResult> OnPostDatesAsync(IFormFile? file, string? kind) =>
        InHousehold(async work =>
        {
            await ReadAsync(work);
            if (file is null || file.Length == 0)
                return Wrong([Say("weeks.refused-file")]);
            if (file.Length > ClubCalendar.MostBytes)
                return Wrong([Say("weeks.refused-file-large", ("most", ClubCalendar.MostBytes / 1024))]);
            using var reader = new StreamReader(file.OpenReadStream());
            var (dates, problem) = ClubCalendar.Read(
                await reader.ReadToEndAsync(HttpContext.RequestAborted),
                Keys.TryRead<ClubKind>(kind ?? "", out var what) ? what : ClubKind.Match,
                Household.TimeZone,
                Today,
                Today.AddDays(DaysAhead),
                RhythmStore.MostDates
            );
            if (problem != ClubCalendarProblem.None)
            {
                return Wrong([
                    problem switch
                    {
                        ClubCalendarProblem.TooMany => Say("weeks.refused-file-many", ("most", RhythmStore.MostDates)),
                        ClubCalendarProblem.TooLarge => Say("weeks.refused-file-large", ("most", ClubCalendar.MostBytes / 1024)),
                        ClubCalendarProblem.Nothing => Say("weeks.refused-file-empty"),
                        _ => Say("weeks.refused-file"),
                    },
                ]);
            }
            return await RhythmStore.AddDatesAsync(work, Player.Id, dates)
                ? RedirectToPage(new { taken = dates.Length })
                : Wrong([Say("weeks.refused-file-many", ("most", RhythmStore.MostDates))]);
        });

    public Task<IActionResult> OnPostRemoveDatesAsync() => Changed(work => RhythmStore.RemoveDatesAsync(work, Player.Id, Today));

    public Task<IActionResult> OnPostGoalAsync(Guid id, TypedGoal typed) =>
        InHousehold(async work =>
        {
            await ReadAsync(work);
            TypedGoal = typed;
            var (goal, problem) = typed.Check(id == default ? Guid.CreateVersion7() : id, Catalogue, Today);
            if (goal is null)
                return Wrong([problem!]);
            return await GoalStore.AddAsync(work, Player.Id, goal)
                ? RedirectToPage("/Weeks/Index")
                : Wrong([Say("weeks.refused-goals-full", ("most", Goal.Most))]);
        });

    public Task<IActionResult> OnPostDropAsync(Guid goal) => Changed(work => GoalStore.DropAsync(work, Player.Id, goal));

    public Task<IActionResult> OnPostFeedOnAsync() =>
        Changed(work =>
        {
            var secret = CalendarFeed.NewSecret();
            return FeedStore.KeepAsync(work, Player.Id, secret, CalendarFeed.Seal(protection).Protect(secret));
        });

    public Task<IActionResult> OnPostFeedOffAsync() => Changed(work => FeedStore.EndAsync(work, Player.Id));

    public Task<IActionResult> OnPostFeedNameAsync(bool says) => Changed(work => FeedStore.NameAsync(work, Player.Id, says));

    private Task<IActionResult> Changed(Func<HouseholdWork, Task> change) =>
        InHousehold(async work =>
        {
            await change(work);
            return RedirectToPage();
        });

    private PageResult Wrong(IReadOnlyList<string> problems, TypedRhythm? typed = null)
    {
        (Problems, Typed) = (problems, typed ?? TypedRhythm.Of(Kept));
        return Refused();
    }

    private async Task ReadAsync(HouseholdWork work)
    {
        (Kept, Dates, _) = await RhythmStore.AllAsync(work, Player.Id, Today);
        Goals = await GoalStore.AllAsync(work, Player.Id);
        if (await FeedStore.FindAsync(work, Player.Id) is not { } feed)
            return;
        FeedSaysName = feed.SaysName;
        try
        {
            Feed = CalendarFeed.Address(Request, CalendarFeed.Seal(protection).Unprotect(feed.Sealed));
        }
        catch (CryptographicException)
        {
            // The keys of this server were made anew: the address still opens, only a new one can be shown.
            Feed = "";
        }
    }
}

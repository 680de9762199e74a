using System.Security.Cryptography;
using System.Text;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Edges.Calendars;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.WebUtilities;

namespace Gambeta.Web.Pages.Weeks;

/// <summary>A player's days for whoever knows a secret address: no sign-in, so a calendar program can ask by itself.</summary>
public static class CalendarFeed
{
    private const int SecretBytes = 24,
        LongestSecret = 64;

    /// <summary>A secret that nobody guesses.</summary>
    public static string NewSecret() => WebEncoders.Base64UrlEncode(RandomNumberGenerator.GetBytes(SecretBytes));

    /// <summary>Seals secrets, so that whoever reads the database alone opens no calendar.</summary>
    public static IDataProtector Seal(IDataProtectionProvider protection) => protection.CreateProtector("Gambeta calendar");

    /// <summary>The address that a secret makes.</summary>
    public static string Address(HttpRequest request, string secret) => $"{request.Scheme}://{request.Host}/calendar/{secret}.ics";

    public static void MapCalendar(this IEndpointRouteBuilder app) => app.MapGet("/calendar/{secret}.ics", SendAsync);

    private static async Task<IResult> SendAsync(string secret, HttpContext http, PageTools tools)
    {
        if (secret.Length > LongestSecret || await FeedStore.WhoseAsync(tools.Database, secret, http.RequestAborted) is not { } whose)
            return Results.NotFound();
        await using var work = await tools.Database.BeginAsync(whose.Household, http.RequestAborted);
        // Between the two it may have been turned off, renewed or erased.
        if (
            await HouseholdStore.ViewAsync(work, tools.Time.GetUtcNow()) is not { } household
            || household.Players.Find(player => player.Id == whose.Player) is not { } player
            || await FeedStore.FindAsync(work, player.Id) is not { } feed
        )
            return Results.NotFound();
        var today = LocalDays.DayOf(tools.Time.GetUtcNow(), household.TimeZone);
        var (_, _, laid) = await WeeksStore.OfDayAsync(
            work,
            player,
            today,
            await tools.Catalogues.OfAsync(work, household),
            household.Settings
        );
        await work.CommitWorkedOutAsync(http.RequestAborted);
        var page = new Uri($"{http.Request.Scheme}://{http.Request.Host}/weeks");
        (string, string) Said(PlannedDay day)
        {
            var theme = Wording.OtherFoot(WeeksWords.Theme(day), household.Settings.OtherFoot);
            return (
                feed.SaysName
                    ? Say("weeks.event-practice-of", ("nickname", player.Nickname), ("theme", theme), ("minutes", day.Minutes))
                    : Say("weeks.event-practice", ("theme", theme), ("minutes", day.Minutes)),
                Say("weeks.event-more", ("address", page.ToString()))
            );
        }
        var text = PracticeCalendar.Write(
            laid.Weeks,
            feed.SaysName ? $"{Say("weeks.the-weeks")}: {player.Nickname}" : Say("weeks.the-weeks"),
            $"{player.Id}",
            Said,
            page
        );
        return Results.Text(text, "text/calendar", Encoding.UTF8);
    }
}

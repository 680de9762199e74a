using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;

namespace Gambeta.Web.Api;

/// <summary>A day of the weeks as others read it.</summary>
/// <param name="Day">The day.</param>
/// <param name="Kind">What it is: practice, done, rest, training, ...</param>
/// <param name="Minutes">Minutes.</param>
/// <param name="Hardness">Light, middle or hard; nothing for a rest.</param>
/// <param name="Theme">What it is about.</param>
/// <param name="Test">Whether records are tried for.</param>
/// <param name="New">Whether something new may come.</param>
public sealed record DayOfWeeks(DateOnly Day, string Kind, int Minutes, string? Hardness, string? Theme, bool Test, bool New);

/// <summary>The weeks of a player as JSON, in a form of its own with a version.</summary>
/// <param name="File">What it says that it is.</param>
/// <param name="Version">The version of the form.</param>
/// <param name="Days">28 days from the first of this week.</param>
/// <param name="Usual">The usual week's load.</param>
/// <param name="Most">The most that this week may hold.</param>
/// <param name="Today">The session of today as lines of a sheet.</param>
/// <param name="Minutes">Its minutes.</param>
public sealed record WeeksFile(
    string File,
    int Version,
    IReadOnlyList<DayOfWeeks> Days,
    double? Usual,
    double? Most,
    string Today,
    int Minutes
)
{
    /// <summary>What the file says that it is, and the version of its form.</summary>
    public const string Kind = "gambeta weeks";

    /// <summary>The weeks with the session of their today.</summary>
    public static WeeksFile Of(FourWeeks weeks, Core.Insight.Planning.SessionPlan session) =>
        new(
            Kind,
            1,
            [
                .. weeks.Days.Select(day => new DayOfWeeks(
                    day.Day,
                    day.Kind.ToKey(),
                    day.Minutes,
                    day.Minutes > 0 ? day.Hardness.ToKey() : null,
                    day.Kind == DayKind.Practice ? WeeksWords.Theme(day) : null,
                    day.IsTest,
                    day.MayBeNew
                )),
            ],
            weeks.Usual,
            weeks.Ceiling,
            SheetNotation.Write(session.Drills.Select(drill => drill.Item)),
            session.Minutes
        );
}

/// <summary>The weeks out.</summary>
public static class WeeksApi
{
    /// <summary>The weeks of who plays on this device.</summary>
    public static async Task<IResult> OfPlayerAsync(HttpContext http, PageTools tools)
    {
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is not { Players.Count: > 0 })
            return Refusal.SignedOut();
        var player = HouseholdPage.PlayerHere(http, household);
        var today = LocalDays.DayOf(tools.Time.GetUtcNow(), household.TimeZone);
        var catalogue = await tools.Catalogues.OfAsync(work, household);
        var (plan, _, laid) = await WeeksStore.OfDayAsync(work, player, today, catalogue, household.Settings);
        await work.CommitWorkedOutAsync(http.RequestAborted);
        return Results.Json(WeeksFile.Of(laid.Weeks, plan.Session), SessionApi.Written);
    }
}

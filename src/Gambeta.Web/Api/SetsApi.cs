using Gambeta.Core;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Practice;
using Gambeta.Core.Records;
using Gambeta.Core.Touches;
using Gambeta.Storage;
using Gambeta.Web.Access;

namespace Gambeta.Web.Api;

/// <summary>A set as the practice screen sends it, the moment it ends or later.</summary>
public sealed record SetPost(
    Guid Id, Guid Session, Guid Player, string Drill, int Order, string Feet, DateTimeOffset StartedAt, int? PlannedSeconds, string CountedBy, SetDraft? Draft,
    string? Layout = null, string? Events = null, double? Seconds = null, bool Sure = false);

/// <summary>A count typed in after the round, for a set that was sent before.</summary>
public sealed record CountPost(Guid Set, Guid Change, SetDraft Draft, bool Sure = false);

/// <summary>That the check before the first touch was made, for a sitting: what was looked at, and where.</summary>
public sealed record CheckPost(Guid Session, Guid? Space, DateTimeOffset At, IReadOnlyList<string> Items);

/// <summary>What became of a set, with a line for each personal best that it is.</summary>
public sealed record SetAnswer(bool Stored, IReadOnlyList<string> Bests);

/// <summary>Why a set was not taken, in words.</summary>
/// <param name="Problems">The reasons.</param>
/// <param name="Ask">True when the only reason is a count that is hard to believe: sent again with "sure" it is taken.</param>
public sealed record ProblemAnswer(IReadOnlyList<string> Problems, bool Ask = false);

/// <summary>Sets, their counts, and the check before them: see docs/api.md.</summary>
internal static class SetsApi
{
    private const int MostItems = 20, LongestItem = 60, LongestEvents = 400_000;

    private static readonly TimeSpan ClockAhead = TimeSpan.FromMinutes(15);

    private static readonly TimeSpan OldestCheck = TimeSpan.FromDays(60);

    public static async Task<IResult> AddAsync(SetPost post, HttpContext http, PageTools tools)
    {
        if (!EnumWords.TryRead<Feet>(post.Feet ?? "", out var feet)) return Refused("Which foot was it: left, right or both?");
        if (!EnumWords.TryRead<CountedBy>(post.CountedBy ?? "", out var counted)) return Refused("Say how it was counted: tapped, typed or estimated.");
        if (post.Order is < 1 or > 999 || post.PlannedSeconds is < 1 or > 3600 || (post.Draft is null && post.Events is null) || post.Events?.Length > LongestEvents) return Refused("The set is incomplete.");
        await using var work = await tools.Database.BeginAsync(http.User.HouseholdId());
        if (await HouseholdStore.ViewAsync(work) is not { } household) return Results.Unauthorized();
        if ((await tools.Catalogues.OfAsync(work, household)).Find(post.Drill) is not { } card) return Refused($"There is no drill called '{post.Drill}'.");
        if (household.Players.Find(p => p.Id == post.Player) is not { } player) return NoSuchPlayer();
        if (!AllowedFeet(card, player).Contains(feet)) return Refused($"{card.Name} is not played with {Wording.Feet(feet)}.");

        if (post.Layout is { Length: > 0 } layout && layout != card.Layout?.Key)
        {
            if ((await YardStore.ViewAsync(work)).Find(card.Id, layout) is not { } kept) return Refused("This household has no such layout.");
            card = card with { Layout = kept.Layout };
        }

        var now = tools.Time.GetUtcNow();
        var startedAt = OnOurClock(post.StartedAt, now);
        var frame = new SetFrame(
            post.Id, post.Session, post.Player, post.Order, feet, startedAt, Clock.DayOf(SessionDay.Of(post.Session, startedAt), household.TimeZone),
            post.PlannedSeconds is { } s ? TimeSpan.FromSeconds(s) : null, counted, post.Layout is { Length: > 0 } on ? on : null)
        {
            Events = post.Events,
            IsSure = post.Sure,
            ClipPenalty = TimeSpan.FromSeconds((double)household.Settings.ClipPenalty),
        };
        var today = Clock.DayOf(now, household.TimeZone);
        // A count that was typed stands; what was tapped is scored here.
        var check = post.Draft is { } draft ? SetCheck.Check(card, frame, draft, today) : SetCheck.CheckPlayed(card, frame, post.Seconds ?? 0, today);
        if (check.Set is not { } set) return Refused(check);
        var stored = await SetStore.AddAsync(work, set);
        if (stored.Outcome == SetOutcome.NoSuchPlayer) return NoSuchPlayer();
        await work.CommitAsync();
        return Results.Json(new SetAnswer(true, [.. stored.Bests.Select(best => Wording.Value(best.Key.Measure, best.Value))]));
    }

    public static async Task<IResult> CheckAsync(CheckPost post, HttpContext http, PageTools tools)
    {
        if (post.Items is not { Count: > 0 and <= MostItems } || post.Items.Any(item => item is not { Length: > 0 and <= LongestItem })) return Refused("Say what was looked at.");
        await using var work = await tools.Database.BeginAsync(http.User.HouseholdId());
        if (await HouseholdStore.ViewAsync(work) is not { } household) return Results.Unauthorized();
        if (post.Space is not null && (await YardStore.ViewAsync(work)).Find(post.Space) is null)
            return Results.Json(new ProblemAnswer(["This household has no such space."]), statusCode: StatusCodes.Status404NotFound);
        var now = tools.Time.GetUtcNow();
        var at = OnOurClock(post.At, now);
        if (at > now || at < now - OldestCheck) return Refused("That day cannot be checked any more.");
        await YardStore.SaveCheckAsync(work, post.Space, Clock.DayOf(at, household.TimeZone), post.Session, post.Items);
        await work.CommitAsync();
        return Results.Json(new { stored = true });
    }

    // A device whose clock is a little ahead plays now, not in the future.
    internal static DateTimeOffset OnOurClock(DateTimeOffset at, DateTimeOffset now) => at > now && at - now <= ClockAhead ? now : at;

    public static async Task<IResult> CorrectAsync(CountPost post, HttpContext http, PageTools tools)
    {
        await using var work = await tools.Database.BeginAsync(http.User.HouseholdId());
        if (await HouseholdStore.ViewAsync(work) is not { } household) return Results.Unauthorized();
        if (await SetStore.FindAsync(work, post.Set) is not { } old || (await tools.Catalogues.OfAsync(work, household)).Find(old.Drill) is not { } card)
            return Results.Json(new ProblemAnswer(["There is no such set."]), statusCode: StatusCodes.Status404NotFound);
        var frame = old.Frame(CountedBy.Typed, old.StartedAt, old.Day) with { IsSure = post.Sure };
        var check = SetCheck.Check(card, frame, post.Draft ?? new SetDraft(), Clock.DayOf(tools.Time.GetUtcNow(), household.TimeZone));
        if (check.Set is not { } corrected) return Refused(check);
        await SetStore.CorrectAsync(work, post.Change, corrected);
        var bests = await DiaryStore.BestsOfAsync(work, old.PlayerId, old.Day, old.Day);
        await work.CommitAsync();
        return Results.Json(new SetAnswer(true, [.. bests[post.Set].Select(best => Wording.Value(best.Key.Measure, best.Value))]));
    }

    /// <summary>The same set's frame with another way of counting or another day.</summary>
    public static SetFrame Frame(this PracticeSet set, CountedBy counted, DateTimeOffset startedAt, DateOnly day) =>
        new(set.Id, set.SessionId, set.PlayerId, set.Order, set.Feet, startedAt, day, set.Planned, counted, set.Layout) { ClipPenalty = set.Result is RunResult run ? run.Penalty : Scoring.ClipPenalty };

    // A preference changed since the screen was opened does not make a played set wrong: either foot alone is taken.
    private static Feet[] AllowedFeet(DrillCard card, Player player) =>
        card.Feet == FeetPlan.BothTogether ? [.. card.Turns(player.Preferred)] : [Feet.Left, Feet.Right];

    private static IResult Refused(CheckedSet check) => Results.Json(
        new ProblemAnswer([.. check.Problems.Select(Wording.Problem)], check.Problems is [SetProblem.CountTooHigh]), statusCode: StatusCodes.Status422UnprocessableEntity);

    internal static IResult Refused(params string[] problems) =>
        Results.Json(new ProblemAnswer(problems), statusCode: StatusCodes.Status422UnprocessableEntity);

    internal static IResult NoSuchPlayer() =>
        Results.Json(new ProblemAnswer(["This household has no such player."]), statusCode: StatusCodes.Status404NotFound);
}

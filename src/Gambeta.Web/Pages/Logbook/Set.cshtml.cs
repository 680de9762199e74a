using System.Globalization;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Practice;
using Gambeta.Core.Records;
using Gambeta.Core.Touches;
using Gambeta.Storage;
using Gambeta.Web.Access;
using Gambeta.Web.Api;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Logbook;

/// <summary>The fields of the form as they were typed, so that a mistake loses nothing.</summary>
public sealed record TypedSet(
    string? Left, string? Right, string? Reps, string? Slips, string? LongestRun, string? Clips, string? Tries, string? Seconds, string? Day, string? List = null, bool Void = false);

/// <summary>One set: corrected or removed, either of which can be undone.</summary>
public sealed class SetModel(PageTools tools) : HouseholdPage(tools)
{
    public override string Place => "Logbook";

    public PracticeSet Set { get; private set; } = null!;

    public DrillCard Card { get; private set; } = null!;

    public TypedSet Typed { get; private set; } = null!;

    public string WhoPlayed { get; private set; } = "";

    public IReadOnlyList<Mark> Bests { get; private set; } = [];

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>True when a count is hard to believe: kept once more it is taken.</summary>
    public bool Asks { get; private set; }

    /// <summary>Made with the form, so that sending it twice mends once.</summary>
    public Guid Change { get; private set; } = Guid.CreateVersion7();

    public Guid RemovalChange { get; } = Guid.CreateVersion7();

    public string CountedWords => Set.CountedBy switch
    {
        CountedBy.Tapped => "counted while playing",
        CountedBy.Typed => "typed in",
        _ => "nobody counted, so the touches are about",
    };

    public Task<IActionResult> OnGetAsync(Guid id) => WithSet(id, _ => Task.FromResult<IActionResult>(Page()));

    public Task<IActionResult> OnPostMendAsync(Guid id, Guid change, TypedSet typed, bool sure) => WithSet(id, async work =>
    {
        (Typed, Change) = (typed, change);
        var unclear = new List<string>();
        var draft = Read(typed, Card.MeasuredBy, unclear);
        var day = DateOnly.TryParseExact(typed.Day, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var read) ? read : (DateOnly?)null;
        if (day is null) unclear.Add("On which day was it? Write it like 2026-05-20.");
        if (unclear.Count == 0)
        {
            // Moved to another day it keeps its time of day, so that the sets of that day stay in order.
            var startedAt = Set.StartedAt.AddDays(day!.Value.DayNumber - Set.Day.DayNumber);
            // Where only the day is another one, nothing was counted anew: how it was counted, and all that was, stays.
            var check = typed with { Day = null } == AsTyped(Set, Card.MeasuredBy) with { Day = null } && SetCheck.WrongDay(day.Value, Today) is var wrongDay
                ? wrongDay is { } wrong ? new CheckedSet(null, [wrong]) : new CheckedSet(Set with { StartedAt = startedAt, Day = day.Value }, [])
                : Mending.Check(Card, Set, draft, startedAt, day.Value, Today, sure);
            if (check.Set is { } mended)
            {
                await SetStore.CorrectAsync(work, change, mended);
                return RedirectToPage("/Logbook/Index", new { mended = change });
            }
            Asks = check.Problems is [SetProblem.CountTooHigh];
            unclear.AddRange(check.Problems.Select(Wording.Problem));
        }
        Problems = unclear;
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    });

    public Task<IActionResult> OnPostRemoveAsync(Guid id, Guid change) => WithSet(id, async work =>
    {
        await SetStore.RemoveAsync(work, change, Set);
        return RedirectToPage("/Logbook/Index", new { removed = change });
    }, change);

    /// <param name="id">The set.</param>
    /// <param name="doIt">What is done with it.</param>
    /// <param name="removal">A removal that may have been asked for before: it is answered as the first time.</param>
    private Task<IActionResult> WithSet(Guid id, Func<HouseholdWork, Task<IActionResult>> doIt, Guid? removal = null) => InHousehold(async work =>
    {
        if (await SetStore.FindAsync(work, id) is not { } set)
            return removal is { } change && await SetStore.IsChangedByAsync(work, id, change) ? RedirectToPage("/Logbook/Index", new { removed = change }) : NotFound();
        if (await SetsApi.CardOfAsync(Tools, work, Household, set) is not { } card) return NotFound();
        (Set, Card) = (set, card);
        WhoPlayed = Household.Players.Find(p => p.Id == set.PlayerId)!.Nickname;
        Bests = [.. (await DiaryStore.BestsOfAsync(work, set.PlayerId, set.Day, set.Day))[id]];
        Typed = AsTyped(set, card.MeasuredBy);
        return await doIt(work);
    });

    private static SetDraft Read(TypedSet typed, MeasuredBy measuredBy, List<string> unclear)
    {
        var tries = (typed.Tries ?? "").Split([',', ' ', ';'], StringSplitOptions.RemoveEmptyEntries);
        var list = typed.List?.Split([',', ' ', ';'], StringSplitOptions.RemoveEmptyEntries).Select(word => Whole(word, "tries") ?? 0).ToList();
        return new SetDraft
        {
            StationTries = measuredBy == MeasuredBy.StationsTime ? list : null,
            Points = measuredBy == MeasuredBy.TargetPoints ? list : null,
            Inside = measuredBy == MeasuredBy.TrapHeights ? list?.ConvertAll(inside => inside > 0) : null,
            Left = Whole(typed.Left, "left"),
            Right = Whole(typed.Right, "right"),
            Reps = Whole(typed.Reps, "clean reps"),
            Slips = Whole(typed.Slips, "slips"),
            LongestRun = Whole(typed.LongestRun, "longest run"),
            Clips = Whole(typed.Clips, "markers clipped"),
            Seconds = Seconds(typed.Seconds),
            TryTouches = typed.Tries is null ? null : [.. tries.Select(t => Whole(t.TrimEnd('*', '~'), "tries") ?? 0)],
            TryDropped = typed.Tries is null ? null : [.. tries.Select(t => TypedTries.Dropped(t, measuredBy))],
            Void = measuredBy == MeasuredBy.CourseTime ? typed.Void : null,
        };

        int? Whole(string? text, string field)
        {
            if (string.IsNullOrWhiteSpace(text)) return null;
            if (int.TryParse(text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var value)) return value;
            unclear.Add($"'{text}' is no whole number for {field}.");
            return null;
        }

        double? Seconds(string? text)
        {
            if (string.IsNullOrWhiteSpace(text)) return null;
            if (double.TryParse(text.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var value)) return value;
            unclear.Add($"'{text}' is no number of seconds.");
            return null;
        }
    }

    // What the form of this measure shows, and nothing else: where it comes back as it was, nothing was counted anew.
    private static TypedSet AsTyped(PracticeSet set, MeasuredBy measuredBy)
    {
        var perFoot = measuredBy is MeasuredBy.TouchesInARound or MeasuredBy.CleanPasses;
        var reps = set.Result as RepsResult;
        var passes = set.Result as PassesResult;
        var hits = set.Result as HitsResult ?? (set.Result is StrikesResult struck ? new HitsResult(struck.Hits, struck.Strikes.Length - struck.Hits) : null);
        return new TypedSet(
            perFoot && set.Feet != Feet.Right ? Text(set.Touches.Left) : null, perFoot && set.Feet != Feet.Left ? Text(set.Touches.Right) : null, Text(reps?.CleanReps ?? hits?.Hits), Text(reps?.Slips ?? passes?.Slips ?? hits?.Misses), Text(passes?.LongestRun),
            Text((set.Result as RunResult)?.Clips),
            set.Result is TriedResult tried ? TypedTries.Write(tried) : null,
            set.Worked.TotalSeconds.ToString("0.0##", CultureInfo.InvariantCulture),
            set.Day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            set.Result switch
            {
                StationsResult stations => string.Join(", ", stations.Tries),
                TargetsResult targets => string.Join(", ", targets.Points),
                TrapResult traps => string.Join(", ", traps.Tries.Select(t => t.Inside ? 1 : 0)),
                _ => null,
            },
            set.Result is RunResult { Void: true });

        static string? Text(int? value) => value?.ToString(CultureInfo.InvariantCulture);
    }
}

using System.Globalization;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sets;
using Gambeta.Storage;
using Gambeta.Web.Api;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Logbook;

/// <summary>One set: corrected or removed, either of which can be undone.</summary>
public sealed class SetModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Logbook;

    public PracticeSet Set { get; private set; } = null!;

    public DrillCard Card { get; private set; } = null!;

    /// <summary>The fields of the form as they were typed, so that a mistake loses nothing.</summary>
    public IReadOnlyDictionary<string, string?> Typed { get; private set; } = new Dictionary<string, string?>();

    /// <summary>The fields in which this measure is typed.</summary>
    public IEnumerable<TypedField> Fields => Way.Fields(Set.Feet);

    private WayOfMeasuring Way => Ways.Of(Card.MeasuredBy);

    public string WhoPlayed { get; private set; } = "";

    public IReadOnlyList<Mark> Bests { get; private set; } = [];

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>True when a count is hard to believe: kept once more it is taken.</summary>
    public bool Asks { get; private set; }

    /// <summary>Made with the form, so that sending it twice mends once.</summary>
    public Guid Change { get; private set; } = Guid.CreateVersion7();

    public Guid RemovalChange { get; } = Guid.CreateVersion7();

    public string CountedWords =>
        Set.CountedBy switch
        {
            CountedBy.Tapped => Say("logbook.counted-while-playing"),
            CountedBy.Typed => Say("logbook.typed-in"),
            CountedBy.Heard => Say("hearing.counted-by-ear"),
            _ => Say("logbook.touches-are-guessed"),
        };

    /// <summary>What was thought of what was heard, of a set that was counted by ear.</summary>
    public HeardMark? Heard => Set.CountedBy == CountedBy.Heard ? HeardMark.Read(Set.Heard) : null;

    /// <summary>A sound in doubt is added or struck out; without one somebody says that the count is right.</summary>
    public Task<IActionResult> OnPostTurnAsync(Guid id, Guid change, int? turned, bool asPart) => WithSet(id, async work =>
        {
            var check = HeardCorrection.Check(Card, Set, turned is { } one ? [one] : [], isRight: turned is null, Today);
            if (check.Set is { } mended)
                await SetStore.CorrectAsync(work, change, mended);
            return RedirectToPage(null, asPart ? "Heard" : null, new { id });
        });

    /// <summary>What was heard of it alone, for the practice screen: the same form as on this page.</summary>
    public Task<IActionResult> OnGetHeardAsync(Guid id) => WithSet(id, _ =>
        {
            IsPart = true;
            return Task.FromResult<IActionResult>(Heard is null ? NotFound() : Partial("_Heard", this));
        });

    /// <summary>True where what was heard stands on another page.</summary>
    public bool IsPart { get; private set; }

    public Task<IActionResult> OnGetAsync(Guid id) => WithSet(id, _ => Task.FromResult<IActionResult>(Page()));

    public Task<IActionResult> OnPostMendAsync(Guid id, Guid change, bool sure) => WithSet(id, async work =>
        {
            var before = Typed;
            (Typed, Change) = (before.Keys.ToDictionary(name => name, Field), change);
            var counts = new TypedCounts(Field);
            var draft = Way.ReadTyped(counts) with { Seconds = Seconds(Field("seconds"), out var unclear) };
            unclear.AddRange(
                counts.Unclear.Select(one =>
                    Say("logbook.not-a-whole-number", ("text", one.Text), ("name", MeasureWords.Of(Card.MeasuredBy).Fields[one.Field].Name))
                )
            );
            var day = DateOnly.TryParseExact(Field("day"), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var read)
                ? read
                : (DateOnly?)null;
            if (day is null)
                unclear.Add(Say("logbook.day-is-wrong"));
            if (unclear.Count == 0)
            {
                // Moved to another day it keeps its time of day, so that the sets of that day stay in order.
                var startedAt = LocalDays.Moved(Set.StartedAt, day!.Value.DayNumber - Set.Day.DayNumber, Household.TimeZone);
                // Where only the day is another one, nothing was counted anew: how it was counted, and all that was, stays.
                var check =
                    Typed.All(field => field.Key == "day" || (field.Value ?? "") == (before[field.Key] ?? ""))
                    && SetCheck.WrongDay(day.Value, Today) is var wrongDay
                        ? wrongDay is { } wrong
                            ? new CheckedSet(null, [wrong])
                            : new CheckedSet(Set with { StartedAt = startedAt, Day = day.Value }, [])
                        : Correction.Check(Card, Set, draft, startedAt, day.Value, Today, sure);
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

    public Task<IActionResult> OnPostRemoveAsync(Guid id, Guid change) =>
        WithSet(
            id,
            async work =>
            {
                await SetStore.RemoveAsync(work, change, Set);
                return RedirectToPage("/Logbook/Index", new { removed = change });
            },
            change
        );

    /// <param name="id">The set.</param>
    /// <param name="doIt">What is done with it.</param>
    /// <param name="removal">A removal that may have been asked for before: it is answered as the first time.</param>
    private Task<IActionResult> WithSet(Guid id, Func<HouseholdWork, Task<IActionResult>> doIt, Guid? removal = null) =>
        InHousehold(async work =>
        {
            if (await SetStore.FindAsync(work, id) is not { } set)
                return removal is { } change && await SetStore.IsChangedByAsync(work, id, change)
                    ? RedirectToPage("/Logbook/Index", new { removed = change })
                    : NotFound();
            if (await SetsApi.CardOfAsync(Tools, work, Household, set) is not { } card)
                return NotFound();
            (Set, Card) = (set, card.MeasuredLike(set.Result.Of));
            WhoPlayed = Household.Players.Find(p => p.Id == set.PlayerId)!.Nickname;
            Bests = [.. (await DiaryStore.BestsOfAsync(work, set.PlayerId, set.Day, set.Day))[id]];
            Typed = AsTyped();
            return await doIt(work);
        });

    private string? Field(string name) => Request.Form[name] is { Count: > 0 } typed ? typed[0] : null;

    private static double? Seconds(string? text, out List<string> unclear)
    {
        unclear = [];
        if (string.IsNullOrWhiteSpace(text))
            return null;
        if (double.TryParse(text.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var value))
            return value;
        unclear.Add(Say("logbook.not-seconds", ("text", text)));
        return null;
    }

    // What the form of this measure shows, and nothing else: where it comes back as it was, nothing was counted anew.
    private Dictionary<string, string?> AsTyped() =>
        new(Fields.Select(field => KeyValuePair.Create(field.Name, Way.AsTyped(Set, field.Name))))
        {
            ["seconds"] = Set.Worked.TotalSeconds.ToString("0.0##", CultureInfo.InvariantCulture),
            ["day"] = Wording.Iso(Set.Day),
        };
}

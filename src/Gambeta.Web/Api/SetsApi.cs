using System.Text.Json;
using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sets;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Gambeta.Web.Words;

namespace Gambeta.Web.Api;

/// <summary>A set as the practice screen sends it, the moment it ends or later.</summary>
public sealed record SetPost(
    Guid Id,
    Guid Session,
    Guid Player,
    string Drill,
    int Order,
    string Feet,
    DateTimeOffset StartedAt,
    int? PlannedSeconds,
    string CountedBy,
    JsonElement? Draft,
    string? Layout = null,
    string? Events = null,
    double? Seconds = null,
    bool Sure = false,
    int? Item = null,
    int? Rounds = null,
    int? PlannedCount = null,
    int? BeatFrom = null,
    int? BeatTo = null,
    bool Lasting = false,
    string? Heard = null,
    string? With = null,
    DateTimeOffset? SentAt = null
);

/// <summary>A count typed in after the round, for a set that was sent before.</summary>
public sealed record CountPost(Guid Set, Guid Change, JsonElement? Draft, bool Sure = false);

/// <summary>That the check before the first touch was made, for a sitting: what was looked at, and where.</summary>
public sealed record CheckPost(Guid Session, Guid? Space, DateTimeOffset At, IReadOnlyList<string>? Items, DateTimeOffset? SentAt = null);

/// <summary>What became of a set, with a line for each personal best that it is, as they stand. What is no set is answered without
/// bests.</summary>
public sealed record StoredAnswer(bool Stored, IReadOnlyList<string> Bests);

/// <summary>Sets, their counts, and the check before them: see docs/api.md.</summary>
internal static class SetsApi
{
    private const int MostItems = 20,
        LongestItem = 60,
        LongestEvents = 400_000;

    private static readonly TimeSpan OldestCheck = TimeSpan.FromDays(60);

    public static async Task<IResult> AddAsync(SetPost post, HttpContext http, PageTools tools)
    {
        if (post.Id == Guid.Empty || post.Session == Guid.Empty)
            return Refusal.Final(Say("refusals.the-set-is-incomplete"));
        if (!Keys.TryRead<Feet>(post.Feet ?? "", out var feet))
            return Refusal.Final(Say("refusals.foot-is-missing"));
        if (!Keys.TryRead<CountedBy>(post.CountedBy ?? "", out var counted))
            return Refusal.Final(Say("refusals.way-of-counting-is-missing"));
        if (
            post.Order is < 1 or > 999
            || post.PlannedSeconds is < 1 or > SetCheck.MostSeconds
            || (post.Draft is null && post.Events is null)
            || post.Events?.Length > LongestEvents
            || post.Layout?.Length > SharedParts.LongestKey
        )
            return Refusal.Final(Say("refusals.the-set-is-incomplete"));
        var heard = counted == CountedBy.Heard ? HeardMark.Read(post.Heard)?.ToString() : null;
        if (counted == CountedBy.Heard && (heard is null || post.Events is null))
            return Refusal.Final(Say("refusals.way-of-counting-is-missing"));
        if (!SessionApi.Optional<OtherPart>(post.With, out var with))
            return Refusal.Final(Say("refusals.word-is-unknown"));
        var now = tools.Time.GetUtcNow();
        if (Moments.OnOurClock(post.StartedAt, post.SentAt, now) is not { } startedAt)
            return Refusal.Final(Say("refusals.the-set-is-incomplete"));

        // Looked at, then judged, then stored: while it is judged no connection waits.
        var (household, signIn) = (http.User.HouseholdId(), http.User.SignInId());
        if (await HouseholdStore.LookAsync(tools.Database, household, signIn, now, http.RequestAborted) is not { } view)
            return Refusal.SignedOut();
        if (view.Players.Find(p => p.Id == post.Player) is not { } player)
            return Refusal.NoSuchPlayer();
        var (card, refused) = await CardAsync(tools, household, view, post.Drill, post.Layout, http.RequestAborted);
        if (refused is not null)
            return refused;
        // In tries, each as long as it lasts, clean reps are measured by the longest row.
        if (post.Lasting)
            card = card!.MeasuredIn(new TriesDose(1) { Rest = TimeSpan.Zero });
        if (!card!.MayBePlayedWith(feet))
            return Refusal.Final(Say("refusals.is-not-played-with", ("name", card!.Name), ("feet", Wording.Feet(feet))));

        var frame = new SetFrame(
            post.Id,
            post.Session,
            post.Player,
            post.Order,
            feet,
            startedAt,
            LocalDays.DayOf(SessionDay.Of(post.Session, startedAt), view.TimeZone),
            post.PlannedSeconds is { } s ? TimeSpan.FromSeconds(s) : null,
            counted,
            post.Layout is { Length: > 0 } on ? on : null
        )
        {
            Events = post.Events,
            Heard = heard,
            With = with,
            IsSure = post.Sure,
            ClipPenalty = TimeSpan.FromSeconds((double)view.Settings.ClipPenalty),
            Plan = new SetPlan(post.Item, post.Rounds, post.PlannedCount, post.BeatFrom, post.BeatTo),
        };
        var today = LocalDays.DayOf(now, view.TimeZone);
        // A count that was typed stands; what was tapped is scored here.
        if (!TryDraft(post.Draft, card!.MeasuredBy, out var draft))
            return Refusal.Final(Say("refusals.the-set-is-incomplete"));
        var check = draft is not null
            ? SetCheck.Check(card!, frame, draft, today)
            : SetCheck.CheckPlayed(card!, frame, post.Seconds ?? 0, today);
        if (check.Set is not { } set)
            return Refused(check);

        await using var work = await tools.Database.OpenAsync(household, http.RequestAborted);
        var stored = await SetStore.AddAsync(
            work,
            set,
            new StoringLimits(tools.WritingDay, tools.Limits.WritesADay, tools.Limits.SetsASitting)
        );
        if (stored.Outcome == SetOutcome.TooMuchToday)
            return TooMuchToday(tools);
        if (stored.Outcome == SetOutcome.NoSuchPlayer)
            return Refusal.NoSuchPlayer();
        if (stored.Outcome == SetOutcome.SittingIsFull)
            return Refusal.Final(Say("refusals.too-many-sets", ("setsASitting", tools.Limits.SetsASitting)));
        await work.CommitAsync();
        if (stored.Outcome == SetOutcome.Stored)
            tools.Meters.Stored(set, now);
        return Stored(stored.Bests);
    }

    public static async Task<IResult> CorrectAsync(CountPost post, HttpContext http, PageTools tools)
    {
        if (post.Change == Guid.Empty)
            return Refusal.Final(Say("refusals.the-count-is-incomplete"));
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is null)
            return Refusal.SignedOut();
        if (await SetStore.FindAsync(work, post.Set) is not { } old)
            return Refusal.Of(StatusCodes.Status404NotFound, Say("refusals.there-is-no-such-set"));
        if ((await CardOfAsync(tools, work, household, old)) is not { } card)
            return Refusal.Of(StatusCodes.Status404NotFound, Say("refusals.there-is-no-such-drill"));
        if (!TryDraft(post.Draft, card.MeasuredLike(old.Result.Of).MeasuredBy, out var draft))
            return Refusal.Final(Say("refusals.the-count-is-incomplete"));
        var today = LocalDays.DayOf(tools.Time.GetUtcNow(), household.TimeZone);
        var check = Correction.Check(card, old, draft ?? new SetDraft(), old.StartedAt, old.Day, today, post.Sure);
        if (check.Set is not { } corrected)
            return Refused(check);
        if (!await tools.MayWriteAsync(work))
            return TooMuchToday(tools);
        await SetStore.CorrectAsync(work, post.Change, corrected);
        var bests = await DiaryStore.BestsOfAsync(work, old.PlayerId, old.Day, old.Day);
        await work.CommitAsync();
        return Stored(bests[post.Set]);
    }

    public static async Task<IResult> CheckAsync(CheckPost post, HttpContext http, PageTools tools)
    {
        if (post.Items is not { Count: > 0 and <= MostItems } || post.Items.Any(item => item is not { Length: > 0 and <= LongestItem }))
            return Refusal.Final(Say("refusals.checks-are-missing"));
        var now = tools.Time.GetUtcNow();
        if (Moments.OnOurClock(post.At, post.SentAt, now) is not { } at || at < now - OldestCheck)
            return Refusal.Final(Say("refusals.that-day-cannot-be-checked"));
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is null)
            return Refusal.SignedOut();
        if (post.Space is { } space && !await YardStore.HasSpaceAsync(work, space))
            return Refusal.Of(StatusCodes.Status404NotFound, Say("refusals.no-such-space"));
        if (!await tools.MayWriteAsync(work))
            return TooMuchToday(tools);
        await YardStore.SaveCheckAsync(work, post.Space, LocalDays.DayOf(at, household.TimeZone), post.Session, post.Items);
        await work.CommitAsync();
        return Stored();
    }

    public static IResult Stored(params IEnumerable<Mark> bests) =>
        Results.Json(new StoredAnswer(true, [.. bests.Select(best => Wording.Value(best.Key.Measure, best.Value))]));

    public static IResult TooMuchToday(PageTools tools) =>
        new TooMuch(
            TimeSpan.FromDays(1) - tools.Time.GetUtcNow().TimeOfDay,
            Say("refusals.too-much-today", ("writesADay", tools.Limits.WritesADay))
        );

    /// <summary>The card of a set on the layout that it was run on; nothing when the drill is gone.</summary>
    public static async Task<DrillCard?> CardOfAsync(PageTools tools, HouseholdWork work, HouseholdView household, PracticeSet set)
    {
        if ((await tools.Catalogues.OfAsync(work, household)).Find(set.Drill) is not { } card)
            return null;
        if (set.Layout is null || set.Layout == card.Layout?.Key)
            return card;
        return await YardStore.LayoutAsync(work, card.Id, set.Layout) is { } layout ? card with { Layout = layout } : card;
    }

    // The card on the layout that was named. Own cards and layouts are read by themselves, each only where it is asked for.
    private static async Task<(DrillCard? Card, IResult? Refused)> CardAsync(
        PageTools tools,
        Guid household,
        HouseholdView view,
        string? drill,
        string? layout,
        CancellationToken cancel
    )
    {
        var known = tools.Catalogues.Known(household, view);
        HouseholdWork? work = null;
        try
        {
            known ??= await tools.Catalogues.OfAsync(work = await tools.Database.BeginAsync(household, cancel), view);
            if (known.Find(drill) is not { } card)
                return (null, Refusal.Final(Say("refusals.no-such-drill-called", ("drill", Shortened(drill)))));
            if (layout is not { Length: > 0 } || layout == card.Layout?.Key)
                return (card, null);
            // Run before the card was laid otherwise, and sent only now.
            if (DrillCatalogue.ShippedParts.Before.TryGetValue(layout, out var before) && before.Now == card.Layout?.Key)
                return (card with { Layout = before }, null);
            work ??= await tools.Database.BeginAsync(household, cancel);
            return await YardStore.LayoutAsync(work, card.Id, layout) is { } kept
                ? (card with { Layout = kept }, null)
                : (null, Refusal.Final(Say("refusals.no-such-layout")));
        }
        finally
        {
            if (work is not null)
                await work.DisposeAsync();
        }
    }

    // A draft is of the measure of its drill, and is read by it.
    private static bool TryDraft(JsonElement? sent, MeasuredBy measure, out SetDraft? draft)
    {
        try
        {
            draft = sent is { } json ? Ways.Of(measure).ReadSent(json) : null;
            return true;
        }
        catch (JsonException)
        {
            draft = null;
            return false;
        }
    }

    private static string Shortened(string? id) => id is { Length: > CardReader.LongestId } ? id[..CardReader.LongestId] + "…" : id ?? "";

    private static IResult Refused(CheckedSet check) =>
        Refusal.Final([.. check.Problems.Select(Wording.Problem)], check.Problems is [SetProblem.CountTooHigh]);
}

using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Core.Practice.Sets;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;
using Gambeta.Web.Words;

namespace Gambeta.Web.Api;

/// <summary>That somebody begins to practise: where, what sheet, and what is to be played, as the screen has it.</summary>
public sealed record SittingPost(
    Guid Session,
    Guid Player,
    Guid? Outing,
    Guid? Space,
    string? Sheet,
    IReadOnlyList<PlannedPart>? Plan,
    DateTimeOffset At,
    DateTimeOffset? SentAt = null
);

/// <summary>What a player said about a drill after it.</summary>
public sealed record AnswerPost(
    Guid Session,
    Guid Player,
    int Item,
    string? Drill,
    string? Control,
    string? Fault,
    string? OtherFoot,
    DateTimeOffset At,
    DateTimeOffset? SentAt = null
);

/// <summary>How a sitting ended.</summary>
public sealed record EndPost(
    Guid Session,
    Guid Player,
    string? Sheet,
    int? Effort,
    string? Note,
    DateTimeOffset At,
    DateTimeOffset? SentAt = null
);

/// <summary>That something hurts.</summary>
public sealed record PainPost(Guid Id, Guid Player, Guid? Session, string? Part, DateTimeOffset At, DateTimeOffset? SentAt = null);

/// <summary>That a grown-up says, with the household's word, that practice may go on after these pains.</summary>
public sealed record MayGoOnPost(
    Guid Id,
    Guid Player,
    IReadOnlyList<Guid>? Pains,
    string? Word,
    DateTimeOffset At,
    DateTimeOffset? SentAt = null
);

/// <summary>What belongs to a sitting besides its sets: see docs/api.md.</summary>
internal static class SessionApi
{
    /// <summary>How a run sheet is written: words for values, and nothing for what is not there.</summary>
    public static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    private const int LongestSheet = 200;

    public static async Task<IResult> RunAsync(string sheet, Guid? player, HttpContext http, PageTools tools)
    {
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is not { Players.Count: > 0 })
            return Refusal.SignedOut();
        var plays = player is null ? household.Players[0] : household.Players.Find(known => known.Id == player);
        if (plays is null)
            return Refusal.NoSuchPlayer();
        if (await SheetStore.FindAnyAsync(work, sheet) is not { } found)
            return Refusal.Of(StatusCodes.Status404NotFound, Say("refusals.there-is-no-such-sheet"));
        var yard = await YardStore.ViewAsync(work);
        var age = plays.AgeOn(LocalDays.DayOf(tools.Time.GetUtcNow(), household.TimeZone));
        var levels = new DrillLevels(plays.Level, await VerdictStore.StepsAsync(work, plays.Id));
        var drills = SheetDrill
            .Of(found, await tools.Catalogues.OfAsync(work, household), drill => levels[drill])
            .Where(drill => Cautions.MayStart(drill.Card, age, household.Heading))
            .Select(drill => drill.On(yard.Latest(drill.Card.Id)?.Layout))
            .ToImmutableArray();
        if (drills.IsEmpty)
            return Refusal.Final(Say("refusals.nothing-to-start"));
        var run = RunSheetWriter.Write(drills, plays.Preferred, TimeSpan.FromSeconds((double)household.Settings.ClipPenalty));
        return Results.Json(
            new
            {
                player = plays.Id,
                name = plays.Nickname,
                sheet = run,
            },
            Written
        );
    }

    public static Task<IResult> BeginAsync(SittingPost post, HttpContext http, PageTools tools) =>
        WithPlayer(http, tools, post.Session, post.Player, (post.At, post.SentAt), async (work, _, at) =>
        {
            var plan = post.Plan ?? [];
            if (post.Sheet?.Length > LongestSheet || plan.Count > Sheet.MostItems || plan.Any(IsAbsurd))
                return Refusal.Final(Say("refusals.no-such-plan"));
            // A space that was put away, or is no more, is not known.
            var space = post.Space is { } asked && await YardStore.HasSpaceAsync(work, asked) ? post.Space : null;
            await SittingStore.BeginAsync(
                work,
                new Sitting(post.Session, post.Player, post.Outing ?? post.Session, space, post.Sheet, plan, at)
            );
            return null;
        });

    public static Task<IResult> AnswerAsync(AnswerPost post, HttpContext http, PageTools tools) =>
        WithPlayer(http, tools, post.Session, post.Player, (post.At, post.SentAt), async (work, _, at) =>
        {
            if (
                post.Item is < 0 or > SetPlan.LastItem
                || post.Drill is not { Length: > 0 and <= CardReader.LongestId }
                || post.Fault?.Length > LongestSheet
            )
                return Refusal.Final(Say("refusals.say-which-drill-it-was"));
            if (!Optional<Control>(post.Control, out var control) || !Optional<OtherFootFeel>(post.OtherFoot, out var otherFoot))
                return Refusal.Final(Say("refusals.word-is-unknown"));
            await SessionStore.AnswerAsync(
                work,
                post.Session,
                post.Player,
                new DrillAnswer(post.Item, post.Drill, control, post.Fault, otherFoot),
                at
            );
            // A word weighs in what is decided.
            if (control is not null)
                await VerdictStore.AnsweredAsync(work, post.Player, [(post.Session, post.Drill)]);
            return null;
        });

    public static Task<IResult> EndAsync(EndPost post, HttpContext http, PageTools tools) =>
        WithPlayer(http, tools, post.Session, post.Player, (post.At, post.SentAt), async (work, _, at) =>
        {
            if (post.Effort is < 1 or > 10)
                return Refusal.Final(Say("refusals.effort-is-wrong"));
            if (post.Note?.Length > SessionEnd.LongestNote || post.Sheet?.Length > LongestSheet)
                return Refusal.Final(Say("refusals.note-is-too-long", ("longestNote", SessionEnd.LongestNote)));
            await SessionStore.EndAsync(work, post.Session, post.Player, post.Sheet, new SessionEnd(post.Effort, post.Note), at);
            return null;
        });

    public static Task<IResult> HurtAsync(PainPost post, HttpContext http, PageTools tools) =>
        WithPlayer(http, tools, post.Id, post.Player, (post.At, post.SentAt), async (work, household, at) =>
        {
            if (!Keys.TryRead<PainPart>(post.Part ?? "", out var part))
                return Refusal.Final(Say("refusals.where-does-it-hurt"));
            var now = tools.Time.GetUtcNow();
            await SessionStore.HurtAsync(
                work,
                post.Player,
                post.Session,
                new Pain(post.Id, part, LocalDays.DayOf(at > now ? now : at, household.TimeZone))
            );
            return null;
        });

    public static Task<IResult> MayGoOnAsync(MayGoOnPost post, HttpContext http, PageTools tools) =>
        WithPlayer(http, tools, post.Id, post.Player, (post.At, post.SentAt), async (work, household, at) =>
        {
            // Said on a page without network, it comes with the word all the same: what a page can be told to say is no grown-up.
            if (await tools.RateLimits.OnPasswordAsync(work.Household) is { } wait)
                return Refusal.Of(StatusCodes.Status429TooManyRequests, Wording.TooOften(wait));
            if (post.Pains is not { Count: > 0 and <= MostPains })
                return Refusal.Final(Say("refusals.which-pain-is-it"));
            if (household.GrownUpWord is not { } known || GrownUpWord.Tidy(post.Word) != known)
                return Refusal.Final(Say("refusals.that-is-not-the-grown-ups-word"));
            await tools.RateLimits.RightPasswordAsync(work.Household);
            var now = tools.Time.GetUtcNow();
            await SessionStore.ClearPainsAsync(work, post.Player, LocalDays.DayOf(at > now ? now : at, household.TimeZone), post.Pains);
            return null;
        });

    private const int MostPains = 20;

    private static async Task<IResult> WithPlayer(
        HttpContext http,
        PageTools tools,
        Guid id,
        Guid player,
        (DateTimeOffset At, DateTimeOffset? SentAt) told,
        Func<HouseholdWork, HouseholdView, DateTimeOffset, Task<IResult?>> doIt
    )
    {
        if (id == Guid.Empty || Moments.OnOurClock(told.At, told.SentAt, tools.Time.GetUtcNow()) is not { } moment)
            return Refusal.Final(Say("refusals.day-cannot-be-saved"));
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is null)
            return Refusal.SignedOut();
        if (household.Players.TrueForAll(known => known.Id != player))
            return Refusal.NoSuchPlayer();
        if (!await tools.MayWriteAsync(work))
            return SetsApi.TooMuchToday(tools);
        if (await doIt(work, household, moment) is { } refused)
            return refused;
        await work.CommitAsync();
        return SetsApi.Stored();
    }

    private static bool IsAbsurd(PlannedPart? drill) =>
        drill is not { Drill: { Length: > 0 and <= CardReader.LongestId }, Rounds: >= 1 and <= SetPlan.MostRounds }
        || drill.Layout?.Length > SharedParts.LongestKey
        || drill.Seconds is < 1 or > SetCheck.MostSeconds
        || drill.Count is < 1 or > SetPlan.MostCount;

    /// <summary>Reads a word that may be left out; false where it is none of these.</summary>
    public static bool Optional<T>(string? word, out T? value)
        where T : struct, Enum
    {
        value = null;
        if (string.IsNullOrEmpty(word))
            return true;
        if (!Keys.TryRead<T>(word, out var read))
            return false;
        value = read;
        return true;
    }
}

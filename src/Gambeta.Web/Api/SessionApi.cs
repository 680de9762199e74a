using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gambeta.Core;
using Gambeta.Core.Practice;
using Gambeta.Core.Safety;
using Gambeta.Core.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Access;

namespace Gambeta.Web.Api;

/// <summary>What a player said about a drill after it.</summary>
public sealed record AnswerPost(Guid Session, Guid Player, int Item, string? Drill, string? Control, string? Fault, string? OtherFoot, DateTimeOffset At);

/// <summary>How a sitting ended.</summary>
public sealed record EndPost(Guid Session, Guid Player, string? Sheet, int? Effort, string? Note, DateTimeOffset At);

/// <summary>That something hurts.</summary>
public sealed record PainPost(Guid Id, Guid Player, Guid? Session, string? Part, DateTimeOffset At);

/// <summary>What belongs to a sitting besides its sets: see docs/api.md.</summary>
internal static class SessionApi
{
    /// <summary>How a run sheet is written: words for values, and nothing for what is not there.</summary>
    public static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    private const int LongestId = 200, MostItems = 99;

    public static async Task<IResult> RunAsync(string sheet, Guid? player, HttpContext http, PageTools tools)
    {
        await using var work = await tools.Database.BeginAsync(http.User.HouseholdId());
        if (await HouseholdStore.ViewAsync(work) is not { Players.Count: > 0 } household) return Results.Unauthorized();
        var plays = player is null ? household.Players[0] : household.Players.Find(known => known.Id == player);
        if (plays is null) return SetsApi.NoSuchPlayer();
        if (await SheetStore.FindAnyAsync(work, sheet) is not { } found) return Results.Json(new ProblemAnswer(["There is no such sheet."]), statusCode: StatusCodes.Status404NotFound);
        var yard = await YardStore.ViewAsync(work);
        var age = Clock.DayOf(tools.Time.GetUtcNow(), household.TimeZone).Year - plays.BirthYear;
        var drills = SheetDrill.Of(found, await tools.Catalogues.OfAsync(work, household), plays.Level)
            .Where(drill => Cautions.MayStart(drill.Card, age, household.Heading))
            .Select(drill => drill.On(yard.Latest(drill.Card.Id)?.Layout)).ToImmutableArray();
        if (drills.IsEmpty) return SetsApi.Refused("Nothing on this sheet may be started by this player.");
        var run = RunSheetWriter.Write(drills, plays.Preferred, TimeSpan.FromSeconds((double)household.Settings.ClipPenalty));
        return Results.Json(new { player = plays.Id, name = plays.Nickname, sheet = run }, Written);
    }

    public static Task<IResult> AnswerAsync(AnswerPost post, HttpContext http, PageTools tools) => WithPlayer(http, tools, post.Player, async (work, _) =>
    {
        if (post.Item is < 0 or > MostItems || post.Drill is not { Length: > 0 and <= 64 } || post.Fault?.Length > LongestId) return SetsApi.Refused("Say which drill it was.");
        if (!Optional<Control>(post.Control, out var control) || !Optional<OtherFootFeel>(post.OtherFoot, out var otherFoot)) return SetsApi.Refused("That word is not understood.");
        await SessionStore.AnswerAsync(work, post.Session, post.Player, new DrillAnswer(post.Item, post.Drill, control, post.Fault, otherFoot), post.At);
        return null;
    });

    public static Task<IResult> EndAsync(EndPost post, HttpContext http, PageTools tools) => WithPlayer(http, tools, post.Player, async (work, _) =>
    {
        if (post.Effort is < 1 or > 10) return SetsApi.Refused("How hard it was goes from 1 to 10.");
        if (post.Note?.Length > SessionEnd.LongestNote || post.Sheet?.Length > LongestId) return SetsApi.Refused($"A note has {SessionEnd.LongestNote} letters at most.");
        await SessionStore.EndAsync(work, post.Session, post.Player, post.Sheet, new SessionEnd(post.Effort, post.Note), post.At);
        return null;
    });

    public static Task<IResult> HurtAsync(PainPost post, HttpContext http, PageTools tools) => WithPlayer(http, tools, post.Player, async (work, household) =>
    {
        if (!EnumWords.TryRead<PainPart>(post.Part ?? "", out var part)) return SetsApi.Refused("Where does it hurt?");
        var now = tools.Time.GetUtcNow();
        var at = SetsApi.OnOurClock(post.At, now);
        await SessionStore.HurtAsync(work, post.Player, post.Session, new Pain(post.Id, part, Clock.DayOf(at > now ? now : at, household.TimeZone)));
        return null;
    });

    private static async Task<IResult> WithPlayer(HttpContext http, PageTools tools, Guid player, Func<HouseholdWork, HouseholdView, Task<IResult?>> doIt)
    {
        await using var work = await tools.Database.BeginAsync(http.User.HouseholdId());
        if (await HouseholdStore.ViewAsync(work) is not { } household) return Results.Unauthorized();
        if (household.Players.TrueForAll(known => known.Id != player)) return SetsApi.NoSuchPlayer();
        if (await doIt(work, household) is { } refused) return refused;
        await work.CommitAsync();
        return Results.Json(new { stored = true });
    }

    private static bool Optional<T>(string? word, out T? value) where T : struct, Enum
    {
        value = null;
        if (string.IsNullOrEmpty(word)) return true;
        if (!EnumWords.TryRead<T>(word, out var read)) return false;
        value = read;
        return true;
    }
}

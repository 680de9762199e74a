using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Storage;
using Gambeta.Web.PageBases;

namespace Gambeta.Web.Api;

/// <summary>A place to be learned.</summary>
/// <param name="Space">The space, where it is known.</param>
/// <param name="Ball">The ball: <c>usual</c>, <c>soft</c> or <c>small</c>.</param>
/// <param name="Frames">Ten seconds of quiet and then the touches, sixteen bytes a frame, as base64.</param>
public sealed record SpaceSoundPost(Guid? Space, string? Ball, string? Frames);

/// <summary>What came of it.</summary>
/// <param name="Learned">Whether it is kept.</param>
/// <param name="Why">Why not, where it is not: <c>not quiet</c> or <c>too few</c>.</param>
/// <param name="Touches">Touches that sounded alike.</param>
public sealed record SpaceSoundAnswer(bool Learned, string? Why, int Touches);

/// <summary>Learns what a ball sounds like in a place (docs/by-ear.md): what is kept is thirty-two numbers, no sound.</summary>
internal static class SpaceSoundApi
{
    private const int MostFrames = 60 * SoundFrame.ASecond;

    /// <summary>Learns a place, and says how well that went.</summary>
    public static async Task<IResult> LearnAsync(SpaceSoundPost post, HttpContext http, PageTools tools)
    {
        if (
            EarApi.FramesOf(post.Frames, MostFrames, tools) is not { } frames
            || frames.Length <= SpaceSound.QuietFrames * SoundFrame.Bands
            || !Keys.TryRead<BallKind>(post.Ball ?? "", out var ball)
        )
            return Refusal.Final(Say("refusals.no-frames"));
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is null)
            return Refusal.SignedOut();
        if (post.Space is { } space && !await YardStore.HasSpaceAsync(work, space))
            return Refusal.Of(StatusCodes.Status404NotFound);
        if (!await tools.MayWriteAsync(work))
            return SetsApi.TooMuchToday(tools);
        var (place, touches, inTheQuiet) = SpaceSound.Learn(frames);
        if (place is not null)
        {
            await SpaceSoundStore.KeepAsync(work, post.Space, ball, place, LocalDays.DayOf(tools.Time.GetUtcNow(), household.TimeZone));
            await work.CommitAsync();
        }
        return Results.Json(
            new SpaceSoundAnswer(
                place is not null,
                place is not null ? null
                    : inTheQuiet > SpaceSound.MostInTheQuiet ? "not quiet"
                    : "too few",
                touches
            ),
            SessionApi.Written
        );
    }
}

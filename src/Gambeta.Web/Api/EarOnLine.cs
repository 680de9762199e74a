using System.Buffers.Binary;
using System.Text.Json;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Web.PageBases;

namespace Gambeta.Web.Api;

/// <summary>
/// What is heard on a line, as it comes: binary messages of a version byte, the number of their first frame in four bytes, and the frames.
/// A set is begun and ended by messages of words. What is doubled or out of order does no harm: frames are taken by their number, and
/// whoever left a gap is told from where to send again.
/// </summary>
internal sealed class EarOnLine(TimeProvider time)
{
    public const string Begins = "/api/ear/begins",
        Ends = "/api/ear/ends";

    private const int Head = 5;

    // Heard anew so often at most, and less often the longer it takes: whoever sends a whole set at once, or sounds that take long to be
    // told apart, keeps nobody busy.
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(70);

    private const int Rests = 9;

    private ListenedSet? _set;
    private long _told;
    private TimeSpan _pause;
    private HeardAnswer? _last;

    private sealed record Told(HeardAnswer Ear);

    public async Task<IResult> BeginAsync(JsonElement body, JsonSerializerOptions json, HttpContext http, PageTools tools)
    {
        var (post, refused) = JsonBody.As<EarPost>(body, json);
        if (refused is not null)
            return refused;
        (_set, refused) = await EarApi.BeginAsync(post, http, tools);
        (_last, _pause) = (null, Pause);
        return refused ?? Results.Json(new { Listens = true }, SessionApi.Written);
    }

    /// <summary>Takes frames; gives what was heard where that changed.</summary>
    public object? Take(ReadOnlySpan<byte> message)
    {
        if (
            _set is null
            || message.Length < Head
            || message[0] is < 1 or > SoundFrame.Version
            || (message.Length - Head) % SoundFrame.Bands != 0
        )
            return null;
        var number = BinaryPrimitives.ReadInt32LittleEndian(message[1..]);
        if (number < 0)
            return null;
        byte[] frames = [.. message[Head..]];
        if (message[0] == 1)
            SoundFrame.FromTheFirst(frames);
        _set.Take(number, frames);
        // A gap is told at once, so that it is sent again.
        var isGap = number > _set.Frames;
        if (time.GetElapsedTime(_told) < _pause)
            return isGap
                ? new Told(_last is null ? new HeardAnswer(_set.Frames, "", [], null) : _last with { Frames = _set.Frames })
                : null;
        var began = time.GetTimestamp();
        var answer = _set.Answer(isOver: false);
        _told = time.GetTimestamp();
        var took = time.GetElapsedTime(began, _told) * Rests;
        _pause = took > Pause ? took : Pause;
        if (!isGap && answer.Events == _last?.Events)
            return null;
        _last = answer;
        return new Told(answer);
    }

    /// <summary>The set is over: what was heard of it, where all of its frames came.</summary>
    public IResult End(JsonElement body)
    {
        if (
            _set is not { } set
            || body.ValueKind != JsonValueKind.Object
            || !body.TryGetProperty("frames", out var frames)
            || frames.ValueKind != JsonValueKind.Number
            || !frames.TryGetInt32(out var sent)
            || sent != set.Frames
        )
            return Refusal.Of(StatusCodes.Status409Conflict);
        _set = null;
        return Results.Json(set.Answer(isOver: true), SessionApi.Written);
    }
}

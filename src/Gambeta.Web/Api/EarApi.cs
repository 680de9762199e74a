using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Practice.Counting;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;

namespace Gambeta.Web.Api;

/// <summary>What is listened for.</summary>
/// <param name="Drill">The drill.</param>
/// <param name="Feet">The feet at work.</param>
/// <param name="Lead">Frames from before the set began: they tell how quiet it is.</param>
/// <param name="Own">What the page itself sounds, each as seconds since the first frame, its length and its pitch in hertz.</param>
/// <param name="Space">The space that is played in, where it is known.</param>
/// <param name="Ball">The ball: <c>usual</c>, <c>soft</c> or <c>small</c>.</param>
/// <param name="Version">The version of the frames; the first one did not say it.</param>
public sealed record EarPost(
    string? Drill,
    string? Feet,
    int Lead = 0,
    double[][]? Own = null,
    Guid? Space = null,
    string? Ball = null,
    int Version = 1
);

/// <summary>A whole set of frames, sixteen bytes each, as base64.</summary>
public sealed record HeardPost(EarPost? For, string? Frames);

/// <summary>What was heard so far, or of a whole set.</summary>
/// <param name="Frames">Frames that were taken: the next one has this number.</param>
/// <param name="Events">What counts, as events of a set: see docs/api.md.</param>
/// <param name="Sure">Of each touch among them, how sure it is, in hundredths.</param>
/// <param name="Mark">Whether it may be trusted and what was in doubt; once the set is over.</param>
public sealed record HeardAnswer(int Frames, string Events, int[] Sure, string? Mark);

/// <summary>One set that is listened to.</summary>
public sealed class ListenedSet(DrillCard card, Feet feet, int lead, ListeningFor what)
{
    /// <summary>Longest that is listened to in one go: ten minutes of frames.</summary>
    public const int MostFrames = 600 * SoundFrame.ASecond;

    /// <summary>Longest before the set that is taken along: three seconds.</summary>
    public const int MostLead = 3 * SoundFrame.ASecond;

    private readonly Ear _ear = new(what);

    /// <summary>Frames that were taken.</summary>
    public int Frames => _ear.Frames;

    /// <summary>Takes frames from the one with this number on: what is there already is left out, and nothing is taken past a
    /// gap.</summary>
    public void Take(int number, ReadOnlySpan<byte> frames)
    {
        var known = (long)Frames - number;
        if (known < 0 || known * SoundFrame.Bands >= frames.Length)
            return;
        var rest = frames[(int)(known * SoundFrame.Bands)..];
        var room = (MostFrames - Frames) * SoundFrame.Bands;
        _ear.Take(rest[..Math.Min(rest.Length, room)]);
    }

    /// <summary>What was heard by now; with its mark once the set is over.</summary>
    public HeardAnswer Answer(bool isOver)
    {
        var (heard, from) = (isOver ? _ear.Whole() : _ear.Heard, SoundFrame.Seconds(lead));
        var events = HeardDrill.Events(card, feet, heard, from);
        var sure = new Dictionary<int, int>();
        // One that was not heard but must have been may fall on another.
        foreach (var touch in heard.Touches.Where(touch => touch.At >= from))
            sure[Rounded.Whole((touch.At - from) * 100)] = Rounded.Whole(touch.Sure * 100);
        return new HeardAnswer(
            Frames,
            PlayNotation.Write(events),
            [.. events.Where(one => one.Kind == PlayEventKind.Touch).Select(one => sure.GetValueOrDefault(one.At, 100))],
            isOver ? heard.Mark(from).ToString() : null
        );
    }
}

/// <summary>Counting by ear: what a microphone heard comes as frames (docs/by-ear.md), on a line as it is heard or whole afterwards.
/// Nothing of it is kept.</summary>
internal static class EarApi
{
    private const int MostOwn = 2000;

    /// <summary>Begins to listen to a set, or says why not.</summary>
    public static async Task<(ListenedSet? Set, IResult? Refused)> BeginAsync(EarPost? post, HttpContext http, PageTools tools)
    {
        if (post is null || post.Drill is not { Length: > 0 and <= CardReader.LongestId } || post.Drill.Any(char.IsControl))
            return (null, Refusal.Final(Say("refusals.say-which-drill-it-was")));
        if (!Keys.TryRead<Feet>(post.Feet ?? "", out var feet))
            return (null, Refusal.Final(Say("refusals.foot-is-missing")));
        if (
            post.Lead is < 0 or > ListenedSet.MostLead
            || post.Version is < 1 or > SoundFrame.Version
            || post.Own?.Length > MostOwn
            || post.Own?.Any(one => one is not { Length: 3 } || !one.All(double.IsFinite)) == true
        )
            return (null, Refusal.Final(Say("refusals.the-set-is-incomplete")));
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is null)
            return (null, Refusal.SignedOut());
        if ((await tools.Catalogues.OfAsync(work, household)).Find(post.Drill) is not { } card)
            return (null, Refusal.Of(StatusCodes.Status404NotFound, Say("refusals.say-which-drill-it-was")));
        if (HeardDrill.Of(card, feet) is not { } cycle)
            return (null, Refusal.Final(Say("refusals.cannot-be-heard", ("name", card.Name))));
        // A ball of which nothing is known is heard as well as any.
        var place = Keys.TryRead<BallKind>(post.Ball ?? "", out var ball) ? await SpaceSoundStore.FindAsync(work, post.Space, ball) : null;
        var own = post.Own?.Select(one => new OwnSound(one[0], one[1], one[2])).ToList();
        return (new ListenedSet(card, feet, post.Lead, new ListeningFor(cycle, own, place)), null);
    }

    /// <summary>Counts a whole set at once: what was kept on the device while there was no network.</summary>
    public static async Task<IResult> CountAsync(HeardPost post, HttpContext http, PageTools tools)
    {
        if (FramesOf(post.Frames, ListenedSet.MostFrames, tools) is not { } frames)
            return Refusal.Final(Say("refusals.no-frames"));
        var (set, refused) = await BeginAsync(post.For, http, tools);
        if (set is null)
            return refused!;
        if (post.For!.Version == 1)
            SoundFrame.FromTheFirst(frames);
        set.Take(0, frames);
        return Results.Json(set.Answer(isOver: true), SessionApi.Written);
    }

    /// <summary>Frames as they are posted; nothing where they are none, or more than may be.</summary>
    public static byte[]? FramesOf(string? text, int most, PageTools tools)
    {
        var frames = new byte[Math.Min(text?.Length ?? 0, tools.Limits.PostBytes)];
        return
            text is not null
            && Convert.TryFromBase64String(text, frames, out var length)
            && length > 0
            && length % SoundFrame.Bands == 0
            && length / SoundFrame.Bands <= most
            ? frames[..length]
            : null;
    }
}

using System.Collections.Concurrent;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Simulation.Sound;
using Gambeta.Web.PageBases;
using NAudio.Wave;

namespace Gambeta.Web.Api;

/// <summary>What the demo hears in place of a microphone: a minute of made-up practice that fits a drill.</summary>
internal static class DemoMicrophone
{
    private const int Rate = 16_000,
        Seconds = 90,
        Seed = 8;

    // Three of them, made when they are first asked for.
    private static readonly ConcurrentDictionary<SceneKind, Lazy<byte[]>> Made = new();

    /// <summary>The recording for a drill, as WAV; for the demo alone.</summary>
    public static async Task<IResult> OfDrillAsync(string drill, HttpContext http, PageTools tools)
    {
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is null)
            return Refusal.SignedOut();
        if (!household.IsDemo || (await tools.Catalogues.OfAsync(work, household)).Find(drill) is not { } card)
            return Refusal.Of(StatusCodes.Status404NotFound);
        if (HeardDrill.FeetOf(card).Select(feet => HeardDrill.Of(card, feet)).FirstOrDefault() is not { } cycle)
            return Refusal.Of(StatusCodes.Status404NotFound);
        var kind =
            cycle.Sounds.Any(sound => sound.Kind == HeardKind.Wall) ? SceneKind.Wall
            : cycle.Falls ? SceneKind.Juggling
            : SceneKind.Taps;
        return Results.Bytes(Made.GetOrAdd(kind, one => new(() => Make(one))).Value, "audio/wav");
    }

    private static byte[] Make(SceneKind kind)
    {
        var made = new SimulatedMicrophone(Seed).Record(new Scene(kind, Seconds, NoiseKind.Hiss, 20) { Rate = Rate, MostTouches = 12 });
        using var bytes = new MemoryStream();
        using (var file = new WaveFileWriter(bytes, new WaveFormat(Rate, 16, 1)))
            file.WriteSamples(made.Samples, 0, made.Samples.Length);
        return bytes.ToArray();
    }
}

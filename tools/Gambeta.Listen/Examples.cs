using Gambeta.Core.Hearing;
using Gambeta.Core.Simulation.Sound;

namespace Gambeta.Listen;

/// <summary>
/// What <c>tools/learn-ball-sound</c> learns from: of each beginning in made-up recordings the number of its recording, whether it truly was a ball (1 or 0), and its traits, as numbers of
/// four bytes (IEEE 754, the lowest first).
/// </summary>
internal static class Examples
{
    // How far a beginning may lie from the sound that it is, in seconds.
    private const double Near = 0.045;

    private static readonly double[] Decibels = [10, 5, 10, 15, 8, 12, 20];

    public static void Write(int recordings, string? noises, Stream into)
    {
        // A voice of the simulator's own is no voice: without others what is learned takes words for balls.
        var files = noises is null ? [] : Directory.GetFiles(noises, "*.wav").Order(StringComparer.Ordinal).ToArray();
        using var file = new BinaryWriter(into);
        foreach (var rows in Enumerable.Range(0, recordings).AsParallel().AsOrdered().WithMergeOptions(ParallelMergeOptions.NotBuffered).Select(seed => Rows(seed, files)))
        {
            foreach (var number in rows) file.Write(number);
        }
    }

    private static List<float> Rows(int seed, string[] files)
    {
        var made = new SimulatedMicrophone(seed).Record(SceneOf(seed, files));
        var (frames, detector, onsets, rows) = (FrameMaker.Of(made.Samples, made.Rate), new OnsetDetector(), new List<Onset>(), new List<float>());
        for (var at = 0; at < frames.Length; at += SoundFrame.Bands)
        {
            if (detector.Take(frames.AsSpan(at, SoundFrame.Bands)) is { } onset) onsets.Add(onset);
        }
        // Of what begins beside one sound only the nearest is it.
        var balls = new HashSet<Onset>();
        foreach (var sound in made.Truth.Where(sound => sound.Kind != TrueKind.Beep))
        {
            if (onsets.Where(onset => !balls.Contains(onset)).MinBy(onset => Math.Abs(onset.At - sound.At)) is { } nearest && Math.Abs(nearest.At - sound.At) < Near) balls.Add(nearest);
        }
        foreach (var onset in onsets) rows.AddRange([seed, balls.Contains(onset) ? 1 : 0, .. onset.Traits]);
        return rows;
    }

    private static Scene SceneOf(int seed, string[] files)
    {
        var chance = new Random(seed * 7919);
        // Of eight recordings one has no ball in it.
        var scene = new Scene(seed % 8 == 7 ? SceneKind.Nothing : (SceneKind)(seed % 3), 45, (NoiseKind)chance.Next(6), Decibels[chance.Next(Decibels.Length)])
        {
            Rate = new[] { 48_000, 44_100, 16_000 }[chance.Next(3)],
            IsSoftBall = chance.Next(3) == 0,
            IsIndoors = chance.Next(3) == 0,
        };
        return Mixed(scene.Noise, files, chance) is { } file ? scene with { OtherNoise = Recording.Samples(file, scene.Rate) } : scene;
    }

    // Of five recordings with voices three have one from elsewhere, of three with wind one.
    private static string? Mixed(NoiseKind noise, string[] files, Random chance)
    {
        var (name, often) = noise switch { NoiseKind.Speech => ("speech", 0.6), NoiseKind.Wind => ("wind", 0.33), _ => ("", 0) };
        var those = files.Where(file => name.Length > 0 && Path.GetFileName(file).StartsWith(name, StringComparison.Ordinal)).ToList();
        return those.Count > 0 && chance.NextDouble() < often ? those[chance.Next(those.Count)] : null;
    }
}

using Gambeta.Core.Edges.Hearing;
using Gambeta.Simulation.Sound;

namespace Gambeta.Listen;

/// <summary>A made-up recording to learn from.</summary>
/// <param name="Seed">Its number, from which all of it is drawn.</param>
/// <param name="Kind">What is practised.</param>
/// <param name="Place">The line of the place that was learned before; empty where none was.</param>
/// <param name="Frames">Its frames.</param>
/// <param name="Truth">When the ball truly sounded, in seconds, and how.</param>
internal sealed record Lesson(int Seed, SceneKind Kind, string Place, byte[] Frames, IReadOnlyList<TrueSound> Truth)
{
    private static readonly double[] Decibels = [10, 5, 10, 15, 8, 12, 20];

    // What is hardest oftenest: steps have a sound and a beat of their own.
    private static readonly NoiseKind[] Noises =
    [
        NoiseKind.Hiss,
        NoiseKind.Wind,
        NoiseKind.Car,
        NoiseKind.Rain,
        NoiseKind.Rain,
        NoiseKind.Speech,
        NoiseKind.Speech,
        NoiseKind.Steps,
        NoiseKind.Steps,
        NoiseKind.Steps,
    ];

    public static Lesson Make(int seed, string[] files)
    {
        var chance = new Random(seed * 7919);
        var kind =
            seed % 8 == 7 ? SceneKind.Nothing
            : seed % 24 == 4 ? SceneKind.Bounced
            : (SceneKind)(seed % 3);
        var scene = new Scene(kind, 45, Noises[chance.Next(Noises.Length)], Decibels[chance.Next(Decibels.Length)])
        {
            // A low rate is the quickest to make; nothing above 8 kHz is looked at.
            Rate = chance.Next(10) switch
            {
                0 => 48_000,
                1 => 44_100,
                _ => 16_000,
            },
            IsSoftBall = chance.Next(3) == 0,
            IsIndoors = chance.Next(3) == 0,
            IsWide = chance.Next(2) == 0,
        };
        // Of those without a ball every second is voices alone, as they came.
        if (seed % 16 == 15 && Any(files, "speech", chance) is { } voices)
        {
            var (samples, loud) = (Recording.Samples(voices, scene.Rate), Math.Pow(10, -chance.NextDouble() * 1.5));
            return new(
                seed,
                kind,
                "",
                FrameMaker.Of([.. samples.Take((int)(45 * scene.Rate)).Select(sample => (float)(sample * loud))], scene.Rate),
                []
            );
        }
        // Of five recordings with voices three have one from elsewhere, of three with wind one.
        var (name, often) = scene.Noise switch
        {
            NoiseKind.Speech => ("speech", 0.6),
            NoiseKind.Wind => ("wind", 0.33),
            _ => ("none", 0.0),
        };
        if (chance.NextDouble() < often && Any(files, name, chance) is { } file)
            scene = scene with { OtherNoise = Recording.Samples(file, scene.Rate) };
        var made = new SimulatedMicrophone(seed).Record(scene);
        var place =
            seed % 4 == 0 && kind != SceneKind.Nothing
                ? SpaceSound
                    .Learn(
                        FramesOf(
                            new SimulatedMicrophone(seed).Record(
                                scene with
                                {
                                    Kind = SceneKind.Place,
                                    Seconds = 30,
                                    Noise = NoiseKind.Hiss,
                                    OtherNoise = null,
                                    Decibels = 20,
                                    Rate = 16_000,
                                }
                            )
                        )
                    )
                    .Place
                : null;
        return new(seed, kind, place?.ToString() ?? "", FramesOf(made), [.. made.Truth.Where(sound => sound.Kind != TrueKind.Beep)]);
    }

    public void Write(BinaryWriter file)
    {
        file.Write(Seed);
        file.Write((byte)Kind);
        file.Write(Place);
        file.Write(Frames.Length);
        file.Write(Frames);
        file.Write(Truth.Count);
        foreach (var sound in Truth)
        {
            file.Write(sound.At);
            file.Write((byte)sound.Kind);
        }
    }

    public static IEnumerable<Lesson> Read(string path)
    {
        using var stream = File.OpenRead(path);
        using var file = new BinaryReader(stream);
        while (stream.Position < stream.Length)
        {
            var (seed, kind, place) = (file.ReadInt32(), (SceneKind)file.ReadByte(), file.ReadString());
            var frames = file.ReadBytes(file.ReadInt32());
            yield return new(
                seed,
                kind,
                place,
                frames,
                [.. Enumerable.Range(0, file.ReadInt32()).Select(_ => new TrueSound(file.ReadDouble(), (TrueKind)file.ReadByte()))]
            );
        }
    }

    private static byte[] FramesOf(MadeRecording made) => FrameMaker.Of(made.Samples, made.Rate);

    private static string? Any(string[] files, string name, Random chance)
    {
        var those = files.Where(file => Path.GetFileName(file).StartsWith(name, StringComparison.Ordinal)).ToList();
        return those.Count > 0 ? those[chance.Next(those.Count)] : null;
    }
}

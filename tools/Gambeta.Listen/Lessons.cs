using System.Runtime.InteropServices;
using Gambeta.Core.Hearing;
using Gambeta.Core.Simulation.Sound;

namespace Gambeta.Listen;

/// <summary>What <c>tools/learn-to-hear</c> learns from: made-up recordings, kept as frames with the truth beside them, and rows of numbers of what begins in them.</summary>
internal static class Lessons
{
    // How far a beginning may lie from the sound that it is, in seconds.
    private const double Near = 0.045;

    // What is heard up to some moment, as it is while somebody plays: so many moments of each recording, and of each so many of the latest beginnings.
    private const int Moments = 8, Latest = 8;

    private static readonly double[] Decibels = [10, 5, 10, 15, 8, 12, 20];

    /// <summary>Makes recordings: of each its number, what is practised, the place that was learned before (a line, empty where none was), its frames, and when the ball truly sounded.</summary>
    public static void Make(int many, string? noises, Stream into)
    {
        // A voice of the simulator's own is no voice: without others what is learned takes words for balls.
        var files = noises is null ? [] : Directory.GetFiles(noises, "*.wav").Order(StringComparer.Ordinal).ToArray();
        using var file = new BinaryWriter(into);
        foreach (var lesson in Enumerable.Range(0, many).AsParallel().AsOrdered().WithMergeOptions(ParallelMergeOptions.NotBuffered).Select(seed => Lesson.Make(seed, files))) lesson.Write(file);
    }

    /// <summary>
    /// Writes how many numbers a row has, then rows, all as numbers of four bytes (IEEE 754, the lowest first): the number of the recording, whether it truly was a ball (1 or 0), and its traits or its company.
    /// </summary>
    /// <param name="path">Recordings.</param>
    /// <param name="company">Whether the company is asked for.</param>
    /// <param name="nets">A folder with 0.json and 1.json: each is for one half of the recordings (by sixteens), and was fitted to the other.</param>
    /// <param name="into">Where they go.</param>
    public static void Rows(string path, bool company, string? nets, Stream into)
    {
        SoundNet? Net(string name)
        {
            if (nets is null) return null;
            using var file = File.OpenRead(Path.Combine(nets, name));
            return SoundNet.Read(file, SoundTraits.Count);
        }
        SoundNet?[] unseen = [Net("0.json"), Net("1.json")];
        using var to = new BinaryWriter(into);
        to.Write(2f + (company ? SoundCompany.Count : SoundTraits.Count));
        foreach (var rows in Lesson.Read(path).AsParallel().AsOrdered().WithMergeOptions(ParallelMergeOptions.NotBuffered).Select(lesson => company ? Company(lesson, unseen[Half(lesson.Seed)]) : Alone(lesson)))
        {
            // As the machine has them, which is the lowest first wherever this runs.
            to.Write(MemoryMarshal.AsBytes(CollectionsMarshal.AsSpan(rows)));
        }
    }

    // Of sixteen in a row some have no ball: each half has such.
    private static int Half(int seed) => seed / 16 % 2;

    private static List<float> Alone(Lesson lesson)
    {
        var (onsets, balls) = Beginnings(lesson);
        var rows = new List<float>();
        foreach (var onset in onsets) rows.AddRange([lesson.Seed, balls.Contains(onset) ? 1 : 0, .. onset.Traits]);
        return rows;
    }

    private static List<float> Company(Lesson lesson, SoundNet? net)
    {
        var (onsets, balls) = Beginnings(lesson);
        var (rows, place, chance) = (new List<float>(), PlaceSound.Read(lesson.Place), new Random(lesson.Seed));
        double[] alone = [.. onsets.Select(onset => BallOdds.Alone(onset, place, net))];
        var cycle = CycleOf(lesson);
        void Add(int from, int until)
        {
            foreach (var (i, numbers) in SoundCompany.Of(onsets[..until], alone[..until], cycle, from, until).Index()) rows.AddRange([lesson.Seed, balls.Contains(onsets[from + i]) ? 1 : 0, .. numbers]);
        }
        Add(0, onsets.Count);
        for (var moment = 0; moment < Moments && onsets.Count > 0; moment++)
        {
            var until = chance.Next(1, onsets.Count + 1);
            Add(Math.Max(0, until - Latest), until);
        }
        return rows;
    }

    private static SoundCycle CycleOf(Lesson lesson)
    {
        // Where there is no ball any drill may have been meant.
        var kind = lesson.Kind == SceneKind.Nothing ? (SceneKind)(lesson.Seed / 8 % 3) : lesson.Kind;
        return kind == SceneKind.Wall ? new([new(HeardKind.Touch), new(HeardKind.Wall)], 0, false) : SoundCycle.Plain with { Falls = kind == SceneKind.Juggling };
    }

    private static (List<Onset> Onsets, HashSet<Onset> Balls) Beginnings(Lesson lesson)
    {
        var (detector, onsets, balls) = (new OnsetDetector(), new List<Onset>(), new HashSet<Onset>());
        for (var at = 0; at < lesson.Frames.Length; at += SoundFrame.Bands)
        {
            if (detector.Take(lesson.Frames.AsSpan(at, SoundFrame.Bands)) is { } onset) onsets.Add(onset);
        }
        // Of what begins beside one sound only the nearest is it.
        foreach (var at in lesson.Balls)
        {
            if (onsets.Where(onset => !balls.Contains(onset)).MinBy(onset => Math.Abs(onset.At - at)) is { } nearest && Math.Abs(nearest.At - at) < Near) balls.Add(nearest);
        }
        return (onsets, balls);
    }

    private sealed record Lesson(int Seed, SceneKind Kind, string Place, byte[] Frames, double[] Balls)
    {
        public static Lesson Make(int seed, string[] files)
        {
            var chance = new Random(seed * 7919);
            var kind = seed % 8 == 7 ? SceneKind.Nothing : (SceneKind)(seed % 3);
            var scene = new Scene(kind, 45, (NoiseKind)chance.Next(6), Decibels[chance.Next(Decibels.Length)])
            {
                // A low rate is the quickest to make; nothing above 8 kHz is looked at.
                Rate = new[] { 48_000, 44_100, 16_000, 16_000, 16_000 }[chance.Next(5)],
                IsSoftBall = chance.Next(3) == 0,
                IsIndoors = chance.Next(3) == 0,
            };
            // Of those without a ball every second is voices alone, as they came.
            if (seed % 16 == 15 && Any(files, "speech", chance) is { } voices)
            {
                var (samples, loud) = (Recording.Samples(voices, scene.Rate), Math.Pow(10, -chance.NextDouble() * 1.5));
                return new(seed, kind, "", FrameMaker.Of([.. samples.Take((int)(45 * scene.Rate)).Select(sample => (float)(sample * loud))], scene.Rate), []);
            }
            // Of five recordings with voices three have one from elsewhere, of three with wind one.
            var (name, often) = scene.Noise switch { NoiseKind.Speech => ("speech", 0.6), NoiseKind.Wind => ("wind", 0.33), _ => ("none", 0.0) };
            if (chance.NextDouble() < often && Any(files, name, chance) is { } file) scene = scene with { OtherNoise = Recording.Samples(file, scene.Rate) };
            var made = new SimulatedMicrophone(seed).Record(scene);
            var place = seed % 4 == 0 && kind != SceneKind.Nothing
                ? PlaceSound.Learn(FramesOf(new SimulatedMicrophone(seed).Record(scene with { Kind = SceneKind.Place, Seconds = 30, Noise = NoiseKind.Hiss, OtherNoise = null, Decibels = 20, Rate = 16_000 }))).Place
                : null;
            return new(seed, kind, place?.ToString() ?? "", FramesOf(made), [.. made.Truth.Where(sound => sound.Kind != TrueKind.Beep).Select(sound => sound.At)]);
        }

        public void Write(BinaryWriter file)
        {
            file.Write(Seed);
            file.Write((byte)Kind);
            file.Write(Place);
            file.Write(Frames.Length);
            file.Write(Frames);
            file.Write(Balls.Length);
            foreach (var at in Balls) file.Write(at);
        }

        public static IEnumerable<Lesson> Read(string path)
        {
            using var stream = File.OpenRead(path);
            using var file = new BinaryReader(stream);
            while (stream.Position < stream.Length)
            {
                var (seed, kind, place) = (file.ReadInt32(), (SceneKind)file.ReadByte(), file.ReadString());
                var frames = file.ReadBytes(file.ReadInt32());
                yield return new(seed, kind, place, frames, [.. Enumerable.Range(0, file.ReadInt32()).Select(_ => file.ReadDouble())]);
            }
        }

        private static byte[] FramesOf(MadeRecording made) => FrameMaker.Of(made.Samples, made.Rate);

        private static string? Any(string[] files, string name, Random chance)
        {
            var those = files.Where(file => Path.GetFileName(file).StartsWith(name, StringComparison.Ordinal)).ToList();
            return those.Count > 0 ? those[chance.Next(those.Count)] : null;
        }
    }
}

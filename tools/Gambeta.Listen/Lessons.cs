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
        var (onsets, balls) = (OnsetDetector.Of(lesson.Frames), new HashSet<Onset>());
        // Of what begins beside one sound only the nearest is it.
        foreach (var at in lesson.Balls)
        {
            if (onsets.Where(onset => !balls.Contains(onset)).MinBy(onset => Math.Abs(onset.At - at)) is { } nearest && Math.Abs(nearest.At - at) < Near) balls.Add(nearest);
        }
        return (onsets, balls);
    }
}

using System.Runtime.InteropServices;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Simulation.Sound;

namespace Gambeta.Listen;

/// <summary>What <c>tools/learn-to-hear</c> learns from: made-up recordings, kept as frames with the truth beside them, and rows of numbers
/// of what begins in them.</summary>
internal static class Lessons
{
    // How far a beginning may lie from the sound that it is, in seconds.
    private const double Near = 0.045;

    /// <summary>Makes recordings: of each its number, what is practised, the place that was learned before (a line, empty where none was),
    /// its frames, and when the ball truly sounded.</summary>
    public static void Make(int many, string? noises, Stream into)
    {
        // A voice of the simulator's own is no voice: without others what is learned takes words for balls.
        var files = noises is null ? [] : Directory.GetFiles(noises, "*.wav").Order(StringComparer.Ordinal).ToArray();
        using var file = new BinaryWriter(into);
        foreach (
            var lesson in Enumerable
                .Range(0, many)
                .AsParallel()
                .AsOrdered()
                .WithMergeOptions(ParallelMergeOptions.NotBuffered)
                .Select(seed => Lesson.Make(seed, files))
        )
            lesson.Write(file);
    }

    /// <summary>
    /// Writes how many numbers a row has, then rows, all as numbers of four bytes (IEEE 754, the lowest first), one for each beginning: the
    /// number of the recording, what it truly was (<see cref="HeardKind"/>), when it began, and its <see cref="SoundToken"/>.
    /// </summary>
    /// <param name="path">Recordings.</param>
    /// <param name="into">Where they go.</param>
    public static void Rows(string path, Stream into)
    {
        using var to = new BinaryWriter(into);
        to.Write(3f + SoundToken.Count);
        foreach (var rows in Lesson.Read(path).AsParallel().AsOrdered().WithMergeOptions(ParallelMergeOptions.NotBuffered).Select(Of))
        {
            // As the machine has them, which is the lowest first wherever this runs.
            to.Write(MemoryMarshal.AsBytes(CollectionsMarshal.AsSpan(rows)));
        }
    }

    private static List<float> Of(Lesson lesson)
    {
        var (rows, place, cycle) = (new List<float>(), SpaceSound.Read(lesson.Place), CycleOf(lesson));
        foreach (var (onset, kind) in Beginnings(lesson))
            rows.AddRange([lesson.Seed, (int)kind, (float)onset.At, .. SoundToken.Of(onset, place, cycle)]);
        return rows;
    }

    private static SoundCycle CycleOf(Lesson lesson)
    {
        // Where there is no ball any drill may have been meant.
        var (kind, any) =
            lesson.Kind == SceneKind.Nothing ? ((SceneKind)(lesson.Seed / 8 % 3), lesson.Seed / 24 % 2 == 0) : (lesson.Kind, false);
        if (kind == SceneKind.Bounced)
            return new([new(HeardKind.Touch), new(HeardKind.Bounce)], 0, true);
        if (kind != SceneKind.Wall)
            return SoundCycle.Plain with { Falls = kind == SceneKind.Juggling };
        var (touch, wall) = (new CycleSound(HeardKind.Touch), new CycleSound(HeardKind.Wall));
        return
            any
            || lesson.Truth.Count(sound => sound.Kind == TrueKind.Touch) > 1.5 * lesson.Truth.Count(sound => sound.Kind == TrueKind.Wall)
            ? new([touch, wall, touch], 0, false)
            : new([touch, wall], 0, false);
    }

    private static List<(Onset Onset, HeardKind Kind)> Beginnings(Lesson lesson)
    {
        var (onsets, kinds) = (OnsetDetector.Of(lesson.Frames), new Dictionary<Onset, HeardKind>());
        // Of what begins beside one sound only the nearest is it.
        foreach (var sound in lesson.Truth)
        {
            if (
                onsets.Where(onset => !kinds.ContainsKey(onset)).MinBy(onset => Math.Abs(onset.At - sound.At)) is { } nearest
                && Math.Abs(nearest.At - sound.At) < Near
            )
                kinds[nearest] = sound.Kind switch
                {
                    TrueKind.Bounce => HeardKind.Bounce,
                    TrueKind.Wall => HeardKind.Wall,
                    _ => HeardKind.Touch,
                };
        }
        return [.. onsets.Select(onset => (onset, kinds.TryGetValue(onset, out var kind) ? kind : HeardKind.Other))];
    }
}

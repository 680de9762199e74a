using System.Collections.Immutable;
using Gambeta.Core.Practice.Played;
using MathNet.Numerics.Distributions;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>What was heard of a set.</summary>
/// <param name="Sounds">Everything, in order.</param>
/// <param name="Doubt">How many touches may be wrong, one way or the other: expected.</param>
/// <param name="IsTrusted">Whether the count may stand as it is.</param>
public sealed record HeardSet(ImmutableArray<HeardTouch> Sounds, double Doubt, bool IsTrusted)
{
    /// <summary>A count is wrong when more than this part of the touches is.</summary>
    public const double Wrong = 0.02;

    /// <summary>The chance of being wrong with which a count is trusted at most, if what is in doubt is wrong as often as is expected and
    /// independently (a Poisson distribution).</summary>
    public const double MostChance = 0.15;

    /// <summary>Fewer touches than this are too few to know what a touch sounds like here.</summary>
    public const int LeastTouches = 6;

    // A touch is shorter than what is missing then.
    private const int MostLost = SoundFrame.ASecond / 10;

    /// <summary>Touches that were heard.</summary>
    public ImmutableArray<HeardTouch> Touches { get; } = [.. Sounds.Where(sound => sound.Kind == HeardKind.Touch)];

    /// <summary>Tries, by the touches of each: what lies between two pauses or drops.</summary>
    public ImmutableArray<int> Tries { get; } = TriesOf(Sounds);

    /// <summary>What was heard, with what is to be thought of it.</summary>
    /// <param name="sounds">Everything, in order.</param>
    /// <param name="course">How sure it is that the sounds were told apart as the pattern has them.</param>
    /// <param name="lost">Frames whose sound never came.</param>
    internal static HeardSet Of(ImmutableArray<HeardTouch> sounds, double course, int lost)
    {
        var touches = sounds.Count(sound => sound.Kind == HeardKind.Touch);
        // Many that are nearly sure are sure: the odds of each are rougher than that. The wall counts for nothing, either way.
        var doubt =
            sounds.Where(sound => sound.Kind != HeardKind.Wall && sound.Sure < NearlySure).Sum(sound => 1 - sound.Sure)
            + ((1 - course) * touches);
        return new HeardSet(sounds, doubt, touches >= LeastTouches && ChanceOfWrong(doubt, touches) <= MostChance && lost <= MostLost);
    }

    /// <summary>The chance that a count of so many touches is wrong where so many of them are expected to be. Of fewer than fifty a single
    /// one is too many.</summary>
    /// <param name="doubt">Touches expected to be wrong.</param>
    /// <param name="touches">Touches.</param>
    public static double ChanceOfWrong(double doubt, int touches) => doubt > 0 ? 1 - Poisson.CDF(doubt, Math.Floor(Wrong * touches)) : 0;

    // How sure a sound is that would not have been heard in more noise, or only there; and how far apart two may lie that are the same.
    private const double Unsteady = 0.75,
        Same = 0.05;

    /// <summary>The same, held against what would have been heard of it in more noise: where the counts differ by more than two of a
    /// hundred this one is not trusted, and what makes the difference is in doubt.</summary>
    /// <param name="noisier">What would have been heard.</param>
    public HeardSet HeldAgainst(HeardSet noisier)
    {
        if (Math.Abs(noisier.Touches.Length - Touches.Length) <= Wrong * Touches.Length)
            return this;
        bool IsIn(ImmutableArray<HeardTouch> all, HeardTouch one) => all.Any(other => Math.Abs(other.At - one.At) < Same);
        var sounds = Sounds
            .Select(sound =>
                (sound.Kind == HeardKind.Touch) == IsIn(noisier.Touches, sound)
                    ? sound
                    : sound with
                    {
                        Sure = Math.Min(sound.Sure, Unsteady),
                    }
            )
            .Concat(
                noisier
                    .Touches.Where(touch => !IsIn(Sounds, touch))
                    .Select(touch => new HeardTouch(touch.At, HeardKind.Other, null, Unsteady))
            )
            .OrderBy(sound => sound.At);
        return new HeardSet([.. sounds], Math.Max(Doubt, Math.Abs(noisier.Touches.Length - Touches.Length)), false);
    }

    // A sound that is less sure than this stands among the doubtful ones.
    private const double InDoubt = 0.85;

    /// <summary>What is kept with a set of it: of a set that began so many seconds after the listening.</summary>
    public HeardMark Mark(double from = 0) =>
        new(
            IsTrusted,
            false,
            [
                .. Sounds
                    .Where(sound => sound.At >= from && sound.Sure < InDoubt && sound.Kind != HeardKind.Wall)
                    .OrderBy(sound => sound.Sure)
                    .Take(HeardMark.MostDoubts)
                    .OrderBy(sound => sound.At)
                    .Select(sound => new DoubtfulSound(
                        Rounded.Whole((sound.At - from) * 100),
                        sound.Kind == HeardKind.Touch,
                        Rounded.Whole(sound.Sure * 100)
                    )),
            ]
        );

    private const double NearlySure = 0.97;

    private static ImmutableArray<int> TriesOf(ImmutableArray<HeardTouch> sounds)
    {
        var (tries, now) = (ImmutableArray.CreateBuilder<int>(), 0);
        foreach (var sound in sounds)
        {
            if (sound.Kind != HeardKind.Touch)
                continue;
            now++;
            if (!sound.EndsTry)
                continue;
            tries.Add(now);
            now = 0;
        }
        if (now > 0)
            tries.Add(now);
        return tries.ToImmutable();
    }
}

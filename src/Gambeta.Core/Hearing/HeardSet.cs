using System.Collections.Immutable;

namespace Gambeta.Core.Hearing;

/// <summary>What was heard of a set.</summary>
/// <param name="Sounds">Everything, in order.</param>
/// <param name="Doubt">How many touches may be wrong, one way or the other: expected.</param>
/// <param name="IsTrusted">Whether the count may stand as it is.</param>
public sealed record HeardSet(ImmutableArray<HeardTouch> Sounds, double Doubt, bool IsTrusted)
{
    /// <summary>The most doubt, as a part of the touches, with which a count is trusted.</summary>
    public const double MostDoubt = 0.012;

    /// <summary>Of fewer touches than this a single one is more than two of a hundred; then no more doubt than this is trusted.</summary>
    public const int Few = 50;

    /// <summary>The most doubt, in touches, with which a count of few is trusted.</summary>
    public const double MostDoubtOfFew = 0.25;

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
        var doubt = sounds.Where(sound => sound.Kind != HeardKind.Wall && sound.Sure < NearlySure).Sum(sound => 1 - sound.Sure) + ((1 - course) * touches);
        return new HeardSet(sounds, doubt, touches >= LeastTouches && doubt <= MostDoubt * touches && (touches >= Few || doubt <= MostDoubtOfFew) && lost <= MostLost);
    }

    private const double NearlySure = 0.97;

    private static ImmutableArray<int> TriesOf(ImmutableArray<HeardTouch> sounds)
    {
        var (tries, now) = (ImmutableArray.CreateBuilder<int>(), 0);
        foreach (var sound in sounds)
        {
            if (sound.Kind != HeardKind.Touch) continue;
            now++;
            if (!sound.EndsTry) continue;
            tries.Add(now);
            now = 0;
        }
        if (now > 0) tries.Add(now);
        return tries.ToImmutable();
    }
}

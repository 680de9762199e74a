using System.Collections.Immutable;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Practice;

/// <summary>How the touches of a set came to be known.</summary>
public enum CountedBy
{
    /// <summary>Counted one by one while playing, by key or on the glass.</summary>
    Tapped,

    /// <summary>Counted by somebody and typed in afterwards.</summary>
    Typed,

    /// <summary>Nobody counted: worked out from the tempo. Shown with "about", never a record.</summary>
    Estimated,
}

/// <summary>How a juggling try ended.</summary>
public enum TryEnd
{
    /// <summary>The ball fell.</summary>
    Dropped,

    /// <summary>The player caught it or stopped on purpose.</summary>
    Stopped,

    /// <summary>The set ended while the ball was in the air: its touches count, and it gets no reward for ending.</summary>
    InTheAir,
}

/// <summary>Ends of tries as they are written down: dropped is true, stopped is false, in the air is nothing.</summary>
public static class TryEnds
{
    /// <summary>The end as it is written.</summary>
    public static bool? AsDropped(this TryEnd end) => end switch { TryEnd.Dropped => true, TryEnd.Stopped => false, _ => null };

    /// <summary>The end that was written.</summary>
    public static TryEnd Of(bool? dropped) => dropped switch { true => TryEnd.Dropped, false => TryEnd.Stopped, _ => TryEnd.InTheAir };
}

/// <summary>One juggling try.</summary>
public readonly record struct JugglingTry(int Touches, TryEnd End);

/// <summary>What a set came to, beyond its touches; one kind for each way of measuring.</summary>
public abstract record SetResult;

/// <summary>A timed round: the touches say it all.</summary>
public sealed record RoundResult : SetResult;

/// <summary>A set of reps: the clean ones, and those that went wrong.</summary>
public sealed record RepsResult(int CleanReps, int Slips) : SetResult;

/// <summary>A set made of tries, each of so many touches and with its end, in their order.</summary>
public abstract record TriedResult(ImmutableArray<JugglingTry> Tries) : SetResult
{
    /// <inheritdoc/>
    public virtual bool Equals(TriedResult? other) => other is not null && EqualityContract == other.EqualityContract && Tries.SequenceEqual(other.Tries);

    /// <inheritdoc/>
    public override int GetHashCode() => Tries.Aggregate(17, HashCode.Combine);
}

/// <summary>A set of juggling tries.</summary>
public sealed record TriesResult(ImmutableArray<JugglingTry> Tries) : TriedResult(Tries)
{
    /// <summary>The longest try; 0 without tries.</summary>
    public int Longest => Tries.IsEmpty ? 0 : Tries.Max(t => t.Touches);
}

/// <summary>Tries that came off and tries that did not.</summary>
public sealed record HitsResult(int Hits, int Misses) : SetResult
{
    /// <summary>All tries.</summary>
    public int Tries => Hits + Misses;
}

/// <summary>Goes at a ladder: each is aimed at the next rung, and a drop sends back to one.</summary>
public sealed record LadderResult(ImmutableArray<JugglingTry> Tries) : TriedResult(Tries)
{
    /// <summary>How long it took to finish the highest rung, from the start; nothing when nobody timed it.</summary>
    public TimeSpan? Took { get; init; }

    /// <summary>
    /// The highest rung finished; 0 for none. Rung n is finished by a go of n touches or more that ends in the hands;
    /// a drop, or hands before n touches, leads back to the first rung.
    /// </summary>
    public int Rung
    {
        get
        {
            var (rung, highest) = (0, 0);
            foreach (var go in Tries)
            {
                rung = After(rung, go);
                highest = Math.Max(highest, rung);
            }
            return highest;
        }
    }

    /// <summary>The rung on which a go leaves its player, who stood on another one.</summary>
    public static int After(int rung, JugglingTry go) => go.End == TryEnd.Stopped && go.Touches > rung ? rung + 1 : 0;
}

/// <summary>A round of passes: the longest run between two slips, and how many slips there were.</summary>
public sealed record PassesResult(int LongestRun, int Slips) : SetResult;

/// <summary>A run of a course; its time is the set's. Every clipped marker costs a penalty, as long as it was when the run was made.</summary>
/// <param name="Clips">Markers clipped.</param>
/// <param name="Penalty">What each one costs.</param>
/// <param name="Void">True when the run does not count: a false start, somebody in the way.</param>
public sealed record RunResult(int Clips, TimeSpan Penalty, bool Void = false) : SetResult;

/// <summary>One finished set: a round, a set of reps, a set of tries, or a run.</summary>
public sealed record PracticeSet
{
    /// <summary>Made by whoever played it, so that sending it twice changes nothing.</summary>
    public required Guid Id { get; init; }

    /// <summary>The sitting it belongs to.</summary>
    public required Guid SessionId { get; init; }

    /// <summary>Who played.</summary>
    public required Guid PlayerId { get; init; }

    /// <summary>The drill card's id.</summary>
    public required string Drill { get; init; }

    /// <summary>The layout's key for a drill on a layout; nothing otherwise.</summary>
    public string? Layout { get; init; }

    /// <summary>Its place within the sitting, from 1.</summary>
    public required int Order { get; init; }

    /// <summary>The feet it was worked with.</summary>
    public required Feet Feet { get; init; }

    /// <summary>When it began.</summary>
    public required DateTimeOffset StartedAt { get; init; }

    /// <summary>The day it counts for, on the household's calendar.</summary>
    public required DateOnly Day { get; init; }

    /// <summary>Time with the ball, pauses left out.</summary>
    public required TimeSpan Worked { get; init; }

    /// <summary>The length that a timed round was meant to have; nothing for open-ended sets.</summary>
    public TimeSpan? Planned { get; init; }

    /// <summary>How its touches came to be known.</summary>
    public required CountedBy CountedBy { get; init; }

    /// <summary>Touches per foot.</summary>
    public required TouchCount Touches { get; init; }

    /// <summary>The rest of what was counted.</summary>
    public required SetResult Result { get; init; }

    /// <summary>What it was to be before it was played.</summary>
    public SetPlan Plan { get; init; } = SetPlan.Unknown;

    /// <summary>Every tap with its time, as <see cref="PlayNotation"/> writes it; nothing where nobody tapped.</summary>
    public string? Events { get; init; }
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Counting;

namespace Gambeta.Core.Practice.Played;

/// <summary>Everything about a set that is not counted: whose, when, on which layout where it was not the card's own.</summary>
public sealed record SetFrame(
    Guid Id,
    Guid SessionId,
    Guid PlayerId,
    int Order,
    Feet Feet,
    DateTimeOffset StartedAt,
    DateOnly Day,
    TimeSpan? Planned,
    CountedBy CountedBy,
    string? Layout = null
)
{
    /// <summary>What a clipped marker adds to a run, unless the household chose otherwise.</summary>
    public static readonly TimeSpan UsualClipPenalty = TimeSpan.FromSeconds(1);

    /// <summary>Every tap with its time, as <see cref="PlayNotation"/> writes it.</summary>
    public string? Events { get; init; }

    /// <summary>What was thought of what was heard, of a set that was counted by ear.</summary>
    public string? Heard { get; init; }

    /// <summary>What somebody else did meanwhile, where somebody did.</summary>
    public OtherPart? With { get; init; }

    /// <summary>What it was to be.</summary>
    public SetPlan Plan { get; init; } = SetPlan.Unknown;

    /// <summary>What a clipped marker costs.</summary>
    public TimeSpan ClipPenalty { get; init; } = SetFrame.UsualClipPenalty;

    /// <summary>True when somebody was asked about a count that no foot can do, and says that it is right.</summary>
    public bool IsSure { get; init; }
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Together;

namespace Gambeta.Core.Practice.Played;

/// <summary>How the touches of a set came to be known.</summary>
public enum CountedBy
{
    /// <summary>Counted one by one while playing, by key or on the glass.</summary>
    [Key("tapped")]
    Tapped,

    /// <summary>Counted by somebody and typed in afterwards.</summary>
    [Key("typed")]
    Typed,

    /// <summary>Nobody counted: worked out from the tempo. Shown with "about", never a record.</summary>
    [Key("estimated")]
    Estimated,

    /// <summary>Counted by ear: a microphone heard them. A record once it may be trusted, or somebody said that it is right.</summary>
    [Key("heard")]
    Heard,
}

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

    /// <summary>What was thought of what was heard, as <see cref="Practice.Played.HeardMark"/> writes it; nothing where nobody
    /// listened.</summary>
    public string? Heard { get; init; }

    /// <summary>What somebody else did meanwhile, where that made another task of it (<see cref="PairRules.ComparesWithAlone"/>): it is no
    /// record then, and nothing is judged by it.</summary>
    public OtherPart? With { get; init; }

    /// <summary>Whether its counts may be records and are judged by: whoever counted, knows.</summary>
    public bool IsKnown =>
        With is null
        && CountedBy != CountedBy.Estimated
        && (CountedBy != CountedBy.Heard || Practice.Played.HeardMark.Read(Heard)?.Counts == true);
}

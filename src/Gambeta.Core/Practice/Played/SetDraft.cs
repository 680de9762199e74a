using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Practice.Played;

/// <summary>A set as somebody typed or sent it: anything may be missing or absurd. <see cref="SetCheck"/> makes a set of it.</summary>
public sealed record SetDraft
{
    /// <summary>Touches of the left foot.</summary>
    public int? Left { get; init; }

    /// <summary>Touches of the right foot.</summary>
    public int? Right { get; init; }

    /// <summary>Time with the ball in seconds.</summary>
    public double? Seconds { get; init; }

    /// <summary>Clean reps, or tries that came off.</summary>
    public int? Reps { get; init; }

    /// <summary>Slips, in reps and passes; tries that did not come off.</summary>
    public int? Slips { get; init; }

    /// <summary>The longest run of passes.</summary>
    public int? LongestRun { get; init; }

    /// <summary>Markers clipped.</summary>
    public int? Clips { get; init; }

    /// <summary>Touches of each juggling try.</summary>
    public IReadOnlyList<int>? TryTouches { get; init; }

    /// <summary>For each try, whether the ball was dropped (true), the player stopped (false), or the set ended with it in the air
    /// (nothing).</summary>
    public IReadOnlyList<bool?>? TryDropped { get; init; }

    /// <summary>Seconds from the start until the highest rung of a ladder was finished.</summary>
    public double? RungSeconds { get; init; }

    /// <summary>True for a run that does not count.</summary>
    public bool? Void { get; init; }

    /// <summary>Tries at each station that was hit.</summary>
    public IReadOnlyList<int>? StationTries { get; init; }

    /// <summary>Points of each try at the targets, 0 for a miss.</summary>
    public IReadOnlyList<int>? Points { get; init; }

    /// <summary>For each try at the trap square, whether the ball was killed inside.</summary>
    public IReadOnlyList<bool>? Inside { get; init; }

    /// <summary>How long the ball stayed up in each try, in whole tenths of a second.</summary>
    public IReadOnlyList<int>? UpTenths { get; init; }

    /// <summary>The zone that each strike hit, 0 for a miss.</summary>
    public IReadOnlyList<int>? StrikeZones { get; init; }

    /// <summary>For each strike, whether it was the left foot's.</summary>
    public IReadOnlyList<bool>? StrikeLeft { get; init; }
}

namespace Gambeta.Core.Practice;

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

    /// <summary>For each try, whether the ball was dropped (true) or the player stopped.</summary>
    public IReadOnlyList<bool>? TryDropped { get; init; }
}

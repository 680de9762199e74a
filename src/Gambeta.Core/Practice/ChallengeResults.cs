using System.Collections.Immutable;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Practice;

/// <summary>Through the stations: how many tries each one took that was hit. The time is the set's.</summary>
public sealed record StationsResult(ImmutableArray<int> Tries, int Stations) : SetResult
{
    /// <summary>True when every station was hit: only then the time counts.</summary>
    public bool Finished => Tries.Length >= Stations;

    /// <inheritdoc/>
    public bool Equals(StationsResult? other) => other is not null && Stations == other.Stations && Tries.SequenceEqual(other.Tries);

    /// <inheritdoc/>
    public override int GetHashCode() => Tries.Aggregate(Stations, HashCode.Combine);
}

/// <summary>Tries at targets on a wall: the points of each, 0 for a miss.</summary>
public sealed record TargetsResult(ImmutableArray<int> Points) : SetResult
{
    /// <summary>All points.</summary>
    public int Total => Points.Sum();

    /// <inheritdoc/>
    public bool Equals(TargetsResult? other) => other is not null && Points.SequenceEqual(other.Points);

    /// <inheritdoc/>
    public override int GetHashCode() => Points.Aggregate(17, HashCode.Combine);
}

/// <summary>Run-ins: touches on the way to the wall or the line; one that ends in a slip did not reach it.</summary>
public sealed record RunInResult(ImmutableArray<JugglingTry> Tries) : TriedResult(Tries)
{
    /// <summary>Most touches of a run-in that got there; 0 when none did.</summary>
    public int Most => Tries.Where(t => t.End == TryEnd.Stopped).Select(t => t.Touches).DefaultIfEmpty().Max();
}

/// <summary>Tries at the trap square, at rising heights.</summary>
public sealed record TrapResult(ImmutableArray<TrapTry> Tries) : SetResult
{
    /// <summary>The highest height from which two were killed running; nothing when there was none.</summary>
    public DropHeight? Held
    {
        get
        {
            DropHeight? held = null;
            for (var i = 1; i < Tries.Length; i++)
            {
                if (Tries[i] is { Inside: true } now && Tries[i - 1] is { Inside: true } before && before.From == now.From && (held is null || now.From > held)) held = now.From;
            }
            return held;
        }
    }

    /// <summary>For each height that was played: how many were killed, out of how many; low ones first.</summary>
    public IEnumerable<(DropHeight From, int Killed, int Tries)> ByHeight =>
        Tries.GroupBy(t => t.From).OrderBy(g => g.Key).Select(g => (g.Key, g.Count(t => t.Inside), g.Count()));

    /// <inheritdoc/>
    public bool Equals(TrapResult? other) => other is not null && Tries.SequenceEqual(other.Tries);

    /// <inheritdoc/>
    public override int GetHashCode() => Tries.Aggregate(17, (hash, t) => HashCode.Combine(hash, t));
}

/// <summary>One strike: the foot, and the zone of the goal that it hit, from 1; 0 for a miss.</summary>
public readonly record struct Strike(Foot Foot, int Zone)
{
    /// <summary>True for a hit.</summary>
    public bool Hit => Zone > 0;
}

/// <summary>Strikes at a goal, one by one.</summary>
public sealed record StrikesResult(ImmutableArray<Strike> Strikes) : SetResult
{
    /// <summary>Those that hit a zone.</summary>
    public int Hits => Strikes.Count(strike => strike.Hit);

    /// <summary>Hits and strikes of a foot.</summary>
    public (int Hits, int Tries) Of(Foot foot) => (Strikes.Count(s => s.Foot == foot && s.Hit), Strikes.Count(s => s.Foot == foot));

    /// <summary>How often each zone was hit, from the first zone on.</summary>
    public ImmutableArray<int> ByZone => [.. Enumerable.Range(1, ChallengeRules.GoalZones).Select(zone => Strikes.Count(s => s.Zone == zone))];

    /// <inheritdoc/>
    public bool Equals(StrikesResult? other) => other is not null && Strikes.SequenceEqual(other.Strikes);

    /// <inheritdoc/>
    public override int GetHashCode() => Strikes.Aggregate(17, (hash, s) => HashCode.Combine(hash, s));
}

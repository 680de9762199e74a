using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Strikes, as somebody typed or sent them: each with its zone, or hits and misses alone.</summary>
public sealed record StrikesDraft : RepsDraft
{
    /// <summary>The zone that each strike hit, 0 for a miss.</summary>
    public IReadOnlyList<int>? StrikeZones { get; init; }

    /// <summary>For each strike, whether it was the left foot's.</summary>
    public IReadOnlyList<bool>? StrikeLeft { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsUnclear =>
        StrikeZones is { } zones
        && (zones.Count > MostTries || StrikeLeft?.Count != zones.Count || zones.Any(zone => zone is < 0 or > ChallengeRules.GoalZones));
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
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.StrikesByZone;

    /// <inheritdoc/>
    public override int WentWrong => Strikes.Length - Hits;

    /// <summary>Those that hit a zone.</summary>
    public int Hits => Strikes.Count(strike => strike.Hit);

    /// <summary>Hits and misses alone.</summary>
    public HitsResult Counts => new(Hits, Strikes.Length - Hits);

    /// <summary>How often each zone was hit, from the first zone on.</summary>
    public ImmutableArray<int> ByZone =>
        [.. Enumerable.Range(1, ChallengeRules.GoalZones).Select(zone => Strikes.Count(s => s.Zone == zone))];

    /// <summary>Hits and strikes of a foot.</summary>
    public (int Hits, int Tries) By(Foot foot) => (Strikes.Count(s => s.Foot == foot && s.Hit), Strikes.Count(s => s.Foot == foot));

    /// <inheritdoc/>
    public bool Equals(StrikesResult? other) => other is not null && Strikes.SequenceEqual(other.Strikes);

    /// <inheritdoc/>
    public override int GetHashCode() => Strikes.Aggregate(17, (hash, s) => HashCode.Combine(hash, s));
}

/// <summary>
/// Strikes that hit a zone of the goal, out of so many, each foot. Typed in afterwards nobody knows the zones any more: then hits and
/// misses are enough. Written down as <c>{"feet": "lr", "zones": [3, 0]}</c>.
/// </summary>
public sealed class StrikesByZone : ByReps<StrikesDraft, StrikesResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.StrikesByZone;

    /// <summary>A strike into a zone that does not count is a miss.</summary>
    public override SetDraft Counted(PlayedSet played)
    {
        var strikes = played.Tries.ToList();
        return new StrikesDraft
        {
            Seconds = played.Seconds,
            StrikeZones =
            [
                .. strikes.Select(e =>
                    e.Kind == PlayEventKind.Touch
                    && Math.Clamp(e.Zone, 1, ChallengeRules.GoalZones) is var zone
                    && (played.Rules.Zones.IsEmpty || played.Rules.Zones.Contains(zone))
                        ? zone
                        : 0
                ),
            ],
            StrikeLeft = [.. strikes.Select(e => played.FootOf(e) == Foot.Left)],
        };
    }

    /// <inheritdoc/>
    protected override bool HasItsCounts(Feet feet, StrikesDraft draft) => draft.StrikeZones is { Count: > 0 } || draft.Reps is not null;

    /// <summary>Hits in zones that do not count.</summary>
    protected override bool IsOfAnotherDrill(DrillCard card, StrikesDraft draft, TimeSpan worked) =>
        !card.Zones.IsEmpty && draft.StrikeZones?.Any(zone => zone != 0 && !card.Zones.Contains(zone)) == true;

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, StrikesDraft draft) =>
        draft.StrikeZones is { } zones
            ? new StrikesResult([.. zones.Zip(draft.StrikeLeft!, (zone, left) => new Strike(left ? Foot.Left : Foot.Right, zone))])
            : HitsOutOfTries.OfCounts(draft);

    /// <summary>A strike takes the touches that lead up to it and its own; where both feet strike, those of the foot that did.</summary>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, StrikesResult result) =>
        CardRules.Of(Key).InAPattern(pattern) < 2
            ? pattern.PerRep * result.Strikes.Length
            : result.Strikes.Aggregate(default(TouchCount), (all, strike) => all + UpTo(pattern, strike.Foot));

    private static TouchCount UpTo(Pattern pattern, Foot foot)
    {
        var (left, right) = (0, 0);
        foreach (var touch in pattern.Touches)
        {
            if (touch.Foot == Foot.Left)
                left++;
            else
                right++;
            if (touch.Move != BallMove.Goal)
                continue;
            if (touch.Foot == foot)
                return new TouchCount(left, right);
            (left, right) = (0, 0);
        }
        return default;
    }

    /// <summary>As many hits and misses as before: then the zones stay.</summary>
    protected override StrikesDraft Complete(StrikesDraft draft, PracticeSet old) =>
        old.Result is StrikesResult strikes
        && draft.StrikeZones is null
        && draft.Reps == strikes.Counts.Hits
        && draft.Slips == strikes.Counts.Misses
            ? draft with
            {
                StrikeZones = [.. strikes.Strikes.Select(strike => strike.Zone)],
                StrikeLeft = [.. strikes.Strikes.Select(strike => strike.Foot == Foot.Left)],
            }
            : draft;

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) =>
        set.Result switch
        {
            StrikesResult strikes => HitsOutOfTries.AsTyped(strikes.Counts, field),
            HitsResult hits => HitsOutOfTries.AsTyped(hits, field),
            _ => null,
        };

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, StrikesResult result) =>
        [(new(MeasureKind.HitsOutOf, result.Strikes.Length), result.Hits)];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => dose is RepsDose tries ? new(MeasureKind.HitsOutOf, tries.Reps) : null;

    /// <inheritdoc/>
    protected override JsonObject Write(StrikesResult result) =>
        new()
        {
            ["feet"] = string.Concat(result.Strikes.Select(strike => strike.Foot == Foot.Left ? 'l' : 'r')),
            ["zones"] = ResultJson.Numbers(result.Strikes.Select(strike => strike.Zone)),
        };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) =>
        new StrikesResult([
            .. written
                .Numbers("zones")
                .Zip(written.GetProperty("feet").GetString()!, (zone, foot) => new Strike(foot == 'l' ? Foot.Left : Foot.Right, zone)),
        ]);
}

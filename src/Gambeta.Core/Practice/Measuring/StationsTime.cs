using System.Collections.Immutable;
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

/// <summary>Stations, as somebody typed or sent them.</summary>
public sealed record StationsDraft : SetDraft
{
    /// <summary>Tries at each station that was hit.</summary>
    public IReadOnlyList<int>? StationTries { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsBelow => base.IsBelow || HasBelow(StationTries, least: 1);

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsUnclear => StationTries?.Count > MostTries;

    /// <inheritdoc/>
    [JsonIgnore]
    public override IEnumerable<long> Sums => [.. base.Sums, Sum(StationTries)];
}

/// <summary>Through the stations: how many tries each one took that was hit. The time is the set's.</summary>
public sealed record StationsResult(ImmutableArray<int> Tries, int Stations) : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.StationsTime;

    /// <inheritdoc/>
    public override int WentWrong => Tries.Sum() - Tries.Length;

    /// <summary>True when every station was hit: only then the time counts.</summary>
    public bool Finished => Tries.Length >= Stations;

    /// <inheritdoc/>
    public bool Equals(StationsResult? other) => other is not null && Stations == other.Stations && Tries.SequenceEqual(other.Tries);

    /// <inheritdoc/>
    public override int GetHashCode() => Tries.Aggregate(Stations, HashCode.Combine);
}

/// <summary>
/// Seconds through all stations: a hit moves the target on, a miss is fetched and tried again. Written down as <c>{"stations": 4, "tries":
/// [1, 2, 3, 1]}</c>.
/// </summary>
public sealed class StationsTime : WayOfMeasuring<StationsDraft, StationsResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.StationsTime;

    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played)
    {
        var (hit, tries) = (new List<int>(), 0);
        foreach (var happened in played.Tries)
        {
            tries++;
            if (happened.Kind != PlayEventKind.Touch || hit.Count == played.Rules.Stations)
                continue;
            hit.Add(tries);
            tries = 0;
        }
        return new StationsDraft { Seconds = played.Seconds, StationTries = hit };
    }

    /// <inheritdoc/>
    protected override bool HasItsCounts(Feet feet, StationsDraft draft) => draft.StationTries is not null;

    /// <summary>More stations than there are.</summary>
    protected override bool IsOfAnotherDrill(DrillCard card, StationsDraft draft, TimeSpan worked) =>
        draft.StationTries?.Count > ChallengeRules.Of(card).Stations;

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, StationsDraft draft) =>
        new StationsResult([.. draft.StationTries ?? []], ChallengeRules.Of(card).Stations);

    /// <inheritdoc/>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, StationsResult result) =>
        pattern.Of(result.Tries.Sum());

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => [new("list", TypedKind.List)];

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) =>
        set.Result is StationsResult stations ? TypedCounts.Text(stations.Tries) : null;

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) => new StationsDraft { StationTries = typed.List("list") };

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, StationsResult result) =>
        result.Finished ? [(new(MeasureKind.StationsSeconds), HandTiming.HandTime(set.Worked))] : [];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.StationsSeconds);

    /// <inheritdoc/>
    protected override JsonObject Write(StationsResult result) =>
        new() { ["stations"] = result.Stations, ["tries"] = ResultJson.Numbers(result.Tries) };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new StationsResult([.. written.Numbers("tries")], written.Number("stations"));
}

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

/// <summary>Tries at targets, as somebody typed or sent them.</summary>
public sealed record TargetsDraft : SetDraft
{
    /// <summary>Points of each try, 0 for a miss.</summary>
    public IReadOnlyList<int>? Points { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsBelow => base.IsBelow || HasBelow(Points);

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsUnclear => Points?.Count > MostTries;
}

/// <summary>Tries at targets on a wall: the points of each, 0 for a miss.</summary>
public sealed record TargetsResult(ImmutableArray<int> Points) : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.TargetPoints;

    /// <inheritdoc/>
    public override int WentWrong => Points.Count(points => points == 0);

    /// <summary>All points.</summary>
    public int Total => Points.Sum();

    /// <inheritdoc/>
    public bool Equals(TargetsResult? other) => other is not null && Points.SequenceEqual(other.Points);

    /// <inheritdoc/>
    public override int GetHashCode() => Points.Aggregate(17, HashCode.Combine);
}

/// <summary>Points of chalked targets on a wall, out of so many tries. Written down as <c>{"points": [1, 0, 3]}</c>.</summary>
public sealed class TargetPoints : WayOfMeasuring<TargetsDraft, TargetsResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.TargetPoints;

    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played) =>
        new TargetsDraft { Seconds = played.Seconds, Points = [.. played.Tries.Select(e => PointsOf(e, played.Rules.TargetPoints))] };

    /// <inheritdoc/>
    protected override bool HasItsCounts(Feet feet, TargetsDraft draft) => draft.Points is { Count: > 0 };

    /// <summary>Points that no target here gives.</summary>
    protected override bool IsOfAnotherDrill(DrillCard card, TargetsDraft draft, TimeSpan worked)
    {
        var there = ChallengeRules.Of(card).TargetPoints;
        return draft.Points?.Any(points => points != 0 && !(there.IsEmpty ? points == 1 : there.Contains(points))) == true;
    }

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, TargetsDraft draft) => new TargetsResult([.. draft.Points ?? []]);

    /// <inheritdoc/>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, TargetsResult result) =>
        pattern.PerRep * result.Points.Length;

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => [new("list", TypedKind.List)];

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) =>
        set.Result is TargetsResult targets ? TypedCounts.Text(targets.Points) : null;

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) => new TargetsDraft { Points = typed.List("list") };

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, TargetsResult result) =>
        [(new(MeasureKind.PointsOutOf, result.Points.Length), result.Total)];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => dose is RepsDose tries ? new(MeasureKind.PointsOutOf, tries.Reps) : null;

    /// <inheritdoc/>
    protected override JsonObject Write(TargetsResult result) => new() { ["points"] = ResultJson.Numbers(result.Points) };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new TargetsResult([.. written.Numbers("points")]);

    // A hit without a number is at the first target, the one straight ahead.
    private static int PointsOf(PlayEvent happened, ImmutableArray<int> points) =>
        happened.Kind != PlayEventKind.Touch || happened.Zone > points.Length ? 0
        : points.IsEmpty ? 1
        : points[Math.Max(happened.Zone, 1) - 1];
}

using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>A set of reps: the clean ones, and those that went wrong.</summary>
public sealed record RepsResult(int CleanReps, int Slips) : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.CleanReps;

    /// <inheritdoc/>
    public override int WentWrong => Slips;
}

/// <summary>Clean reps in a set, which may go on past its aim. Written down as <c>{"clean": 8, "slips": 1}</c>.</summary>
public sealed class CleanReps : ByReps<RepsDraft, RepsResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.CleanReps;

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, RepsDraft draft) =>
        new RepsResult(draft.Reps ?? 0, draft.Slips ?? 0);

    /// <summary>The touches follow from the pattern, clean reps and slips alike.</summary>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, RepsResult result) =>
        pattern.PerRep * (result.CleanReps + result.Slips);

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) =>
        set.Result is RepsResult reps ? TypedCounts.Text(field == "reps" ? reps.CleanReps : reps.Slips) : null;

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, RepsResult result) =>
        [(new(MeasureKind.CleanReps), result.CleanReps)];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.CleanReps);

    /// <inheritdoc/>
    protected override JsonObject Write(RepsResult result) => new() { ["clean"] = result.CleanReps, ["slips"] = result.Slips };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new RepsResult(written.Number("clean"), written.Number("slips"));
}

using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>A round, as somebody typed or sent it: its time and its touches.</summary>
public sealed record RoundDraft : SetDraft;

/// <summary>A timed round: the touches say it all.</summary>
public sealed record RoundResult : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.TouchesInARound;
}

/// <summary>Touches in a round of fixed length; each length is a measure of its own, and only a round played to its end counts. Written
/// down as <c>{}</c>.</summary>
public sealed class TouchesInARound : WayOfMeasuring<RoundDraft, RoundResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.TouchesInARound;

    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played) => played.Touched(new RoundDraft());

    /// <inheritdoc/>
    protected override bool HasItsCounts(Feet feet, RoundDraft draft) => PerFoot.HasThem(feet, draft);

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, RoundDraft draft) => new RoundResult();

    /// <inheritdoc/>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, RoundResult result) => tapped;

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => PerFoot.Fields(feet);

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) => PerFoot.AsTyped(set, field);

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) => new RoundDraft { Left = typed.Count("left"), Right = typed.Count("right") };

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, RoundResult result) =>
        HandTiming.PlayedToItsEnd(set) ? [(new(MeasureKind.TouchesIn, (int)set.Planned!.Value.TotalSeconds), set.Touches.Total)] : [];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) =>
        dose is RoundsDose rounds ? new(MeasureKind.TouchesIn, (int)rounds.Work.TotalSeconds) : null;

    /// <inheritdoc/>
    protected override JsonObject Write(RoundResult result) => [];

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new RoundResult();
}

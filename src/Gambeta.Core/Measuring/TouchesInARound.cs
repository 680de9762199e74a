using System.Collections.Immutable;
using System.Text.Json.Nodes;
using System.Text.Json;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Diaries;
using Gambeta.Core.Doses;
using Gambeta.Core.Judgement;
using Gambeta.Core.Records;
using Gambeta.Core.RunSheets;
using Gambeta.Core.Sets;
using Gambeta.Core.Simulation;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Measuring;

/// <summary>A timed round: the touches say it all.</summary>
public sealed record RoundResult : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.TouchesInARound;
}

/// <summary>Touches in a round of fixed length; each length is a measure of its own, and only a round played to its end counts. Written down as <c>{}</c>.</summary>
public sealed class TouchesInARound : WayOfMeasuring<RoundResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.TouchesInARound;

    /// <inheritdoc/>
    public override ImmutableArray<DoseForm> Doses => [DoseForm.Time, DoseForm.Reps];

    /// <summary>By reps the aim is their touches.</summary>
    public override int? Target(Dose dose, Pattern pattern) => dose is RepsDose reps ? reps.Reps * pattern.Touches.Length : base.Target(dose, pattern);

    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played) => played.Touched;

    /// <inheritdoc/>
    public override bool HasItsCounts(Feet feet, SetDraft draft) => PerFoot.HasThem(feet, draft);

    /// <inheritdoc/>
    public override SetResult ResultOf(DrillCard card, SetFrame frame, SetDraft draft) => new RoundResult();

    /// <inheritdoc/>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, RoundResult result) => tapped;

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => PerFoot.Fields(feet);

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) => PerFoot.AsTyped(set, field);

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) => PerFoot.Read(typed);

    /// <inheritdoc/>
    public override FormModel Form { get; } = new CountInTime();

    /// <inheritdoc/>
    public override SetDraft ReadDiary(DiaryLine line) => PerFoot.ReadDiary(line);

    /// <inheritdoc/>
    protected override void WriteDiary(PracticeSet set, RoundResult result, DiaryLine line) { }

    /// <inheritdoc/>
    public override ImmutableArray<MarkRule> Keeps => [new(MeasureKind.TouchesIn)];

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, RoundResult result) =>
        Scoring.PlayedToItsEnd(set) ? [(new(MeasureKind.TouchesIn, (int)set.Planned!.Value.TotalSeconds), set.Touches.Total)] : [];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => dose is RoundsDose rounds ? new(MeasureKind.TouchesIn, (int)rounds.Work.TotalSeconds) : null;

    /// <inheritdoc/>
    protected override JsonObject Write(RoundResult result) => [];

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new RoundResult();

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var work = ((RoundsDose)turn.Dose).Work;
        var touches = turn.Pattern.Of(turn.Tempo.TouchesIn(work));
        return new SetDraft { Left = touches.Left, Right = touches.Right, Seconds = work.TotalSeconds };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) => hand.UntilClean(phase, () => false);
}

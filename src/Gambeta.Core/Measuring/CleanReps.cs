using System.Collections.Immutable;
using System.Text.Json.Nodes;
using System.Text.Json;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Counting;
using Gambeta.Core.Diaries;
using Gambeta.Core.Doses;
using Gambeta.Core.Judgement;
using Gambeta.Core.Records;
using Gambeta.Core.RunSheets;
using Gambeta.Core.Sets;
using Gambeta.Core.Simulation;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Measuring;

/// <summary>A set of reps: the clean ones, and those that went wrong.</summary>
public sealed record RepsResult(int CleanReps, int Slips) : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.CleanReps;

    /// <inheritdoc/>
    public override int WentWrong => Slips;
}

/// <summary>Clean reps in a set, which may go on past its aim. Written down as <c>{"clean": 8, "slips": 1}</c>.</summary>
public sealed class CleanReps : ByReps<RepsResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.CleanReps;

    /// <summary>In tries, each as long as it lasts, the longest row of clean reps counts.</summary>
    public override MeasuredBy? LastingAs => MeasuredBy.CleanStreak;

    /// <inheritdoc/>
    public override SetResult ResultOf(DrillCard card, SetFrame frame, SetDraft draft) => new RepsResult(draft.Reps ?? 0, draft.Slips ?? 0);

    /// <summary>The touches follow from the pattern, clean reps and slips alike.</summary>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, RepsResult result) => pattern.PerRep * (result.CleanReps + result.Slips);

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) =>
        set.Result is RepsResult reps ? TypedCounts.Text(field == "reps" ? reps.CleanReps : reps.Slips) : null;

    /// <inheritdoc/>
    public override FormModel Form { get; } = new Coins(set => ((RepsResult)set.Result) is var reps ? (reps.CleanReps, reps.Slips) : default, hasTempo: true);

    /// <inheritdoc/>
    public override SetDraft ReadDiary(DiaryLine line) => new() { Reps = line.Count(DiaryColumn.Clean), Slips = line.Count(DiaryColumn.Slips) };

    /// <inheritdoc/>
    protected override void WriteDiary(PracticeSet set, RepsResult result, DiaryLine line)
    {
        line.Write(DiaryColumn.Clean, result.CleanReps);
        line.Write(DiaryColumn.Slips, result.Slips);
    }

    /// <inheritdoc/>
    public override ImmutableArray<MarkRule> Keeps => [new(MeasureKind.CleanReps)];

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, RepsResult result) => [(new(MeasureKind.CleanReps), result.CleanReps)];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.CleanReps);

    /// <inheritdoc/>
    protected override JsonObject Write(RepsResult result) => new() { ["clean"] = result.CleanReps, ["slips"] = result.Slips };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new RepsResult(written.Number("clean"), written.Number("slips"));

    /// <inheritdoc/>
    public override int TouchesATap(TouchCount perRep) => Math.Max(1, perRep.Total);

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var asked = ((RepsDose)turn.Dose).Reps;
        var slips = Enumerable.Range(0, asked).Count(_ => turn.Chance.NextDouble() > 0.6 + (0.4 * turn.Skill));
        // On a good day a player goes on past the number asked for.
        var clean = Math.Max(1, asked - slips + (turn.Chance.NextDouble() < turn.Skill ? turn.Chance.Next(0, 1 + (int)(6 * turn.Skill)) : 0));
        return new SetDraft { Reps = clean, Slips = slips, Seconds = turn.TimeForReps(clean + slips) };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) => hand.UntilClean(phase, player.Wrong);
}

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
using Gambeta.Core.Yard;

namespace Gambeta.Core.Measuring;

/// <summary>A run of a course; its time is the set's. Every clipped marker costs a penalty, as long as it was when the run was made.</summary>
/// <param name="Clips">Markers clipped.</param>
/// <param name="Penalty">What each one costs.</param>
/// <param name="Void">True when the run does not count: a false start, somebody in the way.</param>
public sealed record RunResult(int Clips, TimeSpan Penalty, bool Void = false) : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.CourseTime;

    /// <inheritdoc/>
    public override int WentWrong => Clips;
}

/// <summary>
/// Seconds for a course on a fixed layout, penalties added. Written down as <c>{"clips": 1, "penalty": 1, "void": false}</c>, the penalty in seconds.
/// </summary>
public sealed class CourseTime : WayOfMeasuring<RunResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.CourseTime;

    /// <inheritdoc/>
    public override ImmutableArray<DoseForm> Doses => [DoseForm.Runs];

    /// <inheritdoc/>
    public override bool IsRun => true;

    /// <inheritdoc/>
    public override bool FollowsABeat => false;

    /// <inheritdoc/>
    public override string? Lacks(DrillCard card) => card.Layout is null ? Say("card-files.lacks-its-layout", ("name", card.Name)) : null;

    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played) => played.Timed with { Clips = played.Count(PlayEventKind.Slip), Void = played.Count(PlayEventKind.Void) > 0 };

    /// <inheritdoc/>
    public override bool HasItsCounts(Feet feet, SetDraft draft) => true;

    /// <summary>Faster over the length of the course than anybody runs.</summary>
    public override bool IsBroken(DrillCard card, Feet feet, SetDraft draft, TimeSpan worked) =>
        !(draft.Void ?? false) && card.Layout is { } layout && Course.Of(layout).Course is { } course && course.Length > PlayedBounds.MostMetresASecond * worked.TotalSeconds;

    /// <inheritdoc/>
    public override SetResult ResultOf(DrillCard card, SetFrame frame, SetDraft draft) => new RunResult(draft.Clips ?? 0, frame.ClipPenalty, draft.Void ?? false);

    /// <inheritdoc/>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, RunResult result) => tapped.Total > 0 ? tapped : OfARun(card, pattern);

    /// <inheritdoc/>
    public override TouchCount Estimate(DrillCard card, Pattern pattern, Tempo tempo, TimeSpan worked) => OfARun(card, pattern);

    private TouchCount OfARun(DrillCard card, Pattern pattern) => (card.Layout?.Way ?? RunWay.Any).Share(pattern, TouchesOfARun(card, pattern));

    /// <summary>From the way, not from the pattern: see <see cref="CourseTouches"/>.</summary>
    public override int TouchesOfARun(DrillCard card, Pattern pattern) => CourseTouches.Of(card.Layout) ?? pattern.Touches.Length;

    /// <inheritdoc/>
    public override SetDraft Complete(SetDraft draft, PracticeSet old) => old.Result is RunResult run ? draft with { Void = draft.Void ?? run.Void } : draft;

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => [new("clips"), new("void", TypedKind.Flag)];

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) => (set.Result, field) switch
    {
        (RunResult run, "clips") => TypedCounts.Text(run.Clips),
        (RunResult { Void: true }, "void") => "true",
        _ => null,
    };

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) => new() { Clips = typed.Count("clips"), Void = typed.Flag("void") };

    /// <inheritdoc/>
    public override FormModel Form { get; } = new TimedRuns();

    /// <inheritdoc/>
    public override SetDraft ReadDiary(DiaryLine line) => PerFoot.ReadDiary(line) with { Clips = line.Count(DiaryColumn.Clips) ?? 0, Void = line.Flag(DiaryColumn.Void) };

    /// <inheritdoc/>
    protected override void WriteDiary(PracticeSet set, RunResult result, DiaryLine line)
    {
        line.Write(DiaryColumn.Clips, result.Clips);
        line.Write(DiaryColumn.Penalty, result.Penalty.TotalSeconds);
        if (result.Void) line[DiaryColumn.Void] = "1";
    }

    /// <inheritdoc/>
    public override ImmutableArray<MarkRule> Keeps => [new(MeasureKind.CourseSeconds, LowerIsBetter: true, Step: MarkRule.Tenth)];

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, RunResult result) =>
        result.Void ? [] : [(new(MeasureKind.CourseSeconds), Scoring.CourseSeconds(set.Worked, result))];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.CourseSeconds);

    /// <inheritdoc/>
    protected override JsonObject Write(RunResult result) => new() { ["clips"] = result.Clips, ["penalty"] = result.Penalty.TotalSeconds, ["void"] = result.Void };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) =>
        new RunResult(written.Number("clips"), TimeSpan.FromSeconds(written.GetProperty("penalty").GetDouble()), written.GetProperty("void").GetBoolean());

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn) => new()
    {
        Seconds = ModelTurn.Tenth(32 - (16 * turn.Skill) + turn.Noise(0.9)),
        Clips = turn.Chance.NextDouble() > 0.55 + (0.4 * turn.Skill) ? 1 : 0,
    };

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase)
    {
        hand.Wait(phase.ExpectedSeconds * (1.3 - (0.5 * player.Skill)));
        if (player.Wrong()) hand.Add(PlayEventKind.Slip, 0.2);
        hand.Add(PlayEventKind.Stop, 1 + player.Chance.NextDouble());
    }
}

using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>A run, as somebody typed or sent it.</summary>
public sealed record RunDraft : SetDraft
{
    /// <summary>Markers clipped.</summary>
    public int? Clips { get; init; }

    /// <summary>True for a run that does not count.</summary>
    public bool? Void { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsBelow => base.IsBelow || Clips < 0;

    /// <inheritdoc/>
    [JsonIgnore]
    public override IEnumerable<long> Sums => [.. base.Sums, Sum(Clips)];
}

/// <summary>A run of a course; its time is the set's. Every clipped marker costs a penalty, as long as it was when the run was
/// made.</summary>
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
/// Seconds for a course on a fixed layout, penalties added. Written down as <c>{"clips": 1, "penalty": 1, "void": false}</c>, the penalty
/// in seconds.
/// </summary>
public sealed class CourseTime : WayOfMeasuring<RunDraft, RunResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.CourseTime;

    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played) =>
        new RunDraft
        {
            Seconds = played.Seconds,
            Clips = played.Count(PlayEventKind.Slip),
            Void = played.Count(PlayEventKind.Void) > 0,
        };

    /// <inheritdoc/>
    protected override bool HasItsCounts(Feet feet, RunDraft draft) => true;

    /// <summary>Faster over the length of the course than anybody runs.</summary>
    protected override bool IsBroken(DrillCard card, Feet feet, RunDraft draft, TimeSpan worked) =>
        !(draft.Void ?? false)
        && card.Layout is { } layout
        && Course.Of(layout).Course is { } course
        && course.Length > PlayedBounds.MostMetresASecond * worked.TotalSeconds;

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, RunDraft draft) =>
        new RunResult(draft.Clips ?? 0, frame.ClipPenalty, draft.Void ?? false);

    /// <inheritdoc/>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, RunResult result) =>
        tapped.Total > 0 ? tapped : OfARun(card, pattern);

    /// <inheritdoc/>
    public override TouchCount Estimate(DrillCard card, Pattern pattern, Tempo tempo, TimeSpan worked) => OfARun(card, pattern);

    private TouchCount OfARun(DrillCard card, Pattern pattern) =>
        (card.Layout?.Way ?? RunWay.Any).Share(pattern, CardRules.Of(Key).TouchesOfARun(card, pattern));

    /// <inheritdoc/>
    protected override RunDraft Complete(RunDraft draft, PracticeSet old) =>
        old.Result is RunResult run ? draft with { Void = draft.Void ?? run.Void } : draft;

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => [new("clips"), new("void", TypedKind.Flag)];

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) =>
        (set.Result, field) switch
        {
            (RunResult run, "clips") => TypedCounts.Text(run.Clips),
            (RunResult { Void: true }, "void") => "true",
            _ => null,
        };

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) => new RunDraft { Clips = typed.Count("clips"), Void = typed.Flag("void") };

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, RunResult result) =>
        result.Void ? [] : [(new(MeasureKind.CourseSeconds), HandTiming.CourseSeconds(set.Worked, result))];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.CourseSeconds);

    /// <inheritdoc/>
    protected override JsonObject Write(RunResult result) =>
        new()
        {
            ["clips"] = result.Clips,
            ["penalty"] = result.Penalty.TotalSeconds,
            ["void"] = result.Void,
        };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) =>
        new RunResult(
            written.Number("clips"),
            TimeSpan.FromSeconds(written.GetProperty("penalty").GetDouble()),
            written.GetProperty("void").GetBoolean()
        );
}

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
using Gambeta.Core.Practice.Records;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Passes, as somebody typed or sent them.</summary>
public sealed record PassesDraft : SetDraft
{
    /// <summary>The longest run of passes.</summary>
    public int? LongestRun { get; init; }

    /// <summary>Slips.</summary>
    public int? Slips { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsBelow => base.IsBelow || LongestRun < 0 || Slips < 0;

    /// <inheritdoc/>
    [JsonIgnore]
    public override IEnumerable<long> Sums => [.. base.Sums, Sum(LongestRun), Sum(Slips)];
}

/// <summary>A round of passes: the longest run between two slips, and how many slips there were.</summary>
public sealed record PassesResult(int LongestRun, int Slips) : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.CleanPasses;

    /// <inheritdoc/>
    public override int WentWrong => Slips;
}

/// <summary>The longest run of passes without a slip, and passes a minute over a round. Written down as <c>{"longest": 12, "slips":
/// 2}</c>.</summary>
public sealed class CleanPasses : WayOfMeasuring<PassesDraft, PassesResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.CleanPasses;

    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played)
    {
        var (longest, run) = (0, 0);
        foreach (var happened in played.Standing)
        {
            if (happened.Kind == PlayEventKind.Touch)
                longest = Math.Max(longest, ++run);
            else if (happened.Kind == PlayEventKind.Slip)
                run = 0;
        }
        return played.Touched(new PassesDraft { LongestRun = longest, Slips = played.Count(PlayEventKind.Slip) });
    }

    /// <inheritdoc/>
    protected override bool HasItsCounts(Feet feet, PassesDraft draft) => PerFoot.HasThem(feet, draft) && draft.LongestRun is not null;

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, PassesDraft draft) =>
        new PassesResult(draft.LongestRun ?? 0, draft.Slips ?? 0);

    /// <inheritdoc/>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, PassesResult result) => tapped;

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => [.. PerFoot.Fields(feet), new("longestRun"), new("slips")];

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) =>
        (set.Result, field) switch
        {
            (PassesResult passes, "longestRun") => TypedCounts.Text(passes.LongestRun),
            (PassesResult passes, "slips") => TypedCounts.Text(passes.Slips),
            _ => PerFoot.AsTyped(set, field),
        };

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) =>
        new PassesDraft
        {
            Left = typed.Count("left"),
            Right = typed.Count("right"),
            LongestRun = typed.Count("longestRun"),
            Slips = typed.Count("slips"),
        };

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, PassesResult result)
    {
        yield return (new(MeasureKind.LongestRun), result.LongestRun);
        if (HandTiming.PlayedToItsEnd(set))
            yield return (
                new(MeasureKind.PassesAMinute, (int)set.Planned!.Value.TotalSeconds),
                HandTiming.PassesAMinute(set.Touches, set.Planned.Value)
            );
    }

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.LongestRun);

    /// <inheritdoc/>
    protected override JsonObject Write(PassesResult result) => new() { ["longest"] = result.LongestRun, ["slips"] = result.Slips };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new PassesResult(written.Number("longest"), written.Number("slips"));
}

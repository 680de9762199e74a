using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Core.Practice.Measuring;

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
public sealed class CleanPasses : WayOfMeasuring<PassesResult>
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
        return played.Touched with { LongestRun = longest, Slips = played.Count(PlayEventKind.Slip) };
    }

    /// <inheritdoc/>
    public override bool HasItsCounts(Feet feet, SetDraft draft) => PerFoot.HasThem(feet, draft) && draft.LongestRun is not null;

    /// <inheritdoc/>
    public override SetResult ResultOf(DrillCard card, SetFrame frame, SetDraft draft) =>
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
        PerFoot.Read(typed) with
        {
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

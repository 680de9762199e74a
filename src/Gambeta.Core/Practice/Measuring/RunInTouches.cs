using System.Collections.Immutable;
using System.Text.Json;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Run-ins: touches on the way to the wall or the line; one that ends in a slip did not reach it.</summary>
public sealed record RunInResult(ImmutableArray<JugglingTry> Tries) : TriedResult(Tries)
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.RunInTouches;

    /// <summary>Most touches of a run-in that got there; 0 when none did.</summary>
    public int Most => Tries.Where(t => t.End == TryEnd.Stopped).Select(t => t.Touches).DefaultIfEmpty().Max();
}

/// <summary>Touches on the way to a wall or a line, the more the better; the best of some tries.</summary>
public sealed class RunInTouches : Tried<TriesDraft, RunInResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.RunInTouches;

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, TriesDraft draft) => new RunInResult(TriesOf(draft));

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, RunInResult result) =>
        [(new(MeasureKind.RunInTouches), result.Most)];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.RunInTouches);

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new RunInResult(ReadTries(written));
}

using System.Collections.Immutable;
using System.Text.Json;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>A set of juggling tries.</summary>
public sealed record TriesResult(ImmutableArray<JugglingTry> Tries) : TriedResult(Tries)
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.BestStreak;
}

/// <summary>The best streak over a number of tries.</summary>
public sealed class BestStreak : Tried<TriesDraft, TriesResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.BestStreak;

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, TriesDraft draft) => new TriesResult(TriesOf(draft));

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, TriesResult result) =>
        [(new(MeasureKind.Streak), result.Longest)];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.Streak);

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new TriesResult(ReadTries(written));
}

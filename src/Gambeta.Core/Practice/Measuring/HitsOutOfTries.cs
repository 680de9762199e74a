using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Tries that came off and tries that did not.</summary>
public sealed record HitsResult(int Hits, int Misses) : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.HitsOutOfTries;

    /// <inheritdoc/>
    public override int WentWrong => Misses;

    /// <summary>All tries.</summary>
    public int Tries => Hits + Misses;
}

/// <summary>Tries that came off, out of a number of tries, each number a measure of its own. Written down as <c>{"hits": 7, "misses":
/// 3}</c>.</summary>
public sealed class HitsOutOfTries : ByReps<RepsDraft, HitsResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.HitsOutOfTries;

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, RepsDraft draft) => OfCounts(draft);

    /// <summary>Hits and misses of a draft that knows no more.</summary>
    public static HitsResult OfCounts(RepsDraft draft) => new(draft.Reps ?? 0, draft.Slips ?? 0);

    /// <inheritdoc/>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, HitsResult result) =>
        pattern.Of(CardRules.Of(Key).TouchesIn(pattern, result.Tries));

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) => set.Result is HitsResult hits ? AsTyped(hits, field) : null;

    /// <summary>What stands in a field for hits.</summary>
    public static string AsTyped(HitsResult hits, string field) => TypedCounts.Text(field == "reps" ? hits.Hits : hits.Misses);

    /// <summary>Hits and misses of a set, also where the zones of strikes are known.</summary>
    public static (int Hits, int Misses) CameOff(PracticeSet set) =>
        set.Result switch
        {
            HitsResult hits => (hits.Hits, hits.Misses),
            StrikesResult strikes => (strikes.Counts.Hits, strikes.Counts.Misses),
            _ => default,
        };

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, HitsResult result) =>
        [(new(MeasureKind.HitsOutOf, result.Tries), result.Hits)];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => dose is RepsDose tries ? new(MeasureKind.HitsOutOf, tries.Reps) : null;

    /// <inheritdoc/>
    protected override JsonObject Write(HitsResult result) => new() { ["hits"] = result.Hits, ["misses"] = result.Misses };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new HitsResult(written.Number("hits"), written.Number("misses"));
}

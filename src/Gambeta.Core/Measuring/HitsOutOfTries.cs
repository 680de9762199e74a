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

/// <summary>Tries that came off, out of a number of tries, each number a measure of its own. Written down as <c>{"hits": 7, "misses": 3}</c>.</summary>
public sealed class HitsOutOfTries : ByReps<HitsResult>
{
    /// <summary>The mark that hits make, whatever they hit.</summary>
    public static readonly MarkRule Hits = new(MeasureKind.HitsOutOf, Most: Ceiling.Size);

    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.HitsOutOfTries;

    /// <inheritdoc/>
    public override SetResult ResultOf(DrillCard card, SetFrame frame, SetDraft draft) => OfCounts(draft);

    /// <summary>Hits and misses of a draft that knows no more.</summary>
    public static HitsResult OfCounts(SetDraft draft) => new(draft.Reps ?? 0, draft.Slips ?? 0);

    /// <inheritdoc/>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, HitsResult result) => pattern.Of(TouchesIn(pattern, result.Tries));

    /// <summary>A mirrored pattern is a try of each side.</summary>
    public override int InAPattern(Pattern pattern) => pattern.IsMirrored ? 2 : 1;

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) => set.Result is HitsResult hits ? AsTyped(hits, field) : null;

    /// <summary>What stands in a field for hits.</summary>
    public static string AsTyped(HitsResult hits, string field) => TypedCounts.Text(field == "reps" ? hits.Hits : hits.Misses);

    /// <inheritdoc/>
    public override FormModel Form { get; } = new Coins(CameOff);

    /// <summary>Hits and misses of a set, also where the zones of strikes are known.</summary>
    public static (int Hits, int Misses) CameOff(PracticeSet set) => set.Result switch
    {
        HitsResult hits => (hits.Hits, hits.Misses),
        StrikesResult strikes => (strikes.Counts.Hits, strikes.Counts.Misses),
        _ => default,
    };

    /// <inheritdoc/>
    public override SetDraft ReadDiary(DiaryLine line) => new() { Reps = line.Count(DiaryColumn.Hits), Slips = line.Count(DiaryColumn.Misses) };

    /// <inheritdoc/>
    protected override void WriteDiary(PracticeSet set, HitsResult result, DiaryLine line) => Write(result, line);

    /// <summary>Writes hits and misses into a line.</summary>
    public static void Write(HitsResult result, DiaryLine line)
    {
        line.Write(DiaryColumn.Hits, result.Hits);
        line.Write(DiaryColumn.Misses, result.Misses);
    }

    /// <inheritdoc/>
    public override ImmutableArray<MarkRule> Keeps => [Hits];

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, HitsResult result) => [(new(MeasureKind.HitsOutOf, result.Tries), result.Hits)];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => dose is RepsDose tries ? new(MeasureKind.HitsOutOf, tries.Reps) : null;

    /// <inheritdoc/>
    protected override JsonObject Write(HitsResult result) => new() { ["hits"] = result.Hits, ["misses"] = result.Misses };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new HitsResult(written.Number("hits"), written.Number("misses"));

    /// <inheritdoc/>
    public override SetDraft Modelled(ModelTurn turn)
    {
        var cameOff = turn.CameOff();
        var hits = cameOff.Count(hit => hit);
        return new SetDraft { Reps = hits, Slips = cameOff.Count - hits, Seconds = turn.TimeForReps(cameOff.Count) };
    }

    /// <inheritdoc/>
    public override void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase) => player.TapTries(hand, phase, () => 0);
}

using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Goes at a ladder, as somebody typed or sent them.</summary>
public sealed record LadderDraft : TriesDraft
{
    /// <summary>Seconds from the start until the highest rung was finished.</summary>
    public double? RungSeconds { get; init; }
}

/// <summary>Goes at a ladder: each is aimed at the next rung, and a drop sends back to one.</summary>
public sealed record LadderResult(ImmutableArray<JugglingTry> Tries) : TriedResult(Tries)
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.LadderRung;

    /// <summary>How long it took to finish the highest rung, from the start; nothing when nobody timed it.</summary>
    public TimeSpan? Took { get; init; }

    /// <summary>
    /// The highest rung finished; 0 for none. Rung n is finished by a go of n touches or more that ends in the hands;
    /// a drop, or hands before n touches, leads back to the first rung.
    /// </summary>
    public int Rung
    {
        get
        {
            var (rung, highest) = (0, 0);
            foreach (var go in Tries)
            {
                rung = After(rung, go);
                highest = Math.Max(highest, rung);
            }
            return highest;
        }
    }

    /// <summary>The rung on which a go leaves its player, who stood on another one.</summary>
    public static int After(int rung, JugglingTry go) => go.End == TryEnd.Stopped && go.Touches > rung ? rung + 1 : 0;
}

/// <summary>
/// One in a row, then two, then three; a drop sends back to one. The highest rung finished counts, and the seconds to it. Written down with
/// <c>"took": 12.3</c> beside the tries where it was timed.
/// </summary>
public sealed class LadderRung : Tried<LadderDraft, LadderResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.LadderRung;

    /// <inheritdoc/>
    protected override LadderDraft Counted(PlayedSet played, IReadOnlyList<(JugglingTry Try, int EndedAt)> tries) =>
        base.Counted(played, tries) with
        {
            RungSeconds = RungSeconds(tries),
        };

    /// <summary>A ladder's time cannot lie after the end of the set.</summary>
    protected override bool IsOfAnotherDrill(DrillCard card, LadderDraft draft, TimeSpan worked) =>
        draft.RungSeconds is { } rung && !(rung >= 0 && rung <= worked.TotalSeconds + 1);

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, LadderDraft draft) =>
        new LadderResult(TriesOf(draft)) { Took = draft.RungSeconds is > 0 and var took ? TimeSpan.FromSeconds(took) : null };

    /// <inheritdoc/>
    protected override LadderDraft Complete(LadderDraft draft, PracticeSet old) =>
        old.Result is LadderResult { Took: { } took } && took.TotalSeconds <= draft.Seconds
            ? draft with
            {
                RungSeconds = draft.RungSeconds ?? took.TotalSeconds,
            }
            : draft;

    /// <summary>A ladder's time is that of its highest rung: on another rung it means nothing.</summary>
    protected override SetResult Mended(SetResult now, SetResult before, LadderDraft draft) =>
        now is LadderResult mended && before is LadderResult old && draft.RungSeconds is null && mended.Rung != old.Rung
            ? mended with
            {
                Took = null,
            }
            : now;

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, LadderResult result)
    {
        yield return (new(MeasureKind.LadderRung), result.Rung);
        if (result is { Rung: > 0, Took: { } took })
            yield return (new(MeasureKind.RungSeconds, result.Rung), HandTiming.HandTime(took));
    }

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.LadderRung);

    /// <inheritdoc/>
    protected override JsonObject Write(LadderResult result)
    {
        var written = base.Write(result);
        if (result.Took is { } took)
            written["took"] = took.TotalSeconds;
        return written;
    }

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) =>
        new LadderResult(ReadTries(written))
        {
            Took = written.TryGetProperty("took", out var took) ? TimeSpan.FromSeconds(took.GetDouble()) : null,
        };

    // When the highest rung was finished for the first time, from the start of the set.
    private static double? RungSeconds(IReadOnlyList<(JugglingTry Try, int EndedAt)> tries)
    {
        var (rung, highest, at) = (0, 0, (double?)null);
        foreach (var (go, endedAt) in tries)
        {
            rung = LadderResult.After(rung, go);
            if (rung > highest)
                (highest, at) = (rung, endedAt / 100.0);
        }
        return at;
    }
}

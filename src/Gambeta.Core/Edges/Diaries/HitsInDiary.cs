using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Hits, in a diary.</summary>
internal sealed class HitsInDiary : DiaryForm
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.HitsOutOfTries];

    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) =>
        new RepsDraft { Reps = line.Count(DiaryColumn.Hits), Slips = line.Count(DiaryColumn.Misses) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) => Write((HitsResult)result, line);

    /// <summary>Writes hits.</summary>
    public static void Write(HitsResult result, DiaryLine line)
    {
        line.Write(DiaryColumn.Hits, result.Hits);
        line.Write(DiaryColumn.Misses, result.Misses);
    }

    /// <inheritdoc/>
    public override SetDraft OfCount(Feet feet, int count, SetDraft draft) =>
        (RepsDraft)draft is var reps ? reps with { Reps = count, Slips = reps.Slips ?? 0 } : draft;
}

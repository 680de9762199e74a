using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Hits, in a diary.</summary>
internal sealed class HitsInDiary : RepsInDiary<RepsDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.HitsOutOfTries];

    /// <inheritdoc/>
    protected override RepsDraft Counts(DiaryLine line) =>
        new RepsDraft { Reps = line.Count(DiaryColumn.Hits), Slips = line.Count(DiaryColumn.Misses) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) => Write((HitsResult)result, line);

    /// <summary>Writes hits.</summary>
    public static void Write(HitsResult result, DiaryLine line)
    {
        line.Write(DiaryColumn.Hits, result.Hits);
        line.Write(DiaryColumn.Misses, result.Misses);
    }
}

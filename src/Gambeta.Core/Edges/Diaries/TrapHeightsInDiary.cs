using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Balls killed from rising heights, in a diary.</summary>
internal sealed class TrapHeightsInDiary : DiaryForm<TrapDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.TrapHeights];

    /// <inheritdoc/>
    protected override TrapDraft Counts(DiaryLine line) =>
        new TrapDraft { Inside = line.List(DiaryColumn.Inside)?.Select(inside => inside > 0).ToList() };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) =>
        line.Write(DiaryColumn.Inside, ((TrapResult)result).Tries.Select(t => t.Inside ? 1 : 0));
}

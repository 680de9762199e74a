using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Points, in a diary.</summary>
internal sealed class TargetPointsInDiary : DiaryForm<TargetsDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.TargetPoints];

    /// <inheritdoc/>
    protected override TargetsDraft Counts(DiaryLine line) => new TargetsDraft { Points = line.List(DiaryColumn.Points) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) => line.Write(DiaryColumn.Points, ((TargetsResult)result).Points);
}

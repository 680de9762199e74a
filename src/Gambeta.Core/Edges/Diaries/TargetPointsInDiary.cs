using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Points, in a diary.</summary>
internal sealed class TargetPointsInDiary : DiaryForm
{
    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) => new() { Points = line.List(DiaryColumn.Points) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) => line.Write(DiaryColumn.Points, ((TargetsResult)result).Points);
}

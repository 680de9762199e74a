using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>A round, in a diary.</summary>
internal sealed class TouchesInDiary : DiaryForm
{
    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) => PerFoot(line);

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) { }
}

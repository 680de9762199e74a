using Gambeta.Core.Measuring;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Diaries;

/// <summary>A round, in a diary.</summary>
internal sealed class TouchesInDiary : DiaryForm
{
    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) => PerFoot(line);

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) { }
}

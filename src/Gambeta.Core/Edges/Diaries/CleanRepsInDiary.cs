using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Clean reps, in a diary.</summary>
internal sealed class CleanRepsInDiary : DiaryForm
{
    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) => new() { Reps = line.Count(DiaryColumn.Clean), Slips = line.Count(DiaryColumn.Slips) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line)
    {
        var reps = (RepsResult)result;
        line.Write(DiaryColumn.Clean, reps.CleanReps);
        line.Write(DiaryColumn.Slips, reps.Slips);
    }
}

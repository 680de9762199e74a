using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Passes, in a diary.</summary>
internal sealed class CleanPassesInDiary : DiaryForm
{
    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) =>
        PerFoot(line) with
        {
            LongestRun = line.Count(DiaryColumn.Longest),
            Slips = line.Count(DiaryColumn.Slips),
        };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line)
    {
        var passes = (PassesResult)result;
        line.Write(DiaryColumn.Longest, passes.LongestRun);
        line.Write(DiaryColumn.Slips, passes.Slips);
    }
}

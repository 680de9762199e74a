using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>A course, in a diary.</summary>
internal sealed class CourseTimeInDiary : DiaryForm<RunDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.CourseTime];

    /// <inheritdoc/>
    protected override RunDraft Counts(DiaryLine line) =>
        PerFoot(line, new RunDraft { Clips = line.Count(DiaryColumn.Clips) ?? 0, Void = line.Flag(DiaryColumn.Void) });

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line)
    {
        var run = (RunResult)result;
        line.Write(DiaryColumn.Clips, run.Clips);
        line.Write(DiaryColumn.Penalty, run.Penalty.TotalSeconds);
        if (run.Void)
            line[DiaryColumn.Void] = "1";
    }
}

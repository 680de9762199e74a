using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>A course, in a diary.</summary>
internal sealed class CourseTimeInDiary : DiaryForm
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.CourseTime];

    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) =>
        new RunDraft
        {
            Left = line.Count(DiaryColumn.Left),
            Right = line.Count(DiaryColumn.Right),
            Clips = line.Count(DiaryColumn.Clips) ?? 0,
            Void = line.Flag(DiaryColumn.Void),
        };

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

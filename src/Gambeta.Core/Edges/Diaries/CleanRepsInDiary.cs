using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Clean reps, in a diary.</summary>
internal sealed class CleanRepsInDiary : RepsInDiary<RepsDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.CleanReps];

    /// <inheritdoc/>
    protected override RepsDraft Counts(DiaryLine line) =>
        new RepsDraft { Reps = line.Count(DiaryColumn.Clean), Slips = line.Count(DiaryColumn.Slips) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line)
    {
        var reps = (RepsResult)result;
        line.Write(DiaryColumn.Clean, reps.CleanReps);
        line.Write(DiaryColumn.Slips, reps.Slips);
    }
}

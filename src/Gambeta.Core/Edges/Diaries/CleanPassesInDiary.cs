using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Passes, in a diary.</summary>
internal sealed class CleanPassesInDiary : DiaryForm<PassesDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.CleanPasses];

    /// <inheritdoc/>
    protected override PassesDraft Counts(DiaryLine line) =>
        PerFoot(line, new PassesDraft { LongestRun = line.Count(DiaryColumn.Longest), Slips = line.Count(DiaryColumn.Slips) });

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line)
    {
        var passes = (PassesResult)result;
        line.Write(DiaryColumn.Longest, passes.LongestRun);
        line.Write(DiaryColumn.Slips, passes.Slips);
    }

    /// <inheritdoc/>
    protected override PassesDraft OfCount(Feet feet, int count, PassesDraft draft) =>
        draft with
        {
            LongestRun = count,
            Slips = draft.Slips ?? 0,
            Left = feet == Feet.Right ? null : count,
            Right =
                feet == Feet.Left ? null
                : feet == Feet.Both ? 0
                : count,
        };
}

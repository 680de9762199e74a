using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Passes, in a diary.</summary>
internal sealed class CleanPassesInDiary : DiaryForm
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.CleanPasses];

    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) =>
        new PassesDraft
        {
            Left = line.Count(DiaryColumn.Left),
            Right = line.Count(DiaryColumn.Right),
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

    /// <inheritdoc/>
    public override SetDraft OfCount(Feet feet, int count, SetDraft draft) =>
        (PassesDraft)draft is var passes
            ? passes with
            {
                LongestRun = count,
                Slips = passes.Slips ?? 0,
                Left = feet == Feet.Right ? null : count,
                Right =
                    feet == Feet.Left ? null
                    : feet == Feet.Both ? 0
                    : count,
            }
            : draft;
}

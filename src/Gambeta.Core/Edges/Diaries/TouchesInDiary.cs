using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>A round, in a diary.</summary>
internal sealed class TouchesInDiary : DiaryForm
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.TouchesInARound];

    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) =>
        new RoundDraft { Left = line.Count(DiaryColumn.Left), Right = line.Count(DiaryColumn.Right) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) { }

    /// <inheritdoc/>
    public override SetDraft OfCount(Feet feet, int count, SetDraft draft) =>
        draft with
        {
            Left =
                feet == Feet.Right ? null
                : feet == Feet.Both ? count / 2
                : count,
            Right =
                feet == Feet.Left ? null
                : feet == Feet.Both ? count - (count / 2)
                : count,
        };
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>A round, in a diary.</summary>
internal sealed class TouchesInDiary : DiaryForm<RoundDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.TouchesInARound];

    /// <inheritdoc/>
    protected override RoundDraft Counts(DiaryLine line) => PerFoot(line, new RoundDraft());

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) { }

    /// <inheritdoc/>
    protected override RoundDraft OfCount(Feet feet, int count, RoundDraft draft) =>
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

using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>A ladder, in a diary.</summary>
internal sealed class LadderRungInDiary : TriesInDiary
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.LadderRung];

    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) =>
        (TriesDraft)base.Read(line) is var tries
            ? new LadderDraft
            {
                Left = tries.Left,
                Right = tries.Right,
                TryTouches = tries.TryTouches,
                TryDropped = tries.TryDropped,
                RungSeconds = line.Amount(DiaryColumn.Took),
            }
            : tries;

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line)
    {
        var ladder = (LadderResult)result;
        base.Write(result, line);
        line.Write(DiaryColumn.Took, ladder.Took?.TotalSeconds);
    }

    /// <inheritdoc/>
    public override SetDraft OfCount(Feet feet, int count, SetDraft draft) => draft;
}

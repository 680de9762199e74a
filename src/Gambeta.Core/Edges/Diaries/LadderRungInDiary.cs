using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>A ladder, in a diary.</summary>
internal sealed class LadderRungInDiary : TriesInDiary<LadderDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.LadderRung];

    /// <inheritdoc/>
    protected override LadderDraft Counts(DiaryLine line) => base.Counts(line) with { RungSeconds = line.Amount(DiaryColumn.Took) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line)
    {
        var ladder = (LadderResult)result;
        base.Write(result, line);
        line.Write(DiaryColumn.Took, ladder.Took?.TotalSeconds);
    }
}

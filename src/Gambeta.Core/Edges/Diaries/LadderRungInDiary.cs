using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>A ladder, in a diary.</summary>
internal sealed class LadderRungInDiary : TriesInDiary
{
    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) => base.Read(line) with { RungSeconds = line.Amount(DiaryColumn.Took) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line)
    {
        var ladder = (LadderResult)result;
        base.Write(result, line);
        line.Write(DiaryColumn.Took, ladder.Took?.TotalSeconds);
    }
}

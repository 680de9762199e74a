using Gambeta.Core.Measuring;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Diaries;

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

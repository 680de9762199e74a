using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Seconds in the air, in a diary.</summary>
internal sealed class AirTimeInDiary : DiaryForm
{
    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) => PerFoot(line) with { UpTenths = line.List(DiaryColumn.Tenths) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) => line.Write(DiaryColumn.Tenths, ((AirTimeResult)result).Tenths);
}

using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Stations, in a diary.</summary>
internal sealed class StationsInDiary : DiaryForm
{
    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) => new() { StationTries = line.List(DiaryColumn.Stations) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) => line.Write(DiaryColumn.Stations, ((StationsResult)result).Tries);
}

using Gambeta.Core.Measuring;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Diaries;

/// <summary>Stations, in a diary.</summary>
internal sealed class StationsInDiary : DiaryForm
{
    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) => new() { StationTries = line.List(DiaryColumn.Stations) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) => line.Write(DiaryColumn.Stations, ((StationsResult)result).Tries);
}

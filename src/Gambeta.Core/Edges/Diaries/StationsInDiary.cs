using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Stations, in a diary.</summary>
internal sealed class StationsInDiary : DiaryForm<StationsDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.StationsTime];

    /// <inheritdoc/>
    protected override StationsDraft Counts(DiaryLine line) => new StationsDraft { StationTries = line.List(DiaryColumn.Stations) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) => line.Write(DiaryColumn.Stations, ((StationsResult)result).Tries);
}

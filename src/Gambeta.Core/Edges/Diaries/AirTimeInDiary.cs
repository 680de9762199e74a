using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Seconds in the air, in a diary.</summary>
internal sealed class AirTimeInDiary : DiaryForm<AirTimeDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.SecondsWithoutADrop];

    /// <inheritdoc/>
    protected override AirTimeDraft Counts(DiaryLine line) => PerFoot(line, new AirTimeDraft { UpTenths = line.List(DiaryColumn.Tenths) });

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) => line.Write(DiaryColumn.Tenths, ((AirTimeResult)result).Tenths);
}

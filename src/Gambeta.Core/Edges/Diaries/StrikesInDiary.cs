using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Strikes, in a diary.</summary>
internal sealed class StrikesInDiary : RepsInDiary<StrikesDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.StrikesByZone];

    /// <inheritdoc/>
    protected override StrikesDraft Counts(DiaryLine line) =>
        line.List(DiaryColumn.Zones) is { } zones
            ? new StrikesDraft { StrikeZones = zones, StrikeLeft = [.. line[DiaryColumn.ZoneFeet].Select(foot => foot == 'l')] }
            : new StrikesDraft { Reps = line.Count(DiaryColumn.Hits), Slips = line.Count(DiaryColumn.Misses) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line)
    {
        var strikes = (StrikesResult)result;
        HitsInDiary.Write(strikes.Counts, line);
        line.Write(DiaryColumn.Zones, strikes.Strikes.Select(strike => strike.Zone));
        line[DiaryColumn.ZoneFeet] = string.Concat(strikes.Strikes.Select(strike => strike.Foot == Foot.Left ? 'l' : 'r'));
    }
}

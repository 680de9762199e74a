using System.Collections.Frozen;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>How form is made of the sets of each measure, and what the next one will come to. A test says which measure has none.</summary>
public static class FormModels
{
    private static readonly FrozenDictionary<MeasuredBy, FormModel> All = new Dictionary<MeasuredBy, FormModel>
    {
        [MeasuredBy.TouchesInARound] = new CountInTime(),
        [MeasuredBy.CleanReps] = new BinomialModel(
            set => ((RepsResult)set.Result) is var reps ? (reps.CleanReps, reps.Slips) : default,
            hasTempo: true
        ),
        [MeasuredBy.BestStreak] = new TryLengths(set => ((TriedResult)set.Result).Tries),
        [MeasuredBy.CleanPasses] = new PassRuns(),
        [MeasuredBy.CourseTime] = new TimedRuns(),
        [MeasuredBy.HitsOutOfTries] = new BinomialModel(HitsOutOfTries.CameOff),
        [MeasuredBy.LadderRung] = new LadderGoes(),
        [MeasuredBy.StationsTime] = new TimedRuns(),
        [MeasuredBy.TargetPoints] = new PointsScored(),
        [MeasuredBy.RunInTouches] = new RunIns(),
        [MeasuredBy.TrapHeights] = new RisingDrops(),
        [MeasuredBy.StrikesByZone] = new BinomialModel(HitsOutOfTries.CameOff),
        [MeasuredBy.SecondsWithoutADrop] = new TryLengths(
            set => [.. ((AirTimeResult)set.Result).Tenths.Select(tenths => new JugglingTry(tenths, TryEnd.Dropped))],
            unitsInOne: 10
        ),
        [MeasuredBy.CleanStreak] = new TryLengths(set => ((TriedResult)set.Result).Tries),
    }.ToFrozenDictionary();

    /// <summary>The model of a measure.</summary>
    public static FormModel Of(MeasuredBy measure) => All[measure];
}

using System.Collections.Frozen;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>How a made-up player plays and taps a set of a measure. A test has one of each played.</summary>
public abstract class MadeUp
{
    private static readonly FrozenDictionary<MeasuredBy, MadeUp> All = new Dictionary<MeasuredBy, MadeUp>
    {
        [MeasuredBy.TouchesInARound] = new MadeUpRounds(),
        [MeasuredBy.CleanReps] = new MadeUpReps(),
        [MeasuredBy.BestStreak] = new MadeUpTries(),
        [MeasuredBy.CleanPasses] = new MadeUpPasses(),
        [MeasuredBy.CourseTime] = new MadeUpCourses(),
        [MeasuredBy.HitsOutOfTries] = new MadeUpHits(),
        [MeasuredBy.LadderRung] = new MadeUpLadders(),
        [MeasuredBy.StationsTime] = new MadeUpStations(),
        [MeasuredBy.TargetPoints] = new MadeUpTargets(),
        [MeasuredBy.RunInTouches] = new MadeUpRunIns(),
        [MeasuredBy.TrapHeights] = new MadeUpTraps(),
        [MeasuredBy.StrikesByZone] = new MadeUpStrikes(),
        [MeasuredBy.SecondsWithoutADrop] = new MadeUpAirTime(),
        [MeasuredBy.CleanStreak] = new MadeUpCleanStreaks(),
    }.ToFrozenDictionary();

    /// <summary>How a measure is played.</summary>
    public static MadeUp Of(MeasuredBy measure) => All[measure];

    /// <summary>Touches that one tap stands for, where a rep has so many.</summary>
    public virtual int TouchesATap(TouchCount perRep) => 1;

    /// <summary>What a made-up player counts in one turn.</summary>
    public abstract SetDraft Modelled(ModelTurn turn);

    /// <summary>What a made-up player taps in one phase of work.</summary>
    public abstract void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase);
}

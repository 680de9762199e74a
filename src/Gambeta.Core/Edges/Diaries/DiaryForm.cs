using System.Collections.Frozen;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>How the counts of a measure stand in a line of a diary. A test writes and reads a set of each.</summary>
public abstract class DiaryForm
{
    private static readonly FrozenDictionary<MeasuredBy, DiaryForm> All = new Dictionary<MeasuredBy, DiaryForm>
    {
        [MeasuredBy.TouchesInARound] = new TouchesInDiary(),
        [MeasuredBy.CleanReps] = new CleanRepsInDiary(),
        [MeasuredBy.BestStreak] = new TriesInDiary(),
        [MeasuredBy.CleanPasses] = new CleanPassesInDiary(),
        [MeasuredBy.CourseTime] = new CourseTimeInDiary(),
        [MeasuredBy.HitsOutOfTries] = new HitsInDiary(),
        [MeasuredBy.LadderRung] = new LadderRungInDiary(),
        [MeasuredBy.StationsTime] = new StationsInDiary(),
        [MeasuredBy.TargetPoints] = new TargetPointsInDiary(),
        [MeasuredBy.RunInTouches] = new TriesInDiary(),
        [MeasuredBy.TrapHeights] = new TrapHeightsInDiary(),
        [MeasuredBy.StrikesByZone] = new StrikesInDiary(),
        [MeasuredBy.SecondsWithoutADrop] = new AirTimeInDiary(),
        [MeasuredBy.CleanStreak] = new TriesInDiary(),
    }.ToFrozenDictionary();

    /// <summary>The form of a measure.</summary>
    public static DiaryForm Of(MeasuredBy measure) => All[measure];

    /// <summary>The counts of a line, time left out.</summary>
    public abstract SetDraft Read(DiaryLine line);

    /// <summary>Writes what a set came to: what <see cref="Read"/> reads.</summary>
    public abstract void Write(SetResult result, DiaryLine line);

    /// <summary>Touches of each foot.</summary>
    protected static SetDraft PerFoot(DiaryLine line) =>
        new() { Left = line.Count(DiaryColumn.Left), Right = line.Count(DiaryColumn.Right) };
}

using Gambeta.Core.Catalogue;
using Gambeta.Core.Touches;
using Gambeta.Core.Yard;

namespace Gambeta.Core.Practice;

/// <summary>
/// Numbers that no one can have played. They are far beyond what is asked about (<see cref="SetProblem.CountTooHigh"/>): a child may drum on the glass with all
/// fingers, and that is kept as it was told. All arithmetic here is in <c>long</c>: no count that fits a draft can overflow it.
/// </summary>
public static class PlayedBounds
{
    /// <summary>The shortest set in seconds: two presses of a key are not closer.</summary>
    public const double LeastSeconds = 0.01;

    /// <summary>The longest time that a screen can tell of a set, in seconds: two days.</summary>
    public const double MostSecondsTold = 172_800;

    /// <summary>Touches, reps and slips a second beyond which nothing is believed: five times what feet can do.</summary>
    public const int MostASecond = 5 * Tempo.MostTouchesASecond;

    /// <summary>Metres a second beyond which no course was run: grown-up sprinters do not reach it without a ball.</summary>
    public const double MostMetresASecond = 12;

    /// <summary>True when a draft's numbers cannot have been played in a time. The draft has no negative counts, and its lists are within <see cref="SetCheck.MostTries"/>.</summary>
    public static bool AreBroken(DrillCard card, Feet feet, SetDraft draft, TimeSpan worked)
    {
        var most = MostASecond * (long)Math.Ceiling(worked.TotalSeconds);
        var perRep = Math.Max(1, card.Pattern.For(feet).PerRep.Total);
        var played = (long)(draft.Reps ?? 0) + (draft.Slips ?? 0);
        return Sum(draft.Left, draft.Right) > most
            || played * (card.MeasuredBy is MeasuredBy.CleanReps or MeasuredBy.HitsOutOfTries or MeasuredBy.StrikesByZone ? perRep : 1) > most
            || draft.LongestRun > most || draft.Clips > most
            || Sum(draft.TryTouches) > most || Sum(draft.StationTries) > most
            || (card.MeasuredBy == MeasuredBy.CourseTime && !(draft.Void ?? false) && card.Layout is { } layout && Course.Of(layout).Course is { } course && course.Length > MostMetresASecond * worked.TotalSeconds);
    }

    /// <summary>True when a draft holds what the drill's own rules do not give: points of no target, more stations than there are, a ladder's time after the end.</summary>
    public static bool AreNotOfThisDrill(DrillCard card, SetDraft draft, TimeSpan worked)
    {
        var rules = ChallengeRules.Of(card);
        return (card.MeasuredBy == MeasuredBy.TargetPoints && draft.Points?.Any(points => points != 0 && !(rules.TargetPoints.IsEmpty ? points == 1 : rules.TargetPoints.Contains(points))) == true)
            || (card.MeasuredBy == MeasuredBy.StationsTime && draft.StationTries?.Count > rules.Stations)
            || (card.MeasuredBy == MeasuredBy.LadderRung && draft.RungSeconds is { } rung && !(rung >= 0 && rung <= worked.TotalSeconds + 1));
    }

    private static long Sum(params IEnumerable<int?> counts) => counts.Sum(count => (long)(count ?? 0));

    private static long Sum(IEnumerable<int>? counts) => counts?.Sum(count => (long)count) ?? 0;
}

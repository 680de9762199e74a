using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>
/// Numbers that no one can have played. They are far beyond what is asked about (<see cref="SetProblem.CountTooHigh"/>): a child may drum
/// on the glass with all fingers, and that is kept as it was told. All arithmetic here is in <c>long</c>: no count that fits a draft can
/// overflow it.
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

    /// <summary>True when a draft's numbers cannot have been played in a time. The draft has no negative counts, and its lists are within
    /// <see cref="SetDraft.MostTries"/>.</summary>
    public static bool AreBroken(DrillCard card, Feet feet, SetDraft draft, TimeSpan worked)
    {
        var most = Most(worked);
        return draft.Sums.Any(sum => sum > most) || Ways.Of(card.MeasuredBy).IsBroken(card, feet, draft, worked);
    }

    /// <summary>True when so many reps cannot have been played in a time, each with all the touches of its pattern.</summary>
    public static bool RepsAreBroken(DrillCard card, Feet feet, long reps, TimeSpan worked) =>
        reps > Most(worked) || reps * Math.Max(1, card.Pattern.For(feet).PerRep.Total) > Most(worked);

    private static long Most(TimeSpan worked) => MostASecond * (long)Math.Ceiling(worked.TotalSeconds);
}

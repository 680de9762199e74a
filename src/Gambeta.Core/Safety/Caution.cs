using Gambeta.Core.Catalogue;
using Gambeta.Core.Measuring;

namespace Gambeta.Core.Safety;

/// <summary>Cautions that follow from what a drill is and where it is played. A page words them.</summary>
public enum CautionKind
{
    /// <summary>Heading: the rules of the player's own association and club decide; few touches, a light ball.</summary>
    Heading,

    /// <summary>Before a wall: nothing breakable behind or beside it, no road behind a missed ball.</summary>
    Wall,

    /// <summary>Shots: nobody before the goal, nothing breakable behind it.</summary>
    Goal,

    /// <summary>A timed course ends at full speed: room behind the finish.</summary>
    FullSpeed,

    /// <summary>Indoors only with a soft ball, on a clear floor.</summary>
    SoftBallIndoors,

    /// <summary>The player is younger than the card's least age.</summary>
    TooYoung,
}

/// <summary>Which cautions a drill carries besides those written on its card.</summary>
public static class Cautions
{
    /// <summary>The cautions for a player of an age in years, the gravest first.</summary>
    public static IEnumerable<CautionKind> Of(DrillCard card, int age)
    {
        if (card.IsHeading) yield return CautionKind.Heading;
        if (card.LeastAge > age) yield return CautionKind.TooYoung;
        if (card.Places.HasFlag(Places.Wall)) yield return CautionKind.Wall;
        if (card.Places.HasFlag(Places.Goal)) yield return CautionKind.Goal;
        if (Ways.Of(card.MeasuredBy).IsRun) yield return CautionKind.FullSpeed;
        if (card.Places.HasFlag(Places.Indoors)) yield return CautionKind.SoftBallIndoors;
    }

    /// <summary>True when a drill may be started: heading only where the household allows it, and at its least age.</summary>
    public static bool MayStart(DrillCard card, int age, bool headingAllowed) =>
        !card.IsHeading || (headingAllowed && !(card.LeastAge > age));
}

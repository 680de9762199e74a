using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Catalogue.Safety;

/// <summary>Cautions that follow from what a drill is and where it is played. A page words them.</summary>
public enum CautionKind
{
    /// <summary>Heading: the rules of the player's own association and club decide; few touches, a light ball.</summary>
    Heading,

    /// <summary>The player is younger than the card's least age.</summary>
    TooYoung,

    /// <summary>Before a wall: nothing breakable behind or beside it, no road behind a missed ball.</summary>
    Wall,

    /// <summary>Shots: nobody before the goal, nothing breakable behind it.</summary>
    Goal,

    /// <summary>A timed course ends at full speed: room behind the finish.</summary>
    FullSpeed,

    /// <summary>Indoors only with a soft ball, on a clear floor.</summary>
    SoftBallIndoors,

    /// <summary>Hard balls at a wall come back into a face: a stop line, and far enough from it.</summary>
    Rebound,

    /// <summary>Hands in the way of a ball: fingers, and falls on hard ground.</summary>
    KeeperHands,

    /// <summary>Backing away towards an upright or a chair.</summary>
    Backwards,

    /// <summary>A helper's face before a volley, a helper's place at a strike.</summary>
    Helper,

    /// <summary>A burst or a race ends somewhere: room where it does.</summary>
    Burst,

    /// <summary>Eyes on the ball while walking or running: a free way.</summary>
    BlindWay,

    /// <summary>Standing on a moving ball.</summary>
    OnTheBall,

    /// <summary>High balls: lamps and ceilings indoors, a neighbour's fence outdoors.</summary>
    HighBall,
}

/// <summary>One caution of a drill: a kind that follows from what it is, or a sentence of its card.</summary>
/// <param name="Card">The drill.</param>
/// <param name="Kind">The kind; nothing for a sentence of the card.</param>
/// <param name="Sentence">The card's own sentence; nothing for a kind.</param>
public sealed record Caution(DrillCard Card, CautionKind? Kind, string? Sentence);

/// <summary>When a kind of caution is given: a row a kind.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Holds">Whether a drill carries it, for a player of an age in years.</param>
/// <param name="IsAsked">True where <see cref="FirstTouchCheck"/> asks about it itself before the first touch.</param>
public sealed record CautionRule(CautionKind Kind, Func<DrillCard, int, bool> Holds, bool IsAsked = false)
{
    // Floors from this length on are walked; a juggled ball that comes down less often than this a minute goes over the head. Figures of
    // ours.
    private const double MovingFrom = 4,
        HighBelow = 60;

    /// <summary>All of them, in the order of <see cref="CautionKind"/>, the gravest first.</summary>
    public static readonly ImmutableArray<CautionRule> All =
    [
        new(CautionKind.Heading, (card, _) => card.IsHeading),
        new(CautionKind.TooYoung, (card, age) => card.LeastAge > age),
        new(CautionKind.Wall, (card, _) => card.Places.HasFlag(Places.Wall), IsAsked: true),
        new(CautionKind.Goal, (card, _) => card.Places.HasFlag(Places.Goal), IsAsked: true),
        new(CautionKind.FullSpeed, (card, _) => IsRun(card), IsAsked: true),
        new(CautionKind.SoftBallIndoors, (card, _) => card.Places.HasFlag(Places.Indoors), IsAsked: true),
        new(CautionKind.Rebound, (card, _) => card.Pattern.Touches.Any(touch => touch is { Move: BallMove.Wall, Surface: Surface.Laces })),
        new(CautionKind.KeeperHands, (card, _) =>
            Steps(card).Any(pair => pair is (Contact { Touch.Move: BallMove.Wall }, Between { Happening: Happening.Catch }))
        ),
        new(CautionKind.Backwards, (card, _) => Needs(card, GearKind.Upright)),
        new(CautionKind.Helper, (card, _) => Needs(card, GearKind.Helper)),
        new(CautionKind.Burst, (card, _) =>
            card.MeasuredBy == MeasuredBy.RunInTouches
            || (card.Intensity == Intensity.Hard && FamilyTraits.Of(card.Family).Bursts && !IsRun(card))
        ),
        new(CautionKind.BlindWay, (card, _) => FamilyTraits.Of(card.Family).EyesAreOnTheBall && card.Space.Length >= MovingFrom),
        new(CautionKind.OnTheBall, (card, _) =>
            FamilyTraits.Of(card.Family) is { IsBallMastery: true, Travels: true }
            && card.Pattern.Touches.Any(touch => touch.Surface == Surface.Sole)
        ),
        new(CautionKind.HighBall, (card, _) => GoesHigh(card)),
    ];

    /// <summary>The rule of a kind.</summary>
    public static CautionRule Of(CautionKind kind) => All[(int)kind];

    private static bool IsRun(DrillCard card) => MeasureTraits.Of(card.MeasuredBy).IsRun;

    private static bool Needs(DrillCard card, GearKind kind) => card.Gear.Any(item => item.Kind == kind);

    // Juggled high, or lofted at a wall out of the hands.
    private static bool GoesHigh(DrillCard card) =>
        (card.Pattern.Beats.All(beat => beat is Contact { Touch.Move: BallMove.Up }) && card.Tempo.Slow.TouchesAMinute < HighBelow)
        || Steps(card)
            .Any(pair =>
                pair is (Between { Happening: Happening.Hand }, Contact { Touch: { Move: BallMove.Wall, Surface: Surface.Laces } })
            );

    private static IEnumerable<(Beat, Beat)> Steps(DrillCard card) => card.Pattern.Beats.Zip(card.Pattern.Beats.Skip(1));
}

/// <summary>Which cautions a drill carries: the one way to them for the card, the practice screen and the check before the first
/// touch.</summary>
public static class Cautions
{
    /// <summary>All of a drill for a player of an age in years: what follows from it, the gravest first, then what its card says.</summary>
    public static IEnumerable<Caution> All(DrillCard card, int age) =>
        [
            .. Of(card, age).Select(kind => new Caution(card, kind, null)),
            .. card.Cautions.Select(sentence => new Caution(card, null, sentence)),
        ];

    /// <summary>What is said before the first touch besides <see cref="FirstTouchCheck"/>, which asks about wall, goal, run-off and floor
    /// itself.</summary>
    public static IEnumerable<Caution> BeforeTheStart(IEnumerable<DrillCard> cards, int age) =>
        cards.SelectMany(card => All(card, age)).Where(caution => caution.Kind is not { } kind || !CautionRule.Of(kind).IsAsked);

    /// <summary>The kinds for a player of an age in years, the gravest first.</summary>
    public static IEnumerable<CautionKind> Of(DrillCard card, int age) =>
        CautionRule.All.Where(rule => rule.Holds(card, age)).Select(rule => rule.Kind);

    /// <summary>True when a drill may be started: heading only where the household allows it, and at its least age.</summary>
    public static bool MayStart(DrillCard card, int age, bool headingAllowed) =>
        !card.IsHeading || (headingAllowed && !(card.LeastAge > age));
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>The families of drills, in the order in which a player meets them.</summary>
public enum Family
{
    /// <summary>Ball mastery on the spot.</summary>
    [Key("ball mastery on the spot")]
    BallMasteryOnTheSpot,

    /// <summary>Ball mastery while travelling.</summary>
    [Key("ball mastery moving")]
    BallMasteryMoving,

    /// <summary>Keeping the ball off the floor.</summary>
    [Key("juggling")]
    Juggling,

    /// <summary>Taking a ball that arrives.</summary>
    [Key("first touch")]
    FirstTouch,

    /// <summary>Passing against a wall.</summary>
    [Key("wall passing")]
    WallPassing,

    /// <summary>Courses round markers, and turns.</summary>
    [Key("dribbling and turns")]
    DribblingAndTurns,

    /// <summary>Moves against an opponent.</summary>
    [Key("feints")]
    Feints,

    /// <summary>Shots.</summary>
    [Key("striking")]
    Striking,

    /// <summary>Games and challenges.</summary>
    [Key("games")]
    Games,
}

/// <summary>How a drill shares itself between the feet.</summary>
public enum FeetPlan
{
    /// <summary>The same amount for one foot, then for the other: one set is both.</summary>
    [Key("each foot")]
    EachFoot,

    /// <summary>Both feet in the same set.</summary>
    [Key("both together")]
    BothTogether,

    /// <summary>Only the foot that is not the player's preferred one.</summary>
    [Key("other foot only")]
    OtherFootOnly,
}

/// <summary>Where the opponent of a feint stands; a marker plays the part.</summary>
public enum Opponent
{
    /// <summary>Between the player and where the ball is to go.</summary>
    [Key("in front")]
    InFront,

    /// <summary>Running along at a shoulder.</summary>
    [Key("at the side")]
    AtTheSide,

    /// <summary>At the back of a player who receives.</summary>
    [Key("behind")]
    Behind,
}

/// <summary>How hard a drill is on the body; it decides the rest.</summary>
public enum Intensity
{
    /// <summary>Could go on while talking.</summary>
    [Key("easy")]
    Easy,

    /// <summary>Breathing faster, still talking.</summary>
    [Key("steady")]
    Steady,

    /// <summary>Short bouts only.</summary>
    [Key("hard")]
    Hard,
}

/// <summary>A drill card: everything that is known about a drill before anybody has played it.</summary>
public sealed record DrillCard
{
    /// <summary>The id of the card that took its place; empty for one that stands on the shelf.</summary>
    public string Now { get; init; } = "";

    /// <summary>The card's stable name in addresses and stored sets: lower-case words joined by hyphens.</summary>
    public required string Id { get; init; }

    /// <summary>The name a player reads.</summary>
    public required string Name { get; init; }

    /// <summary>One line: what it is for.</summary>
    public required string Purpose { get; init; }

    /// <summary>Its family.</summary>
    public required Family Family { get; init; }

    /// <summary>The touches of one rep.</summary>
    public required Pattern Pattern { get; init; }

    /// <summary>How the feet share it.</summary>
    public required FeetPlan Feet { get; init; }

    /// <summary>What it is measured by.</summary>
    public required MeasuredBy MeasuredBy { get; init; }

    /// <summary>How hard it is.</summary>
    public required Intensity Intensity { get; init; }

    /// <summary>Slow, steady and fast, in touches a minute.</summary>
    public required TempoRange Tempo { get; init; }

    /// <summary>True where speed comes before cleanness.</summary>
    public required bool SlipsAreFine { get; init; }

    /// <summary>The level from which it makes sense.</summary>
    public required Level From { get; init; }

    /// <summary>What is needed, the ball among it.</summary>
    public required ImmutableArray<GearItem> Gear { get; init; }

    /// <summary>Where it can be played.</summary>
    public required Places Places { get; init; }

    /// <summary>The least floor it needs.</summary>
    public required Floor Space { get; init; }

    /// <summary>One to three things to look for, at most seven words each.</summary>
    public required ImmutableArray<string> Cues { get; init; }

    /// <summary>What goes wrong, why, and what mends it.</summary>
    public required ImmutableArray<Fault> Faults { get; init; }

    /// <summary>The fault that an answer names, by its id or by what is seen; nothing where the card has it no more.</summary>
    public Fault? FaultNamed(string? named) =>
        named is null ? null : Faults.FirstOrDefault(fault => fault.Id == named || fault.Seen == named);

    /// <summary>What to mind before the first round, in the card's own words.</summary>
    public required ImmutableArray<string> Cautions { get; init; }

    /// <summary>What clean means for it; nothing where its family says so.</summary>
    public CleanBar? Clean { get; init; }

    /// <summary>How much of it, by level.</summary>
    public required CardDoses Doses { get; init; }

    /// <summary>The ids of the cards it stands on: the rungs below.</summary>
    public required ImmutableArray<string> After { get; init; }

    /// <summary>The least age for heading, whatever a card says: a figure of ours, on the careful side. The player's own association and
    /// club may ask for more.</summary>
    public const int LeastAgeForHeading = 12;

    /// <summary>The least age in years; nothing where any age may. A card with heading, a household's own too, is from
    /// <see cref="LeastAgeForHeading"/> on.</summary>
    public int? LeastAge
    {
        get => IsHeading ? Math.Max(field ?? 0, LeastAgeForHeading) : field;
        init;
    }

    /// <summary>The markers, for a drill on a layout; nothing otherwise.</summary>
    public Layout? Layout { get; init; }

    /// <summary>Where the opponent stands; nothing where there is none.</summary>
    public Opponent? Opponent { get; init; }

    /// <summary>True for two moves in a row, the second against what the first one provokes.</summary>
    public bool IsDoubleMove { get; init; }

    /// <summary>The zones of the goal that count, for strikes; empty where all do.</summary>
    public ImmutableArray<int> Zones { get; init; } = [];

    /// <summary>True when the head meets the ball: off until the household turns heading on, and never counted towards a target.</summary>
    public bool IsHeading => Pattern.HasHeading;

    /// <summary>True where it can be played: the kind of space is one of its own, or there is the wall that it wants.</summary>
    public bool Suits(Space space) => Places.HasFlag(space.Kind) || (Places.HasFlag(Base.Things.Places.Wall) && space.Wall is not null);

    /// <summary>True when a household wrote it.</summary>
    public bool IsOwn => Id.StartsWith(OwnPrefix, StringComparison.Ordinal);

    /// <summary>What the ids of a household's own cards begin with.</summary>
    public const string OwnPrefix = "own-";

    /// <summary>The card as it is measured in a dose: clean reps in tries, each as long as it lasts, are measured by the longest
    /// row.</summary>
    public DrillCard MeasuredIn(Dose dose) =>
        dose is TriesDose && MeasureTraits.Of(MeasuredBy).LastingAs is { } lasting ? this with { MeasuredBy = lasting } : this;

    /// <summary>The card as a set was measured that was played with it.</summary>
    public DrillCard MeasuredLike(MeasuredBy of) => MeasureTraits.Of(MeasuredBy).LastingAs == of ? this with { MeasuredBy = of } : this;

    /// <summary>Whether a set may be played with these feet. A preference changed since the screen was opened makes no set wrong: either
    /// foot alone is taken.</summary>
    public bool MayBePlayedWith(Feet feet) =>
        Feet == FeetPlan.BothTogether ? feet == Base.Touches.Feet.Both : feet != Base.Touches.Feet.Both;

    /// <summary>The surfaces with which a foot touches the ball, for a player who prefers one; each as often as it does.</summary>
    public IEnumerable<Surface> SurfacesOf(Foot foot, Foot preferred) =>
        Turns(preferred).SelectMany(feet => Pattern.For(feet).Touches).Where(touch => touch.Foot == foot).Select(touch => touch.Surface);

    /// <summary>The feet of a set, for a player who prefers one: other foot first, while it is fresh.</summary>
    public ImmutableArray<Feet> Turns(Foot preferred) =>
        Feet switch
        {
            FeetPlan.BothTogether => [Base.Touches.Feet.Both],
            FeetPlan.OtherFootOnly => [preferred.Other().Alone()],
            _ => [preferred.Other().Alone(), preferred.Alone()],
        };
}

using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Progress;

namespace Gambeta.Core.Insight.Planning;

/// <summary>Why a drill is not in a plan. The first that holds is told.</summary>
public enum PlanRule
{
    /// <summary>Something hurts: nothing is planned.</summary>
    [Key("hurt")]
    Hurt,

    /// <summary>It was not wanted today.</summary>
    [Key("not wanted")]
    NotWanted,

    /// <summary>The head meets the ball: never planned, only asked for by name.</summary>
    [Key("heading")]
    Heading,

    /// <summary>The player is too young for it.</summary>
    [Key("too young")]
    TooYoung,

    /// <summary>Nobody is there who serves.</summary>
    [Key("nobody serves")]
    NobodyServes,

    /// <summary>It is not played in such a place.</summary>
    [Key("place")]
    Place,

    /// <summary>The floor is too small.</summary>
    [Key("room")]
    Room,

    /// <summary>Something is missing, and nothing of the household's stands in for it.</summary>
    [Key("gear")]
    Gear,

    /// <summary>In a room only a soft ball may leave the floor, and nothing is struck.</summary>
    [Key("ball leaves the floor")]
    BallLeavesTheFloor,

    /// <summary>It is hard, and today is for easy work.</summary>
    [Key("too hard today")]
    TooHardToday,

    /// <summary>It is new, and something new came lately.</summary>
    [Key("new waits")]
    NewWaits,

    /// <summary>The rung below is not clean yet.</summary>
    [Key("rung below")]
    RungBelow,

    /// <summary>It is above the player's level.</summary>
    [Key("level")]
    Level,

    /// <summary>It fell apart lately: the rung below comes first.</summary>
    [Key("fell apart")]
    FellApart,

    /// <summary>It may be played; others were worth more of these minutes.</summary>
    [Key("others came first")]
    OthersCameFirst,
}

/// <summary>What may be planned.</summary>
public static class PlanRules
{
    /// <summary>The rule that keeps a drill out of a plan; nothing for one that may be in it.</summary>
    public static PlanRule? Against(DrillCard card, PlanFacts facts, PlanAsk ask, Worths worths) =>
        facts.IsHurt ? PlanRule.Hurt
        : ask.Without.Contains(card.Id) ? PlanRule.NotWanted
        : card.IsHeading ? PlanRule.Heading
        : card.LeastAge > facts.Age ? PlanRule.TooYoung
        : !ask.Helper && card.Gear.Any(item => item.Kind == GearKind.Helper) ? PlanRule.NobodyServes
        : !IsForPlace(card, facts, ask) ? PlanRule.Place
        : ask.Space is { } space && !card.Space.FitsIn(new Floor(space.Width, space.Length)) ? PlanRule.Room
        : facts.Kit.Missing(card, ask.Space).Any(lack => lack.Needed.Kind is not (GearKind.Ball or GearKind.Helper)) ? PlanRule.Gear
        : ask is { Indoors: true, SoftBall: false } && (card.Pattern.InTheAir || FamilyTraits.Of(card.Family).FliesHard)
            ? PlanRule.BallLeavesTheFloor
        : (ask.Fresh == Freshness.Tired || facts.IsLight) && card.Intensity == Intensity.Hard ? PlanRule.TooHardToday
        : NotItsTurn(card, facts, worths);

    private static bool IsForPlace(DrillCard card, PlanFacts facts, PlanAsk ask) =>
        ask.Space is { } space
            ? card.Suits(space)
            : card.Places.HasFlag(ask.Indoors ? Places.Indoors : Places.Patio)
                || (
                    !ask.Indoors
                    && (card.Places.HasFlag(Places.Garden) || (card.Places.HasFlag(Places.Wall) && facts.Kit.CountFor(GearKind.Wall) > 0))
                );

    // What was played goes on from where it stands; what was not waits for the rungs below it.
    private static PlanRule? NotItsTurn(DrillCard card, PlanFacts facts, Worths worths)
    {
        if (facts.LastDays.ContainsKey(card.Id))
            return worths.IsTakenBack(card) ? PlanRule.FellApart : null;
        if (!facts.MayBeNew)
            return PlanRule.NewWaits;
        if (worths.IsBelowOfOneThatFellApart(card) || card.Id == Worths.First)
            return null;
        if (card.From > facts.Player.Level && card.After.IsEmpty)
            return PlanRule.Level;
        if (card.From < facts.Player.Level || card.After.All(below => DrillLevels.OpensTheNext(facts.Verdicts[below])))
            return null;
        if (worths.IsStretch(card))
            return null;
        // In the first days there is nothing to decide from: what stands directly on a first rung may be met as well.
        return
            facts.KnowsFew
            && card.From <= facts.Player.Level
            && card.After.All(below => facts.Catalogue.Find(below) is { After.IsEmpty: true })
            ? null
            : PlanRule.RungBelow;
    }
}

using System.Collections.Immutable;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;

namespace Gambeta.Core.Insight.Progress;

/// <summary>Why a drill is offered.</summary>
public enum OfferReason
{
    /// <summary>It was never played.</summary>
    New,

    /// <summary>It rested longest.</summary>
    Rested,

    /// <summary>The drill below it is clean and repeatable, with every foot.</summary>
    MoveOn,

    /// <summary>The drill above it fell apart.</summary>
    StepBack,

    /// <summary>The drill to the side of it stands still: another way in.</summary>
    Beside,
}

/// <summary>What is offered today, with the reason.</summary>
/// <param name="Card">The drill.</param>
/// <param name="Reason">Why this one.</param>
/// <param name="DaysRested">Days since the drill that it follows from was played; nothing for a new one.</param>
/// <param name="From">The drill that was decided about, where another one is offered.</param>
/// <param name="Verdicts">What stands about the offered drill, one a foot.</param>
public sealed record Offer(DrillCard Card, OfferReason Reason, int? DaysRested, DrillCard? From, ImmutableArray<Verdict> Verdicts)
{
    /// <summary>
    /// The drill whose turn it is (<see cref="NextDrill"/>), after what was decided about it: on the next rung when every foot may move on, which is when the slower one
    /// may; on the rung below when a foot fell apart, until that one is clean again; in turns with the one to the side where it stands still; else the same again. Another
    /// one is offered only where it may be played, and the one above only until something was decided about it.
    /// </summary>
    /// <param name="turn">Whose turn it is.</param>
    /// <param name="catalogue">The cards with their rungs.</param>
    /// <param name="about">What stands about each foot of a drill, by its id.</param>
    /// <param name="mayBePlayed">Whether the household has the room, the things and the age for a drill.</param>
    public static Offer Of(DrillChoice turn, DrillCatalogue catalogue, Func<string, IEnumerable<Verdict>> about, Func<DrillCard, bool> mayBePlayed)
    {
        var here = Standing(turn.Card);
        if (turn.DaysRested is null) return new Offer(turn.Card, OfferReason.New, null, null, here);
        var lastDay = here.Select(verdict => verdict.LastDay).DefaultIfEmpty(DateOnly.MinValue).Max();
        var (reason, other) = Decision.OfFeet(here) switch
        {
            DecisionKind.StepBack => (OfferReason.StepBack, catalogue.Rungs.Below(turn.Card).FirstOrDefault(card => mayBePlayed(card) && !(IsSince(card) && DecidedOf(card) == DecisionKind.MoveOn))),
            DecisionKind.MoveOn => (OfferReason.MoveOn, catalogue.Rungs.Above(turn.Card).FirstOrDefault(card => mayBePlayed(card) && DecidedOf(card) == DecisionKind.TooEarly)),
            DecisionKind.Stay when here.Any(verdict => verdict.IsPlateau) => (OfferReason.Beside, catalogue.Rungs.Beside(turn.Card).FirstOrDefault(card => mayBePlayed(card) && !IsSince(card) && DecidedOf(card) != DecisionKind.StepBack)),
            _ => (OfferReason.Rested, null),
        };
        return other is null ? new Offer(turn.Card, OfferReason.Rested, turn.DaysRested, null, here) : new Offer(other, reason, turn.DaysRested, turn.Card, Standing(other));

        ImmutableArray<Verdict> Standing(DrillCard card) => Verdict.LatestOfFeet(about(card.Id));
        DecisionKind DecidedOf(DrillCard card) => Decision.OfFeet(Standing(card));
        bool IsSince(DrillCard card) => Standing(card).Any(verdict => verdict.LastDay > lastDay);
    }
}

using System.Collections.Immutable;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Judgement;

namespace Gambeta.Core.Progress;

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
    /// may; on the rung below when a foot fell apart; else the same again. A rung is offered only where it may be played, and the one above only until something was
    /// decided about it.
    /// </summary>
    /// <param name="turn">Whose turn it is.</param>
    /// <param name="catalogue">The cards with their rungs.</param>
    /// <param name="about">What stands about each foot of a drill, by its id.</param>
    /// <param name="mayBePlayed">Whether the household has the room, the things and the age for a drill.</param>
    public static Offer Of(DrillChoice turn, DrillCatalogue catalogue, Func<string, IEnumerable<Verdict>> about, Func<DrillCard, bool> mayBePlayed)
    {
        var here = Latest(about(turn.Card.Id));
        if (turn.DaysRested is null) return new Offer(turn.Card, OfferReason.New, null, null, here);
        if (here.Any(verdict => verdict.Decision.Kind == DecisionKind.StepBack) && catalogue.Rungs.Below(turn.Card).FirstOrDefault(mayBePlayed) is { } below)
            return new Offer(below, OfferReason.StepBack, turn.DaysRested, turn.Card, Latest(about(below.Id)));
        if (!here.IsEmpty && here.All(verdict => verdict.Decision.Kind == DecisionKind.MoveOn)
            && catalogue.Rungs.Above(turn.Card).FirstOrDefault(card => mayBePlayed(card) && !Latest(about(card.Id)).Any(IsDecided)) is { } above)
            return new Offer(above, OfferReason.MoveOn, turn.DaysRested, turn.Card, Latest(about(above.Id)));
        return new Offer(turn.Card, OfferReason.Rested, turn.DaysRested, null, here);
    }

    private static bool IsDecided(Verdict verdict) => verdict.Decision.Kind != DecisionKind.TooEarly;

    // On another layout or by another measure long ago is another matter: of each foot what was played last.
    private static ImmutableArray<Verdict> Latest(IEnumerable<Verdict> verdicts) => [.. verdicts.GroupBy(verdict => verdict.Key.Feet).Select(foot => foot.MaxBy(verdict => verdict.LastDay)!).OrderBy(verdict => verdict.Key.Feet)];
}

using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Core.Insight.Planning;

/// <summary>How much a drill is worth today, and why.</summary>
/// <param name="Value">From 0 on; about one for what matters most.</param>
/// <param name="Reason">Why.</param>
/// <param name="IsNew">Whether it would be something new.</param>
public readonly record struct Worth(double Value, PlanReason Reason, bool IsNew);

/// <summary>What each drill is worth to a player today; docs/planning.md gives a reason for every figure.</summary>
public sealed class Worths
{
    /// <summary>After so many days what was begun is said not to have been seen for a while.</summary>
    /// <summary>What a new player meets first: one foot, four touches, no gear.</summary>
    public const string First = "pull-back-laces-away";

    private const int LongUnseen = 9;

    private readonly PlanFacts _facts;
    private readonly Wish _wish;
    private readonly Dictionary<string, DrillCard> _fellApartAbove = [];
    private readonly Dictionary<string, DrillCard> _standsStillBeside = [];

    /// <summary>Looks at what stands.</summary>
    public Worths(PlanFacts facts, Wish wish)
    {
        (_facts, _wish) = (facts, wish);
        foreach (var card in facts.Verdicts.Select(drill => facts.Catalogue.Find(drill.Key)).OfType<DrillCard>())
        {
            var feet = facts.Of(card.Id);
            if (Decision.OfFeet(feet) == DecisionKind.StepBack)
            {
                foreach (var below in facts.Catalogue.Rungs.Below(card).Where(below => !IsMended(below, card)))
                    _fellApartAbove.TryAdd(below.Id, card);
            }
            else if (feet.Any(verdict => verdict.IsPlateau))
            {
                foreach (var beside in facts.Catalogue.Rungs.Beside(card))
                    _standsStillBeside.TryAdd(beside.Id, card);
            }
        }
    }

    /// <summary>True for a drill that fell apart and stands on a rung that is not clean again.</summary>
    public bool IsTakenBack(DrillCard card) =>
        Decision.OfFeet(_facts.Of(card.Id)) == DecisionKind.StepBack
        && _facts.Catalogue.Rungs.Below(card).Any(below => !below.IsHeading && !IsMended(below, card));

    /// <summary>True for a rung on which one stands that fell apart lately, and that is not clean since.</summary>
    public bool IsBelowOfOneThatFellApart(DrillCard card) => _fellApartAbove.ContainsKey(card.Id);

    /// <summary>
    /// True for a drill one rung above what is in work: every rung below it holds, if not cleanly. One a session is welcome: being stuck is
    /// where it is learnt. None on a light day, and none while little is known.
    /// </summary>
    public bool IsStretch(DrillCard card) =>
        !_facts.KnowsFew
        && !_facts.IsLight
        && card.From <= _facts.Player.Level + 1
        && !card.After.IsEmpty
        && card.After.All(below =>
            _facts.LastDays.ContainsKey(below)
            && Decision.OfFeet(_facts.Of(below)) is DecisionKind.Stay or DecisionKind.MoveOn
            && _facts.Of(below).All(verdict => verdict.Decision.Clean >= Holds)
        );

    private const double Holds = 0.5;

    /// <summary>The worth of a drill that may be played.</summary>
    public Worth Of(DrillCard card)
    {
        var (value, reason, isNew) = Bare(card);
        if (_facts.DaysSince(card.Id) is { } days)
        {
            // What is clean comes back in growing distances: half of it is taken to be gone after four days, after twice as many for each
            // level gained.
            var halfLife = 4 * Math.Pow(2, Math.Max(0, _facts.Of(card.Id).Select(verdict => verdict.Steps).DefaultIfEmpty(0).Min()));
            value +=
                (0.4 * (1 - Math.Pow(2, -days / halfLife)))
                - (
                    days == 0 ? 0.4
                    : days == 1 ? 0.1
                    : 0
                );
            if (reason.Kind is ReasonKind.Stays or ReasonKind.GoesOn && days >= LongUnseen)
                reason = new PlanReason(ReasonKind.NotSeen, null, days);
        }
        if (_facts.Ladders.TryGetValue(card.Id, out var ladder) && ladder.Passed(_facts.Day) is >= 1 and var passed)
        {
            // What is due comes before everything else, and the longer it waits the more.
            value += Math.Min(1.2, 0.4 * passed);
            if (reason.Kind is ReasonKind.Due or ReasonKind.Stays or ReasonKind.GoesOn)
                reason = new PlanReason(ReasonKind.Returns, null, _facts.DaysSince(card.Id) ?? 0);
        }
        if (_facts.Laid is { Theme: ThemeKind.Family } laid && laid.Family == card.Family)
            value += 0.2;
        if (_facts.Towards.Contains(card.Id))
        {
            value += 0.4;
            reason = new PlanReason(ReasonKind.Goal);
        }
        value -= 0.05 * Math.Min(6, _facts.Lately.GetValueOrDefault(card.Id));
        var isFavourite = _facts.Favourites.Contains(card.Id);
        var isWished = _wish.Kind switch
        {
            WishKind.Family => card.Family == _wish.Family,
            WishKind.Favourites => isFavourite,
            _ => false,
        };
        return new Worth(
            Math.Max(
                0.02,
                value
                    + (
                        isWished ? 0.6
                        : isFavourite ? 0.1
                        : 0
                    )
            ),
            reason,
            isNew
        );
    }

    /// <summary>What stands where a record is in reach; nothing where none is worth trying for.</summary>
    public Verdict? RecordInReach(DrillCard card) => _facts.RecordsInReach(card.Id).MaxBy(verdict => verdict.NextDay.Chance);

    private bool IsMended(DrillCard below, DrillCard above) =>
        Decision.OfFeet(_facts.Of(below.Id)) == DecisionKind.MoveOn
        && _facts.LastDays.TryGetValue(below.Id, out var here)
        && _facts.LastDays.TryGetValue(above.Id, out var there)
        && here > there;

    private Worth Bare(DrillCard card)
    {
        if (_fellApartAbove.TryGetValue(card.Id, out var above))
            return new Worth(1, new PlanReason(ReasonKind.RungBelow, above.Id), !_facts.LastDays.ContainsKey(card.Id));
        if (!_facts.LastDays.ContainsKey(card.Id))
        {
            if (!card.After.IsEmpty && card.After.All(below => DrillLevels.OpensTheNext(_facts.Verdicts[below])))
                return new Worth(0.95, new PlanReason(ReasonKind.NextRung, card.After[0]), true);
            if (_standsStillBeside.TryGetValue(card.Id, out var still))
                return new Worth(0.8, new PlanReason(ReasonKind.Beside, still.Id), true);
            if (IsStretch(card))
                return new Worth(0.7, new PlanReason(ReasonKind.Stretch, card.After[0]), true);
            // On the first days everything is new: what a new player meets first comes first, and what lies below the player's level last.
            return new Worth(
                card.Id == First ? 0.9 : (card.After.IsEmpty ? 0.75 : 0.6) - (0.2 * Math.Max(0, (int)_facts.Player.Level - (int)card.From)),
                new PlanReason(ReasonKind.New),
                true
            );
        }
        var feet = _facts.Of(card.Id);
        var clean = feet.IsEmpty ? 0 : feet.Min(verdict => verdict.Decision.CleanInTen);
        return Decision.OfFeet(feet) switch
        {
            DecisionKind.MoveOn => new Worth(0.35, new PlanReason(ReasonKind.Due, null, _facts.DaysSince(card.Id) ?? 0), false),
            DecisionKind.Stay => new Worth(
                feet.Any(verdict => verdict.IsPlateau) ? 0.55 : 0.8,
                new PlanReason(ReasonKind.Stays, null, clean),
                false
            ),
            DecisionKind.StepBack => new Worth(0.6, new PlanReason(ReasonKind.Stays, null, clean), false),
            _ => new Worth(0.85, new PlanReason(ReasonKind.GoesOn), false),
        };
    }
}

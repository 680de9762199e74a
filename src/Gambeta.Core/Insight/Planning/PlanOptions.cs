using System.Collections.Immutable;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Insight.Planning;

/// <summary>All that could stand in a plan: for each drill that may be played its part of the session, and the amounts in which it could be
/// done.</summary>
public sealed class PlanOptions
{
    /// <summary>Of each part no more drills than so many are looked at, those that are worth most.</summary>
    private const int DrillsOfAPart = 14;

    /// <summary>A layout that lies for somebody else saves two layings' worth of patience.</summary>
    private const double Shared = 0.25;

    private readonly PlanFacts _facts;
    private readonly PlanAsk _ask;
    private readonly Worths _worths;

    private PlanOptions(PlanFacts facts, PlanAsk ask)
    {
        (_facts, _ask, _worths) = (facts, ask, new Worths(facts, ask.Wish));
        var kept = ask.Keep.Select(item => item.Drill).ToHashSet();
        var candidates = new List<(DrillCard Card, Worth Worth, SheetPart Part)>();
        var rules = ImmutableDictionary.CreateBuilder<string, PlanRule>();
        foreach (var card in facts.Catalogue.Cards)
        {
            if (PlanRules.Against(card, facts, ask, _worths) is { } rule)
                rules[card.Id] = rule;
            else if (!kept.Contains(card.Id) && _worths.Of(card) is var worth)
                candidates.Add((card, worth, PartOf(card, worth)));
        }
        Rules = rules.ToImmutable();
        ChooseWarmUps(candidates);
        Parts =
        [
            .. Enum.GetValues<SheetPart>()
                .Select(part =>
                    candidates
                        .Where(one => one.Part == part)
                        .OrderByDescending(one => one.Worth.Value)
                        .ThenBy(one => facts.Catalogue.OrderOf(one.Card.Id))
                        .Take(DrillsOfAPart)
                        .SelectMany(one => Amounts(one.Card, one.Worth, part))
                        .ToImmutableArray()
                ),
        ];
        Kept = [.. ask.Keep.Where(item => !Rules.ContainsKey(item.Drill)).Select(KeptAs).OfType<PlanOption>()];
    }

    /// <summary>The options of each part, by <see cref="SheetPart"/>.</summary>
    public ImmutableArray<ImmutableArray<PlanOption>> Parts { get; }

    /// <summary>What is kept as it is: all that was to be, but for what a rule keeps out now, as in another place.</summary>
    public ImmutableArray<PlanOption> Kept { get; }

    /// <summary>The rule that keeps each drill out that may not be played.</summary>
    public ImmutableDictionary<string, PlanRule> Rules { get; }

    /// <summary>Whether something new may come only once.</summary>
    public bool NewOnlyOnce => !_facts.KnowsFew;

    /// <summary>All that could stand in a plan for what is asked.</summary>
    public static PlanOptions Of(PlanFacts facts, PlanAsk ask) => new(facts, ask);

    /// <summary>How many drills a part may have in a session of so many minutes; no more than a sheet holds in all.</summary>
    public static int Slots(SheetPart part, int minutes) =>
        part switch
        {
            SheetPart.WarmUp or SheetPart.Fun => minutes > 60 ? 2 : 1,
            SheetPart.Mastery or SheetPart.Focus => minutes switch
            {
                <= 12 => 1,
                <= 22 => 2,
                <= 33 => 3,
                _ => 4,
            },
            SheetPart.OtherFoot => minutes <= 20 ? 1 : 2,
            _ => minutes <= 30 ? 1 : 2,
        };

    private SheetPart PartOf(DrillCard card, Worth worth)
    {
        var family = FamilyTraits.Of(card.Family);
        return family.IsForFun ? SheetPart.Fun
            : card.Feet != FeetPlan.BothTogether && IsForOtherFoot(card) ? SheetPart.OtherFoot
            : worth.Reason.Kind is not (ReasonKind.RungBelow or ReasonKind.New) && _facts.MayTest && _worths.RecordInReach(card) is not null
                ? SheetPart.Test
            : family.IsBallMastery ? SheetPart.Mastery
            : SheetPart.Focus;
    }

    private bool IsForOtherFoot(DrillCard card) =>
        card.Feet == FeetPlan.OtherFootOnly
        || (
            _facts.LastDays.ContainsKey(card.Id)
            && (
                _ask.Wish.Kind == WishKind.OtherFoot
                || (
                    _facts.CatchUp.Kind == CatchUpKind.More
                    && _facts.Behind.GetValueOrDefault(card.Id)
                        >= (_facts.Laid is { Theme: ThemeKind.OtherFoot } ? CatchUp.LevelWithin / 2 : CatchUp.LevelWithin)
                )
            )
        );

    // Of what is easy and needs nothing laid the less worth half warms up; what matters is for later, when one is warm.
    private static void ChooseWarmUps(List<(DrillCard Card, Worth Worth, SheetPart Part)> candidates)
    {
        var easy = candidates
            .Select((one, i) => (one, i))
            .Where(pair => pair.one.Part == SheetPart.Mastery && pair.one.Card is { Intensity: Intensity.Easy, Layout: null })
            .OrderBy(pair => pair.one.Worth.Value)
            .ToList();
        if (easy.Count == 0)
            easy =
            [
                .. candidates
                    .Select((one, i) => (one, i))
                    .Where(pair => pair.one.Part == SheetPart.Mastery && pair.one.Card is { Intensity: Intensity.Steady, Layout: null })
                    .OrderBy(pair => pair.one.Worth.Value)
                    .Take(4),
            ];
        foreach (var (one, i) in easy.Take((easy.Count + 1) / 2))
            candidates[i] = one with { Part = SheetPart.WarmUp };
    }

    private IEnumerable<PlanOption> Amounts(DrillCard card, Worth worth, SheetPart part)
    {
        var usual = part == SheetPart.WarmUp ? card.Doses[Level.FirstWeeks] : card.Doses[_facts.LevelOf(card.Id)];
        var sets = PlanOption.SetsOf(usual);
        var reason = part switch
        {
            SheetPart.Test when _worths.RecordInReach(card) is { } record => new PlanReason(
                ReasonKind.Record,
                null,
                record.NextDay.Value,
                record.NextDay.Chance
            ),
            SheetPart.OtherFoot when _facts.Behind.TryGetValue(card.Id, out var behind) && behind > 0 => new PlanReason(
                ReasonKind.OtherFoot,
                null,
                Rounded.Whole(behind * 100)
            ),
            _ => worth.Reason,
        };
        // What stays gets more of the same, up to twice as much where minutes are left; what is new not much more than is usual, once more
        // than a few drills are known.
        int[] quarters =
            part == SheetPart.Test ? [4]
            : worth.IsNew && !_facts.KnowsFew ? [1, 2, 4, 6]
            : [1, 2, 4, 6, 8];
        var value = part switch
        {
            SheetPart.Test => 0.5 * reason.Chance,
            SheetPart.OtherFoot => worth.Value + _facts.Behind.GetValueOrDefault(card.Id),
            SheetPart.WarmUp => 0.3 + (0.3 * worth.Value),
            _ => worth.Value,
        };
        // What lies for somebody else is laid once for both.
        if (card.Layout is { } layout && _facts.Lying.Contains(layout.Key))
            value += Shared;
        foreach (var count in quarters.Select(quarter => Math.Max(1, ((sets * quarter) + 2) / 4)).Distinct())
        {
            yield return Option(
                new SheetItem(
                    part,
                    card.Id,
                    PlanOption.WithSets(usual, count),
                    part == SheetPart.OtherFoot && card.Feet == FeetPlan.EachFoot
                ),
                card,
                value * Share(count, sets),
                worth.IsNew,
                reason
            );
        }
    }

    /// <summary>The first sets of a drill bring most: so much of its worth lies in so many sets beside the usual number.</summary>
    private static double Share(int count, int usual) => (1 - Math.Exp(-1.4 * count / usual)) / (1 - Math.Exp(-1.4));

    private PlanOption Option(SheetItem item, DrillCard card, double gain, bool isNew, PlanReason reason)
    {
        var drill = SheetDrill.Of(item, card, _facts.LevelOf(card.Id));
        var tempo = _facts.Tempos.TryGetValue(card.Id, out var own) ? own : card.Tempo.Steady;
        var amount = DoseArithmetic.Amount(drill.Card, drill.Dose, _facts.Player.Preferred, tempo);
        var other = _facts.Player.Preferred == Base.Touches.Foot.Right ? amount.Touches.Left : amount.Touches.Right;
        return new PlanOption(
            drill,
            amount.Total.TotalSeconds,
            Timings.After(drill.Dose),
            (int)Timings.Laying(drill.Card.Layout).TotalSeconds,
            gain,
            other,
            amount.Touches.Total,
            isNew,
            reason
        );
    }

    private PlanOption? KeptAs(SheetItem item) =>
        _facts.Catalogue.Find(item.Drill) is { } card
            ? Option(item, card, _worths.Of(card).Value, false, new PlanReason(ReasonKind.Kept))
            : null;
}

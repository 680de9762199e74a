using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Catalogue.Yard;

namespace Gambeta.Core.Tests;

public class CatalogueTests(ITestOutputHelper output)
{
    private static readonly Dictionary<Family, int> Least = new()
    {
        [Family.BallMasteryOnTheSpot] = 28,
        [Family.BallMasteryMoving] = 12,
        [Family.Juggling] = 18,
        [Family.FirstTouch] = 16,
        [Family.WallPassing] = 18,
        [Family.DribblingAndTurns] = 20,
        [Family.Feints] = 16,
        [Family.Striking] = 8,
        [Family.Games] = 8,
    };

    [Fact]
    public void Every_family_has_its_cards()
    {
        foreach (var (family, least) in Least)
        {
            var cards = Cards.All.Cards.Count(card => card.Family == family);
            output.WriteLine($"{family.ToKey(), -24} {cards, 4} cards, {least} wanted");
            cards.ShouldBeGreaterThanOrEqualTo(least, family.ToKey());
        }
        output.WriteLine($"{"all", -24} {Cards.All.Cards.Length, 4} cards");
        Cards.All.Cards.Length.ShouldBeGreaterThanOrEqualTo(135);
        Cards.All.Cards.Select(c => c.MeasuredBy).Distinct().Order().ShouldBe(Enum.GetValues<MeasuredBy>());
        Cards.All.Cards.Select(c => c.Feet).Distinct().Order().ShouldBe(Enum.GetValues<FeetPlan>());
        Cards.All.Cards.Select(c => c.Name).ShouldBeUnique();
        Cards.All.Find("no-such-drill").ShouldBeNull();
    }

    [Fact]
    public void Cards_that_share_a_pattern_and_a_measure_are_rungs_of_each_other()
    {
        foreach (var twins in Cards.All.Cards.GroupBy(card => (card.Pattern, card.MeasuredBy)))
        {
            var lonely = twins.Where(card =>
                twins.Count() > 1 && !twins.Any(other => card.After.Contains(other.Id) || other.After.Contains(card.Id))
            );
            lonely.Select(card => card.Id).ShouldBeEmpty($"{twins.Key.Pattern}, measured by {twins.Key.MeasuredBy.ToKey()}");
        }
    }

    [Fact]
    public void Every_card_is_complete()
    {
        foreach (var card in Cards.All.Cards)
        {
            foreach (var level in Enum.GetValues<Level>())
            {
                card.Doses[level, DoseWay.Time].Rest.ShouldBeGreaterThan(TimeSpan.Zero, card.Id);
                card.Doses[level, DoseWay.Reps].ShouldNotBeNull(card.Id);
                if (level > Level.FirstWeeks)
                    Size(card.Doses[level]).ShouldBeGreaterThanOrEqualTo(Size(card.Doses[level - 1]), $"{card.Id}: more with every level");
            }
            card.Cues.Length.ShouldBeInRange(1, 3, card.Id);
            card.Cues.ShouldAllBe(cue => cue.Split(' ').Length <= 7, card.Id);
            card.Faults.ShouldNotBeEmpty(card.Id);
            card.Faults.ShouldAllBe(fault => fault.Id != "" && fault.Cause != "" && fault.Fix != "", card.Id);
            card.Purpose.ShouldNotBeNullOrWhiteSpace(card.Id);
            (card.Places != Places.None).ShouldBeTrue(card.Id);
            card.Places.HasFlag(Places.Wall).ShouldBe(card.Gear.Any(item => item.Kind == GearKind.Wall), card.Id);
            card.Places.HasFlag(Places.Goal).ShouldBe(card.Gear.Any(item => item.Kind == GearKind.Goal), card.Id);
            if (card.Layout?.Needs is { } needs)
                (card.Gear.FirstOrDefault(item => item.Kind == needs.Kind).Count >= needs.Count).ShouldBeTrue(
                    $"{card.Id}: {needs} for its layout"
                );
            if (card.Layout is { } run)
                card.Space.FitsIn(new Floor(100, 100)).ShouldBeTrue(run.Key);
        }

        static double Size(Dose dose) =>
            dose switch
            {
                RoundsDose rounds => rounds.Rounds * rounds.Work.TotalSeconds,
                RepsDose reps => reps.Reps * reps.Times,
                TriesDose tries => tries.Tries,
                _ => dose.Sets,
            };
    }

    [Fact]
    public void The_list_of_faults_is_long_and_none_stands_there_for_nothing()
    {
        var used = Cards.All.Cards.SelectMany(card => card.Faults).Select(fault => fault.Id).ToHashSet();
        DrillCatalogue.ShippedParts.Faults.Count.ShouldBeGreaterThanOrEqualTo(40);
        DrillCatalogue.ShippedParts.Faults.Keys.Except(used).ShouldBeEmpty();
        DrillCatalogue.ShippedParts.Layouts.Keys.Except(Cards.All.Cards.Select(card => card.Layout?.Key ?? "")).ShouldBeEmpty();
    }

    [Fact]
    public void Every_rung_is_reached_from_a_first_rung_and_every_card_is_one()
    {
        var rungs = Cards.All.Rungs;
        var reached = new HashSet<DrillCard>();
        var climb = new Queue<DrillCard>(Cards.All.Cards.Where(card => card.After.IsEmpty));
        while (climb.TryDequeue(out var card))
        {
            if (!reached.Add(card))
                continue;
            foreach (var above in rungs.Above(card))
                climb.Enqueue(above);
        }
        Cards.All.Cards.Except(reached).Select(card => card.Id).ShouldBeEmpty();
        Cards
            .All.Cards.Where(card => rungs.Above(card).IsEmpty && rungs.Below(card).IsEmpty)
            .Select(card => card.Id)
            .ShouldBeEmpty("on no ladder");
        rungs.Ladders.SelectMany(ladder => ladder).OrderBy(card => card.Id).ShouldBe(Cards.All.Cards.OrderBy(card => card.Id));
        // A rung is never easier than the one that it stands on, by level.
        Cards.All.Cards.Where(card => rungs.Below(card).Any(below => below.From > card.From)).Select(card => card.Id).ShouldBeEmpty();
    }

    [Fact]
    public void Rungs_in_a_ring_and_rungs_on_nothing_are_refused()
    {
        var (low, high) = (Cards.All.Find("drag-stop-push")!, Cards.All.Find("push-and-pull")!);
        Should
            .Throw<ArgumentException>(() => new DrillCatalogue([low with { After = [high.Id] }, high]))
            .Message.ShouldContain("in a ring: drag-stop-push, push-and-pull");
        Should
            .Throw<ArgumentException>(() => new DrillCatalogue([high]))
            .Message.ShouldContain("comes after “drag-stop-push”, which is not a card");
        Should
            .Throw<ArgumentException>(() => new DrillCatalogue([Cards.All.Find("toe-taps")!, Cards.All.Find("toe-taps")!]))
            .Message.ShouldContain("toe-taps");
    }

    [Fact]
    public void A_player_stands_on_the_highest_rung_played()
    {
        var ladder = Cards.All.Rungs.Ladders.First(rungs => rungs[0].Id == "seated-strike");
        var places = LadderPosition.Of(ladder, new HashSet<string> { ladder[2].Id, ladder[1].Id });
        places[..6]
            .ShouldBe([
                RungPosition.Behind,
                RungPosition.Behind,
                RungPosition.Here,
                RungPosition.Next,
                RungPosition.Stretch,
                RungPosition.Later,
            ]);
        LadderPosition.Of(ladder, new HashSet<string>())[..3].ShouldBe([RungPosition.Next, RungPosition.Stretch, RungPosition.Later]);
        var (behind, ahead) = Cards.All.Rungs.Around(Cards.PullBack);
        behind.Select(card => card.Id).ShouldBe(["drag-stop-push", "pull-back-inside-away"]);
        ahead[0].Id.ShouldBe("pull-back-outside-inside");
    }

    [Fact]
    public void Heading_cards_are_known_count_no_header_and_start_only_where_allowed()
    {
        var heading = Cards.All.Cards.Where(card => card.IsHeading).ToList();
        heading.Count.ShouldBeGreaterThan(1);
        heading.ShouldAllBe(card => card.LeastAge >= 12 && !card.Cautions.IsEmpty);
        var head = Cards.All.Find("head-drop-catch")!;
        head.Pattern.PerRep.Total.ShouldBe(0);
        head.Pattern.Of(50).Total.ShouldBe(0);
        Cards.All.Find("thigh-and-head")!.Pattern.PerRep.ShouldBe(new TouchCount(0, 1));
        Cautions.MayStart(head, 13, headingAllowed: false).ShouldBeFalse();
        Cautions.MayStart(head, 11, headingAllowed: true).ShouldBeFalse();
        Cautions.MayStart(head, 12, headingAllowed: true).ShouldBeTrue();
        Cautions.Of(head, 11).ShouldBe([CautionKind.Heading, CautionKind.TooYoung]);
        Cautions.Of(Cards.Wall, 9).ShouldBe([CautionKind.Wall]);
        Cautions.Of(Cards.Juggling, 9).ShouldBe([CautionKind.SoftBallIndoors]);
        Cautions.Of(Cards.Zigzag, 9).ShouldBe([CautionKind.FullSpeed]);
        // The check before the first touch asks about run-off and floor itself; heading, age and the card's own sentences are said.
        Cautions
            .BeforeTheStart([head, Cards.Zigzag], 11)
            .Select(caution => (caution.Card.Id, caution.Kind))
            .ShouldBe([
                (head.Id, CautionKind.Heading),
                (head.Id, CautionKind.TooYoung),
                .. head.Cautions.Select(_ => (head.Id, (CautionKind?)null)),
                .. Cards.Zigzag.Cautions.Select(_ => (Cards.Zigzag.Id, (CautionKind?)null)),
            ]);
        Cautions.All(Cards.Zigzag, 9).Count().ShouldBe(1 + Cards.Zigzag.Cautions.Length);
    }

    [Fact]
    public void Every_kind_of_caution_is_carried_by_a_card_and_said_before_the_start_or_asked_by_the_check()
    {
        var carried = Cards
            .All.Cards.SelectMany(card => Cautions.Of(card, 7).Select(kind => (card, kind)))
            .ToLookup(c => c.kind, c => c.card);
        var asked = new Dictionary<CautionKind, FirstTouchKind>
        {
            [CautionKind.Wall] = FirstTouchKind.WallFirm,
            [CautionKind.Goal] = FirstTouchKind.GoalAnchored,
            [CautionKind.FullSpeed] = FirstTouchKind.RunOffFree,
            [CautionKind.SoftBallIndoors] = FirstTouchKind.SoftBall,
        };
        foreach (var kind in Enum.GetValues<CautionKind>())
        {
            carried[kind].ShouldNotBeEmpty(kind.ToString());
            foreach (var card in carried[kind])
            {
                var said = Cautions.BeforeTheStart([card], 7).Any(caution => caution.Kind == kind);
                var check =
                    asked.TryGetValue(kind, out var item)
                    && FirstTouchCheck.Of(card, null, 7, Season.Summer).Any(look => look.Kind == item);
                (said || check).ShouldBeTrue($"{card.Id}: {kind}");
            }
        }
        // With nobody's space written down a ball for rooms is soft, and whoever is outdoors listens for thunder.
        FirstTouchCheck.Of(Cards.Juggling, null, 9, Season.Spring).ShouldContain(look => look.Kind == FirstTouchKind.SoftBall);
        FirstTouchCheck.Of(Cards.Zigzag, null, 9, Season.Spring).ShouldContain(look => look.Kind == FirstTouchKind.Thunder);
        FirstTouchCheck.AsksWhere([Cards.Juggling], null).ShouldBeTrue();
        FirstTouchCheck.AsksWhere([Cards.Zigzag], null).ShouldBeFalse();
        FirstTouchCheck
            .Of([Cards.Juggling], null, 9, Season.Summer, indoors: false)
            .ShouldNotContain(look => look.Kind == FirstTouchKind.SoftBall);
        FirstTouchCheck
            .Of([Cards.Juggling], null, 9, Season.Summer, indoors: true)
            .ShouldNotContain(look => look.Kind == FirstTouchKind.Heat || look.Kind == FirstTouchKind.Thunder);
    }

    [Fact]
    public void The_least_floor_of_a_card_holds_its_own_layout_with_its_run_off()
    {
        var small = new List<string>();
        foreach (var card in Cards.All.Cards.Where(card => card.Layout is { Steps.IsEmpty: false }))
        {
            var (width, length) = (card.Space.Width, card.Space.Length);
            var fit = Fit.Of(
                card.Layout!,
                RunOffs.Of(card),
                new Space
                {
                    Name = "Floor",
                    Width = width,
                    Length = length,
                    Kind = Places.Garden,
                    Ground = Ground.Grass,
                    Wall = card.Layout!.WallAhead is null ? null : new SpaceWall(SpaceSide.Far, width, 3),
                }
            );
            if (fit.Kind == FitKind.Fits)
                continue;
            var (needsWidth, needsLength) = Footprint.Of(card.Layout!, Course.Of(card.Layout!).Course!, RunOffs.Of(card)).Size(0);
            small.Add($"{card.Id}: {width} x {length} holds {fit.Kind} {fit.Percent} %; it takes {needsWidth:0.00} x {needsLength:0.00}");
        }
        small.ShouldBeEmpty();
    }
}

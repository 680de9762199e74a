using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Tests.Planning;

/// <summary>Sessions as they are planned: no rule is broken, the minutes hold, and no other session would be worth more by more than a
/// hundredth.</summary>
public sealed class PlanningTests
{
    private static readonly int Households = int.TryParse(
        Environment.GetEnvironmentVariable("GAMBETA_PLANNED_HOUSEHOLDS"),
        CultureInfo.InvariantCulture,
        out var many
    )
        ? many
        : 6;

    // Of those whose plan is only looked at: no solver is asked.
    private static readonly int Many = Math.Max(100, Households);

    [Fact]
    public void A_plan_is_within_a_hundredth_of_the_best_there_is()
    {
        var worst = Enumerable
            .Range(1, Households)
            .Select(seed =>
            {
                var (facts, ask) = RandomHouseholds.Of(seed);
                var plan = SessionPlanner.Plan(facts, ask);
                var bound = plan.Drills.IsEmpty
                    ? 0
                    : ProvenPlan.Bound(
                        PlanOptions.Of(facts, ask),
                        plan.Minutes,
                        facts.CatchUp.Share,
                        !plan.Notes.Contains(PlanNote.MinutesLeft),
                        30
                    );
                // What is claimed to be left over is really there: the solver finds no session either that fills the minutes.
                return (Seed: seed, Share: bound == 0 ? 1 : plan.Value / bound);
            })
            .MinBy(one => one.Share);
        worst.Share.ShouldBeInRange(0.99, 1.0001, $"household {worst.Seed}");
    }

    [Fact]
    public void No_plan_breaks_a_rule_and_planning_again_changes_nothing()
    {
        foreach (var seed in Enumerable.Range(1000, Many))
        {
            var (facts, ask) = RandomHouseholds.Of(seed);
            var plan = SessionPlanner.Plan(facts, ask);
            var drills = SheetDrill.Of(plan.ToSheet("Today"), facts.Catalogue, facts.Player.Level);
            var sums = SheetSums.Of(drills, facts.Player.Preferred, facts.Tempos);
            drills.Length.ShouldBe(plan.Drills.Length);
            drills.Length.ShouldBeLessThanOrEqualTo(Sheet.MostItems);
            plan.Minutes.ShouldBe(Math.Clamp(ask.Minutes, SessionMinutes.Least, SessionMinutes.Most(facts.Age)));
            // The minutes, to the half, or the reason why not.
            if (plan.Notes.Contains(PlanNote.MinutesLeft))
                sums.Minutes.ShouldBeLessThan(plan.Minutes);
            else if (drills.Length > 0)
                sums.Minutes.ShouldBe(plan.Minutes, $"household {seed}");
            // The order of a session, easy touches first, no drill twice, hard work in short bouts.
            drills.Select(drill => drill.Item.Part).ShouldBeInOrder();
            drills.Select(drill => drill.Card.Id).Distinct().Count().ShouldBe(drills.Length);
            if (drills.Length > 0)
                (drills[0].Item.Part == SheetPart.WarmUp || PlanOptions.Of(facts, ask).Parts[0].IsEmpty).ShouldBeTrue();
            sums.HardRunning.ShouldBeLessThan(SheetWarnings.HardInARow);
            drills.Count(drill => drill.Item.Part == SheetPart.Test).ShouldBeLessThanOrEqualTo(2);
            if (facts.LastDays.Count >= 8)
                drills.Count(drill => !facts.LastDays.ContainsKey(drill.Card.Id)).ShouldBeLessThanOrEqualTo(1);
            foreach (var card in drills.Select(drill => facts.Catalogue.Find(drill.Card.Id)!))
            {
                // Each rule looked at anew, from the card.
                card.IsHeading.ShouldBeFalse();
                (card.LeastAge ?? 0).ShouldBeLessThanOrEqualTo(facts.Age);
                if (!ask.Helper)
                    card.Gear.ShouldAllBe(item => item.Kind != GearKind.Helper);
                foreach (var item in card.Gear.Where(item => item.Kind is not (GearKind.Ball or GearKind.Helper)))
                    (
                        facts.Kit.CountFor(item.Kind) >= item.Count
                        || (item.Kind == GearKind.Wall && ask.Space?.Wall is not null)
                        || card.Layout?.Needs?.Kind == item.Kind
                    ).ShouldBeTrue($"{card.Id} wants {item}");
                if (ask.Space is { } space)
                {
                    (card.Places.HasFlag(space.Kind) || (card.Places.HasFlag(Places.Wall) && space.Wall is not null)).ShouldBeTrue(card.Id);
                    (
                        Math.Min(card.Space.Width, card.Space.Length) <= Math.Min(space.Width, space.Length)
                        && Math.Max(card.Space.Width, card.Space.Length) <= Math.Max(space.Width, space.Length)
                    ).ShouldBeTrue(card.Id);
                }
                if (ask is { Indoors: true, SoftBall: false })
                    (card.Pattern.InTheAir || card.Family == Family.Striking).ShouldBeFalse(card.Id);
                if (ask.Fresh == Freshness.Tired || facts.EasyDay)
                    card.Intensity.ShouldNotBe(Intensity.Hard);
            }
            plan.LeftOut.Keys.Concat(drills.Select(drill => drill.Card.Id))
                .Order()
                .ShouldBe(facts.Catalogue.Cards.Select(card => card.Id).Order());
            var again = SessionPlanner.Plan(facts, ask);
            (SheetNotation.Write(again.Drills.Select(drill => drill.Item)), again.Value).ShouldBe(
                (SheetNotation.Write(plan.Drills.Select(drill => drill.Item)), plan.Value)
            );
            PlanObjective.Of([], 60).ShouldBe(0);
        }
    }

    [Fact]
    public void What_is_kept_stays_where_it_is_and_what_is_not_wanted_goes()
    {
        foreach (var seed in Enumerable.Range(2000, 60))
        {
            var (facts, ask) = RandomHouseholds.Of(seed);
            var plan = SessionPlanner.Plan(facts, ask);
            if (plan.Drills.Length < 3)
                continue;
            var (unwanted, kept) = (
                plan.Drills[1].Item,
                plan.Drills.Where((_, i) => i != 1).Select(drill => drill.Item).ToImmutableArray()
            );
            var other = SessionPlanner.Plan(facts, ask with { Keep = kept, Without = [unwanted.Drill] });
            other.Drills.Select(drill => drill.Item).Where(kept.Contains).ShouldBe(kept);
            other.Drills.ShouldAllBe(drill => drill.Item.Drill != unwanted.Drill);
            other.LeftOut[unwanted.Drill].ShouldBe(PlanRule.NotWanted);
            foreach (var drill in other.Drills.Where(drill => kept.Contains(drill.Item)))
                drill.Reason.Kind.ShouldBe(ReasonKind.Kept);
        }
    }

    [Fact]
    public void What_is_kept_goes_where_a_rule_says_so_and_that_rule_is_told()
    {
        var garden = PlanAsk.Usual.Anywhere(indoors: false) with { Minutes = 30 };
        var plan = DayPlan.Make(Guid.NewGuid(), New(), garden);
        var marked = plan.Session.Drills.Aggregate(plan, (all, drill) => all.Mark(drill.Item.Drill));
        marked.Again(New(), garden).Session.Drills.Select(drill => drill.Item).ShouldBe(plan.Session.Drills.Select(drill => drill.Item));
        // In a room with a hard ball nothing leaves the floor, whatever somebody wanted to keep.
        var inside = marked.Again(New(), garden.Anywhere(indoors: true) with { SoftBall = false });
        inside.Session.Drills.ShouldAllBe(drill => !Cards.All.Find(drill.Item.Drill)!.Pattern.InTheAir);
        var gone = plan.Session.Drills.Select(drill => drill.Item.Drill).Where(drill => Cards.All.Find(drill)!.Pattern.InTheAir).ToList();
        gone.ShouldNotBeEmpty();
        gone.ShouldAllBe(drill => inside.Session.LeftOut[drill] == PlanRule.BallLeavesTheFloor && !inside.Marked.Contains(drill));
    }

    private static readonly Player Newcomer = new(
        new Guid(7, 1, 7, [1, 2, 3, 4, 5, 6, 7, 8]),
        "Odei",
        RandomHouseholds.Day.Year - 9,
        Foot.Right,
        Level.FirstWeeks
    );

    private static PlanFacts New(int age = 9) =>
        new()
        {
            Catalogue = Cards.All,
            Player = Newcomer,
            Age = age,
            Day = RandomHouseholds.Day,
        };

    [Theory]
    [
        InlineData(5, true),
        InlineData(8, true),
        InlineData(10, false),
        InlineData(15, true),
        InlineData(20, false),
        InlineData(30, true),
        InlineData(40, false)
    ]
    public void A_new_player_with_a_ball_and_a_floor_gets_minutes_that_hold(int minutes, bool indoors)
    {
        var plan = SessionPlanner.Plan(New(), PlanAsk.Usual with { Minutes = minutes, Indoors = indoors });
        plan.Notes.ShouldBeEmpty();
        SheetSums.Of(SheetDrill.Of(plan.ToSheet("Today"), Cards.All, Level.FirstWeeks), Foot.Right, New().Tempos).Minutes.ShouldBe(minutes);
        plan.Drills.ShouldAllBe(drill => drill.Reason.Kind == ReasonKind.New);
    }

    [Fact]
    public void What_cannot_be_had_is_said()
    {
        SessionPlanner
            .Plan(New() with { IsHurt = true }, PlanAsk.Usual)
            .ShouldSatisfyAllConditions(
                plan => plan.Drills.ShouldBeEmpty(),
                plan => plan.Notes.ShouldBe([PlanNote.Hurt]),
                plan => plan.LeftOut.Values.ShouldAllBe(rule => rule == PlanRule.Hurt)
            );
        SessionPlanner
            .Plan(New(), PlanAsk.Usual with { Minutes = 2 })
            .ShouldSatisfyAllConditions(plan => plan.Notes.ShouldContain(PlanNote.TooShort), plan => plan.Minutes.ShouldBe(5));
        SessionPlanner
            .Plan(New(6), PlanAsk.Usual with { Minutes = 90 })
            .ShouldSatisfyAllConditions(plan => plan.Notes.ShouldContain(PlanNote.TooLongForTheAge), plan => plan.Minutes.ShouldBe(30));
        var cupboard = new Space
        {
            Name = "Cupboard",
            Kind = Places.Indoors,
            Width = 0.5,
            Length = 0.6,
        };
        SessionPlanner
            .Plan(New(), PlanAsk.Usual with { Space = cupboard, SoftBall = false })
            .ShouldSatisfyAllConditions(
                plan => plan.Drills.ShouldBeEmpty(),
                plan => plan.Notes.ShouldBe([PlanNote.NothingMayBePlayed]),
                plan => plan.Value.ShouldBe(0)
            );
        // Kept for longer than there are minutes: it is all there, and said.
        var kept = SessionPlanner.Plan(New(), PlanAsk.Usual with { Minutes = 30 }).Drills.Select(drill => drill.Item).ToImmutableArray();
        SessionPlanner
            .Plan(New(), PlanAsk.Usual with { Minutes = 5, Keep = kept })
            .ShouldSatisfyAllConditions(
                plan => plan.Drills.Select(drill => drill.Item).ShouldBe(kept),
                plan => plan.Notes.ShouldContain(PlanNote.KeptTooLong)
            );
    }

    [Fact]
    public void Decisions_say_what_is_planned()
    {
        var (card, catalogue) = (Cards.All.Find("pull-back-laces-away")!, Cards.All);
        var above = catalogue.Rungs.Above(card).First(one => one is { Gear.Length: 1, IsHeading: false });
        Verdict About(DrillCard drill, Feet feet, DecisionKind kind, int steps = 0) =>
            new(
                new FormKey(Newcomer.Id, drill.Id, drill.MeasuredBy, feet, ""),
                RandomHouseholds.Day.AddDays(-3),
                new(default),
                "",
                1,
                new(1, 0.5, default),
                new(1, 0.5, default),
                default,
                1,
                new(kind, 0.9, 0.9, 8, 3, null),
                0.5,
                new(null, 1),
                new(ControlKind.Unknown, 0, 0, 0),
                Guid.Empty,
                new(1, 0.5, default),
                steps
            );
        SessionPlan Planned(DrillCard drill, DecisionKind kind, int steps = 0) =>
            SessionPlanner.Plan(
                New() with
                {
                    LastDays = new Dictionary<string, DateOnly>
                    {
                        [drill.Id] = RandomHouseholds.Day.AddDays(-3),
                        [card.Id] = RandomHouseholds.Day.AddDays(-4),
                    },
                    Verdicts = new[] { About(drill, Feet.Left, kind, steps), About(drill, Feet.Right, kind, steps) }.ToLookup(verdict =>
                        verdict.Key.Drill
                    ),
                },
                PlanAsk.Usual with
                {
                    Minutes = 30,
                    Indoors = false,
                }
            );
        Planned(card, DecisionKind.MoveOn, 1)
            .Drills.ShouldContain(drill =>
                drill.Item.Drill == above.Id && drill.Reason == new PlanReason(ReasonKind.NextRung, card.Id, 0, 0)
            );
        Planned(card, DecisionKind.Stay)
            .ShouldSatisfyAllConditions(
                plan => plan.Drills.ShouldContain(drill => drill.Item.Drill == card.Id && drill.Reason.Kind == ReasonKind.Stays),
                plan => plan.LeftOut[above.Id].ShouldBe(PlanRule.RungBelow)
            );
        var back = Planned(above, DecisionKind.StepBack);
        back.LeftOut[above.Id].ShouldBe(PlanRule.FellApart);
        back.Drills.ShouldContain(drill =>
            drill.Item.Drill == card.Id && drill.Reason == new PlanReason(ReasonKind.RungBelow, above.Id, 0, 0)
        );
    }
}

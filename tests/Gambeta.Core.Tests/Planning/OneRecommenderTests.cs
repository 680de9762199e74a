using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Tests.Planning;

/// <summary>Whatever is recommended comes from the plan: one drill alone, the one above the level, what the day is.</summary>
public sealed class OneRecommenderTests
{
    [Fact]
    public void One_drill_alone_is_one_of_the_plan_and_what_it_is_about()
    {
        foreach (var seed in Enumerable.Range(4000, 80))
        {
            var (facts, ask) = RandomHouseholds.Of(seed);
            var plan = SessionPlanner.Plan(facts, ask);
            (plan.OneAlone is null).ShouldBe(plan.Drills.IsEmpty, $"household {seed}");
            if (plan.OneAlone is not { } one)
                continue;
            plan.Drills.ShouldContain(one);
            if (one.Item.Drill == Worths.First && one.Reason.Kind == ReasonKind.New)
                continue;
            var known = plan
                .Drills.Where(drill =>
                    drill.Reason.Kind is not (ReasonKind.New or ReasonKind.NextRung or ReasonKind.Beside or ReasonKind.Stretch)
                )
                .ToList();
            if (known.Count > 0)
                known.ShouldContain(one, $"household {seed}: what is known comes before what is new");
            if (known.Count == 0 && plan.Drills.Length > 1)
                one.Item.Part.ShouldNotBe(SheetPart.WarmUp);
            if (known.Exists(drill => drill.Item.Part == SheetPart.Focus))
                one.Item.Part.ShouldBe(SheetPart.Focus);
            if (plan.Stretch is { } stretch)
                plan.Drills.ShouldContain(stretch);
        }
    }

    [Fact]
    public void A_test_that_waits_for_another_day_makes_no_test_day()
    {
        var (facts, ask) = RandomHouseholds.Of(4000);
        var day = new PlannedDay(facts.Day, DayKind.Practice, 20, Hardness.Middle) { Theme = ThemeKind.Test };
        var plan = SessionPlanner.Plan(facts, ask) with { Laid = day };
        (plan with { Notes = [] }).Held!.IsTest.ShouldBeTrue();
        (plan with { Notes = [PlanNote.TestWaits] }).Held!.IsTest.ShouldBeFalse();
        (plan with { Laid = null, Notes = [PlanNote.TestWaits] }).Held.ShouldBeNull();
    }

    [Fact]
    public void A_drill_to_the_side_is_of_its_own_level_or_below_and_no_rung_of_it()
    {
        var catalogue = DrillCatalogue.Shipped();
        foreach (var card in catalogue.Cards)
        {
            var beside = catalogue.Rungs.Beside(card);
            beside.ShouldNotContain(card);
            beside.ShouldAllBe(other =>
                other.From <= card.From
                && !other.After.Contains(card.Id)
                && (card.After.IsEmpty ? other.Family == card.Family : other.After.Intersect(card.After).Any())
            );
        }
    }

    [Fact]
    public void What_a_new_player_meets_first_is_there_and_needs_nothing()
    {
        var first = DrillCatalogue.Shipped().Find(Worths.First)!;
        (first.From, first.Gear.Length).ShouldBe((Level.FirstWeeks, 1));
    }
}

using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Edges.Diaries;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Simulation;

namespace Gambeta.Core.Tests;

/// <summary>Each surface and each measure has its row, in the order of its values, and no row lacks what the others have.</summary>
public class TraitsTests
{
    [Fact]
    public void Each_surface_has_its_row_and_its_label()
    {
        SurfaceTraits.All.Select(row => row.Key).ShouldBe(Enum.GetValues<Surface>());
        foreach (var row in SurfaceTraits.All)
        {
            row.Key.Label().ShouldNotBeNullOrWhiteSpace();
            // What is no part of the foot meets the ball in the air, at a height; two parts of the foot do not meet it in one place.
            (row.IsOfTheFoot || row.Height is > SurfaceTraits.BallOnTheFloor).ShouldBeTrue(row.Key.ToString());
            (row.StrikesInPlace && row.OnlyRolls).ShouldBeFalse(row.Key.ToString());
        }
        SurfaceTraits.All.Where(row => row.IsOfTheFoot).Select(row => row.OnFloor).ShouldBeUnique();
        SurfaceTraits.All.Where(row => !row.IsOfTheFoot).Select(row => row.Height).ShouldBeUnique();
    }

    [Fact]
    public void Each_measure_has_its_row_and_its_part_on_every_floor()
    {
        MeasureTraits.All.Select(row => row.Key).ShouldBe(Enum.GetValues<MeasuredBy>());
        Ways.All.Select(way => way.Key).ShouldBe(Enum.GetValues<MeasuredBy>());
        foreach (var row in MeasureTraits.All)
        {
            (row.Doses.Length, row.Keeps.Length).ShouldSatisfyAllConditions(
                () => row.Doses.ShouldNotBeEmpty(),
                () => row.Keeps.ShouldNotBeEmpty()
            );
            FormModels.Of(row.Key).UnitsInOne.ShouldBe(row.UnitsInOne, row.Key.ToString());
            FormModels.Of(row.Key).LowerIsBetter.ShouldBe(row.Keeps[0].LowerIsBetter, row.Key.ToString());
            DiaryForm.Of(row.Key).ShouldNotBeNull();
            MadeUp.Of(row.Key).ShouldNotBeNull();
            row.IsRun.ShouldBe(row.Doses.Contains(DoseForm.Runs), row.Key.ToString());
        }
    }

    [Fact]
    public void Each_family_has_its_row_and_its_drills()
    {
        FamilyTraits.All.Select(row => row.Key).ShouldBe(Enum.GetValues<Family>());
        foreach (var row in FamilyTraits.All)
        {
            row.Key.Label().ShouldNotBeNullOrWhiteSpace();
            row.CleanShare.ShouldBeInRange(0.5, 0.95, row.Key.ToString());
            // Nothing is on the spot and on the way.
            (row.IsOnTheSpot && row.Travels).ShouldBeFalse(row.Key.ToString());
            Cards.All.Cards.ShouldContain(card => card.Family == row.Key);
        }
        FamilyTraits.All.Count(row => row.IsForFun).ShouldBe(1, "a session ends with one");
    }

    [Fact]
    public void Each_caution_has_its_rule_and_a_drill_that_carries_it_and_one_that_does_not()
    {
        CautionRule.All.Select(rule => rule.Kind).ShouldBe(Enum.GetValues<CautionKind>());
        foreach (var rule in CautionRule.All)
        {
            Cards.All.Cards.ShouldContain(card => rule.Holds(card, 6), rule.Kind.ToString());
            Cards.All.Cards.ShouldContain(card => !rule.Holds(card, 6), rule.Kind.ToString());
        }
    }

    [Fact]
    public void Each_place_has_its_label_and_a_drill_that_is_played_there()
    {
        foreach (var place in Enum.GetValues<Places>().Where(place => place != Places.None))
        {
            place.Label().ShouldNotBeNullOrWhiteSpace();
            System.Numerics.BitOperations.PopCount((uint)place).ShouldBe(1, place.ToString());
            Cards.All.Cards.ShouldContain(card => card.Places.HasFlag(place), place.ToString());
        }
    }
}

using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
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
}

using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Tests;

public class HouseholdNameTests
{
    [Theory]
    [InlineData("Bakery landing", "  bakery   LANDING ")]
    [InlineData("café", "cafe\u0301")]
    [InlineData("ace", "асе")]
    [InlineData("ＡＢＣ 12", "abc 12")]
    [InlineData("ﬁeld", "field")]
    public void Names_that_look_the_same_are_the_same(string one, string other) =>
        HouseholdName.Key(one).ShouldBe(HouseholdName.Key(other));

    [Theory]
    [InlineData("Los Ñandúes", null)]
    [InlineData("Дом у реки", null)]
    [InlineData("日の出", null)]
    [InlineData("x", NameProblem.Length)]
    [InlineData("   x   ", NameProblem.Length)]
    [InlineData("ab\u200bc", NameProblem.UnseenSigns)]
    [InlineData("ab\u202ec", NameProblem.UnseenSigns)]
    [InlineData("ab\0c", NameProblem.UnseenSigns)]
    [InlineData("Bаkery", NameProblem.MixedAlphabets)]
    public void A_name_is_taken_or_refused_with_its_reason(string name, NameProblem? wrong) => HouseholdName.Wrong(name).ShouldBe(wrong);

    [Theory]
    [InlineData(2.5, 3)]
    [InlineData(3.5, 4)]
    [InlineData(-2.5, -3)]
    public void Halves_go_away_from_zero_everywhere(double value, int whole)
    {
        Rounded.Whole(value).ShouldBe(whole);
        Rounded.To(value / 10, 1).ShouldBe(whole / 10.0, 1e-12);
    }

    [Fact]
    public void Nothing_in_the_source_rounds_by_a_rule_of_its_own()
    {
        var root = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(root, "Gambeta.slnx")))
            root = Path.GetDirectoryName(root)!;
        var own =
            from file in Directory.EnumerateFiles(Path.Combine(root, "src"), "*.cs*", SearchOption.AllDirectories)
            where !file.Contains("/obj/") && !file.EndsWith("Rounded.cs", StringComparison.Ordinal)
            from line in File.ReadLines(file)
            // Twelve digits tell equal numbers from different ones and are never shown.
            where line.Contains("Math.Round(") && !line.Contains(", 12)")
            select $"{Path.GetFileName(file)}: {line.Trim()}";
        own.ShouldBeEmpty();
    }

    [Theory]
    [InlineData(1e20, 0, 0, 0, 5)]
    [InlineData(0, double.NaN, 0, 0, 5)]
    [InlineData(0, 0, double.PositiveInfinity, 0, 5)]
    [InlineData(0, 0, 0, -2e6, 5)]
    [InlineData(0, 0, 0, 0, 1e20)]
    [InlineData(0, 0, 0, 0, double.NaN)]
    public void A_start_a_finish_or_a_wall_at_the_end_of_the_world_is_no_layout(
        double startRight,
        double startAhead,
        double finishRight,
        double finishAhead,
        double wall
    )
    {
        var layout = new Layout
        {
            Markers = [new Spot(0, 2)],
            Steps = [new Past(0, Side.Left)],
            Start = new(startRight, startAhead),
            Finish = new(finishRight, finishAhead),
            WallAhead = wall,
        };
        LayoutCheck.CanBeDrawn(layout).ShouldBeFalse();
        Course.Of(layout).Problems.ShouldContain(problem => problem.Kind == LayoutProblemKind.TooFarOut);
        LayoutCheck
            .CanBeDrawn(layout with { Start = default, Finish = default, WallAhead = 5, Steps = [new Over(new Spot(0, 1e9))] })
            .ShouldBeFalse();
    }
}

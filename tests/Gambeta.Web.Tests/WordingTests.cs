using Gambeta.Core.Practice;
using Gambeta.Core.Records;
using Gambeta.Core.Touches;

namespace Gambeta.Web.Tests;

public class WordingTests
{
    private static readonly DateOnly Today = new(2026, 5, 20);

    [Fact]
    public void Days_are_said_as_people_say_them()
    {
        Wording.Day(Today, Today).ShouldBe("today");
        Wording.Day(Today.AddDays(-1), Today).ShouldBe("yesterday");
        Wording.Day(Today.AddDays(-11), Today).ShouldBe("9 May");
        Wording.Day(Today.AddYears(-1), Today).ShouldBe("20 May 2025");
        Wording.DaysAgo(6).ShouldBe("6 days ago");
        Wording.Days(0).ShouldBe("less than a day");
    }

    [Theory]
    [InlineData(14, "0.5 min")]
    [InlineData(46, "1 min")]
    [InlineData(80, "1.5 min")]
    [InlineData(1290, "21.5 min")]
    public void Minutes_are_to_the_half(int seconds, string words) => Wording.Minutes(TimeSpan.FromSeconds(seconds)).ShouldBe(words);

    [Theory]
    [InlineData(MeasureKind.TouchesIn, 41, "41 touches", "41")]
    [InlineData(MeasureKind.Streak, 1234, "1,234 in a row", "1,234")]
    [InlineData(MeasureKind.CleanReps, 1, "1 clean rep", "1")]
    [InlineData(MeasureKind.PassesAMinute, 41.3, "41.3 a minute", "41.3")]
    [InlineData(MeasureKind.CourseSeconds, 24, "24.0 s", "24.0")]
    public void Values_carry_what_they_count(MeasureKind kind, double value, string words, string figure)
    {
        Wording.Value(new Measure(kind, 30), (decimal)value).ShouldBe(words);
        Wording.Figure(new Measure(kind, 30), (decimal)value).ShouldBe(figure);
    }

    [Fact]
    public void What_is_estimated_says_about()
    {
        var household = new TestHousehold(Guid.NewGuid(), Guid.NewGuid());
        Wording.Brief(Played.Round(household, 35, 0, CountedBy.Estimated)).ShouldBe("about 35");
        Wording.Brief(Played.Round(household, 35, 0)).ShouldBe("35");
        var reps = Played.Round(household, 36, 0) with { Feet = Feet.Left, Result = new RepsResult(8, 1) };
        Wording.Brief(reps).ShouldBe("8 clean");
        Wording.Full(reps).ShouldBe("8 clean reps, 1 slip");
    }

    [Fact]
    public void Every_problem_has_words_of_its_own() =>
        Enum.GetValues<SetProblem>().Select(Wording.Problem).ShouldBeUnique();
}

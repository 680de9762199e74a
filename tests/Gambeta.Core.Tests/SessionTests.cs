using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Core.Tests;

public class SessionTests
{
    // --- the day of a sitting -------------------------------------------------------------------------------------------

    [Theory]
    [InlineData(5, true)]
    [InlineData(239, true)]
    [InlineData(241, false)]
    [InlineData(-1, false)]
    public void A_set_counts_from_the_start_of_its_sitting_for_four_hours(int minutesLater, bool countsThere)
    {
        var began = new DateTimeOffset(2026, 10, 25, 0, 40, 0, TimeSpan.Zero);
        var set = began.AddMinutes(minutesLater);
        SessionDay.Of(Guid.CreateVersion7(began), set).ShouldBe(countsThere ? began : set);
        SessionDay.Of(Guid.NewGuid(), set).ShouldBe(set);
        SessionDay.Of(Guid.Empty, set).ShouldBe(set);
    }

    // --- what a drill is chiefly judged by ------------------------------------------------------------------------------

    [Fact]
    public void The_best_that_is_shown_is_one_that_this_set_can_make()
    {
        foreach (var card in Cards.All.Cards.Where(card => card.MeasuredBy is not (MeasuredBy.TouchesInARound or MeasuredBy.CleanPasses)))
            Scoring.Chiefly(card, card.Doses[Level.Steady]).ShouldNotBeNull(card.Id);
        Scoring
            .Chiefly(Cards.InsideTaps, new RoundsDose(2, TimeSpan.FromSeconds(30)) { Rest = TimeSpan.Zero })
            .ShouldBe(new Measure(MeasureKind.TouchesIn, 30));
        Scoring.Chiefly(Cards.InsideTaps, new RepsDose(20, 1) { Rest = TimeSpan.Zero }).ShouldBeNull();
        Scoring
            .Chiefly(Cards.All.Find("game-wall-target")!, new RepsDose(12, 1) { Rest = TimeSpan.Zero })
            .ShouldBe(new Measure(MeasureKind.PointsOutOf, 12));
    }

    [Fact]
    public void Measures_read_back_and_a_time_is_beaten_by_a_tenth()
    {
        foreach (var kind in Enum.GetValues<MeasureKind>())
            Measure.Parse(new Measure(kind).ToString()).ShouldBe(new Measure(kind));
        new Measure(MeasureKind.StationsSeconds).ToBeat(31.1m).ShouldBe(31m);
        new Measure(MeasureKind.RungSeconds, 4).ToBeat(12m).ShouldBe(11.9m);
        new Measure(MeasureKind.PointsOutOf, 10).ToBeat(12).ShouldBe(13);
    }
}

using Gambeta.Core.Catalogue;
using Gambeta.Core.Doses;
using Gambeta.Core.Measuring;
using Gambeta.Core.Progress;
using Gambeta.Core.Records;
using Gambeta.Core.Sets;
using Gambeta.Core.Sheets;

namespace Gambeta.Core.Tests;

public class SessionTests
{
    private static DrillAnswer Said(string drill, Control? control, OtherFootFeel? foot = null) => new(0, drill, control, null, foot);

    private static NextTime Advice(params DrillAnswer[] answers) => NextTime.Of(answers, Cards.All);

    // --- one line on what to do next time -------------------------------------------------------------------------------

    [Fact]
    public void What_fell_apart_comes_before_everything_else()
    {
        var advice = Advice(Said("inside-taps", Control.Easy), Said("toe-taps", Control.Shaky), Said("pull-back-laces-away", Control.FellApart, OtherFootFeel.FarBehind));
        (advice.Kind, advice.Drill!.Id, advice.Towards!.Id).ShouldBe((NextTimeKind.StepBack, "pull-back-laces-away", "pull-back-inside-away"));
    }

    [Fact]
    public void A_drill_at_the_foot_of_its_ladder_has_nothing_below_it() =>
        Advice(Said("toe-taps", Control.FellApart)).ShouldBe(new NextTime(NextTimeKind.StepBack, Cards.All.Find("toe-taps")));

    [Fact]
    public void A_foot_far_behind_comes_before_what_was_shaky()
    {
        Advice(Said("toe-taps", Control.Shaky), Said("push-and-pull", Control.Mostly, OtherFootFeel.FarBehind)).Kind.ShouldBe(NextTimeKind.OtherFoot);
        Advice(Said("toe-taps", Control.Shaky), Said("push-and-pull", Control.Mostly, OtherFootFeel.Behind)).Kind.ShouldBe(NextTimeKind.Stay);
    }

    [Fact]
    public void Only_a_calm_sitting_moves_on_from_its_last_calm_drill()
    {
        var advice = Advice(Said("toe-taps", Control.Mostly), Said("inside-taps", Control.Easy), Said("pull-back-inside-away", Control.Easy));
        (advice.Kind, advice.Drill!.Id).ShouldBe((NextTimeKind.MoveOn, "pull-back-inside-away"));
        Cards.All.Rungs.Above(advice.Drill!).ShouldContain(advice.Towards!);
        Advice().Kind.ShouldBe(NextTimeKind.GoOn);
        Advice(Said("toe-taps", Control.Mostly), Said("a-drill-that-is-gone", Control.FellApart)).Kind.ShouldBe(NextTimeKind.GoOn);
    }

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

    // --- a sheet for the day --------------------------------------------------------------------------------------------

    [Fact]
    public void Every_sheet_that_fits_comes_round_and_stays_the_whole_day()
    {
        var day = new DateOnly(2026, 5, 20);
        SheetOfTheDay.Choose(Places.Patio, hasWall: false, day).ShouldBe(SheetOfTheDay.Choose(Places.Patio, hasWall: false, day));
        Offered(Places.Patio, false).ShouldBe(ReadySheets.All.Where(r => r.Place == Places.Patio && !r.NeedsHelper).Select(r => r.Id), ignoreOrder: true);
        Offered(Places.Patio, true).ShouldContain("wall-fourteen");
        Offered(Places.None, false).ShouldAllBe(id => ReadySheets.Find(id)!.Place == Places.Indoors);

        IEnumerable<string> Offered(Places kinds, bool wall) => Enumerable.Range(0, 40).Select(i => SheetOfTheDay.Choose(kinds, wall, day.AddDays(i)).Id).Distinct();
    }

    // --- what a drill is chiefly judged by ------------------------------------------------------------------------------

    [Fact]
    public void The_best_that_is_shown_is_one_that_this_set_can_make()
    {
        foreach (var card in Cards.All.Cards.Where(card => card.MeasuredBy is not (MeasuredBy.TouchesInARound or MeasuredBy.CleanPasses)))
            Scoring.Chiefly(card, card.Doses[Level.Steady]).ShouldNotBeNull(card.Id);
        Scoring.Chiefly(Cards.InsideTaps, new RoundsDose(2, TimeSpan.FromSeconds(30)) { Rest = TimeSpan.Zero }).ShouldBe(new Measure(MeasureKind.TouchesIn, 30));
        Scoring.Chiefly(Cards.InsideTaps, new RepsDose(20, 1) { Rest = TimeSpan.Zero }).ShouldBeNull();
        Scoring.Chiefly(Cards.All.Find("game-wall-target")!, new RepsDose(12, 1) { Rest = TimeSpan.Zero }).ShouldBe(new Measure(MeasureKind.PointsOutOf, 12));
    }

    [Fact]
    public void Measures_read_back_and_a_time_is_beaten_by_a_tenth()
    {
        foreach (var kind in Enum.GetValues<MeasureKind>()) Measure.Parse(new Measure(kind).ToString()).ShouldBe(new Measure(kind));
        new Measure(MeasureKind.StationsSeconds).ToBeat(31.1m).ShouldBe(31m);
        new Measure(MeasureKind.RungSeconds, 4).ToBeat(12m).ShouldBe(11.9m);
        new Measure(MeasureKind.PointsOutOf, 10).ToBeat(12).ShouldBe(13);
    }
}

using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Core.Tests;

public class SessionTests
{
    private static DrillAnswer Said(string drill, Control? control, OtherFootFeel? foot = null) => new(0, drill, control, null, foot);

    private static NextTime Advice(params DrillAnswer[] answers) => Decided([], answers);

    private static NextTime Decided(Dictionary<string, DecisionKind> decided, params DrillAnswer[] answers) => NextTime.Of(answers, Cards.All, drill => decided.GetValueOrDefault(drill));

    // --- one line on what to do next time -------------------------------------------------------------------------------

    [Fact]
    public void What_was_decided_to_step_back_comes_before_everything_else_and_a_word_alone_only_slows()
    {
        DrillAnswer[] said = [Said("inside-taps", Control.Easy), Said("toe-taps", Control.Shaky), Said("pull-back-laces-away", Control.Mostly, OtherFootFeel.FarBehind)];
        var advice = Decided(new() { ["pull-back-laces-away"] = DecisionKind.StepBack }, said);
        (advice.Kind, advice.Drill!.Id, advice.Towards!.Id).ShouldBe((NextTimeKind.StepBack, "pull-back-laces-away", "pull-back-inside-away"));
        Advice(Said("pull-back-laces-away", Control.FellApart)).Kind.ShouldBe(NextTimeKind.Stay);
        Advice(Said("inside-taps", Control.Easy)).Kind.ShouldBe(NextTimeKind.GoOn);
    }

    [Fact]
    public void A_drill_at_the_foot_of_its_ladder_has_nothing_below_it() =>
        Decided(new() { ["toe-taps"] = DecisionKind.StepBack }, Said("toe-taps", Control.FellApart)).ShouldBe(new NextTime(NextTimeKind.StepBack, Cards.All.Find("toe-taps")));

    [Fact]
    public void A_foot_far_behind_comes_before_what_was_shaky()
    {
        Advice(Said("toe-taps", Control.Shaky), Said("push-and-pull", Control.Mostly, OtherFootFeel.FarBehind)).Kind.ShouldBe(NextTimeKind.OtherFoot);
        Advice(Said("toe-taps", Control.Shaky), Said("push-and-pull", Control.Mostly, OtherFootFeel.Behind)).Kind.ShouldBe(NextTimeKind.Stay);
    }

    [Fact]
    public void Only_a_calm_sitting_moves_on_from_the_last_drill_of_which_that_was_decided()
    {
        var on = new Dictionary<string, DecisionKind> { ["inside-taps"] = DecisionKind.MoveOn, ["pull-back-inside-away"] = DecisionKind.MoveOn };
        var advice = Decided(on, Said("toe-taps", Control.Mostly), Said("inside-taps", Control.Easy), Said("pull-back-inside-away", Control.Easy));
        (advice.Kind, advice.Drill!.Id).ShouldBe((NextTimeKind.MoveOn, "pull-back-inside-away"));
        Cards.All.Rungs.Above(advice.Drill!).ShouldContain(advice.Towards!);
        Decided(on, Said("toe-taps", Control.Shaky), Said("inside-taps", Control.Easy)).Kind.ShouldBe(NextTimeKind.Stay);
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

using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;
using Shouldly;
using Xunit;
using static Gambeta.Core.Tests.JudgedSets;

namespace Gambeta.Core.Tests;

/// <summary>Two feet, load, levels, spans, what clean means, and the one thing to look at.</summary>
public sealed class WeeksTests
{
    private static Verdict About(
        string drill,
        Feet feet,
        int middle,
        DecisionKind kind = DecisionKind.Stay,
        int steps = 0,
        MeasuredBy measure = MeasuredBy.TouchesInARound,
        TempoUnderControl? pace = null
    ) =>
        new(
            new FormKey(JudgedSets.Player, drill, measure, feet, ""),
            First,
            new Measure(default),
            "30",
            2,
            new Target(middle, 0.5, default),
            new Target(middle, 0.5, default),
            new Quantiles(middle - 4, middle - 2, middle, middle + 2, middle + 4),
            1,
            new Decision(kind, 0.8, 0.9, 8, 3, null),
            0.5,
            new WhatItTakes(null, middle),
            pace ?? new TempoUnderControl(ControlKind.Unknown, 0, 0, 0),
            Guid.Empty,
            new Target(middle, 0.5, default),
            steps
        );

    private static PracticeSet One(string drill, Feet feet, int left, int right, int day = 0) =>
        Round(1, day) with
        {
            Id = Guid.NewGuid(),
            Drill = drill,
            Feet = feet,
            Touches = new TouchCount(left, right),
        };

    [Fact]
    public void The_other_foot_is_behind_by_its_form_and_what_lies_with_both_feet_tells_nothing()
    {
        var sets = new[] { One("a", Feet.Left, 30, 0), One("a", Feet.Right, 0, 50), One("b", Feet.Both, 20, 20) };
        var feet = TwoFeet.Of(sets, [About("a", Feet.Left, 30), About("a", Feet.Right, 40), About("b", Feet.Both, 40)], Foot.Right);
        feet.Drills.Single().ShouldBe(new FeetOfDrill("a", new TouchCount(30, 50), 1, 1, 0.25));
        (feet.Touches, feet.Gap).ShouldBe((new TouchCount(50, 70), 0.25));
        TwoFeet.Of(sets, [About("a", Feet.Left, 30), About("a", Feet.Right, 40)], Foot.Left).Gap.ShouldBe(-0.25);
        // A time is better where it is shorter.
        TwoFeet
            .Of(
                sets,
                [About("a", Feet.Left, 240, measure: MeasuredBy.CourseTime), About("a", Feet.Right, 200, measure: MeasuredBy.CourseTime)],
                Foot.Right
            )
            .Gap!.Value.ShouldBe(40 / 240.0, 1e-9);
        TwoFeet.Of(sets, [About("a", Feet.Left, 30)], Foot.Right).Gap.ShouldBeNull();
    }

    [Theory]
    // 60 of 100: each day of 300 touches brings it 60 nearer. 400 are lacking: seven days.
    [InlineData(600, 1000, 0.25, 300, 60, 400, 7)]
    // 75 of 100: half of a day's touches.
    [InlineData(600, 1000, 0.25, 300, 75, 400, 3)]
    // More than two weeks of it: two weeks, then it is measured again.
    [InlineData(0, 9000, 0.25, 300, 60, 840, 14)]
    // Level in touches, not in form: two weeks are tried.
    [InlineData(1000, 1000, 0.25, 300, 60, 840, 14)]
    public void Catching_up_is_worked_out_and_capped(int left, int right, double gap, int aDay, int cap, int more, int days)
    {
        var plan = CatchUp.Of(new TwoFeet([], new TouchCount(left, right), gap), Foot.Right, aDay, FeetSchool.CatchUp, cap);
        plan.ShouldBe(new CatchUp(CatchUpKind.More, cap, more, days));
        // Played so, the other foot never gets more than its cap.
        (aDay * plan.Share / 100.0).ShouldBeLessThanOrEqualTo(aDay * cap / 100.0);
    }

    [Fact]
    public void It_stops_when_level_waits_until_measured_and_a_household_may_want_none_of_it()
    {
        CatchUp With(double? gap, FeetSchool school = FeetSchool.CatchUp, int cap = 60) =>
            CatchUp.Of(new TwoFeet([], new TouchCount(100, 300), gap), Foot.Right, 200, school, cap);
        With(0.05).Kind.ShouldBe(CatchUpKind.Level);
        With(-0.4).Kind.ShouldBe(CatchUpKind.Level);
        With(null).Kind.ShouldBe(CatchUpKind.NotMeasured);
        With(0.4, FeetSchool.Even).ShouldBe(new CatchUp(CatchUpKind.Even, 50, 200, 0));
        With(0.4, cap: 99).Share.ShouldBe(HouseholdSettings.MostCatchUpCap);
        CatchUp.Of(new TwoFeet([], default, 0.4), Foot.Right, 0, FeetSchool.CatchUp, 60).Days.ShouldBe(14);
    }

    [Fact]
    public void Load_is_minutes_times_effort_and_words_come_only_where_there_is_cause()
    {
        var today = new DateOnly(2026, 6, 19);
        SittingLoad On(int daysAgo, double minutes, int? effort = null) => new(today.AddDays(-daysAgo), minutes, effort);
        PracticeLoad Of(int age, params SittingLoad[] sittings) => PracticeLoad.Of(sittings, today, DayOfWeek.Monday, 6, age);
        var calm = Of(9, On(1, 20, 4), On(3, 20), On(8, 40, 5), On(15, 40, 5), On(22, 40, 5), On(29, 40, 5));
        calm.Words.ShouldBeEmpty();
        (calm.Weeks[^1].Minutes, calm.Weeks[^1].Load, calm.Usual).ShouldBe((40, 180, 200));
        calm.Weeks.Select(week => week.First.DayOfWeek).ShouldAllBe(day => day == DayOfWeek.Monday);
        Of(9, On(1, 110, 4), On(8, 40, 5), On(15, 40, 5)).Words.ShouldBe([LoadWord.MuchMore]);
        Of(9, On(1, 60, 5)).Words.ShouldBeEmpty("a first week has nothing to be more than");
        Of(8, On(0, 250, 3), On(1, 250, 3), On(8, 480, 3)).Words.ShouldContain(LoadWord.MoreHoursThanYears);
        Of(9, On(1, 480, 3)).Words.ShouldNotContain(LoadWord.MoreHoursThanYears);
        Of(9, On(0, 20, 7), On(1, 20, 8), On(2, 20, 7)).Words.ShouldBe([LoadWord.HardDays]);
        Of(9, On(1, 20, 9)).Words.ShouldBe([LoadWord.EasyDayNow]);
        Of(9, On(2, 20, 10)).Words.ShouldBeEmpty("a day lies between");
        Of(9).Words.ShouldBeEmpty();
    }

    [Fact]
    public void Levels_follow_what_was_decided_and_the_slower_foot_says_it()
    {
        Decision.Steps([DecisionKind.MoveOn, DecisionKind.Stay, DecisionKind.MoveOn, DecisionKind.MoveOn]).ShouldBe(2);
        Decision.Steps([DecisionKind.MoveOn, DecisionKind.StepBack, DecisionKind.Stay]).ShouldBe(0);
        Decision.Steps([DecisionKind.TooEarly, DecisionKind.Stay]).ShouldBe(0);
        var levels = DrillLevels.Of(
            Level.FirstWeeks,
            [About("a", Feet.Left, 9, steps: 2), About("a", Feet.Right, 9, steps: 1), About("b", Feet.Both, 9, steps: -2)]
        );
        (levels["a"], levels["b"], levels["never played"]).ShouldBe((Level.Steady, Level.FirstWeeks, Level.FirstWeeks));
        DrillLevels.OpensTheNext([]).ShouldBeFalse();
        DrillLevels
            .OpensTheNext([About("a", Feet.Left, 9, DecisionKind.MoveOn), About("a", Feet.Right, 9)])
            .ShouldBeFalse("the slower foot may not");
        DrillLevels.OpensTheNext([About("a", Feet.Left, 9, DecisionKind.MoveOn), About("a", Feet.Right, 9, steps: 1)]).ShouldBeTrue();
    }

    [Fact]
    public void Spans_are_put_right_whatever_was_asked_for()
    {
        var today = new DateOnly(2026, 6, 19);
        DaySpan.Weeks(today, 2).ShouldBe(new DaySpan(new(2026, 6, 6), today));
        DaySpan.Weeks(today, 2).Before.ShouldBe(new DaySpan(new(2026, 5, 23), new(2026, 6, 5)));
        DaySpan.Between(today, new(2026, 6, 1), today).ShouldBe(new DaySpan(new(2026, 6, 1), today));
        DaySpan.Between(new(2026, 7, 1), new(2030, 1, 1), today).ShouldBe(new DaySpan(today, today));
        DaySpan.Between(DateOnly.MinValue, DateOnly.MaxValue, today).ShouldBe(new DaySpan(today.AddDays(-DaySpan.Longest), today));
    }

    [Theory]
    [
        InlineData("8 in 10", MeasuredBy.CleanReps, 0.8, null),
        InlineData("30", MeasuredBy.BestStreak, 0.75, 30),
        InlineData("12", MeasuredBy.SecondsWithoutADrop, 0.75, 120)
    ]
    public void What_clean_means_is_read_and_written(string written, MeasuredBy measure, double share, int? value)
    {
        var model = MeasureTraits.Of(measure);
        CleanBar.Read(written, model).ShouldBe(new CleanBar(share, value));
        CleanBar.Read(written, model).Write(model).ShouldBe(written);
    }

    [Theory]
    [
        InlineData("8 in 10", MeasuredBy.BestStreak),
        InlineData("30", MeasuredBy.CleanReps),
        InlineData("10 in 10", MeasuredBy.CleanReps),
        InlineData("0", MeasuredBy.BestStreak),
        InlineData("-4", MeasuredBy.BestStreak),
        InlineData("1e9", MeasuredBy.BestStreak),
        InlineData("", MeasuredBy.BestStreak)
    ]
    public void What_it_cannot_mean_is_refused(string written, MeasuredBy measure) =>
        Should.Throw<FormatException>(() => CleanBar.Read(written, MeasureTraits.Of(measure)));

    [Fact]
    public void Each_card_has_a_bar_that_its_measure_knows_and_its_own_word_stands()
    {
        foreach (var card in Cards.All.Cards)
        {
            var bar = CleanBars.Of(card, new SetDose(TimeSpan.FromSeconds(30), 8));
            if (MeasureTraits.Of(card.MeasuredBy).IsCleanByShare)
                bar.Value.ShouldBeNull(card.Id);
            bar.Share.ShouldBeInRange(0.5, 0.95, card.Id);
        }
        var streak = Cards.Juggling;
        CleanBars.Of(streak with { Clean = new CleanBar(0.75, 35) }, default).Value.ShouldBe(35);
        CleanBars.Of(streak with { Clean = new CleanBar(0.8, null) }, default).Value.ShouldBe(20, "a share says nothing of a streak");
        CleanBars.Of(Cards.All.Find("juggling-one-foot")!, default).Value.ShouldBe(10);
    }

    [Fact]
    public void The_first_beat_is_the_tempo_at_which_it_is_under_control()
    {
        var round = Cards.PullBack.Doses[Level.Steady];
        BeatTrack
            .For(Cards.PullBack, round, 64)
            .Select(track => track.FromAMinute)
            .ShouldBe([64, .. BeatTrack.For(Cards.PullBack, round).Select(track => track.FromAMinute)]);
        BeatTrack.For(Cards.PullBack, round, 12).Length.ShouldBe(2, "a beat so slow is none");
        BeatTrack.For(Cards.Juggling, Cards.Juggling.Doses[Level.Steady], 64).ShouldBeEmpty();
        var limit = new TempoUnderControl(ControlKind.Limit, 63.6, 0.9, 12);
        About("a", Feet.Left, 40, pace: limit).ControlledTempo.ShouldBe(64);
        About("a", Feet.Left, 40, pace: limit, measure: MeasuredBy.CourseTime).ControlledTempo.ShouldBeNull("a time is no tempo");
        About("a", Feet.Left, 40, pace: limit with { Kind = ControlKind.Holds }).ControlledTempo.ShouldBeNull();
        (
            About("a", Feet.Both, 110, measure: MeasuredBy.BestStreak).IsPastCounting,
            About("a", Feet.Both, 60, measure: MeasuredBy.BestStreak).IsPastCounting
        ).ShouldBe((true, false));
    }

    [Fact]
    public void One_thing_is_looked_at_and_the_most_useful_first()
    {
        var (card, cue) = (Cards.PullBack, Cards.PullBack.Cues[0]);
        var limit = new TempoUnderControl(ControlKind.Limit, 64.4, 0.95, 20);
        LookAt Of(DrillAnswer? last, params Verdict[] feet) => LookAt.Of(card, last, feet);
        DrillAnswer Said(Control control, string? fault = null, OtherFootFeel? other = null) => new(0, card.Id, control, fault, other);
        Of(null).ShouldBe(new LookAt(LookAtKind.Cue, card.Faults[0], cue, null));
        Of(Said(Control.Shaky, card.Faults[^1].Id, OtherFootFeel.FarBehind), About(card.Id, Feet.Left, 40, pace: limit))
            .ShouldBe(new LookAt(LookAtKind.Fault, card.Faults[^1], cue, null));
        Of(Said(Control.Shaky), About(card.Id, Feet.Left, 40, pace: limit)).Pace.ShouldBe(64);
        Of(Said(Control.Easy), About(card.Id, Feet.Left, 40, pace: limit)).Kind.ShouldBe(LookAtKind.Cue);
        Of(Said(Control.Mostly, other: OtherFootFeel.FarBehind)).Kind.ShouldBe(LookAtKind.OtherFoot);
        Of(Said(Control.Mostly, "a fault that the card has no more")).Kind.ShouldBe(LookAtKind.Cue);
    }
}

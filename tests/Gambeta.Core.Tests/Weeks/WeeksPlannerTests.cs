using System.Collections.Immutable;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Core.Tests.Weeks;

/// <summary>Four weeks as they are laid out.</summary>
public sealed class WeeksPlannerTests
{
    // A Monday.
    private static readonly DateOnly Monday = new(2026, 9, 14);

    private static WeeksFacts On(DateOnly today, params SittingLoad[] sittings) =>
        new()
        {
            Today = today,
            Age = 10,
            Rhythm = Rhythm.Usual with { Minutes = 20 },
            Sittings = [.. sittings],
        };

    private static SittingLoad Done(DateOnly day, int effort = 5, double minutes = 20) => new(day, minutes, effort);

    private static string Row(FourWeeks weeks, int week = 0) =>
        string.Concat(
            weeks
                .Days.Skip(7 * week)
                .Take(7)
                .Select(day =>
                    day.Kind switch
                    {
                        DayKind.Practice => day.Hardness switch
                        {
                            Hardness.Light => 'l',
                            Hardness.Middle => 'm',
                            _ => 'h',
                        },
                        DayKind.Done => 'D',
                        DayKind.LeftOut => 'x',
                        DayKind.Training => 'T',
                        DayKind.Match => 'M',
                        DayKind.Away => '-',
                        DayKind.Hurt => '!',
                        _ => '.',
                    }
                )
        );

    [Fact]
    public void Every_other_day_hard_and_easy_in_turn_and_a_light_week_after_three()
    {
        var weeks = WeeksPlanner.LayOut(On(Monday));
        // The third week would be heavier than a tenth over the usual one of four days and of three: its last day is light.
        new[] { 0, 1, 2, 3 }.Select(week => Row(weeks, week)).ShouldBe(["m.h.m.h", ".m.h.m.", "h.m.h.l", ".l.l.l."]);
    }

    [Fact]
    public void A_day_that_was_left_out_moves_on_what_comes_and_is_told_once()
    {
        // Monday was practised; Wednesday and Thursday passed.
        var weeks = WeeksPlanner.LayOut(On(Monday.AddDays(4), Done(Monday)));
        Row(weeks).ShouldBe("D.x.h.m");
        weeks.Notes.ShouldContain(WeeksNote.LeftOut);
        weeks.Days.Where(day => day.Kind == DayKind.Practice).ShouldAllBe(day => day.Minutes <= 20);
    }

    [Fact]
    public void Two_or_three_a_week_leave_gaps_and_what_no_longer_fits_is_dropped()
    {
        var school = Rhythm.Usual with { School = RhythmSchool.TwoOrThreeAWeek, Minutes = 20 };
        Row(WeeksPlanner.LayOut(On(Monday) with { Rhythm = school })).ShouldBe("m..h..m");
        // On Saturday one of three was done: one more goes before the week is over, not two.
        Row(WeeksPlanner.LayOut(On(Monday.AddDays(5), Done(Monday)) with { Rhythm = school }))
            .Count(mark => "lmh".Contains(mark, StringComparison.Ordinal))
            .ShouldBe(1);
    }

    [Fact]
    public void Club_and_match_count_and_the_days_about_a_match_are_light()
    {
        var rhythm = Rhythm.Usual with
        {
            Minutes = 20,
            Club = [new ClubDay(DayOfWeek.Thursday, ClubKind.Training, 75), new ClubDay(DayOfWeek.Saturday, ClubKind.Match, 60)],
        };
        Row(WeeksPlanner.LayOut(On(Monday) with { Rhythm = rhythm })).ShouldBe("m.mTlMl");
    }

    [Fact]
    public void A_month_is_every_day_with_light_ones_and_over_after_thirty()
    {
        var month = Rhythm.Usual with { School = RhythmSchool.EveryDayForAMonth, Minutes = 20, Since = Monday };
        Row(WeeksPlanner.LayOut(On(Monday) with { Rhythm = month })).ShouldBe("mhlhlhl");
        var over = WeeksPlanner.LayOut(On(Monday.AddDays(30)) with { Rhythm = month });
        over.Notes.ShouldContain(WeeksNote.MonthIsOver);
        Row(over, 1).Count(mark => mark == '.').ShouldBeGreaterThanOrEqualTo(3);
    }

    [Fact]
    public void Illness_holiday_growing_and_pain_change_it()
    {
        var ill = On(Monday, Done(Monday.AddDays(-2))) with { Away = [Away.From(AwayKind.Ill, Monday)] };
        Row(WeeksPlanner.LayOut(ill)).ShouldBe("---l.l.");
        Row(WeeksPlanner.LayOut(On(Monday) with { Away = [Away.From(AwayKind.Holiday, Monday)] })).ShouldBe("-------");
        WeeksPlanner
            .LayOut(On(Monday) with { Away = [Away.From(AwayKind.Growing, Monday)] })
            .Days.Take(14)
            .Where(day => day.Kind == DayKind.Practice)
            .ShouldAllBe(day => day.Hardness == Hardness.Light && !day.MayBeNew);
        var hurt = WeeksPlanner.LayOut(On(Monday) with { IsHurt = true });
        hurt.Days.ShouldAllBe(day => day.Kind != DayKind.Practice);
        hurt.Notes.ShouldBe([WeeksNote.Hurt]);
        // Back after a week away: half of the week before it.
        var back = WeeksPlanner.LayOut(On(Monday, [.. Enumerable.Range(0, 4).Select(i => Done(Monday.AddDays(-14 + (2 * i)), 7, 40))]));
        back.Notes.ShouldContain(WeeksNote.BackAgain);
        back.Ceiling.ShouldBe(4 * 7 * 40 / 2.0);
        back.Days.Take(7).Where(day => day.Kind == DayKind.Practice).Sum(day => day.Load).ShouldBeLessThanOrEqualTo(560);
    }

    [Fact]
    public void The_worst_that_can_be_asked_is_answered()
    {
        WeeksFacts[] worst =
        [
            On(Monday) with
            {
                Age = 6,
                Rhythm = Rhythm.Usual with { Minutes = 90 },
            },
            On(Monday) with
            {
                Rhythm = Rhythm.Usual with { Minutes = 0 },
            },
            On(Monday) with
            {
                Rhythm = new Rhythm(RhythmSchool.OwnDays, 20, [], Monday, []),
            },
            On(Monday) with
            {
                Rhythm = new Rhythm(RhythmSchool.OwnDays, 20, [.. Enum.GetValues<DayOfWeek>()], Monday, []),
            },
            On(Monday) with
            {
                Rhythm = Rhythm.Usual with { Club = [.. Enum.GetValues<DayOfWeek>().Select(day => new ClubDay(day, ClubKind.Match, 180))] },
            },
            On(Monday) with
            {
                Dates = [.. Enumerable.Range(0, 5000).Select(i => new ClubDate(Monday.AddDays(i % 40), ClubKind.Match, 90))],
            },
            On(Monday) with
            {
                Away =
                [
                    new Away(AwayKind.Holiday, Monday.AddDays(5), Monday.AddDays(-5)),
                    new Away(AwayKind.Ill, DateOnly.MinValue, DateOnly.MaxValue.AddDays(-400)),
                ],
            },
            On(Monday, Done(Monday.AddDays(3)), Done(Monday.AddYears(-3)), Done(Monday, 10, 100000)),
            On(Monday) with
            {
                Ladders = [new LadderState("a", "a", Family.Feints, Monday.AddDays(9), 2)],
            },
        ];
        foreach (var facts in worst)
        {
            var weeks = WeeksPlanner.LayOut(facts);
            weeks
                .Days.Select(day => day.Day)
                .ShouldBe(Enumerable.Range(0, FourWeeks.Length).Select(i => facts.WeekOf(facts.Today).AddDays(i)));
            foreach (var day in weeks.Days.Where(day => day.Kind == DayKind.Practice))
                day.Minutes.ShouldBeInRange(SessionMinutes.Least, SessionMinutes.Most(facts.Age));
            foreach (var week in weeks.Days.Chunk(7))
                week.Count(day => day.Kind is DayKind.Practice or DayKind.Training or DayKind.Match)
                    .ShouldBeLessThanOrEqualTo(facts.Rhythm.Club.Length == 7 || facts.Dates.Length > 0 ? 7 : 6);
        }
        WeeksPlanner.LayOut(worst[0]).Notes.ShouldContain(WeeksNote.TooLongForTheAge);
    }

    [Fact]
    public void The_same_facts_give_the_same_weeks_and_nothing_is_laid_on_a_day_of_something_else()
    {
        foreach (var seed in Enumerable.Range(1, 400))
        {
            var chance = new Random(seed);
            bool One(double of) => chance.NextDouble() < of;
            var today = Monday.AddDays(chance.Next(30));
            var facts = On(
                today,
                [
                    .. Enumerable
                        .Range(1, 120)
                        .Where(_ => One(0.4))
                        .Select(i => Done(today.AddDays(-i), chance.Next(1, 11), chance.Next(3, 60))),
                ]
            ) with
            {
                WeekStart = One(0.5) ? DayOfWeek.Monday : DayOfWeek.Sunday,
                Rhythm = new Rhythm(
                    (RhythmSchool)chance.Next(4),
                    chance.Next(1, 91),
                    [.. Enum.GetValues<DayOfWeek>().Where(_ => One(0.5))],
                    today.AddDays(-chance.Next(40)),
                    [
                        .. Enum.GetValues<DayOfWeek>()
                            .Where(_ => One(0.2))
                            .Select(day => new ClubDay(day, One(0.5) ? ClubKind.Match : ClubKind.Training, 75)),
                    ]
                ),
                Away = One(0.3) ? [Away.From((AwayKind)chance.Next(3), today.AddDays(chance.Next(-10, 20)))] : [],
                RecordsInReach = chance.Next(3),
                OtherFootBehind = One(0.5),
                EasyDay = One(0.2),
                Ladders =
                [
                    .. Enumerable
                        .Range(0, chance.Next(12))
                        .Select(i => new LadderState(
                            $"ladder-{i}",
                            $"top-{i}",
                            (Family)chance.Next(8),
                            today.AddDays(-chance.Next(30)),
                            chance.Next(2, 29)
                        )),
                ],
            };
            var weeks = WeeksPlanner.LayOut(facts);
            WeeksPlanner.LayOut(facts).Days.ShouldBe(weeks.Days);
            foreach (var day in weeks.Days)
            {
                if (day.Kind == DayKind.Practice)
                    (day.Day >= today && facts.ClubOn(day.Day) is null && !facts.Away.Any(away => away.Stops(day.Day))).ShouldBeTrue(
                        $"seed {seed}, {day}"
                    );
                if (day.Kind == DayKind.Practice && facts.ClubOn(day.Day.AddDays(1))?.Kind == ClubKind.Match)
                    day.Hardness.ShouldBe(Hardness.Light);
                if (day.Day < today)
                    (day.Kind is DayKind.Practice or DayKind.Hurt).ShouldBeFalse();
            }
            foreach (var week in weeks.Days.Chunk(7))
            {
                week.Count(day => day.IsTest).ShouldBeLessThanOrEqualTo(1);
                if (week[0].Day > today)
                    week.Sum(day => day.Kind == DayKind.Practice ? day.Load : 0).ShouldBeLessThanOrEqualTo(20_000);
            }
            foreach (var day in weeks.Days.Where(day => day.MayBeNew))
                weeks.Days.Count(one => one.MayBeNew && one.Day > day.Day.AddDays(-7) && one.Day <= day.Day).ShouldBeLessThanOrEqualTo(2);
        }
    }

    [Fact]
    public void Distances_grow_while_it_is_still_there_and_shrink_when_it_is_not()
    {
        LadderVisit On(int day, bool? kept) => new(Monday.AddDays(day), kept);
        Spacing.After([On(0, null)]).ShouldBe(2);
        Spacing.After([On(0, null), On(2, true)]).ShouldBe(4);
        Spacing.After([On(0, null), On(2, true), On(6, true), On(14, true), On(30, true), On(58, true)]).ShouldBe(Spacing.Longest);
        Spacing.After([On(0, null), On(2, true), On(6, true), On(14, false)]).ShouldBe(4);
        // Seen again too soon says nothing; a day nobody can judge changes nothing.
        Spacing.After([On(0, null), On(2, true), On(6, true), On(7, true), On(9, null)]).ShouldBe(8);
    }
}

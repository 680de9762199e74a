using Gambeta.Core;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Web.Words;

/// <summary>The words of the weeks.</summary>
public static class WeeksWords
{
    /// <summary>What a day is about, in the middle of a sentence.</summary>
    public static string Theme(PlannedDay day) =>
        day.Theme switch
        {
            ThemeKind.Family => day.Family switch
            {
                Family.BallMasteryOnTheSpot => Say("weeks.family-on-the-spot"),
                Family.BallMasteryMoving => Say("weeks.family-moving"),
                Family.WallPassing => Say("weeks.family-wall"),
                Family.DribblingAndTurns => Say("weeks.family-turns"),
                var family => family.Label(),
            },
            ThemeKind.OtherFoot => Say("weeks.theme-other-foot"),
            ThemeKind.Easy when day.Because == LightBecause.LightWeek => Say("weeks.theme-light-week"),
            ThemeKind.Easy => Say("weeks.theme-easy"),
            ThemeKind.Test => Say("weeks.theme-test"),
            _ => Say("weeks.theme-any"),
        };

    /// <summary>The heading of a tile; nothing for a rest.</summary>
    public static string Heading(PlannedDay day) =>
        day.Kind switch
        {
            DayKind.Practice => Theme(day),
            DayKind.Done => Say("weeks.theme-any"),
            DayKind.LeftOut => Say("weeks.tile-left-out"),
            DayKind.Training => Say("weeks.kind-training"),
            DayKind.Match => Say("weeks.kind-match"),
            DayKind.Away => Say("weeks.tile-away"),
            DayKind.Hurt => Say("weeks.tile-hurt"),
            _ => "",
        };

    /// <summary>The line below it: minutes and how hard.</summary>
    public static string Line(PlannedDay day) =>
        day.Kind switch
        {
            DayKind.Practice when day.Hardness == Hardness.Light => Say("weeks.tile-light", ("minutes", day.Minutes)),
            DayKind.Practice when day.Hardness == Hardness.Hard => Say("weeks.tile-hard", ("minutes", day.Minutes)),
            DayKind.Practice or DayKind.Training or DayKind.Match => Say("weeks.tile-min", ("minutes", day.Minutes)),
            DayKind.Done => Say("weeks.tile-done", ("minutes", day.Minutes)),
            DayKind.Rest => Say("weeks.tile-rest"),
            _ => "",
        };

    /// <summary>A rhythm in a line as it is on a day, with what is played elsewhere.</summary>
    public static string Rhythm(Rhythm rhythm, DateOnly today)
    {
        var often = rhythm.On(today) switch
        {
            RhythmSchool.TwoOrThreeAWeek => Say("weeks.rhythm-two-or-three", ("minutes", rhythm.Minutes)),
            RhythmSchool.EveryDayForAMonth => Say("weeks.rhythm-month", ("minutes", rhythm.Minutes)),
            RhythmSchool.OwnDays => rhythm.Days.IsEmpty
                ? Say("weeks.rhythm-own-none", ("minutes", rhythm.Minutes))
                : Say("weeks.rhythm-own", ("days", Days(rhythm.Days)), ("minutes", rhythm.Minutes)),
            _ => Say("weeks.rhythm-other-day", ("minutes", rhythm.Minutes)),
        };
        return string.Join(
            " · ",
            rhythm
                .Club.GroupBy(club => club.Kind)
                .Select(kind => Say("weeks.club-on", ("kind", Kind(kind.Key)), ("days", Days(kind.Select(club => club.Day)))))
                .Prepend(often)
        );
    }

    private static string Days(IEnumerable<DayOfWeek> days) =>
        string.Join(", ", days.OrderBy(day => ((int)day + 6) % 7).Select(Wording.DayName));

    /// <summary>Training or a match.</summary>
    public static string Kind(ClubKind kind) => kind == ClubKind.Match ? Say("weeks.kind-match") : Say("weeks.kind-training");

    /// <summary>A school of how often.</summary>
    public static string School(RhythmSchool school) =>
        school switch
        {
            RhythmSchool.TwoOrThreeAWeek => Say("weeks.school-two-or-three"),
            RhythmSchool.EveryDayForAMonth => Say("weeks.school-month"),
            RhythmSchool.OwnDays => Say("weeks.school-own"),
            _ => Say("weeks.school-every-other-day"),
        };

    /// <summary>All that there is to say about weeks, a sentence each.</summary>
    public static IEnumerable<string> Notes(FourWeeks weeks, int age)
    {
        var said = false;
        foreach (var note in weeks.Notes)
        {
            said = true;
            yield return note switch
            {
                WeeksNote.Hurt => Say("weeks.note-hurt"),
                WeeksNote.LeftOut => Say(
                    "weeks.note-left-out",
                    ("day", Wording.DayName(weeks.Days.Last(day => day.Kind == DayKind.LeftOut).Day.DayOfWeek))
                ),
                WeeksNote.LightWeek => Say("weeks.note-light-week"),
                WeeksNote.BackAgain => Say("weeks.note-back-again"),
                WeeksNote.FullWeek => Say("weeks.note-full-week"),
                WeeksNote.ClubFillsIt => Say("weeks.note-club"),
                WeeksNote.MonthIsOver => Say("weeks.note-month-over"),
                WeeksNote.Growing => Say("weeks.note-growing"),
                WeeksNote.AfterIllness => Say("weeks.note-after-illness"),
                _ => Say("weeks.note-too-long", ("age", age), ("minutes", SessionMinutes.Most(age))),
            };
        }
        foreach (
            var day in weeks.Days.Where(day =>
                day.Day >= weeks.Today && day.Day < weeks.Days[0].Day.AddDays(7) && day.Kind == DayKind.Practice
            )
        )
        {
            var name = Wording.DayName(day.Day.DayOfWeek);
            var because = day.Because switch
            {
                LightBecause.BeforeMatch => Say("weeks.light-before-match", ("day", name)),
                LightBecause.AfterMatch => Say("weeks.light-after-match", ("day", name)),
                LightBecause.AfterHardDay => Say("weeks.light-after-hard", ("day", name)),
                _ => null,
            };
            if (because is null)
                continue;
            said = true;
            yield return because;
        }
        if (!said)
            yield return Say("weeks.note-all-well");
    }

    /// <summary>How a rung of the way stands.</summary>
    public static string State(RungState state) =>
        state switch
        {
            RungState.Clean => Say("weeks.state-clean"),
            RungState.InWork => Say("weeks.state-in-work"),
            _ => Say("weeks.state-ahead"),
        };

    /// <summary>What a goal is called.</summary>
    public static string Title(Goal goal, DrillCatalogue catalogue)
    {
        var drill = goal.Drill is { } id ? catalogue.Find(id)?.Name ?? id : "";
        var title = goal.Kind switch
        {
            GoalKind.FeintASide => Say("weeks.goal-title-feint", ("drill", drill)),
            GoalKind.LevelFeet => Say("weeks.goal-title-level"),
            GoalKind.KeepGoing => Say("weeks.goal-title-keep", ("days", (int)(goal.Value ?? 0))),
            _ => Say("weeks.goal-title-reach", ("drill", drill), ("value", Wording.Number(goal.Value ?? 0))),
        };
        return goal.By is { } by ? Say("weeks.goal-title-by", ("goal", title), ("day", Wording.ShortDate(by))) : title;
    }
}

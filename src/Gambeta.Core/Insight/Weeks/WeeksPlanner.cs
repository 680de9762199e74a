using System.Collections.Immutable;
using Gambeta.Core.Insight.Progress;

namespace Gambeta.Core.Insight.Weeks;

/// <summary>
/// Lays out four weeks: the days of the rhythm about what is played elsewhere, hard and easy in turn, within what a week may hold, a light
/// week after three. It follows from what happened up to today alone: a day that was left out moves on what comes, and is never made up
/// for.
/// </summary>
public sealed class WeeksPlanner
{
    // Days of a week, and on how many of them somebody plays at most, but for who chose a month of them.
    private const int Week = 7,
        MostActive = 6;

    private readonly WeeksFacts _facts;
    private readonly Dictionary<DateOnly, (double Minutes, double Load)> _done;
    private readonly Dictionary<DateOnly, PlannedDay> _days = [];
    private readonly HashSet<WeeksNote> _notes = [];
    private readonly int _minutes;
    private readonly DateOnly _today;

    private WeeksPlanner(WeeksFacts facts)
    {
        _facts = facts;
        _today = facts.Today;
        _minutes = Math.Clamp(facts.Rhythm.Minutes, SessionMinutes.Least, SessionMinutes.Most(facts.Age));
        _done = facts
            .Sittings.Where(one => one.Day <= _today)
            .GroupBy(one => one.Day)
            .ToDictionary(
                day => day.Key,
                day => (day.Sum(one => one.Minutes), day.Sum(one => one.Minutes * (one.Effort ?? PracticeLoad.UsualEffort)))
            );
    }

    /// <summary>Lays out what follows from some facts; the same facts give the same weeks.</summary>
    public static FourWeeks LayOut(WeeksFacts facts) => new WeeksPlanner(facts).LaidOut();

    private FourWeeks LaidOut()
    {
        var first = _facts.WeekOf(_today);
        var now = Before(first);
        var loads = now;
        for (var day = first; day < _today; day = day.AddDays(1))
            _days[day] = Passed(day);
        if (_done.ContainsKey(_today))
            _days[_today] = Passed(_today);
        for (var week = first; week < first.AddDays(FourWeeks.Length); week = week.AddDays(7))
        {
            LayWeek(week, loads);
            loads = loads.With(Enumerable.Range(0, 7).Sum(i => LoadOn(week.AddDays(i))));
        }
        if (_facts.IsHurt)
        {
            _notes.Clear();
            _notes.Add(WeeksNote.Hurt);
            foreach (var day in _days.Values.Where(day => day.Day >= _today && day.Kind == DayKind.Practice).ToList())
                _days[day.Day] = new PlannedDay(day.Day, DayKind.Hurt);
        }
        else
        {
            Note(first, now);
        }
        return new FourWeeks(
            [.. Themes.Give(_facts, [.. _days.Values.OrderBy(day => day.Day)])],
            _today,
            now.Usual,
            now.Ceiling,
            [.. _notes.Order()]
        );
    }

    // The weeks up to this one. The first of all counts as if it had been whole, whatever day it began on.
    private WeekLoads Before(DateOnly first)
    {
        var loads = WeekLoads.None;
        if (_done.Count == 0)
            return loads;
        var begun = _done.Keys.Min();
        for (var week = _facts.WeekOf(begun); week < first; week = week.AddDays(7))
        {
            var load = Enumerable.Range(0, 7).Sum(i => LoadOn(week.AddDays(i)));
            loads = loads.With(week == _facts.WeekOf(begun) ? load * 7 / (7 - (begun.DayNumber - week.DayNumber)) : load);
        }
        return loads;
    }

    private double LoadOn(DateOnly day) =>
        (_facts.ClubOn(day)?.Load ?? 0)
        + (
            _done.TryGetValue(day, out var done) ? done.Load
            : _days.TryGetValue(day, out var laid) && laid.Kind == DayKind.Practice ? laid.Load
            : 0
        );

    private PlannedDay Passed(DateOnly day) =>
        _done.TryGetValue(day, out var done)
            ? new PlannedDay(day, DayKind.Done, Math.Max(1, Rounded.Whole(done.Minutes)), HardnessOf(done.Load / Math.Max(1, done.Minutes)))
            : Elsewhere(day) ?? new PlannedDay(day, IsLeftOut(day) ? DayKind.LeftOut : DayKind.Rest);

    // By the minutes of a day's sittings: an effort of seven that was put together of several is seven, whatever the last digit says.
    private static Hardness HardnessOf(double effort) =>
        Rounded.To(effort, 3) switch
        {
            >= PracticeLoad.Hard => Hardness.Hard,
            < 4 => Hardness.Light,
            _ => Hardness.Middle,
        };

    private PlannedDay? Elsewhere(DateOnly day) =>
        _facts.Away.Any(away => away.Stops(day)) ? new PlannedDay(day, DayKind.Away)
        : _facts.ClubOn(day) is { } club
            ? new PlannedDay(
                day,
                club.Kind == ClubKind.Match ? DayKind.Match : DayKind.Training,
                club.Minutes,
                HardnessOf(ClubDate.Effort(club.Kind))
            )
        : null;

    // One day is told as left out after a day with practice, the first that the rhythm had for it: a row of them would be a row of blame.
    private bool IsLeftOut(DateOnly day)
    {
        var last = _done.Keys.Where(done => done < day).Select(done => (DateOnly?)done).DefaultIfEmpty(null).Max();
        if (last is not { } before)
            return false;
        return _facts.Rhythm.On(day) switch
        {
            RhythmSchool.EveryOtherDay => day == NextFree(before.AddDays(2)),
            RhythmSchool.EveryDayForAMonth => day == NextFree(before.AddDays(1)),
            RhythmSchool.OwnDays => _facts.Rhythm.Days.Contains(day.DayOfWeek)
                && !Enumerable
                    .Range(before.DayNumber + 1, day.DayNumber - before.DayNumber - 1)
                    .Any(number => _facts.Rhythm.Days.Contains(DateOnly.FromDayNumber(number).DayOfWeek)),
            // Of two or three a week no day is missed: the days that are left take them.
            _ => false,
        };
    }

    private DateOnly NextFree(DateOnly day)
    {
        for (var i = 0; i < Week && Elsewhere(day) is not null; i++)
            day = day.AddDays(1);
        return day;
    }

    private void LayWeek(DateOnly week, WeekLoads loads)
    {
        var days = Enumerable.Range(0, 7).Select(i => week.AddDays(i)).Where(day => !_days.ContainsKey(day)).ToList();
        foreach (var day in days)
            if (Elsewhere(day) is { } elsewhere)
                _days[day] = elsewhere;
        var chosen = DaysOf(week, [.. days.Where(day => !_days.ContainsKey(day))], loads).ToHashSet();
        var left = (loads.Ceiling ?? double.PositiveInfinity) - Enumerable.Range(0, 7).Sum(i => LoadOn(week.AddDays(i)));
        foreach (var day in days.Where(day => !_days.ContainsKey(day)))
        {
            var laid = chosen.Contains(day) ? WithinWeek(Laid(day, loads.NextIsLight), left) : null;
            _days[day] = laid ?? new PlannedDay(day, DayKind.Rest);
            left -= laid?.Load ?? 0;
        }
    }

    // What a week still holds: first a day gets less hard, then shorter, then it is a rest.
    private PlannedDay? WithinWeek(PlannedDay day, double left)
    {
        if (day.Load <= left)
            return day;
        if (_facts.WeekOf(day.Day) == _facts.WeekOf(_today))
            _notes.Add(WeeksNote.FullWeek);
        if (day.Hardness == Hardness.Hard && day with { Hardness = Hardness.Middle } is var middle && middle.Load <= left)
            return middle;
        var minutes = Math.Min(day.Minutes, (int)(left / PlannedDay.Effort(Hardness.Light)));
        return minutes < SessionMinutes.Least
            ? null
            : day with
            {
                Minutes = minutes,
                Hardness = Hardness.Light,
                Because = day.Because == LightBecause.NotLight ? LightBecause.FullWeek : day.Because,
            };
    }

    private int LightMinutes => Math.Max(SessionMinutes.Least, Rounded.Whole(_minutes * WeekLoads.Light));

    // What makes a day light: the first that holds, one a line, each with the reason that is told.
    private static readonly (LightBecause Because, Func<WeeksPlanner, DateOnly, bool, bool> Holds)[] LightDays =
    [
        (LightBecause.LightWeek, (_, _, isLightWeek) => isLightWeek),
        (LightBecause.Growing, (plan, day, _) => plan.Away(AwayKind.Growing, day)),
        (LightBecause.AfterIllness, (plan, day, _) => plan.Away(AwayKind.Ill, day)),
        (LightBecause.BeforeMatch, (plan, day, _) => plan.IsMatch(day.AddDays(1))),
        (LightBecause.AfterMatch, (plan, day, _) => plan.IsMatch(day.AddDays(-1))),
        (LightBecause.AfterHardDay, (plan, day, _) => plan.IsHard(day.AddDays(-1))),
        (LightBecause.EasyDay, (plan, day, _) => day == plan._today && plan._facts.EasyDay),
    ];

    // What keeps any other day from being hard: hard and easy in turn, nothing hard beside a training, and nobody's first day.
    private static readonly Func<WeeksPlanner, DateOnly, bool>[] NotHard =
    [
        (plan, day) => plan.LastHome(day) == Hardness.Hard,
        (plan, day) => plan._facts.ClubOn(day.AddDays(-1)) is not null,
        (plan, day) => plan._facts.ClubOn(day.AddDays(1)) is not null,
        (plan, _) => plan._done.Count == 0 && !plan._days.Values.Any(laid => laid.Kind == DayKind.Practice),
    ];

    private PlannedDay Laid(DateOnly day, bool isLightWeek)
    {
        var because = LightDays.FirstOrDefault(rule => rule.Holds(this, day, isLightWeek)).Because;
        return because != LightBecause.NotLight
            ? new PlannedDay(day, DayKind.Practice, LightMinutes, Hardness.Light) { Because = because }
            : new PlannedDay(day, DayKind.Practice, _minutes, NotHard.Any(holds => holds(this, day)) ? Hardness.Middle : Hardness.Hard);
    }

    private bool Away(AwayKind kind, DateOnly day) => _facts.Away.Any(away => away.Kind == kind && away.Lightens(day));

    private bool IsMatch(DateOnly day) => _facts.ClubOn(day)?.Kind == ClubKind.Match;

    private bool IsHard(DateOnly day) => HomeOn(day) == Hardness.Hard;

    private Hardness? HomeOn(DateOnly day) =>
        _done.TryGetValue(day, out var done) ? HardnessOf(done.Load / Math.Max(1, done.Minutes))
        : _days.TryGetValue(day, out var laid) && laid.Kind == DayKind.Practice ? laid.Hardness
        : null;

    private Hardness? LastHome(DateOnly day) =>
        Enumerable.Range(1, Week).Select(i => HomeOn(day.AddDays(-i))).FirstOrDefault(hardness => hardness is not null);

    private IEnumerable<DateOnly> DaysOf(DateOnly week, IReadOnlyList<DateOnly> free, WeekLoads loads)
    {
        if (free.Count == 0)
            return [];
        return _facts.Rhythm.On(free[0]) switch
        {
            RhythmSchool.TwoOrThreeAWeek => Spread(week, free, loads),
            RhythmSchool.OwnDays => WithARest(week, free.Where(day => _facts.Rhythm.Days.Contains(day.DayOfWeek))),
            _ => InTurn(week, free),
        };
    }

    // Every other day, or every day while the month goes on.
    private IEnumerable<DateOnly> InTurn(DateOnly week, IReadOnlyList<DateOnly> free)
    {
        var (last, room) = (LastWithPractice(free[0]), MostActive - ActiveIn(week));
        foreach (var day in free)
        {
            var isMonth = _facts.Rhythm.On(day) == RhythmSchool.EveryDayForAMonth;
            if (last is { } before && day.DayNumber - before.DayNumber < (isMonth ? 1 : 2))
                continue;
            if (!isMonth && room-- <= 0)
                continue;
            last = day;
            yield return day;
        }
    }

    private DateOnly? LastWithPractice(DateOnly before) =>
        _days
            .Values.Where(day => day.Kind is DayKind.Practice or DayKind.Done && day.Day < before)
            .Select(day => day.Day)
            .Concat(_done.Keys.Where(day => day < before))
            .Select(day => (DateOnly?)day)
            .DefaultIfEmpty(null)
            .Max();

    private int ActiveIn(DateOnly week) =>
        Enumerable
            .Range(0, 7)
            .Count(i =>
                _days.TryGetValue(week.AddDays(i), out var day)
                && day.Kind is DayKind.Practice or DayKind.Done or DayKind.Training or DayKind.Match
            );

    private IEnumerable<DateOnly> WithARest(DateOnly week, IEnumerable<DateOnly> days)
    {
        var wanted = days.ToList();
        return wanted.Take(Math.Max(0, MostActive - ActiveIn(week)));
    }

    // Of all the ways to choose that many days the one with the widest gaps, and of those the earliest.
    private IReadOnlyList<DateOnly> Spread(DateOnly week, IReadOnlyList<DateOnly> free, WeekLoads loads)
    {
        var done = Enumerable.Range(0, 7).Count(i => _done.ContainsKey(week.AddDays(i)));
        var club = Enumerable.Range(0, 7).Count(i => _facts.ClubOn(week.AddDays(i)) is not null);
        var wanted = Math.Min((loads.NextIsLight || club >= 2 ? 2 : 3) - done, MostActive - ActiveIn(week));
        if (wanted <= 0)
            return [];
        var last = LastWithPractice(free[0]);
        var best = (Days: (IReadOnlyList<DateOnly>)[], Count: 0, Gap: 0, Free: 0);
        for (var ways = 1; ways < 1 << free.Count; ways++)
        {
            var days = free.Where((_, i) => (ways & (1 << i)) != 0).ToList();
            if (days.Count > wanted)
                continue;
            var gap = (last is { } before ? days.Prepend(before) : days)
                .Zip((last is null ? days.Skip(1) : days), (a, b) => b.DayNumber - a.DayNumber)
                .DefaultIfEmpty(3)
                .Min();
            if (gap < 2)
                continue;
            var clear = days.Count(day => _facts.ClubOn(day.AddDays(-1)) is null && _facts.ClubOn(day.AddDays(1)) is null);
            var earlier = best.Days.Count > 0 && days.Sum(day => day.DayNumber) < best.Days.Sum(day => day.DayNumber);
            if (
                days.Count > best.Count
                || (
                    days.Count == best.Count
                    && (
                        Math.Min(gap, 3) > best.Gap
                        || (Math.Min(gap, 3) == best.Gap && (clear > best.Free || (clear == best.Free && earlier)))
                    )
                )
            )
            {
                best = (days, days.Count, Math.Min(gap, 3), clear);
            }
        }
        return best.Days;
    }

    private void Note(DateOnly first, WeekLoads now)
    {
        if (_days.Values.Any(day => day.Kind == DayKind.LeftOut))
            _notes.Add(WeeksNote.LeftOut);
        if (now.NextIsLight)
            _notes.Add(WeeksNote.LightWeek);
        if (now.IsBack)
            _notes.Add(WeeksNote.BackAgain);
        if (now.Ceiling is { } ceiling && Enumerable.Range(0, 7).Sum(i => _facts.ClubOn(first.AddDays(i))?.Load ?? 0) > 0.8 * ceiling)
            _notes.Add(WeeksNote.ClubFillsIt);
        if (_facts.Rhythm is { School: RhythmSchool.EveryDayForAMonth } && _facts.Rhythm.On(_today) != RhythmSchool.EveryDayForAMonth)
            _notes.Add(WeeksNote.MonthIsOver);
        if (Away(AwayKind.Growing, _today))
            _notes.Add(WeeksNote.Growing);
        if (Away(AwayKind.Ill, _today))
            _notes.Add(WeeksNote.AfterIllness);
        if (_facts.Rhythm.Minutes > _minutes)
            _notes.Add(WeeksNote.TooLongForTheAge);
    }
}

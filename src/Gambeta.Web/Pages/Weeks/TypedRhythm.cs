using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Web.Pages.Weeks;

/// <summary>A rhythm as it was typed.</summary>
public sealed class TypedRhythm
{
    public string? School { get; set; }
    public string? Minutes { get; set; }
    public string[] Days { get; set; } = [];
    public string[] ClubKind { get; set; } = [];
    public string[] ClubMinutes { get; set; } = [];

    /// <summary>The days of a week in the order in which the form has them.</summary>
    public static readonly ImmutableArray<DayOfWeek> Week = [.. Enumerable.Range(1, 7).Select(i => (DayOfWeek)(i % 7))];

    /// <summary>As a kept rhythm would be typed.</summary>
    public static TypedRhythm Of(Rhythm rhythm) =>
        new()
        {
            School = rhythm.School.ToKey(),
            Minutes = rhythm.Minutes.ToString(CultureInfo.InvariantCulture),
            Days = [.. rhythm.Days.Select(day => day.ToKey())],
            ClubKind =
            [
                .. Week.Select(day => rhythm.Club.Where(club => club.Day == day).Select(club => club.Kind.ToKey()).FirstOrDefault("")),
            ],
            ClubMinutes =
            [
                .. Week.Select(day =>
                    rhythm
                        .Club.Where(club => club.Day == day)
                        .Select(club => club.Minutes.ToString(CultureInfo.InvariantCulture))
                        .FirstOrDefault("")
                ),
            ],
        };

    /// <summary>The rhythm, or what is wrong with it. A month begins on the day on which it is chosen; chosen again it goes on.</summary>
    public (Rhythm? Rhythm, IReadOnlyList<string> Problems) Check(Rhythm before, DateOnly today)
    {
        var problems = new List<string>();
        var school = Keys.TryRead<RhythmSchool>(School ?? "", out var chosen) ? chosen : RhythmSchool.EveryOtherDay;
        if (!Number(Minutes, SessionMinutes.Least, SessionMinutes.Longest, out var minutes))
            problems.Add(Say("weeks.refused-minutes", ("least", SessionMinutes.Least), ("most", SessionMinutes.Longest)));
        var days = Week.Where(day => Days.Contains(day.ToKey())).ToImmutableArray();
        if (school == RhythmSchool.OwnDays && days.IsEmpty)
            problems.Add(Say("weeks.refused-no-days"));
        if (school == RhythmSchool.OwnDays && days.Length == 7)
            problems.Add(Say("weeks.refused-six-days"));
        var (club, isClubWrong) = (ImmutableArray.CreateBuilder<ClubDay>(), false);
        foreach (var (day, i) in Week.Select((day, i) => (day, i)))
        {
            if (i >= ClubKind.Length || !Keys.TryRead<ClubKind>(ClubKind[i] ?? "", out var kind))
                continue;
            if (Number(i < ClubMinutes.Length ? ClubMinutes[i] : "", Rhythm.LeastAtClub, Rhythm.MostAtClub, out var howLong))
                club.Add(new ClubDay(day, kind, howLong));
            else
                isClubWrong = true;
        }
        if (isClubWrong)
            problems.Add(Say("weeks.refused-club-minutes", ("least", Rhythm.LeastAtClub), ("most", Rhythm.MostAtClub)));
        return problems.Count > 0
            ? (null, problems)
            : (
                new Rhythm(
                    school,
                    minutes,
                    days,
                    school == before.School && before.Since != DateOnly.MinValue && before.On(today) == school ? before.Since : today,
                    club.ToImmutable()
                ),
                []
            );
    }

    internal static bool Number(string? typed, int least, int most, out int number) =>
        int.TryParse(typed?.Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out number) && number >= least && number <= most;
}

/// <summary>A goal as it was typed.</summary>
public sealed class TypedGoal
{
    public string? Kind { get; set; }
    public string? Drill { get; set; }
    public string? Value { get; set; }
    public string? By { get; set; }

    /// <summary>The goal, or what is wrong with it.</summary>
    public (Goal? Goal, string? Problem) Check(Guid id, DrillCatalogue catalogue, DateOnly today)
    {
        if (!Keys.TryRead<GoalKind>(Kind ?? "", out var kind))
            return (null, Say("weeks.refused-goal-drill"));
        DateOnly? by = null;
        if (!string.IsNullOrWhiteSpace(By))
        {
            if (!DateOnly.TryParseExact(By.Trim(), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day))
                return (null, Say("weeks.refused-goal-day"));
            if (day <= today)
                return (null, Say("weeks.refused-goal-past"));
            if (day.DayNumber - today.DayNumber > Goal.Furthest)
                return (null, Say("weeks.refused-goal-far"));
            by = day;
        }
        var card = kind is GoalKind.Reach or GoalKind.FeintASide ? catalogue.Find(Drill ?? "") : null;
        if (kind is GoalKind.Reach && (card is null || card.IsHeading))
            return (null, Say("weeks.refused-goal-drill"));
        if (kind is GoalKind.FeintASide && card is not { Family: Family.Feints, Feet: FeetPlan.EachFoot })
            return (null, Say("weeks.refused-goal-feint"));
        decimal? value = null;
        if (kind == GoalKind.Reach)
        {
            if (
                !decimal.TryParse(
                    Value?.Trim().Replace(',', '.'),
                    NumberStyles.AllowDecimalPoint,
                    CultureInfo.InvariantCulture,
                    out var typed
                )
                || typed < 1
                || typed > Goal.MostValue
            )
                return (null, Say("weeks.refused-goal-value", ("least", 1), ("most", Goal.MostValue)));
            value = (decimal)Rounded.To((double)typed, 1);
        }
        if (kind == GoalKind.KeepGoing)
        {
            if (!TypedRhythm.Number(Value, 1, 7, out var days))
                return (null, Say("weeks.refused-goal-days"));
            value = days;
        }
        return (new Goal(id, kind, card?.Id, value, by, today), null);
    }
}

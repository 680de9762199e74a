using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Together;

namespace Gambeta.Core.Practice.Sets;

/// <summary>What can be wrong with a set. A page words it.</summary>
public enum SetProblem
{
    /// <summary>A count that the drill needs was not given.</summary>
    CountMissing,

    /// <summary>A count is below zero.</summary>
    CountNegative,

    /// <summary>More touches than feet can do in the time (<see cref="Tempo.MostTouchesASecond"/> a second).</summary>
    CountTooHigh,

    /// <summary>The longest run is longer than all passes together.</summary>
    RunLongerThanPasses,

    /// <summary>A timed set has no time.</summary>
    TimeMissing,

    /// <summary>The time is shorter than <see cref="PlayedBounds.LeastSeconds"/>.</summary>
    TimeNotPositive,

    /// <summary>The time is longer than <see cref="SetCheck.LongestSet"/>.</summary>
    TimeTooLong,

    /// <summary>The day lies in the future.</summary>
    DayInFuture,

    /// <summary>The day lies before anybody here was practising.</summary>
    DayTooOld,

    /// <summary>More tries than <see cref="SetDraft.MostTries"/>, or their ends do not match them.</summary>
    TriesUnclear,

    /// <summary>The taps that were sent cannot be read.</summary>
    EventsUnclear,

    /// <summary>Numbers that nobody can have played, whoever is sure of them: see <see cref="PlayedBounds"/>.</summary>
    NobodyPlayedThat,

    /// <summary>Points, stations or a ladder's time that this drill does not give.</summary>
    NotOfThisDrill,
}

/// <summary>A set or the reasons why there is none.</summary>
public sealed record CheckedSet(PracticeSet? Set, ImmutableArray<SetProblem> Problems);

/// <summary>Turns what was typed or sent into a set, or says what is wrong with it.</summary>
public static class SetCheck
{
    /// <summary>No single set is longer than an hour.</summary>
    public static readonly TimeSpan LongestSet = TimeSpan.FromSeconds(MostSeconds);

    /// <summary>The same in seconds.</summary>
    public const int MostSeconds = 3600;

    /// <summary>How far back a set may be dated.</summary>
    public const int MostYearsBack = 12;

    /// <summary>Makes a set of what happened in it: the counts follow from the taps, and these are then checked like typed ones.</summary>
    /// <param name="card">The drill on the layout that was played.</param>
    /// <param name="frame">The set's frame, with the taps.</param>
    /// <param name="seconds">Time with the ball in seconds.</param>
    /// <param name="today">The household's day.</param>
    public static CheckedSet CheckPlayed(DrillCard card, SetFrame frame, double seconds, DateOnly today)
    {
        // A screen that was left open overnight is cut to what was played; beyond that it is no time at all.
        if (!(seconds >= 0 && seconds <= PlayedBounds.MostSecondsTold))
            return new CheckedSet(null, [SetProblem.NobodyPlayedThat]);
        ImmutableArray<PlayEvent> events;
        try
        {
            events = PlayNotation.Read(frame.Events ?? "");
        }
        catch (FormatException)
        {
            return new CheckedSet(null, [SetProblem.EventsUnclear]);
        }
        return Check(
            card,
            frame,
            Tally.Of(card.MeasuredBy, frame.Feet, ChallengeRules.Of(card), events, seconds, frame.Planned is not null),
            today
        );
    }

    /// <summary>
    /// Checks a draft for a drill and makes the set. For a set that nobody counted the touches are put in from the
    /// card's steady tempo. In reps the touches follow from the pattern, clean reps and slips alike.
    /// In tries the total is that of the tries; the feet share it as they were tapped, or as the pattern says.
    /// </summary>
    public static CheckedSet Check(DrillCard card, SetFrame frame, SetDraft draft, DateOnly today)
    {
        var (way, problems) = (Ways.Of(card.MeasuredBy), new List<SetProblem>());
        if (WrongDay(frame.Day, today) is { } wrongDay)
            problems.Add(wrongDay);
        var worked = CheckTime(draft.Seconds, problems);
        if (draft.IsBelow)
            problems.Add(SetProblem.CountNegative);
        if (frame.CountedBy != CountedBy.Estimated && !way.HasItsCounts(frame.Feet, draft))
            problems.Add(SetProblem.CountMissing);
        if (draft.IsUnclear)
            problems.Add(SetProblem.TriesUnclear);
        if (problems.Count > 0)
            return new CheckedSet(null, [.. problems]);
        // Before anything is multiplied or added up: these no press of "sure" lifts.
        if (frame.Plan.IsAbsurd || PlayedBounds.AreBroken(card, frame.Feet, draft, worked))
            return new CheckedSet(null, [SetProblem.NobodyPlayedThat]);
        if (way.IsOfAnotherDrill(card, draft, worked))
            return new CheckedSet(null, [SetProblem.NotOfThisDrill]);

        var result = way.ResultOf(card, frame, draft);
        var touches = TouchesOf(card, frame, draft, result, worked);
        if (!frame.IsSure && touches.Total > Tempo.MostTouchesASecond * Math.Ceiling(worked.TotalSeconds))
            problems.Add(SetProblem.CountTooHigh);
        if (result is PassesResult passes && passes.LongestRun > touches.Total)
            problems.Add(SetProblem.RunLongerThanPasses);
        return problems.Count > 0 ? new CheckedSet(null, [.. problems]) : new CheckedSet(MakeSet(card, frame, worked, touches, result), []);
    }

    /// <summary>The day on which something counts that comes from a place where tomorrow has begun: today's, where its moment lies in
    /// today.</summary>
    /// <param name="day">The day that is said of it.</param>
    /// <param name="moment">When it was.</param>
    /// <param name="today">The household's day.</param>
    /// <param name="offset">What its clock is off UTC.</param>
    public static DateOnly DayHere(DateOnly day, DateTimeOffset moment, DateOnly today, TimeSpan offset) =>
        day == today.AddDays(1) && moment.UtcDateTime < day.ToDateTime(TimeOnly.MinValue) - offset ? today : day;

    /// <summary>What is wrong with a day, or nothing.</summary>
    public static SetProblem? WrongDay(DateOnly day, DateOnly today) =>
        day > today ? SetProblem.DayInFuture
        : day < today.AddYears(-MostYearsBack) ? SetProblem.DayTooOld
        : null;

    private static PracticeSet MakeSet(DrillCard card, SetFrame frame, TimeSpan worked, TouchCount touches, SetResult result) =>
        new()
        {
            Id = frame.Id,
            SessionId = frame.SessionId,
            PlayerId = frame.PlayerId,
            Drill = card.Id,
            Layout = frame.Layout ?? card.Layout?.Key,
            Order = frame.Order,
            Feet = frame.Feet,
            StartedAt = frame.StartedAt,
            Day = frame.Day,
            Worked = worked,
            Planned = frame.Planned,
            CountedBy = frame.CountedBy,
            Touches = touches,
            Result = result,
            Events = frame.Events,
            Heard = frame.Heard,
            Plan = frame.Plan,
            With = frame.With is { } part && !PairRules.ComparesWithAlone(card, part) ? part : null,
        };

    private static TimeSpan CheckTime(double? seconds, List<SetProblem> problems)
    {
        switch (seconds)
        {
            case null:
                problems.Add(SetProblem.TimeMissing);
                return default;
            case not >= PlayedBounds.LeastSeconds:
                problems.Add(SetProblem.TimeNotPositive);
                return default;
            case var s when s > LongestSet.TotalSeconds:
                problems.Add(SetProblem.TimeTooLong);
                return default;
            case var s:
                return TimeSpan.FromMilliseconds(Rounded.Whole(s.Value * 1000));
        }
    }

    private static TouchCount TouchesOf(DrillCard card, SetFrame frame, SetDraft draft, SetResult result, TimeSpan worked)
    {
        var (pattern, way) = (card.Pattern.For(frame.Feet), Ways.Of(result.Of));
        return frame.CountedBy == CountedBy.Estimated
            ? way.Estimate(card, pattern, card.Tempo.Steady, worked)
            : way.TouchesOf(card, pattern, new TouchCount(draft.Left ?? 0, draft.Right ?? 0), result);
    }
}

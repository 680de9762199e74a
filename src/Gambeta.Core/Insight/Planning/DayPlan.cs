using System.Collections.Immutable;
using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Core.Insight.Planning;

/// <summary>The session that is planned for a player's day, with what was asked for and what somebody changed since.</summary>
/// <param name="Id">Its id in addresses; a player's plan keeps it from day to day.</param>
/// <param name="Day">The day that it is for.</param>
/// <param name="Ask">What was asked for.</param>
/// <param name="Marked">The drills that somebody wants to keep.</param>
/// <param name="IsChosen">Whether somebody changed it: then it stays as it is for its day.</param>
/// <param name="Session">The session.</param>
public sealed record DayPlan(Guid Id, DateOnly Day, PlanAsk Ask, ImmutableHashSet<string> Marked, bool IsChosen, SessionPlan Session)
{
    /// <summary>The most drills that can be turned down in a day: then there are hardly any left.</summary>
    public const int MostTurnedDown = 60;

    /// <summary>Whether all of it was played on its day.</summary>
    /// <param name="lastDays">When each drill was played last.</param>
    public bool IsPlayed(IReadOnlyDictionary<string, DateOnly> lastDays) =>
        !Session.Drills.IsEmpty && Session.Drills.All(planned => IsPlayed(planned, lastDays));

    /// <summary>Whether one of its drills was played on its day, as part of it or not: what was planned for it holds no more.</summary>
    public bool IsPlayed(PlannedDrill planned, IReadOnlyDictionary<string, DateOnly> lastDays) =>
        lastDays.TryGetValue(planned.Item.Drill, out var day) && day == Day;

    /// <summary>A plan for a day, for the minutes that the weeks have for it. What was wanted the last time is asked for again; what was
    /// turned down or kept then was for that day.</summary>
    public static DayPlan Make(Guid id, PlanFacts facts, PlanAsk ask)
    {
        var asked = ask with
        {
            Keep = [],
            Without = [],
            Minutes = facts.Laid switch
            {
                { Kind: DayKind.Practice } laid => laid.Minutes,
                null => ask.Minutes,
                _ => Math.Max(SessionMinutes.Least, Rounded.Whole(ask.Minutes * WeekLoads.Light)),
            },
        };
        return new DayPlan(id, facts.Day, asked, [], false, SessionPlanner.Plan(facts, asked));
    }

    /// <summary>Something else in place of a drill; all others stay as they are. The same where it has no such drill.</summary>
    public DayPlan Instead(PlanFacts facts, string drill) =>
        Session.Drills.All(planned => planned.Item.Drill != drill) || Ask.Without.Count >= MostTurnedDown
            ? this
            : Planned(facts, Ask with { Without = Ask.Without.Add(drill) }, Marked.Remove(drill), planned => planned.Item.Drill != drill);

    /// <summary>A drill is to stay, or need not any more.</summary>
    public DayPlan Mark(string drill) =>
        Marked.Contains(drill) ? this with { Marked = Marked.Remove(drill), IsChosen = true }
        : Session.Drills.Any(planned => planned.Item.Drill == drill) ? this with { Marked = Marked.Add(drill), IsChosen = true }
        : this;

    /// <summary>Planned again for what is asked now: what is to stay stays where it is.</summary>
    public DayPlan Again(PlanFacts facts, PlanAsk ask) =>
        Planned(facts, ask with { Without = Ask.Without }, Marked, planned => Marked.Contains(planned.Item.Drill));

    private DayPlan Planned(PlanFacts facts, PlanAsk ask, ImmutableHashSet<string> marked, Func<PlannedDrill, bool> stays)
    {
        var reasons = Session.Drills.ToDictionary(planned => planned.Item, planned => planned.Reason);
        var session = SessionPlanner.Plan(facts, ask with { Keep = [.. Session.Drills.Where(stays).Select(planned => planned.Item)] });
        // What stays, stays for the reason for which it came.
        var told = session.Drills.Select(planned =>
            planned.Reason.Kind == ReasonKind.Kept && reasons.TryGetValue(planned.Item, out var reason)
                ? planned with
                {
                    Reason = reason,
                }
                : planned
        );
        return this with
        {
            Day = facts.Day,
            Ask = ask with { Keep = [] },
            Marked = marked.Intersect(session.Drills.Select(planned => planned.Item.Drill)),
            IsChosen = true,
            Session = session with { Drills = [.. told] },
        };
    }
}

using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Tests.Weeks;

/// <summary>
/// A made-up player that learns from what is practised and forgets what is not. A set teaches the more the less is known, less on weak
/// rungs below, less when it is the fifth of a day or when one is tired; what is not seen fades towards a part that stays, slower after
/// each return from afar. The figures are nobody's: it compares planners, it foretells no child.
/// </summary>
internal sealed class LearningPlayer(Random chance, Foot preferred)
{
    private const double Stays = 0.6,
        ToTheOtherFoot = 0.2,
        AlongTheLadder = 0.1;

    private readonly double _rate = 0.020 + (0.030 * chance.NextDouble()),
        _start = 0.05 + (0.15 * chance.NextDouble()),
        _other = 0.6 + (0.35 * chance.NextDouble());
    private readonly Dictionary<(string Drill, bool Other), Trace> _traces = [];
    private readonly Dictionary<(string Drill, Feet Feet), (DateOnly Day, int Sets)> _today = [];

    private sealed record Trace(double Begun, double Skill, double Most, double HalfLife, DateOnly Last);

    public Foot Preferred { get; } = preferred;

    /// <summary>Skill in a drill on a day, from 0 to 1.</summary>
    public double Skill(DrillCard card, bool other, DateOnly day)
    {
        if (!_traces.TryGetValue((card.Id, other), out var trace))
            return 0;
        var floor = Math.Max(trace.Begun, Stays * trace.Most);
        return trace.Skill <= floor
            ? trace.Skill
            : floor + ((trace.Skill - floor) * Math.Pow(2, -(day.DayNumber - trace.Last.DayNumber) / trace.HalfLife));
    }

    /// <summary>How well a set of some feet would go.</summary>
    public double Plays(DrillCard card, Feet feet, DateOnly day)
    {
        double Of(bool other) => Math.Max(Skill(card, other, day), Begins(card, other, day));
        return feet == Preferred.Alone() ? Of(false)
            : feet == Preferred.Other().Alone() ? Of(true)
            : (Of(false) + Of(true)) / 2;
    }

    /// <summary>One set was played, so many minutes after a session's beginning.</summary>
    public void Play(DrillCard card, Feet feet, DateOnly day, double minutes)
    {
        var sets = _today.TryGetValue((card.Id, feet), out var known) && known.Day == day ? known.Sets : 0;
        _today[(card.Id, feet)] = (day, sets + 1);
        var weight = Math.Pow(0.85, sets) * (minutes > 25 ? 0.6 : 1);
        if (feet != Preferred.Other().Alone())
            Learn(card, false, day, weight * (feet == Feet.Both ? 0.6 : 1));
        if (feet != Preferred.Alone())
            Learn(card, true, day, weight * (feet == Feet.Both ? 0.6 : 1));
    }

    /// <summary>All that was gained up to a day: of both feet in all drills what is there beyond what was there at the first try, added
    /// up.</summary>
    public double Gained(DateOnly day) => Cards.All.Cards.Sum(card => Gained(card, false, day) + Gained(card, true, day));

    private double Gained(DrillCard card, bool other, DateOnly day) =>
        _traces.TryGetValue((card.Id, other), out var trace) ? Skill(card, other, day) - trace.Begun : 0;

    /// <summary>How far the other foot is behind in what both can do.</summary>
    public double Gap(DateOnly day)
    {
        var both = Cards
            .All.Cards.Where(card =>
                card.Feet == FeetPlan.EachFoot && _traces.ContainsKey((card.Id, false)) && _traces.ContainsKey((card.Id, true))
            )
            .ToList();
        return both.Count == 0 ? 0 : 1 - (both.Sum(card => Skill(card, true, day)) / both.Sum(card => Skill(card, false, day)));
    }

    private void Learn(DrillCard card, bool other, DateOnly day, double weight)
    {
        var now = Begun(card, other, day);
        var ready =
            card.After.Length == 0
                ? 1
                : 0.3
                    + (
                        0.7
                        * Math.Min(1, 2 * card.After.Select(below => Cards.All.Find(below) is { } rung ? Skill(rung, other, day) : 0).Min())
                    );
        var gained = _rate * weight * ready * (other ? _other : 1) * (1 - now.Skill);
        Add(card, other, day, now, gained);
        if (_traces.ContainsKey((card.Id, !other)))
            Add(card, !other, day, Begun(card, !other, day), gained * ToTheOtherFoot);
        foreach (var below in Cards.All.Rungs.Below(card).Where(below => _traces.ContainsKey((below.Id, other))))
            Add(below, other, day, Begun(below, other, day), gained * AlongTheLadder);
    }

    private Trace Begun(DrillCard card, bool other, DateOnly day)
    {
        if (!_traces.TryGetValue((card.Id, other), out var trace))
            return new Trace(Begins(card, other, day), Begins(card, other, day), 0, 6, day);
        var away = day.DayNumber - trace.Last.DayNumber;
        return trace with
        {
            Skill = Skill(card, other, day),
            Last = day,
            HalfLife = Math.Min(120, trace.HalfLife * (1 + (0.5 * Math.Min(1, away / trace.HalfLife)))),
        };
    }

    private double Begins(DrillCard card, bool other, DateOnly day) =>
        (other ? _other : 1)
        * (
            _start
            + (0.3 * card.After.Select(below => Cards.All.Find(below) is { } rung ? Skill(rung, other, day) : 0).DefaultIfEmpty(0).Min())
        );

    private void Add(DrillCard card, bool other, DateOnly day, Trace now, double gained) =>
        _traces[(card.Id, other)] = now with
        {
            Skill = Math.Min(1, now.Skill + gained),
            Most = Math.Max(now.Most, Math.Min(1, now.Skill + gained)),
            Last = day,
        };
}

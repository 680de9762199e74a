using Gambeta.Core.Insight.Judgement;
using Shouldly;
using Xunit;
using static Gambeta.Core.Tests.JudgedSets;

namespace Gambeta.Core.Tests;

/// <summary>The odds within so many days, by when something is likely, and what would make it eight in ten.</summary>
public sealed class DaysAheadTests
{
    private static KeyForm Known => Form(Enumerable.Range(0, 12).Select(i => Hits(5 + (i % 3), 10, i * 2)));

    private static readonly DateOnly Next = First.AddDays(24);

    [Fact]
    public void The_first_day_is_the_days_odds_and_each_further_day_adds_less_than_if_it_knew_nothing_of_the_others()
    {
        var (key, dose) = (Known, new SetDose(null, 10));
        var ahead = DaysAhead.Of(key, dose, 2, 9, PracticeRhythm.After(Next.AddDays(-2), 2));
        ahead.Length.ShouldBe(DaysAhead.Most);
        var first = key.Ahead(Guid.NewGuid(), Next, dose)!.ReachesInOneOf(2, 9);
        ahead[0].Chance.ShouldBe(first, 1e-9);
        ahead.Select(day => day.Chance).ShouldBeInOrder();
        ahead[4].Chance.ShouldBeLessThan(1 - Math.Pow(1 - first, 5) + 0.1);
        ahead[4].Chance.ShouldBeGreaterThan(first);
        // Harder is later, and what is had already is had today.
        DaysAhead.Of(key, dose, 2, 10, [Next]).Single().Chance.ShouldBeLessThan(first);
        DaysAhead.Of(key, dose, 2, 0, [Next]).Single().Chance.ShouldBe(1, 1e-9);
        DaysAhead.Of(key, dose, 2, 11, [Next]).Single().Chance.ShouldBe(0, 1e-9);
    }

    [Fact]
    public void The_days_between_which_something_is_likely_are_those_between_which_it_mostly_happens()
    {
        // Diaries of made-up players: after half of it a value is chosen that nobody reached; was it reached between the days that were
        // said?
        var (early, within, late, said) = (0, 0, 0, 0);
        foreach (
            var key in SortsOfPlayers
                .Diary("plain", 60, 5)
                .Where(one => one.Kind is "hits" or "round" or "reps")
                .GroupBy(one => FormKey.Of(one.Set))
        )
        {
            var sets = key.Select(one => one.Set).ToList();
            if (sets.Count < 30)
                continue;
            var half = sets.Count / 2;
            var form = Form(sets.Take(half));
            var value = form.History.BestIn(SetDose.Of(sets[0]))!.Value + 1;
            var later = sets.Skip(half).Where(set => set.SessionId != sets[half - 1].SessionId).GroupBy(set => set.Day).ToList();
            var ahead = DaysAhead.Of(form, SetDose.Of(sets[0]), 2, value, later.Select(day => day.Key));
            var (from, to) = DaysAhead.Span(ahead);
            if (from is null || to is null)
                continue;
            said++;
            var reached = later.FirstOrDefault(day => day.Any(set => key.Key.Model.Value(set) >= value))?.Key;
            if (reached is { } on && on < from)
                early++;
            else if (reached is { } at && at <= to)
                within++;
            else
                late++;
        }
        said.ShouldBeGreaterThan(60);
        // A quarter before, half between, a quarter after; days are few, so that the edges take a little of each other.
        ((double)early / said).ShouldBeLessThan(0.4);
        ((double)within / said).ShouldBeInRange(0.35, 0.75);
        ((double)late / said).ShouldBeLessThan(0.4);
    }

    [Fact]
    public void Eight_in_ten_wants_more_sets_or_less_of_a_value_and_neither_more_than_needed()
    {
        // At the end of the scale as well: ten of ten is worth aiming at, and less is what eight days in ten come to.
        foreach (
            var key in new[]
            {
                Known,
                Form(Enumerable.Range(0, 12).Select(i => Hits(9 + (i % 2), 10, i))),
                Form(Enumerable.Range(0, 12).Select(i => Hits(i % 2, 10, i))),
                Form(Enumerable.Range(0, 12).Select(i => Run(20 + (i % 3), 0, i))),
                Form(Enumerable.Range(0, 12).Select(i => Tries([4, 9, 12 + i], i))),
            }
        )
        {
            var outlook = key.Ahead(Guid.NewGuid(), Next, SetDose.Of(key.History.Latest[^1].Set))!;
            var target = Target.Of(outlook, 2, null);
            var takes = WhatItTakes.Of(outlook, 2, target);
            outlook.ReachesInOneOf(2, takes.Value).ShouldBeGreaterThanOrEqualTo(WhatItTakes.Wanted);
            if (takes.Sets is not { } sets)
                continue;
            outlook.ReachesInOneOf(sets, target.Value).ShouldBeGreaterThanOrEqualTo(WhatItTakes.Wanted);
            if (sets > 2)
                outlook.ReachesInOneOf(sets - 1, target.Value).ShouldBeLessThan(WhatItTakes.Wanted);
        }
    }

    [Fact]
    public void The_rhythm_is_the_middle_of_the_latest_gaps_and_never_less_than_a_day()
    {
        PracticeRhythm.DaysBetween([First, First.AddDays(2), First.AddDays(4), First.AddDays(30)]).ShouldBe(2);
        PracticeRhythm.DaysBetween([First, First]).ShouldBe(2);
        PracticeRhythm.DaysBetween([First, First.AddDays(100), First.AddDays(300)]).ShouldBe(14);
        PracticeRhythm.After(First, 1.5).Take(4).Select(day => day.DayNumber - First.DayNumber).ShouldBe([2, 3, 5, 6]);
    }
}

using Gambeta.Core.Insight.Judgement;
using MathNet.Numerics.Distributions;
using Shouldly;
using Xunit;
using static Gambeta.Core.Tests.JudgedSets;

namespace Gambeta.Core.Tests;

/// <summary>The pace at which control is still there, and what becomes of a drill and a sitting towards their end.</summary>
public sealed class ControlAndTirednessTests
{
    // Of so many a minute slips rise, with a tenth of them at a tempo.
    private static IEnumerable<ControlPoint> Slipping(double tenthAt, double steep, int seed, int sets = 24) =>
        new Random(seed) is var chance
            ? Enumerable
                .Range(0, sets)
                .Select(_ => 30 + (30 * chance.NextDouble()))
                .ToList()
                .Select(pace =>
                {
                    var slips = Binomial.Sample(
                        chance,
                        1 / (1 + Math.Exp(-(Math.Log(0.1 / 0.9) + (steep * Math.Log(pace / tenthAt))))),
                        40
                    );
                    return new ControlPoint(pace, 40 - slips, slips);
                })
            : [];

    [Fact]
    public void The_limit_is_found_where_slips_pass_what_the_bar_allows()
    {
        var limits = Enumerable.Range(1, 20).Select(seed => TempoUnderControl.Of([.. Slipping(45, 6, seed)], 0.1)).ToList();
        limits.ShouldAllBe(limit => limit.Kind == ControlKind.Limit && limit.Sure > 0.95);
        limits.Average(limit => limit.Tempo).ShouldBe(45, 2);
        limits.ShouldAllBe(limit => limit.Tempo > 38 && limit.Tempo < 52);
        // The words of a hand-worked case: log-odds rise by one from 40 to 40e a minute; at log-odds of −1 a share of 0.2689 goes wrong.
        var line = Enumerable
            .Range(0, 9)
            .Select(i => Math.Exp(i / 8.0))
            .Select(step => (step, Odds: Math.Exp(Math.Log(step) - 1.5)))
            .Select(one => new ControlPoint(40 * one.step, 1e6 / (1 + one.Odds), 1e6 * one.Odds / (1 + one.Odds)))
            .ToList();
        var found = TempoUnderControl.Of(line, 1 / (1 + Math.E));
        found.Tempo.ShouldBe(40 * Math.Exp(0.5), 0.05);
    }

    [Fact]
    public void Without_a_tendency_or_a_spread_of_paces_nothing_is_claimed()
    {
        Enumerable
            .Range(1, 40)
            .Count(seed => TempoUnderControl.Of([.. Slipping(45, 0, seed)], 0.1).Kind == ControlKind.Limit)
            .ShouldBeLessThan(14);
        TempoUnderControl.Of([.. Enumerable.Repeat(new ControlPoint(50, 30, 10), 20)], 0.1).Kind.ShouldBe(ControlKind.Unknown);
        TempoUnderControl.Of([.. Slipping(45, 6, 1, sets: 5)], 0.1).Kind.ShouldBe(ControlKind.Unknown);
        var clean = TempoUnderControl.Of([.. Enumerable.Range(0, 12).Select(i => new ControlPoint(40 + i, 40, 0))], 0.1);
        (clean.Kind, clean.Tempo).ShouldBe((ControlKind.Holds, Math.Exp(Math.Log(51))));
        TempoUnderControl.Of([new ControlPoint(0, 1, 0), new ControlPoint(double.NaN, 0, 0)], 0.1).Kind.ShouldBe(ControlKind.Unknown);
    }

    [Fact]
    public void A_course_is_run_where_haste_costs_what_it_saves()
    {
        // Clips fall by 5 for each e-fold of the time; a penalty of 4 s: t + 4 (c − 5 ln t) is least at 20 s.
        var points = Enumerable
            .Range(0, 13)
            .Select(i => 16 + (i * 0.75))
            .Select(t => new ControlPoint(t, 1, 17 - (5 * Math.Log(t))))
            .ToList();
        var found = TempoUnderControl.Of(points, 0.3, penalty: 4);
        (found.Kind, Math.Round(found.Tempo, 2)).ShouldBe((ControlKind.Limit, 20));
        double Total(double t) => t + (4 * (17 - (5 * Math.Log(t))));
        Total(found.Tempo).ShouldBeLessThan(Math.Min(Total(19), Total(21)));
    }

    private static List<JudgedSet> Sittings(int first, int last, int sittings = 6) =>
        [
            .. Enumerable
                .Range(0, sittings)
                .SelectMany(day =>
                    new[] { first, (first + last) / 2, last }.Select(
                        (touches, i) => new JudgedSet(Round(touches + (day % 2 * 2), day, i + 1))
                    )
                ),
        ];

    [Theory]
    [InlineData(40, 40, HoldKind.Held), InlineData(40, 44, HoldKind.Held), InlineData(40, 28, HoldKind.FellOff)]
    public void The_last_rounds_are_held_against_the_first(int first, int last, HoldKind kind)
    {
        var sets = Sittings(first, last);
        LastRounds.Of(FormKey.Of(sets[0].Set), sets).Kind.ShouldBe(kind);
        LastRounds.Of(FormKey.Of(sets[0].Set), sets.Take(6)).Kind.ShouldBe(HoldKind.Unknown, "two sittings are too few");
    }

    [Fact]
    public void For_a_time_the_last_run_is_behind_when_it_is_slower()
    {
        var sets = Enumerable
            .Range(0, 5)
            .SelectMany(day => new[] { 20.0, 22, 25 }.Select((seconds, i) => new JudgedSet(Run(seconds, 0, day, i + 1))))
            .ToList();
        LastRounds
            .Of(FormKey.Of(sets[0].Set), sets)
            .ShouldSatisfyAllConditions(rounds => rounds.Kind.ShouldBe(HoldKind.FellOff), rounds => rounds.By.ShouldBe(-5 / 22.5, 0.01));
    }

    [Fact]
    public void A_sitting_that_falls_apart_is_cut_where_it_does_and_an_even_one_seldom_is()
    {
        IEnumerable<PlayedAt> Played(Random chance, int sets, int fallsAt) =>
            Enumerable
                .Range(0, sets)
                .Select(i => new PlayedAt(
                    TimeSpan.FromMinutes(i + 1),
                    i < fallsAt ? 0.3 + (0.7 * chance.NextDouble()) : 0.25 * chance.NextDouble()
                ));
        var fell = Enumerable.Range(1, 50).Select(seed => SittingTrend.Of(Played(new Random(seed), 16, 11))).ToList();
        fell.Count(one => one.Kind == HoldKind.FellOff).ShouldBeGreaterThan(40);
        fell.Where(one => one.Kind == HoldKind.FellOff).Average(one => one.After!.Value).ShouldBe(11, 1);
        var even = Enumerable
            .Range(1, 400)
            .Select(seed => new Random(seed))
            .Select(chance =>
                SittingTrend.Of(Enumerable.Range(0, 16).Select(i => new PlayedAt(TimeSpan.FromMinutes(i), chance.NextDouble())))
            )
            .ToList();
        even.Count(one => one.Kind == HoldKind.FellOff).ShouldBeLessThan(20, "one in twenty at most, where nothing happened");
        SittingTrend.Of(Played(new Random(1), 5, 2)).Kind.ShouldBe(HoldKind.Unknown);
    }

    [Fact]
    public void A_value_lies_among_its_quantiles()
    {
        var expected = new Quantiles(10, 20, 30, 40, 50);
        double At(int value, bool lower = false) => SittingTrend.PositionOf(value, expected, lower);
        (At(30), At(35), At(45), At(9), At(51)).ShouldBe((0.5, 0.625, 0.85, 0.025, 0.975));
        At(35, lower: true).ShouldBe(0.375);
        // Half of the sets come to ten of ten: that is no feat.
        SittingTrend.PositionOf(10, new Quantiles(7, 9, 10, 10, 10), false).ShouldBe(0.725);
    }
}

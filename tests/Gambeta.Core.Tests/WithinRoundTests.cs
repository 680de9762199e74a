using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;
using MathNet.Numerics.Distributions;
using Shouldly;
using Xunit;
using static Gambeta.Core.Tests.JudgedSets;

namespace Gambeta.Core.Tests;

/// <summary>What becomes of tempo, evenness and slips towards the end of a round.</summary>
public sealed class WithinRoundTests
{
    /// <summary>A round of thirty seconds in which the gap at a time is said in seconds, with some unevenness and slips that depend on the
    /// time as well.</summary>
    private static PracticeSet Tapped(
        int day,
        Func<double, double> gap,
        Func<double, double>? uneven = null,
        Func<double, double>? slips = null,
        double seconds = 30
    )
    {
        var (chance, at, events) = (new Random(day), 0.4, new List<PlayEvent>());
        // No two rounds have quite the same tempo, so that the whistle falls anywhere between two touches.
        var tempo = 0.93 + (0.14 * chance.NextDouble());
        while (at < seconds)
        {
            events.Add(
                new PlayEvent(
                    (int)(at * 100),
                    chance.NextDouble() < (slips?.Invoke(at) ?? 0) ? PlayEventKind.Slip : PlayEventKind.Touch,
                    Foot.Left
                )
            );
            at += tempo * gap(at) * Math.Exp(Normal.Sample(chance, 0, uneven?.Invoke(at) ?? 0.05));
        }
        return Round(events.Count, day) with
        {
            Events = PlayNotation.Write(events),
            Worked = TimeSpan.FromSeconds(seconds),
            Planned = TimeSpan.FromSeconds(seconds),
        };
    }

    private static WithinRounds Of(
        Func<double, double> gap,
        Func<double, double>? uneven = null,
        Func<double, double>? slips = null,
        int rounds = 12,
        int from = 0
    ) => WithinRounds.Of(Enumerable.Range(from, rounds).Select(day => Tapped(day, gap, uneven, slips)));

    [Fact]
    public void A_steady_round_holds_whatever_its_tempo_and_a_slowing_one_falls_off_by_as_much_as_it_slows()
    {
        foreach (var gap in new[] { 0.35, 0.5, 0.61, 0.83, 1.07 })
        {
            var steady = Enumerable.Range(0, 20).Select(i => Of(_ => gap, from: i * 12)).ToList();
            steady.Average(round => round.Tempo.By).ShouldBe(0, 0.02, $"the thirds are counted alike at a gap of {gap}");
            steady.Count(round => round.Tempo.Kind == HoldKind.FellOff).ShouldBe(0);
            steady.Count(round => round.Tempo.Kind == HoldKind.Held).ShouldBeGreaterThan(16);
        }
        // From 120 to 80 a minute, evenly: the thirds stand at about 113 and 87, a quarter apart.
        var slowing = Of(at => 60 / (120 - (40 * at / 30)));
        slowing.Tempo.Kind.ShouldBe(HoldKind.FellOff);
        slowing.Tempo.By.ShouldBe(-26.7 / 100, 0.03);
        // Somebody who stops five seconds before the end slows as well.
        Of(at => at > 25 ? 30 : 0.5).Tempo.Kind.ShouldBe(HoldKind.FellOff);
    }

    [Fact]
    public void Touches_that_come_unevenly_at_the_end_and_slips_that_rise_are_told_apart()
    {
        var uneven = Of(_ => 0.6, at => at > 18 ? 0.5 : 0.03);
        (uneven.Evenness.Kind, uneven.Slips.Kind).ShouldBe((HoldKind.FellOff, HoldKind.Unknown));
        var slipping = Of(_ => 0.6, null, at => at > 18 ? 0.35 : 0.02);
        slipping.Slips.Kind.ShouldBe(HoldKind.FellOff);
        slipping.Slips.By.ShouldBe(-0.33, 0.08);
        Of(_ => 0.6, null, _ => 0.1).Slips.Kind.ShouldNotBe(HoldKind.FellOff);
    }

    [Fact]
    public void What_nobody_tapped_or_what_has_no_length_says_nothing()
    {
        WithinRounds.Of([]).Tempo.Kind.ShouldBe(HoldKind.Unknown);
        var set = Tapped(1, at => at > 20 ? 3 : 0.5);
        IEnumerable<PracticeSet> Many(Func<PracticeSet, PracticeSet> change) =>
            Enumerable.Range(0, 8).Select(day => change(set with { StartedAt = set.StartedAt.AddDays(day) }));
        WithinRounds.Of(Many(one => one)).Tempo.Kind.ShouldBe(HoldKind.FellOff);
        foreach (
            var says in new Func<PracticeSet, PracticeSet>[]
            {
                one => one with { Events = null },
                one => one with { Planned = null },
                one => one with { CountedBy = CountedBy.Typed },
                one => one with { Events = "no such words" },
                one => one with { Events = "l1 l1 l1" },
                one => one with { Worked = TimeSpan.Zero },
            }
        )
            WithinRounds.Of(Many(says)).Tempo.Kind.ShouldBe(HoldKind.Unknown);
        WithinRounds.Of(Many(one => one).Take(2)).Tempo.Kind.ShouldBe(HoldKind.Unknown, "two rounds are too few");
    }
}

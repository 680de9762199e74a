using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Measuring;
using MathNet.Numerics.Distributions;
using Shouldly;
using Xunit;

namespace Gambeta.Core.Tests;

/// <summary>Closed forms against counting by hand and against playing it out, which knows nothing of them.</summary>
public sealed class OddsTests
{
    private const int Plays = 400_000;

    [Fact]
    public void Two_heads_running_in_three_throws_are_three_of_eight()
    {
        RunsOfHeads.Reach(2, 3, 0.5).ShouldBe(3 / 8.0, 1e-12);
        RunsOfHeads.Reach(3, 3, 0.5).ShouldBe(1 / 8.0, 1e-12);
        RunsOfHeads.Reach(0, 3, 0.5).ShouldBe(1);
        RunsOfHeads.Reach(4, 3, 0.5).ShouldBe(0);
    }

    [Theory]
    [InlineData(9, 40, 0.85)]
    [InlineData(25, 46, 0.97)]
    public void The_longest_run_of_passes_is_as_when_it_is_played(int run, int passes, double clean)
    {
        var chance = new Random(5);
        Played(() =>
            {
                var (now, longest) = (0, 0);
                for (var i = 0; i < passes; i++)
                    longest = Math.Max(longest, now = chance.NextDouble() < clean ? now + 1 : 0);
                return longest >= run;
            })
            .ShouldBe(RunsOfHeads.Reach(run, passes, clean), 0.003);
    }

    [Fact]
    public void A_touch_that_holds_nine_times_in_ten_holds_five_touches_with_its_fourth_power() =>
        TryShape.All[0].Holds(0.9, 5).ShouldBe(Math.Pow(0.9, 4), 1e-12);

    [Theory]
    [InlineData(0.85, 12)]
    [InlineData(0.95, 60)]
    public void Tries_that_differ_are_beta_geometric(double hold, int touches)
    {
        var (usual, drops, chance) = (-1 / Math.Log(hold), 4.0, new Random(7));
        var holds = usual / (Math.Exp(1 / drops) - 1);
        Played(() => chance.NextDouble() < Math.Pow(Beta.Sample(chance, holds, drops), touches - 1), 200_000)
            .ShouldBe(TryShape.All[1].Holds(hold, touches), 0.004);
    }

    [Theory]
    [InlineData(3, 12, 0.8)]
    [InlineData(5, 20, 0.93)]
    public void The_highest_rung_is_as_when_the_ladder_is_climbed(int rung, int goes, double hold)
    {
        var chance = new Random(11);
        Played(
                () =>
                {
                    var (at, highest) = (0, 0);
                    for (var go = 0; go < goes; go++)
                    {
                        var touches = 0;
                        while (touches <= at && chance.NextDouble() < hold)
                            touches++;
                        at = LadderResult.After(at, new JugglingTry(touches, touches > at ? TryEnd.Stopped : TryEnd.Dropped));
                        highest = Math.Max(highest, at);
                    }
                    return highest >= rung;
                },
                100_000
            )
            .ShouldBe(HighestRung.Reach(rung, goes, hold), 0.005);
    }

    [Theory]
    [InlineData(2, 10)]
    [InlineData(4, 16)]
    public void The_height_held_is_as_when_balls_are_dropped(int height, int tries)
    {
        double Kills(int from) => 0.9 - (0.12 * from);
        var chance = new Random(13);
        Played(
                () =>
                {
                    var inside = new List<bool>();
                    for (var i = 0; i < tries; i++)
                        inside.Add(chance.NextDouble() < Kills((int)(TrapHeights.Of([.. inside, true])[^1].From)));
                    return (int)(new TrapResult(TrapHeights.Of(inside)).Held ?? 0) >= height;
                },
                40_000
            )
            .ShouldBe(HeightHeld.Reach(height, tries, Kills), 0.008);
    }

    [Fact]
    public void Points_of_many_tries_are_as_when_they_are_thrown()
    {
        var (chance, row) = (new Random(17), new double[LevelScale.Nodes]);
        new PointsOutcome([0.5, 0.3, 0.2, 0, 0, 0], 10).Reaches(12, row);
        const int Node = 20;
        var hit = 1 / (1 + Math.Exp(-(LevelScale.LowestChance + (Node * LevelScale.Chances.Step))));
        Played(() =>
                Enumerable
                    .Range(0, 10)
                    .Sum(_ =>
                        chance.NextDouble() >= hit
                            ? 0
                            : chance.NextDouble() switch
                            {
                                < 0.5 => 1,
                                < 0.8 => 2,
                                _ => 3,
                            }
                    ) >= 12
            )
            .ShouldBe(row[Node], 0.003);
    }

    [Fact]
    public void A_kernel_has_the_mean_and_the_spread_that_it_was_asked_for()
    {
        foreach (var (mean, spread) in new[] { (0.0, 0.3), (0.2, 0.7), (-0.4, 1.5), (1.3, 4.0), (-2.2, 0.9) })
        {
            var (from, onto) = (new double[LevelScale.Nodes], new double[LevelScale.Nodes]);
            from[30] = 1;
            Kernel.Bell(mean, spread).Spread(from, onto);
            var (sum, at, square) = (
                onto.Sum(),
                onto.Select((w, i) => w * (i - 30)).Sum(),
                onto.Select((w, i) => w * (i - 30) * (i - 30)).Sum()
            );
            sum.ShouldBe(1, 1e-9);
            at.ShouldBe(mean, 0.01);
            Math.Sqrt(Math.Max(0, square - (at * at)))
                .ShouldBe(Math.Max(spread, Math.Sqrt(Math.Max(0, Math.Abs(mean) - (mean * mean)))), 0.08);
        }
    }

    private static double Played(Func<bool> cameOff, int plays = Plays) => Enumerable.Range(0, plays).Count(_ => cameOff()) / (double)plays;
}

using Gambeta.Core.Insight.Judgement;
using MathNet.Numerics.Distributions;
using Shouldly;
using Xunit;
using static Gambeta.Core.Tests.JudgedSets;

namespace Gambeta.Core.Tests;

/// <summary>What is worked out quickly, worked out once more the slow way.</summary>
public sealed class ArithmeticOfJudgementTests
{
    [Theory]
    [InlineData(0, 0.2), InlineData(0.3, 0.1), InlineData(-1.4, 2.2), InlineData(0.4, 5), InlineData(0, 14)]
    public void A_kernel_spreads_and_gathers_as_its_weights_say(double mean, double spread)
    {
        const int Nodes = LevelScale.Nodes;
        var kernel = Kernel.Bell(mean, spread);
        double[] From(int at) => [.. Enumerable.Range(0, Nodes).Select(i => i == at ? 1.0 : 0)];
        // One level after the other: where its weight goes, and what is gathered from there is the same table turned round.
        var table = Enumerable
            .Range(0, Nodes)
            .Select(at =>
            {
                var onto = new double[Nodes];
                kernel.Spread(From(at), onto, 2);
                return onto;
            })
            .ToArray();
        foreach (var row in table)
            row.Sum().ShouldBe(2, 1e-9, "nothing is lost over the ends");
        var middle = table[Nodes / 2].Select((weight, i) => (weight, i)).ToList();
        middle.Sum(one => one.weight * (one.i - (Nodes / 2))).ShouldBe(2 * mean, 0.02 + (spread > 10 ? 0.5 : 0));
        for (var at = 0; at < Nodes; at += 7)
        {
            var gathered = new double[Nodes];
            kernel.Gather(From(at), gathered);
            for (var i = 0; i < Nodes; i++)
                gathered[i].ShouldBe(table[i][at] / 2, 1e-12);
        }
    }

    [Theory]
    [InlineData("hits"), InlineData("round"), InlineData("tries"), InlineData("run"), InlineData("passes")]
    public void A_quantile_is_the_least_value_that_is_not_gone_beyond_with_that_chance(string kind)
    {
        var chance = new Random(8);
        var outlook = Next(
            Enumerable
                .Range(0, 12)
                .Select(i =>
                    kind switch
                    {
                        "hits" => Hits(chance.Next(3, 9), 10, i),
                        "round" => Round(chance.Next(20, 60), i),
                        "tries" => Tries([.. Enumerable.Range(0, 5).Select(_ => chance.Next(1, 40))], i),
                        "run" => Run(chance.Next(14, 26), chance.Next(0, 2), i),
                        _ => Passes(40, chance.Next(8, 40), chance.Next(0, 4), i),
                    }
                )
        );
        foreach (var share in new[] { 0.01, 0.05, 0.25, 0.5, 0.7, 0.95, 0.99 })
        {
            var slowly = Enumerable
                .Range(outlook.Outcome.Range.Least, 5000)
                .First(value => value == outlook.Outcome.Range.Most || outlook.AtMost(value) >= share);
            outlook.Quantile(share).ShouldBe(slowly, $"{kind} {share}");
        }
    }

    [Fact]
    public void A_pace_lies_about_its_level_as_bells_do()
    {
        // One set of 60 touches in half a minute, with a wide prior: the chance of more than so many, summed over levels and scatters by
        // hand.
        var form = Form([Round(60, 0)]).Form;
        var weights = new double[LevelScale.Nodes];
        form.Skill!.Form(weights);
        double ByHand(int value) =>
            weights
                .Select(
                    (weight, i) =>
                        weight
                        * form.Kinds.Select(
                                (kind, k) =>
                                    kind
                                    * (
                                        1
                                        - Normal.CDF(
                                            form.Skill.At(i),
                                            new[] { 0.025, 0.045, 0.08, 0.14, 0.25 }[k],
                                            Math.Log((value - 0.5) * 2)
                                        )
                                    )
                            )
                            .Sum()
                )
                .Sum();
        var outcome = Insight
            .Judgement.FormModels.Of(Base.Measures.MeasuredBy.TouchesInARound)
            .Ahead(form, new SetDose(TimeSpan.FromSeconds(30), null))!;
        var outlook = new PredictiveDistribution(form.Skill, outcome);
        foreach (var value in new[] { 20, 45, 55, 60, 61, 70, 90, 130 })
            outlook.Reaches(value).ShouldBe(ByHand(value), 0.003, $"{value}");
    }

    [Fact]
    public void Runs_of_heads_on_every_level_are_those_of_each()
    {
        // Against playing all 2^12 throws out.
        foreach (var run in new[] { 1, 2, 3, 5, 9, 12 })
        {
            var outcome = new LongestRun([(12, 1.0)]);
            var row = new double[LevelScale.Nodes];
            outcome.Reaches(run, row);
            foreach (var node in new[] { 3, 20, 33, 50 })
            {
                var heads = 1 / (1 + Math.Exp(-(LevelScale.LowestChance + (node * LevelScale.Chances.Step))));
                var slowly = Enumerable
                    .Range(0, 1 << 12)
                    .Where(throws => Enumerable.Range(0, 13 - run).Any(at => ((throws >> at) & ((1 << run) - 1)) == (1 << run) - 1))
                    .Sum(throws =>
                        Math.Pow(heads, System.Numerics.BitOperations.PopCount((uint)throws))
                        * Math.Pow(1 - heads, 12 - System.Numerics.BitOperations.PopCount((uint)throws))
                    );
                row[node].ShouldBe(slowly, 1e-9);
            }
        }
    }
}

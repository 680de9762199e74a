using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Shouldly;
using Xunit;

namespace Gambeta.Core.Tests;

/// <summary>What is said before each set of players whose truth is known, beside what then happened: on sorts of players that no figure
/// here was tuned to one by one.</summary>
public sealed class ForetellingTests
{
    private static readonly DrillCatalogue Catalogue = DrillCatalogue.Shipped();

    [Fact]
    public void What_is_said_of_all_sorts_of_players_together_happens_as_often_as_said()
    {
        var said = SortsOfPlayers.All.SelectMany(sort => Said(sort, 8)).ToList();
        said.Count.ShouldBeGreaterThan(8000);
        Tenths(said).Sum(tenth => tenth.Count() * Off(tenth)).ShouldBeLessThan(0.03 * said.Count);
        foreach (var kind in said.GroupBy(one => one.Kind))
            Off(kind).ShouldBeLessThan(0.05, kind.Key);
        said.Average(one => one.In50 ? 1.0 : 0).ShouldBeInRange(0.45, 0.68);
        said.Average(one => one.In90 ? 1.0 : 0).ShouldBeInRange(0.87, 0.96);
        said.Average(one => one.Chance is >= 0.25 and <= 0.75 ? 1.0 : 0).ShouldBeGreaterThan(0.95);
    }

    [Theory]
    [InlineData("plain", 0.03)]
    [InlineData("still", 0.03)]
    [InlineData("moods", 0.04)]
    [InlineData("click", 0.06)]
    [InlineData("worse", 0.05)]
    public void Each_sort_is_followed(string sort, double most)
    {
        var said = Said(sort, 16);
        (Tenths(said).Sum(tenth => tenth.Count() * Off(tenth)) / said.Count).ShouldBeLessThan(most);
    }

    [Fact]
    public void What_lies_before_the_sets_that_are_read_hardly_changes_what_is_said()
    {
        // Half a year of every other day, three sets each, of players who learn, wander and have better and worse days.
        var apart = Enumerable
            .Range(1, 40)
            .Select(seed =>
            {
                var (chance, level) = (new Random(seed), -0.5);
                var sets = Enumerable
                    .Range(0, 90)
                    .SelectMany(day =>
                    {
                        level += (0.03 * chance.NextDouble()) + (0.15 * (chance.NextDouble() - 0.5));
                        var form = level + (0.6 * (chance.NextDouble() - 0.5));
                        return Enumerable
                            .Range(1, 3)
                            .Select(order =>
                                seed % 2 == 0
                                    ? JudgedSets.Hits(
                                        Enumerable.Range(0, 10).Count(_ => chance.NextDouble() < 1 / (1 + Math.Exp(-form))),
                                        10,
                                        day * 2,
                                        order
                                    )
                                    : JudgedSets.Round(
                                        (int)(40 * Math.Exp(0.3 * form) * (0.95 + (0.1 * chance.NextDouble()))),
                                        day * 2,
                                        order
                                    )
                            )
                            .ToList();
                    })
                    .Select(set => new JudgedSet(set))
                    .ToList();
                var key = FormKey.Of(sets[0].Set);
                var (all, latest) = (KeyForm.Of(key, sets), KeyForm.Of(key, sets.TakeLast(KeySets.Most - KeySets.Step + 1)));
                var (dose, day) = (SetDose.Of(sets[^1].Set), sets[^1].Set.Day.AddDays(2));
                var (known, read) = (all.Ahead(Guid.Empty, day, dose)!, latest.Ahead(Guid.Empty, day, dose)!);
                var aim = Target.Of(known).Value;
                return Math.Abs(known.Reaches(aim) - read.Reaches(aim));
            })
            .ToList();
        apart.Average().ShouldBeLessThan(0.02);
        apart.Max().ShouldBeLessThan(0.08);
    }

    [Fact]
    public void Decisions_are_held_against_the_hidden_truth()
    {
        var (moved, wrong, ready, told, poor, back, fine, fineBack) = (0, 0, 0, 0, 0, 0, 0, 0);
        foreach (var sort in SortsOfPlayers.All)
        {
            foreach (var key in Said(sort, 10).Where(one => one.Kind is "reps" or "hits").GroupBy(one => one.Key))
            {
                var sets = key.ToList();
                for (var i = 8; i < sets.Count; i++)
                {
                    var lately = sets.GetRange(i - 7, 8).Select(one => one.Truth).ToList();
                    var (kind, mean) = (sets[i].Decision, lately.Average());
                    if (kind == DecisionKind.MoveOn)
                        (moved, wrong) = (moved + 1, wrong + (mean < 0.72 ? 1 : 0));
                    if (lately.Min() >= 0.86)
                        (ready, told) = (ready + 1, told + (kind == DecisionKind.MoveOn ? 1 : 0));
                    if (lately.Max() <= 0.5)
                        (poor, back) = (poor + 1, back + (kind == DecisionKind.StepBack ? 1 : 0));
                    if (mean >= 0.7)
                        (fine, fineBack) = (fine + 1, fineBack + (kind == DecisionKind.StepBack ? 1 : 0));
                }
            }
        }
        ready.ShouldBeGreaterThan(100);
        poor.ShouldBeGreaterThan(100);
        (wrong / (double)moved).ShouldBeLessThan(0.03);
        (told / (double)ready).ShouldBeGreaterThan(0.85);
        (back / (double)poor).ShouldBeGreaterThan(0.75);
        (fineBack / (double)fine).ShouldBeLessThan(0.01);
    }

    private sealed record One(FormKey Key, string Kind, double Chance, bool Hit, bool In50, bool In90, DecisionKind Decision, double Truth);

    private static List<One> Said(string sort, int players)
    {
        var (replay, seen, said) = (new Replay(Catalogue), new Dictionary<FormKey, int>(), new List<One>());
        foreach (var hidden in SortsOfPlayers.Diary(sort, players, 77))
        {
            var key = FormKey.Of(hidden.Set);
            var before = replay.Before(hidden.Set);
            if ((seen[key] = seen.GetValueOrDefault(key) + 1) < 7)
                continue;
            before.ShouldNotBeNull($"something is said of {hidden.Kind} from the seventh set on");
            var value = key.Model.Value(hidden.Set);
            said.Add(
                new One(
                    key,
                    hidden.Kind,
                    before.Target.Chance,
                    WasItRight.Reached(before.Target.Value, hidden.Set),
                    before.Quantiles.Q25 <= value && value <= before.Quantiles.Q75,
                    before.Quantiles.Q05 <= value && value <= before.Quantiles.Q95,
                    before.Decision,
                    hidden.Chance
                )
            );
        }
        return said;
    }

    private static IEnumerable<IGrouping<int, One>> Tenths(IEnumerable<One> said) => said.GroupBy(one => (int)(one.Chance * 10));

    private static double Off(IEnumerable<One> said) =>
        said.ToList() is var all ? Math.Abs(all.Average(one => one.Chance) - all.Average(one => one.Hit ? 1.0 : 0)) : 0;
}

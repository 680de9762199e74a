using System.Collections.Immutable;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Tests.Planning;

/// <summary>Two or three on one evening: nobody's order is changed, and no other order lays the yard less often.</summary>
public sealed class EveningTests
{
    private static readonly ImmutableArray<DrillCard> Laid = [.. Cards.All.Cards.Where(card => card.Layout is not null).Take(5)],
        Plain = [.. Cards.All.Cards.Where(card => card.Layout is null).Take(5)];

    private static ImmutableArray<SheetDrill> Session(Random chance, int drills) =>
        [
            .. Enumerable
                .Range(0, drills)
                .Select(_ => (chance.Next(3) == 0 ? Plain : Laid)[chance.Next(5)])
                .Select(card => SheetDrill.Of(new SheetItem(SheetPart.Focus, card.Id), card, Level.Steady)),
        ];

    // Every way to shuffle them, counted by hand.
    private static int Fewest(IReadOnlyList<ImmutableArray<SheetDrill>> sessions, int[] done, string? lies)
    {
        var fewest = int.MaxValue;
        for (var who = 0; who < sessions.Count; who++)
        {
            if (done[who] == sessions[who].Length)
                continue;
            var layout = sessions[who][done[who]++].Card.Layout?.Key;
            fewest = Math.Min(fewest, (layout is not null && layout != lies ? 1 : 0) + Fewest(sessions, done, layout ?? lies));
            done[who]--;
        }
        return fewest == int.MaxValue ? 0 : fewest;
    }

    [Fact]
    public void Taking_turns_lays_the_yard_as_seldom_as_any_order_does_and_keeps_each_ones_own()
    {
        foreach (var seed in Enumerable.Range(1, 60))
        {
            var chance = new Random(seed);
            var sessions = Enumerable.Range(0, chance.Next(1, 4)).Select(_ => Session(chance, chance.Next(0, 5))).ToList();
            var (turns, after) = (Evening.TakingTurns(sessions), Evening.OneAfterAnother(sessions));
            turns.Layings.ShouldBe(Fewest(sessions, new int[sessions.Count], null), $"seed {seed}");
            foreach (var evening in new[] { turns, after })
            {
                for (var who = 0; who < sessions.Count; who++)
                    evening.Turns.Where(turn => turn.Who == who).Select(turn => turn.Drill).ShouldBe(sessions[who]);
                evening.Turns.Count(turn => turn.Lays).ShouldBe(evening.Layings);
            }
            turns.Layings.ShouldBeLessThanOrEqualTo(after.Layings);
            after.Layings.ShouldBeLessThanOrEqualTo(after.Apart);
        }
        Should.Throw<ArgumentException>(() => Evening.TakingTurns([]));
    }

    [Fact]
    public void Who_plays_beside_another_is_planned_onto_what_lies()
    {
        // Over many households: what lies already is chosen more often than without.
        var (alone, beside) = (0, 0);
        foreach (var seed in Enumerable.Range(2000, 80))
        {
            var (facts, ask) = RandomHouseholds.Of(seed);
            int On(SessionPlan plan, IReadOnlySet<string> lying) =>
                plan.Drills.Count(planned => facts.Catalogue.Find(planned.Item.Drill)?.Layout is { } layout && lying.Contains(layout.Key));
            var lying = facts
                .Catalogue.Cards.Where(card => card.Layout is not null)
                .Select(card => card.Layout!.Key)
                .Distinct()
                .Take(6)
                .ToHashSet();
            alone += On(SessionPlanner.Plan(facts, ask), lying);
            beside += On(SessionPlanner.Plan(facts with { Lying = lying }, ask), lying);
        }
        beside.ShouldBeGreaterThan(alone);
    }
}

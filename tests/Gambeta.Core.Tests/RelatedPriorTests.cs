using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;
using Shouldly;
using Xunit;
using static Gambeta.Core.Tests.JudgedSets;

namespace Gambeta.Core.Tests;

/// <summary>Where a key begins that has no sets yet.</summary>
public sealed class RelatedPriorTests
{
    private static PracticeSet As(PracticeSet set, string drill, Feet feet, string? layout = null, Guid? player = null) =>
        set with
        {
            Id = Guid.NewGuid(),
            Drill = drill,
            Feet = feet,
            Layout = layout,
            PlayerId = player ?? Player,
        };

    private static PlayerForms Known(params IEnumerable<PracticeSet> sets) =>
        PlayerForms.Of(Cards.All, sets.Select(set => new JudgedSet(set)));

    private static int Middle(KeyForm form, PracticeSet like) =>
        form.Ahead(Guid.NewGuid(), like.Day.AddDays(1), SetDose.Of(like))?.Quantile(0.5) ?? -1;

    [Fact]
    public void The_other_foot_begins_where_the_first_one_stands()
    {
        var (poor, good) = (
            Known(Enumerable.Range(0, 8).Select(i => As(Reps(2, 8, i), "v-cut", Feet.Left))),
            Known(Enumerable.Range(0, 8).Select(i => As(Reps(7, 8, i), "v-cut", Feet.Left)))
        );
        var other = As(Reps(5, 8, 9), "v-cut", Feet.Right);
        Middle(poor.Before(FormKey.Of(other)), other).ShouldBeLessThan(5);
        Middle(good.Before(FormKey.Of(other)), other).ShouldBeGreaterThan(5);
        // A tempo and a time as well, and less sure than of the foot itself.
        var quick = Known(Enumerable.Range(0, 8).Select(i => As(Run(21, 0, i), "zigzag-and-home", Feet.Left, "yard-a")));
        var run = As(Run(30, 0, 9), "zigzag-and-home", Feet.Right, "yard-a");
        Middle(quick.Before(FormKey.Of(run)), run).ShouldBeInRange(200, 222);
        int Width(FormKey key) =>
            Quantiles.Of(quick.Before(key).Ahead(Guid.NewGuid(), run.Day, SetDose.Of(run))!) is var q ? q.Q95 - q.Q05 : 0;
        Width(FormKey.Of(run)).ShouldBeGreaterThan(2 * Width(FormKey.Of(run) with { Feet = Feet.Left }));
    }

    [Fact]
    public void A_time_says_nothing_of_another_layout_and_a_player_nothing_of_another()
    {
        var run = As(Run(30, 0, 9), "zigzag-and-home", Feet.Both, "yard-b");
        Known(Enumerable.Range(0, 8).Select(i => As(Run(21, 0, i), "zigzag-and-home", Feet.Both, "yard-a")))
            .Before(FormKey.Of(run))
            .Form.Skill.ShouldBeNull();
        var reps = As(Reps(5, 8, 9), "v-cut", Feet.Right, player: Guid.NewGuid());
        Known(Enumerable.Range(0, 8).Select(i => As(Reps(2, 8, i), "v-cut", Feet.Left))).Before(FormKey.Of(reps)).Form.Skill.ShouldBeNull();
    }

    [Fact]
    public void The_rung_below_is_nearer_than_the_family_and_the_card_says_what_nobody_else_does()
    {
        var below = Cards.All.Cards.First(card =>
            card.MeasuredBy == Base.Measures.MeasuredBy.CleanReps
            && Cards.All.Rungs.Above(card).Any(above => above.MeasuredBy == Base.Measures.MeasuredBy.CleanReps)
        );
        var above = Cards.All.Rungs.Above(below).First(card => card.MeasuredBy == Base.Measures.MeasuredBy.CleanReps);
        var family = Cards.All.Cards.First(card =>
            card.Family == above.Family && card.MeasuredBy == above.MeasuredBy && card != above && !above.After.Contains(card.Id)
        );
        FormKey Of(DrillCard card) => new(Player, card.Id, card.MeasuredBy, Feet.Left, "");
        RelatedPrior
            .Nearest(Of(above), [new(Of(below), 8, DateTimeOffset.MinValue), new(Of(family), 20, DateTimeOffset.MaxValue)], Cards.All)!
            .Value.Key.Drill.ShouldBe(below.Id);

        var round = As(Round(40, 3), "inside-taps", Feet.Both);
        var fromCard = Middle(Known().Before(FormKey.Of(round)), round);
        fromCard.ShouldBeInRange(60, 70, "130 touches a minute is the card's steady tempo: 65 in half a minute");
    }

    [Fact]
    public void What_a_kin_said_is_soon_forgotten()
    {
        var left = Enumerable.Range(0, 8).Select(i => As(Reps(1, 8, i), "v-cut", Feet.Left));
        var right = Enumerable.Range(10, 6).Select(i => As(Reps(8, 8, i), "v-cut", Feet.Right)).ToList();
        var with = Known([.. left, .. right]).Before(FormKey.Of(right[0]));
        Middle(with, right[^1]).ShouldBeGreaterThanOrEqualTo(7);
        // And a key far off the card's tempo is found all the same.
        var slow = Enumerable.Range(0, 5).Select(i => As(Round(14, i), "inside-taps", Feet.Both)).ToList();
        Middle(Known(slow).Before(FormKey.Of(slow[0])), slow[^1]).ShouldBeInRange(12, 16);
    }
}

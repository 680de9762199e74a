using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;
using Shouldly;
using Xunit;
using static Gambeta.Core.Tests.JudgedSets;

namespace Gambeta.Core.Tests;

/// <summary>What stands follows from the sets: from wherever it is worked out, the same comes of it.</summary>
public sealed class KeySetsTests
{
    // Half a year of one key, getting better, with bad days.
    private static readonly IReadOnlyList<JudgedSet> Sets =
    [
        .. Enumerable
            .Range(0, 187)
            .Select(i => new JudgedSet(Reps(Math.Clamp(3 + (i / 30) + (i * 7919 % 4) - (i % 50 > 43 ? 4 : 0), 0, 8), 8, i / 3, i))),
    ];
    private static readonly FormKey Key = FormKey.Of(Sets[0].Set);

    private static KeySets From(int first) => new(Key, first, [.. Sets.Skip(first)], [.. Sets.Take(first).Select(one => one.Set)], null);

    [Fact]
    public void Every_set_is_judged_by_itself_and_at_least_sixty_before_it()
    {
        for (var nth = 0; nth < 500; nth++)
            (nth + 1 - KeySets.FirstFor(nth)).ShouldBeInRange(Math.Min(nth + 1, KeySets.Most - KeySets.Step + 1), KeySets.Most);
    }

    [Fact]
    public void From_wherever_it_is_worked_out_the_same_stands_and_the_same_was_decided()
    {
        var whole = Judged.Of(From(0), 0, [], Cards.All);
        whole.Decisions.Length.ShouldBeGreaterThan(4);
        for (var from = 0; from <= Sets.Count; from++)
        {
            var before = whole.Decisions.Where(turn => turn.Nth < from).ToList();
            var part = Judged.Of(
                From(KeySets.FirstFor(Math.Min(from, Sets.Count - 1))),
                from,
                [.. before.Select(turn => turn.Decision.Kind)],
                Cards.All
            );
            part.Verdict.ShouldBe(whole.Verdict);
            before
                .Concat(part.Decisions)
                .Select(turn => (turn.Nth, turn.Decision))
                .ShouldBe(whole.Decisions.Select(turn => (turn.Nth, turn.Decision)));
        }
    }

    [Fact]
    public void What_was_decided_after_a_set_is_what_stood_then()
    {
        var whole = Judged.Of(From(0), 0, [], Cards.All);
        foreach (var turn in whole.Decisions)
            Judged
                .Of(KeySets.AllOf(Sets.Take(turn.Nth + 1), Cards.All).Single(), 0, [], Cards.All)
                .Verdict!.Decision.ShouldBe(turn.Decision);
    }

    [Fact]
    public void A_kin_counts_as_it_stood_before_the_first_set_whatever_it_did_later()
    {
        static PracticeSet Other(PracticeSet set) => set with { Feet = set.Feet == Feet.Left ? Feet.Right : Feet.Left };
        var right = Enumerable.Range(20, 4).Select(i => new JudgedSet(Other(Reps(4, 8, i)))).ToList();
        var early = Enumerable.Range(0, 15).Select(i => new JudgedSet(Reps(2, 8, i))).ToList();
        var late = Enumerable.Range(30, 80).Select(i => new JudgedSet(Reps(8, 8, i))).ToList();
        Verdict Of(IEnumerable<JudgedSet> sets) =>
            Judged.Of(KeySets.AllOf(sets, Cards.All).Single(key => key.Key == FormKey.Of(right[0].Set)), 0, [], Cards.All).Verdict!;
        Of([.. early, .. right, .. late]).ShouldBe(Of([.. early, .. right]));
        Of([.. early, .. right]).Quantiles.ShouldNotBe(Of(right).Quantiles);
        // Set by set it begins in the same place.
        Of([.. early, .. right])
            .ShouldBe(
                Verdict.Of(PlayerForms.Of(Cards.All, [.. early, .. right]).Keys[FormKey.Of(right[0].Set)], Cards.All.Find(Key.Drill))
            );
    }
}

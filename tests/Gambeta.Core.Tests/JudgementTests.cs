using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Shouldly;
using Xunit;
using static Gambeta.Core.Tests.JudgedSets;

namespace Gambeta.Core.Tests;

/// <summary>Laws that hold whatever was played, bad input, and decisions as a coach would take them.</summary>
public sealed class JudgementTests
{
    public static TheoryData<string> Kinds => ["hits", "reps", "round", "tries", "run", "passes"];

    // A set of middling quality, better by so many steps.
    private static PracticeSet Of(string kind, int day, int better = 0, int order = 1) =>
        kind switch
        {
            "hits" => Hits(Math.Clamp(6 + better, 0, 10), 10, day, order),
            "reps" => Reps(Math.Clamp(6 + better, 0, 8), 8, day, order),
            "round" => Round(40 + (2 * better), day, order),
            "tries" => Tries([5, 9, Math.Max(1, 14 + (4 * better)), 3, 7], day, order),
            "run" => Run(24 - better, 0, day, order),
            _ => Passes(40, Math.Clamp(15 + (3 * better), 1, 40), Math.Max(0, 2 - better), day, order),
        };

    private static List<PracticeSet> Weeks(string kind, int sets = 14, int seed = 3) =>
        new Random(seed) is var chance ? [.. Enumerable.Range(0, sets).Select(i => Of(kind, i * 3, chance.Next(-1, 2)))] : [];

    [Theory, MemberData(nameof(Kinds))]
    public void A_better_set_does_not_lower_the_odds_of_the_next(string kind)
    {
        var before = Weeks(kind);
        var (worse, same, better) = (
            Next([.. before, Of(kind, 42, -2)]),
            Next([.. before, Of(kind, 42)]),
            Next([.. before, Of(kind, 42, 2)])
        );
        var target = same.Quantile(0.5);
        worse.Reaches(target).ShouldBeLessThanOrEqualTo(same.Reaches(target) + 0.015);
        same.Reaches(target).ShouldBeLessThanOrEqualTo(better.Reaches(target) + 0.015);
        worse.Reaches(target).ShouldBeLessThan(better.Reaches(target));
    }

    [Theory, MemberData(nameof(Kinds))]
    public void Odds_fall_as_the_value_gets_harder_and_quantiles_are_in_order(string kind)
    {
        var outlook = Next(Weeks(kind));
        var (least, most) = outlook.Outcome.Range;
        var odds = Enumerable.Range(least, Math.Min(most - least, 400)).Select(outlook.Reaches).ToList();
        if (outlook.Outcome.LowerIsBetter)
            odds.Reverse();
        odds.Zip(odds.Skip(1)).ShouldAllBe(pair => pair.First >= pair.Second - 1e-9);
        var q = Quantiles.Of(outlook);
        new[] { q.Q05, q.Q25, q.Q50, q.Q75, q.Q95 }.ShouldBeInOrder();
        outlook.ReachesInOneOf(3, q.Q75).ShouldBeGreaterThanOrEqualTo(outlook.Reaches(q.Q75));
    }

    [Theory, MemberData(nameof(Kinds))]
    public void More_sets_of_one_quality_do_not_widen_the_band(string kind)
    {
        int Width(int sets) => Quantiles.Of(Next([.. Enumerable.Range(0, sets).Select(i => Of(kind, i * 3))])) is var q ? q.Q95 - q.Q05 : 0;
        Width(24).ShouldBeLessThanOrEqualTo(Width(6) + 1);
    }

    [Theory, MemberData(nameof(Kinds))]
    public void The_order_of_two_sets_of_one_instant_and_the_way_to_a_history_do_not_matter(string kind)
    {
        var sets = Weeks(kind);
        var twin = Of(kind, 39, 2) with { Id = Guid.NewGuid() };
        var target = Next([.. sets, twin]).Quantile(0.6);
        Next([.. Enumerable.Reverse(sets), twin]).Reaches(target).ShouldBe(Next([twin, .. sets]).Reaches(target), 1e-12);
    }

    [Theory, MemberData(nameof(Kinds))]
    public void A_typing_slip_of_a_factor_ten_moves_what_is_aimed_at_by_no_more_than_a_tenth(string kind)
    {
        for (var seed = 1; seed <= 25; seed++)
            ASlipMovesLittle(kind, Weeks(kind, 16, seed));
    }

    private static void ASlipMovesLittle(string kind, List<PracticeSet> sets)
    {
        PracticeSet slip = kind switch
        {
            "hits" => Set(new HitsResult(60, 4), 48, count: 10),
            "reps" => Set(new RepsResult(60, 2), 48, count: 8),
            "round" => Round(400, 48),
            "tries" => Tries([5, 9, 140, 3, 7], 48),
            "run" => Run(240, 0, 48),
            _ => Passes(400, 150, 2, 48),
        };
        var dose = SetDose.Of(sets[^1]);
        var (with, without) = (Form([.. sets, slip]), Form(sets));
        // What is reached one time in two: an aim is that, or the round number beside it.
        int Aim(KeyForm form) => form.Ahead(Guid.Empty, First.AddDays(51), dose)!.Quantile(0.5);
        Math.Abs(Aim(with) - Aim(without)).ShouldBeLessThanOrEqualTo(Math.Max(1, Aim(without) / 10));
    }

    [Fact]
    public void An_estimate_a_void_run_and_an_unfinished_round_judge_nothing()
    {
        var sets = Weeks("round");
        var estimate = Round(90, 42) with { CountedBy = CountedBy.Estimated };
        var broken = Round(90, 43) with { Worked = TimeSpan.FromSeconds(12) };
        Next([.. sets, estimate, broken], 0)
            .Quantile(0.5)
            .ShouldBe(Form(sets).Ahead(Guid.Empty, First.AddDays(43), SetDose.Of(sets[0]))!.Quantile(0.5));
        Form([Set(new RunResult(0, TimeSpan.FromSeconds(1), Void: true), 1)]).History.Sets.ShouldBe(0);
    }

    [Fact]
    public void Zeros_a_single_set_and_a_hole_of_a_year_are_lived_with()
    {
        Target.Of(Next([.. Enumerable.Range(0, 9).Select(i => Hits(0, 10, i * 3))])).Value.ShouldBeGreaterThanOrEqualTo(1);
        Next([Hits(6, 10, 0)]).Reaches(5).ShouldBeInRange(0.3, 0.95);
        var before = Weeks("round");
        var (soon, late) = (Next(before), Next(before, 365));
        (late.Quantile(0.95) - late.Quantile(0.05)).ShouldBeGreaterThan(soon.Quantile(0.95) - soon.Quantile(0.05));
        late.Quantile(0.5).ShouldBeLessThanOrEqualTo(soon.Quantile(0.5));
    }

    [Fact]
    public void A_target_is_about_even_prefers_a_round_number_and_a_record_in_reach()
    {
        var outlook = Next(Weeks("round", 20));
        var even = Target.Of(outlook);
        even.Chance.ShouldBeInRange(0.3, 0.7);
        var inReach = Enumerable.Range(even.Value - 5, 20).Last(value => outlook.Reaches(value) >= Target.Low);
        Target.Of(outlook, inReach).ShouldBe(new Target(inReach, outlook.Reaches(inReach), TargetReason.Record));
        Target.Of(outlook, even.Value + 40).Reason.ShouldNotBe(TargetReason.Record);
        // Wherever fifty has about an even chance it is fifty that is aimed at.
        var fifties = Enumerable
            .Range(40, 16)
            .Select(about => Next([.. Enumerable.Range(0, 20).Select(i => Round(about + (i % 5), i * 3))]))
            .Where(next => next.Reaches(50) is >= Target.Low and <= Target.High)
            .ToList();
        fifties.ShouldNotBeEmpty();
        fifties.ShouldAllBe(next => Target.Of(next, null) == new Target(50, next.Reaches(50), TargetReason.RoundNumber));
    }

    [Fact]
    public void Clean_and_repeatable_moves_on_once_does_not_and_apart_steps_back()
    {
        DecisionKind After(params (int Clean, int Day)[] sets) =>
            Decision.Of(Form(sets.Select((set, i) => Reps(set.Clean, 8, set.Day, i + 1))), CleanBar.Usual).Kind;
        After((8, 0), (8, 0), (8, 0), (8, 0)).ShouldBe(DecisionKind.TooEarly, "one day is no proof");
        After((8, 0), (7, 0), (8, 3), (8, 3), (7, 6), (8, 6)).ShouldBe(DecisionKind.MoveOn);
        After((6, 0), (6, 0), (5, 3), (6, 3), (6, 6), (5, 6)).ShouldBe(DecisionKind.Stay);
        After((3, 0), (2, 0), (3, 3), (4, 3), (3, 6), (2, 6)).ShouldBe(DecisionKind.StepBack);
        After((8, 0)).ShouldBe(DecisionKind.TooEarly);
    }

    [Fact]
    public void A_word_weighs_and_never_alone()
    {
        DecisionKind After(Control word, params int[] clean) =>
            Decision
                .Of(KeyForm.Of(FormKey.Of(Reps(1, 8, 0)), clean.Select((c, i) => new JudgedSet(Reps(c, 8, i), word))), CleanBar.Usual)
                .Kind;
        After(Control.FellApart, 8, 8, 8, 8, 8, 8, 8, 8).ShouldBe(DecisionKind.MoveOn);
        After(Control.Easy, 3, 2, 3, 3, 2, 3, 2, 3).ShouldBe(DecisionKind.StepBack);
        After(Control.Easy, 7, 6, 6, 7, 6, 7, 7, 6).ShouldBe(DecisionKind.MoveOn);
        After(Control.FellApart, 7, 6, 6, 7, 6, 7, 7, 6).ShouldBe(DecisionKind.Stay);
        // A count says nothing of control: there a drill that fell apart is not for moving on, however many touches it had.
        DecisionKind Counted(Control? word) =>
            Decision
                .Of(
                    KeyForm.Of(FormKey.Of(Round(1, 0)), Enumerable.Range(0, 10).Select(i => new JudgedSet(Round(50, i), word))),
                    new CleanBar(0.75, 30)
                )
                .Kind;
        Counted(null).ShouldBe(DecisionKind.MoveOn);
        Counted(Control.FellApart).ShouldBe(DecisionKind.Stay);
    }

    [Fact]
    public void A_best_from_before_all_that_is_read_is_still_the_one_to_beat()
    {
        var sets = Enumerable.Range(0, 40).Select(i => new JudgedSet(Round(36 + (i / 5) + (i % 2), i + 10))).ToList();
        var (key, dose) = (FormKey.Of(sets[0].Set), SetDose.Of(sets[0].Set));
        KeyForm Read(params PracticeSet[] older) => new KeySets(key, 0, sets, older, null).Now(Cards.All);
        Verdict Stands(params PracticeSet[] older) => Verdict.Of(Read(older), Cards.All.Find(key.Drill))!;
        var (known, knew) = (Read(), Read(Round(61, 2), Round(50, 1)));
        (known.History.BestIn(dose), knew.History.BestIn(dose)).ShouldBe((44, 61));
        (knew.History.Sets, knew.Form.Sets).ShouldBe((known.History.Sets, known.Form.Sets));
        Stands().NextDay.Reason.ShouldBe(TargetReason.Record);
        Stands(Round(61, 2)).NextDay.Reason.ShouldNotBe(TargetReason.Record);
        Stands(Round(61, 2)).Quantiles.ShouldBe(Stands().Quantiles);
    }

    [Fact]
    public void Better_is_said_only_when_days_say_so()
    {
        var before = Enumerable.Range(0, 6).Select(i => Round(40 + (i % 3), i * 3)).ToList();
        var now = Enumerable.Range(10, 6).Select(i => Round(48 + (i % 3), i * 3)).ToList();
        var change = Change.Between(before, now).ShouldHaveSingleItem();
        change.By.ShouldBe(8, 0.7);
        change.Sure.ShouldBeGreaterThan(Change.Surely);
        Change
            .Between(before, [.. now.Select(set => set with { Touches = new(20, 21) })])
            .ShouldHaveSingleItem()
            .Sure.ShouldBeLessThan(Change.Probably);
        Change.Between([before[0]], now).ShouldBeEmpty("one day compares with nothing");
    }
}

using System.Text.Json;
using CsCheck;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Tests;

/// <summary>Numbers that nobody can have played, and sets that are mended.</summary>
public class PlayedBoundsTests
{
    private static CheckedSet Sure(DrillCard card, SetDraft draft, Feet feet = Feet.Right, int? planned = null) =>
        SetCheck.Check(card, Cards.Frame(feet, planned, CountedBy.Typed) with { IsSure = true }, draft, Cards.Today);

    [Fact]
    public void No_press_of_sure_makes_a_number_true_that_nobody_can_have_played()
    {
        const int most = int.MaxValue;
        var refused = new[]
        {
            Sure(Cards.PullBack, new SetDraft { Right = 100_000_000, Seconds = 30 }, planned: 30),
            Sure(
                Cards.InsideTaps,
                new SetDraft
                {
                    Left = 1_500_000_000,
                    Right = 1_500_000_000,
                    Seconds = 30,
                },
                Feet.Both,
                30
            ),
            Sure(
                Cards.TwoRolls,
                new RepsDraft
                {
                    Reps = 100_000_000,
                    Slips = 100_000_000,
                    Seconds = 30,
                }
            ),
            Sure(
                Cards.TwoRolls,
                new RepsDraft
                {
                    Reps = most,
                    Slips = most,
                    Seconds = 3600,
                }
            ),
            Sure(
                Cards.Juggling,
                new TriesDraft
                {
                    TryTouches = [most, most, most],
                    TryDropped = [true, true, true],
                    Seconds = 30,
                },
                Feet.Both
            ),
            Sure(
                Cards.Wall,
                new PassesDraft
                {
                    Left = 20,
                    LongestRun = most,
                    Slips = 0,
                    Seconds = 30,
                },
                Feet.Left,
                30
            ),
            Sure(Cards.Zigzag, new RunDraft { Seconds = 0.5, Clips = 0 }, Feet.Both),
            Sure(Cards.Zigzag, new RunDraft { Seconds = 20, Clips = most }, Feet.Both),
            Sure(
                Cards.All.Cards.First(c => c.MeasuredBy == MeasuredBy.StationsTime),
                new StationsDraft { StationTries = [1, 1, 1, most], Seconds = 60 },
                Feet.Both
            ),
        };
        refused.Select(check => check.Problems.ShouldHaveSingleItem()).Distinct().ShouldBe([SetProblem.NobodyPlayedThat]);
        Sure(Cards.PullBack, new SetDraft { Right = 3, Seconds = 0.0001 }).Problems.ShouldBe([SetProblem.TimeNotPositive]);
        foreach (var seconds in new[] { 1e308, double.NaN, -1, double.PositiveInfinity })
            SetCheck.CheckPlayed(Cards.Juggling, Cards.Frame() with { Events = "r35 x50" }, seconds, Cards.Today).Set.ShouldBeNull();
    }

    [Fact]
    public void What_a_drill_does_not_give_is_refused_whoever_is_sure()
    {
        var (targets, stations, ladder) = (
            Cards.All.Cards.First(c => c.MeasuredBy == MeasuredBy.TargetPoints),
            Cards.All.Cards.First(c => c.MeasuredBy == MeasuredBy.StationsTime),
            Cards.All.Find("game-ladder")!
        );
        var rules = ChallengeRules.Of(targets);
        Sure(targets, new TargetsDraft { Points = [0, rules.TargetPoints.Max()], Seconds = 30 }, targets.Turns(Foot.Right)[0])
            .Problems.ShouldBeEmpty();
        Sure(targets, new TargetsDraft { Points = [0, rules.TargetPoints.Max() + 1], Seconds = 30 }, targets.Turns(Foot.Right)[0])
            .Problems.ShouldBe([SetProblem.NotOfThisDrill]);
        Sure(
            stations,
            new StationsDraft { StationTries = [.. Enumerable.Repeat(1, ChallengeRules.Of(stations).Stations + 1)], Seconds = 60 },
            Feet.Both
        )
            .Problems.ShouldBe([SetProblem.NotOfThisDrill]);
        foreach (var seconds in new[] { 61.5, -1, double.NaN })
            Sure(
                ladder,
                new LadderDraft
                {
                    TryTouches = [1],
                    TryDropped = [false],
                    RungSeconds = seconds,
                    Seconds = 60,
                },
                Feet.Both
            )
                .Problems.ShouldBe([SetProblem.NotOfThisDrill]);
    }

    [Fact]
    public void Any_draft_of_any_card_is_a_set_or_a_reason_and_never_an_error()
    {
        var number = Gen.OneOf(Gen.Int[-2, 300], Gen.Int[0, 2].Select(i => new[] { int.MaxValue, int.MinValue, 1_500_000_000 }[i]));
        var seconds = Gen.OneOf(Gen.Double[-1, 4000], Gen.Int[0, 3].Select(i => new[] { 1e308, double.NaN, 0, 1e-9 }[i]));
        var list = number.Array[0, 5].Select(numbers => (IReadOnlyList<int>)numbers);
        // As it is sent: every name that any measure knows, whichever the drill is of.
        var sent = Gen.Select(number, number, list, Gen.Bool.Array[0, 5], Gen.Double[-1, 4000])
            .Select(d =>
                JsonSerializer.SerializeToElement(
                    new
                    {
                        left = d.Item1,
                        right = d.Item2,
                        reps = d.Item2,
                        slips = d.Item1,
                        longestRun = d.Item1,
                        clips = d.Item2,
                        tryTouches = d.Item3,
                        tryDropped = d.Item4,
                        stationTries = d.Item3,
                        points = d.Item3,
                        inside = d.Item4,
                        rungSeconds = d.Item5,
                        strikeZones = d.Item3,
                        strikeLeft = d.Item4,
                        upTenths = d.Item3,
                    }
                )
            );
        Gen.Select(sent, seconds, Gen.Int[0, Cards.All.Cards.Length - 1], Gen.Enum<CountedBy>(), Gen.Bool)
            .Sample(
                one =>
                {
                    var (fields, lasted, at, counted, sure) = one;
                    var card = Cards.All.Cards[at];
                    var frame = Cards.Frame(card.Turns(Foot.Right)[0], null, counted) with { IsSure = sure };
                    var draft = Ways.Of(card.MeasuredBy).ReadSent(fields) with { Seconds = lasted };
                    var check = SetCheck.Check(card, frame, draft, Cards.Today);
                    (check.Set is null).ShouldBe(check.Problems.Length > 0);
                    if (check.Set is { } set)
                        Scoring.MarksOf(set).Count().ShouldBeLessThan(3);
                },
                iter: 20_000
            );
    }

    [Fact]
    public void A_ladder_of_20000_slips_is_scored_in_as_many_steps()
    {
        var ladder = Cards.All.Find("game-ladder")!;
        long Cost(int slips)
        {
            var line = string.Join(' ', Enumerable.Repeat("x1", slips));
            var before = GC.GetAllocatedBytesForCurrentThread();
            SetCheck
                .CheckPlayed(ladder, Cards.Frame() with { Events = line }, 60, Cards.Today)
                .Problems.ShouldBe([SetProblem.TriesUnclear]);
            return GC.GetAllocatedBytesForCurrentThread() - before;
        }

        Cost(200);
        // Twenty times the slips cost about twenty times as much: not four hundred times.
        Cost(20_000).ShouldBeLessThan(Cost(1000) * 40);
        SetCheck
            .CheckPlayed(ladder, Cards.Frame() with { Events = string.Join(' ', Enumerable.Repeat("x1", 20_001)) }, 60, Cards.Today)
            .Problems.ShouldBe([SetProblem.EventsUnclear]);
    }

    [Theory]
    [InlineData("juggling-streak", "l30 r30 l30 x30 l30 r30", 3)]
    [InlineData("game-ladder", "l30 s30 l30 r30", 1)]
    public void A_try_still_in_the_air_counts_its_touches_and_gets_no_reward_for_ending(string drill, string events, int value)
    {
        var set = SetCheck.CheckPlayed(Cards.All.Find(drill)!, Cards.Frame() with { Events = events }, 10, Cards.Today).Set!;
        ((TriedResult)set.Result).Tries[^1].End.ShouldBe(TryEnd.InTheAir);
        set.Touches.Total.ShouldBe(events.Split(' ').Count(word => word[0] is 'l' or 'r'));
        Scoring.MarksOf(set).First().Value.ShouldBe(value);
    }

    [Fact]
    public void A_run_in_that_never_got_there_is_no_record()
    {
        var card = Cards.All.Cards.First(c => c.MeasuredBy == MeasuredBy.RunInTouches);
        var feet = card.Turns(Foot.Right)[0];
        var set = SetCheck.CheckPlayed(card, Cards.Frame(feet) with { Events = "r30 r30 s30 r30 r30 r30 r30" }, 10, Cards.Today).Set!;
        Scoring.MarksOf(set).ShouldHaveSingleItem().Value.ShouldBe(2);
    }

    [Fact]
    public void A_correction_lies_over_what_was_played()
    {
        PracticeSet Mended(PracticeSet set, DrillCard card, SetDraft draft)
        {
            var check = Correction.Check(card, set, draft, set.StartedAt, set.Day, Cards.Today, isSure: false);
            check.Problems.ShouldBeEmpty();
            (check.Set!.Events, check.Set.Plan, check.Set.Layout, check.Set.CountedBy).ShouldBe(
                (set.Events, set.Plan, set.Layout, CountedBy.Typed)
            );
            return check.Set;
        }

        var plan = new SetPlan(2, 3, 8, 60, 90);
        var run = SetCheck
            .CheckPlayed(
                Cards.Zigzag,
                Cards.Frame() with
                {
                    Events = "x300 v200 s900",
                    Plan = plan,
                    Layout = "yard-x",
                    ClipPenalty = TimeSpan.FromSeconds(2),
                },
                14,
                Cards.Today
            )
            .Set!;
        ((RunResult)Mended(run, Cards.Zigzag, new RunDraft { Seconds = 15, Clips = 3 }).Result).ShouldBe(
            new RunResult(3, TimeSpan.FromSeconds(2), Void: true)
        );
        (
            (RunResult)
                Mended(
                    run,
                    Cards.Zigzag,
                    new RunDraft
                    {
                        Seconds = 15,
                        Clips = 3,
                        Void = false,
                    }
                ).Result
        ).Void.ShouldBeFalse();

        var goal = Cards.All.Cards.First(c => c.MeasuredBy == MeasuredBy.StrikesByZone);
        var feet = goal.Turns(Foot.Right)[0];
        var strikes = SetCheck
            .CheckPlayed(
                goal,
                Cards.Frame(feet) with
                {
                    Events = feet == Feet.Both ? "r#3:90 xl90 l#6:90" : "r#3:90 x90 r#6:90",
                },
                10,
                Cards.Today
            )
            .Set!;
        Mended(
            strikes,
            goal,
            new StrikesDraft
            {
                Reps = 2,
                Slips = 1,
                Seconds = 12,
            }
        )
            .Result.ShouldBe(strikes.Result);
        Mended(
            strikes,
            goal,
            new StrikesDraft
            {
                Reps = 3,
                Slips = 1,
                Seconds = 12,
            }
        )
            .Result.ShouldBe(new HitsResult(3, 1));

        var game = Cards.All.Find("game-ladder")!;
        var ladder = SetCheck.CheckPlayed(game, Cards.Frame() with { Events = "l30 s30 l30 r30 s30 x50" }, 10, Cards.Today).Set!;
        ((LadderResult)ladder.Result).Took.ShouldBe(TimeSpan.FromSeconds(1.5));
        (
            (LadderResult)
                Mended(
                    ladder,
                    game,
                    new LadderDraft
                    {
                        TryTouches = [1, 2],
                        TryDropped = [false, false],
                        Seconds = 10,
                    }
                ).Result
        ).Took.ShouldBe(TimeSpan.FromSeconds(1.5));
        (
            (LadderResult)
                Mended(
                    ladder,
                    game,
                    new LadderDraft
                    {
                        TryTouches = [1, 2, 3],
                        TryDropped = [false, false, false],
                        Seconds = 10,
                    }
                ).Result
        ).Took.ShouldBeNull();
    }

    [Fact]
    public void Tries_are_written_and_read_with_the_star_at_the_same_end_everywhere()
    {
        foreach (var example in JsonDocument.Parse(Repository.Cases("typed-tries")).RootElement.EnumerateArray())
        {
            var measuredBy = Keys.TryRead<MeasuredBy>(
                string.Concat(
                    example
                        .GetProperty("measuredBy")
                        .GetString()!
                        .Select(c => char.IsUpper(c) ? " " + char.ToLowerInvariant(c) : c.ToString())
                ),
                out var read
            )
                ? read
                : throw new InvalidDataException();
            var typed = example.GetProperty("typed").GetString()!;
            var dropped = example
                .GetProperty("dropped")
                .EnumerateArray()
                .Select(d => d.ValueKind == JsonValueKind.Null ? null : (bool?)d.GetBoolean())
                .ToList();
            typed.Split(", ").Select(word => TypedTries.Dropped(word, measuredBy)).ShouldBe(dropped);
            var tries = example
                .GetProperty("touches")
                .EnumerateArray()
                .Zip(dropped, (t, d) => new JugglingTry(t.GetInt32(), TryEnds.Of(d)))
                .ToArray();
            TypedTries
                .Write(measuredBy == MeasuredBy.RunInTouches ? new RunInResult([.. tries]) : new TriesResult([.. tries]))
                .ShouldBe(typed);
        }
    }

    [Fact]
    public void Of_two_marks_of_one_instant_the_better_one_stands_whichever_came_first()
    {
        var at = new DateTimeOffset(2026, 5, 20, 18, 0, 0, TimeSpan.Zero);
        foreach (var kind in new[] { MeasureKind.Streak, MeasureKind.CourseSeconds })
        {
            Mark Of(decimal value) =>
                new(new MarkKey(Cards.Player, "x", new Measure(kind), Feet.Both, ""), value, at, Cards.Today, Guid.CreateVersion7());
            var (low, high) = (Of(10), Of(20));
            var better = kind == MeasureKind.Streak ? high : low;
            foreach (var order in new[] { new[] { low, high }, [high, low] })
            {
                BestChain.From(order).ShouldBe([better]);
                BestChain.With(BestChain.With([], order[0]), order[1]).ShouldBe([better]);
            }
        }
    }
}

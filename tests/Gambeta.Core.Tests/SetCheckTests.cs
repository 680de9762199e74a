using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Tests;

public class SetCheckTests
{
    [Fact]
    public void Reps_and_slips_give_their_touches_to_the_working_foot()
    {
        var set = Cards.Set(
            Cards.TwoRolls,
            Cards.Frame(Feet.Left),
            new RepsDraft
            {
                Reps = 8,
                Slips = 1,
                Seconds = 40,
            }
        );
        set.Touches.ShouldBe(new TouchCount(36, 0));
        set.Result.ShouldBe(new RepsResult(8, 1));
    }

    [Fact]
    public void What_nobody_counted_is_put_in_from_the_tempo()
    {
        var set = Cards.Set(Cards.PullBack, Cards.Frame(Feet.Left, 30, CountedBy.Estimated), new SetDraft { Seconds = 30 });
        set.Touches.ShouldBe(new TouchCount(35, 0));
        set.CountedBy.ShouldBe(CountedBy.Estimated);
    }

    [Fact]
    public void Tries_add_up_and_are_shared_by_the_feet_when_nobody_tapped_which()
    {
        var set = Cards.Set(
            Cards.Juggling,
            Cards.Frame(),
            new TriesDraft
            {
                TryTouches = [5, 8],
                TryDropped = [true, false],
                Seconds = 30,
            }
        );
        set.Touches.Total.ShouldBe(13);
        ((TriesResult)set.Result).Longest.ShouldBe(8);
        ((TriesResult)set.Result).Tries[1].ShouldBe(new JugglingTry(8, TryEnd.Stopped));
        var tapped = Cards.Set(
            Cards.Juggling,
            Cards.Frame(),
            new TriesDraft
            {
                TryTouches = [5, 8],
                TryDropped = [true, false],
                Left = 3,
                Right = 10,
                Seconds = 30,
            }
        );
        tapped.Touches.ShouldBe(new TouchCount(3, 10));
    }

    [Fact]
    public void A_run_has_about_the_touches_of_its_course()
    {
        // Five markers in a line, a metre apart, round the last and woven home: some fifteen metres, four turns and a half.
        var weave = Cards.All.Find("weave-both-feet")!;
        Cards.Set(weave, Cards.Frame(), new SetDraft { Seconds = 14 }).Touches.Total.ShouldBeInRange(18, 22);
        // Twice as long on the straight is about twice as often; what was tapped is what was counted.
        int Out(double metres) =>
            CourseTouches.Of(Shape.Of(ShapeKind.SingleMarker).Lay(new Dictionary<string, double> { ["distance"] = metres }))!.Value;
        (Out(20) - Out(10)).ShouldBe(20);
        Cards
            .Set(
                weave,
                Cards.Frame(),
                new SetDraft
                {
                    Seconds = 14,
                    Left = 9,
                    Right = 13,
                }
            )
            .Touches.ShouldBe(new TouchCount(9, 13));
        // It is reckoned in minutes too: that weave at the pace of its card.
        DoseArithmetic
            .Amount(weave, new RunsDose(3) { Rest = TimeSpan.Zero }, Foot.Right, weave.Tempo.Steady)
            .Work.TotalSeconds.ShouldBe(3 * 14, 6);
    }

    [Theory]
    [InlineData(-1, 0, 30.0, SetProblem.CountNegative)]
    [InlineData(null, null, 30.0, SetProblem.CountMissing)]
    [InlineData(null, 12, 30.0, SetProblem.CountMissing)]
    [InlineData(1000, 0, 30.0, SetProblem.CountTooHigh)]
    [InlineData(241, 0, 30.0, SetProblem.CountTooHigh)]
    [InlineData(10, 0, null, SetProblem.TimeMissing)]
    [InlineData(10, 0, 0.0, SetProblem.TimeNotPositive)]
    [InlineData(10, 0, -5.0, SetProblem.TimeNotPositive)]
    [InlineData(10, 0, double.NaN, SetProblem.TimeNotPositive)]
    [InlineData(10, 0, 3601.0, SetProblem.TimeTooLong)]
    public void Absurd_rounds_are_named(int? left, int? right, double? seconds, SetProblem problem) =>
        SetCheck
            .Check(
                Cards.PullBack,
                Cards.Frame(Feet.Left, 30),
                new SetDraft
                {
                    Left = left,
                    Right = right,
                    Seconds = seconds,
                },
                Cards.Today
            )
            .Problems.ShouldBe([problem]);

    [Fact]
    public void Eight_touches_a_second_are_still_believed() =>
        SetCheck
            .Check(Cards.PullBack, Cards.Frame(Feet.Left, 30), new SetDraft { Left = 240, Seconds = 30 }, Cards.Today)
            .Problems.ShouldBeEmpty();

    [Fact]
    public void Days_ahead_and_long_gone_are_named()
    {
        Problems(Cards.Today.AddDays(1)).ShouldBe([SetProblem.DayInFuture]);
        Problems(Cards.Today.AddYears(-13)).ShouldBe([SetProblem.DayTooOld]);
        Problems(Cards.Today).ShouldBeEmpty();

        static IEnumerable<SetProblem> Problems(DateOnly day) =>
            SetCheck
                .Check(Cards.PullBack, Cards.Frame(Feet.Left, 30, day: day), new SetDraft { Left = 20, Seconds = 30 }, Cards.Today)
                .Problems;
    }

    [Fact]
    public void A_run_of_passes_is_no_longer_than_the_passes_and_tries_have_their_ends()
    {
        SetCheck
            .Check(
                Cards.Wall,
                Cards.Frame(Feet.Left, 60),
                new PassesDraft
                {
                    Left = 20,
                    LongestRun = 21,
                    Seconds = 60,
                },
                Cards.Today
            )
            .Problems.ShouldBe([SetProblem.RunLongerThanPasses]);
        SetCheck
            .Check(
                Cards.Juggling,
                Cards.Frame(),
                new TriesDraft
                {
                    TryTouches = [3, 4],
                    TryDropped = [true],
                    Seconds = 60,
                },
                Cards.Today
            )
            .Problems.ShouldBe([SetProblem.TriesUnclear]);
        SetCheck
            .Check(
                Cards.Juggling,
                Cards.Frame(),
                new TriesDraft
                {
                    TryTouches = [3, -4],
                    TryDropped = [true, true],
                    Seconds = 60,
                },
                Cards.Today
            )
            .Problems.ShouldBe([SetProblem.CountNegative]);
    }
}

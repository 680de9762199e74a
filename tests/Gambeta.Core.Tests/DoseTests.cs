using CsCheck;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;

namespace Gambeta.Core.Tests;

public class DoseTests
{
    private static DoseAmount Amount(DrillCard card, Level level) =>
        DoseArithmetic.Amount(card, card.Doses[level], Foot.Right, card.Tempo.Steady);

    [Fact]
    public void Three_sets_of_a_one_foot_drill_are_six_rounds_with_five_rests()
    {
        var amount = Amount(Cards.PullBack, Level.Steady);
        amount.Work.ShouldBe(TimeSpan.FromSeconds(6 * 30));
        amount.Rest.ShouldBe(TimeSpan.FromSeconds(5 * 20));
        // 70 touches a minute for 30 s are 35 touches a round.
        amount.Touches.ShouldBe(new TouchCount(105, 105));
        amount.TouchesAreExact.ShouldBeFalse();
    }

    [Fact]
    public void Reps_give_exact_touches_and_their_time_from_the_tempo()
    {
        var amount = Amount(Cards.TwoRolls, Level.Steady);
        amount.Touches.ShouldBe(new TouchCount(64, 64));
        amount.TouchesAreExact.ShouldBeTrue();
        // 128 touches at 60 a minute.
        amount.Work.ShouldBe(TimeSpan.FromSeconds(128));
        amount.Total.ShouldBe(TimeSpan.FromSeconds(128 + 60));
    }

    [Fact]
    public void The_other_foot_alone_works_in_an_other_foot_drill()
    {
        var amount = Amount(Cards.Wall, Level.Steady);
        amount.Touches.ShouldBe(new TouchCount(64, 0));
        Cards.Wall.Turns(Foot.Left).ShouldBe([Feet.Right]);
    }

    [Fact]
    public void Tries_count_the_fetching_of_the_ball()
    {
        var amount = Amount(Cards.Juggling, Level.Steady);
        amount.Touches.ShouldBe(new TouchCount(40, 40));
        amount.Work.TotalSeconds.ShouldBe((10 * 4) + (80 * 60 / 95.0), tolerance: 0.001);
    }

    [Fact]
    public void The_other_foot_takes_its_turn_first_while_it_is_fresh()
    {
        Cards.PullBack.Turns(Foot.Right).ShouldBe([Feet.Left, Feet.Right]);
        Cards.PullBack.Turns(Foot.Left).ShouldBe([Feet.Right, Feet.Left]);
    }

    [Fact]
    public void The_touches_of_a_dose_are_the_sum_over_its_sets() =>
        Gen.Select(Gen.Int[0, Cards.All.Cards.Length - 1], Gen.Int[1, 12], Gen.Int[1, 60], Gen.Bool)
            .Sample(
                (at, sets, size, right) =>
                {
                    var (card, preferred) = (Cards.All.Cards[at], right ? Foot.Right : Foot.Left);
                    foreach (
                        var (dose, one) in new (Dose, Dose)[]
                        {
                            (new RepsDose(size, sets) { Rest = Rest }, new RepsDose(size, 1) { Rest = Rest }),
                            (
                                new RoundsDose(sets, TimeSpan.FromSeconds(size)) { Rest = Rest },
                                new RoundsDose(1, TimeSpan.FromSeconds(size)) { Rest = Rest }
                            ),
                        }
                    )
                    {
                        var (all, each) = (
                            DoseArithmetic.Amount(card, dose, preferred, card.Tempo.Steady),
                            DoseArithmetic.Amount(card, one, preferred, card.Tempo.Steady)
                        );
                        all.Touches.ShouldBe(each.Touches * sets);
                        all.Work.ShouldBe(each.Work * sets);
                        all.Rest.ShouldBe(Rest * ((sets * card.Turns(preferred).Length) - 1));
                    }
                }
            );

    private static readonly TimeSpan Rest = TimeSpan.FromSeconds(20);

    [Theory]
    [InlineData("wall-ten-ten-ten", 30, 30)] // thirty passes of one touch
    [InlineData("one-touch-wall-alternating", 15, 15)]
    [InlineData("strike-both-feet", 8, 8)] // a strike, not a strike with each foot
    [InlineData("strike-bad-touch-mended", 6, 18)] // two touches and the strike
    [InlineData("wall-one-if-you-can", 12, 12)]
    [InlineData("two-rolls-two-outside", 8, 64)] // a rep is the whole pattern, each foot
    public void What_is_counted_takes_its_own_touches_and_no_more(string drill, int counted, int touches) =>
        DoseArithmetic
            .Amount(Cards.All.Find(drill)!, new RepsDose(counted, 1) { Rest = TimeSpan.FromSeconds(20) }, Foot.Right, new Tempo(60))
            .Touches.Total.ShouldBe(touches);

    [Fact]
    public void A_strike_takes_the_touches_of_the_foot_that_struck()
    {
        var card = Cards.All.Find("strike-bad-touch-mended")!;
        var result = new StrikesResult([new Strike(Foot.Left, 1), new Strike(Foot.Left, 0), new Strike(Foot.Right, 3)]);
        // Right, right, then the left strikes; and the other way round.
        Ways.Of(MeasuredBy.StrikesByZone).TouchesOf(card, card.Pattern, default, result).ShouldBe(new TouchCount(2 + 2, 4 + 1));
    }
}

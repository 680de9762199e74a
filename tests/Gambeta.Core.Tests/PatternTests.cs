using CsCheck;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Tests;

public class PatternTests
{
    private static readonly Gen<Touch> AnyTouch = Gen.Select(
        Gen.Enum<Foot>(), Gen.Enum<Surface>(), Gen.Enum<BallMove>(), (foot, surface, move) => new Touch(foot, surface, move));

    private static readonly Gen<Pattern> AnyPattern = AnyTouch.Array[1, 20].Select(touches => new Pattern(touches));

    [Fact]
    public void Two_rolls_and_two_outside_touches_eight_times_each_foot_are_32_a_foot_and_64_in_all()
    {
        var right = Cards.TwoRolls.Pattern;
        var touches = (right.For(Feet.Left).PerRep * 8) + (right.For(Feet.Right).PerRep * 8);
        touches.ShouldBe(new TouchCount(32, 32));
        touches.Total.ShouldBe(64);
        right.Surfaces.ShouldBe([new(Surface.Sole, 2), new(Surface.Outside, 2)]);
    }

    [Fact]
    public void Mirroring_twice_gives_the_pattern_back_and_once_swaps_the_feet() => AnyPattern.Sample(pattern =>
    {
        pattern.Mirror().Mirror().ShouldBe(pattern);
        pattern.Mirror().PerRep.ShouldBe(pattern.PerRep.Mirror());
        pattern.Mirror().Surfaces.ShouldBe(pattern.Surfaces);
    });

    [Fact]
    public void What_is_printed_is_read_back() =>
        AnyPattern.Sample(pattern => PatternReader.Read(pattern.ToString()).ShouldBe(pattern));

    [Fact]
    public void Touches_of_a_part_and_of_the_rest_add_up() => Gen.Select(AnyPattern, Gen.Int[0, 200]).Sample((pattern, touches) =>
    {
        var counted = pattern.Of(touches);
        counted.Total.ShouldBe(touches);
        pattern.Of(touches + pattern.Touches.Length).ShouldBe(counted + pattern.PerRep);
    });

    [Theory]
    [InlineData("right sole", "foot, surface and where")]
    [InlineData("right shin back", "'shin' is no surface; understood are: inside, outside, sole")]
    [InlineData("middle sole back", "'middle' is no foot")]
    [InlineData("right sole home", "'home' is no way the ball goes")]
    [InlineData(" \n ", "at least one touch")]
    public void A_wrong_word_is_named(string written, string complaint) =>
        Should.Throw<FormatException>(() => PatternReader.Read(written)).Message.ShouldContain(complaint);

    [Fact]
    public void A_one_foot_pattern_is_mirrored_only_for_the_other_foot()
    {
        var right = Cards.PullBack.Pattern;
        right.For(Feet.Right).ShouldBeSameAs(right);
        right.For(Feet.Left).PerRep.ShouldBe(new TouchCount(2, 0));
        Cards.InsideTaps.Pattern.For(Feet.Left).ShouldBeSameAs(Cards.InsideTaps.Pattern);
    }

    [Fact]
    public void Counts_and_tempos_out_of_range_are_refused()
    {
        Should.Throw<ArgumentOutOfRangeException>(() => new TouchCount(-1, 0));
        Should.Throw<ArgumentOutOfRangeException>(() => new Tempo(0));
        Should.Throw<ArgumentOutOfRangeException>(() => new Tempo(481));
        Should.Throw<ArgumentException>(() => new Pattern([]));
    }
}

using CsCheck;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;

namespace Gambeta.Core.Tests;

public class PatternTests
{
    private static readonly Gen<Beat> AnyTouch = Gen.Select(Gen.Enum<Foot>(), Gen.Enum<Surface>(), Gen.Enum<BallMove>())
        .Select((foot, surface, move) => (Beat)new Contact(new Touch(foot, surface, move)));

    private static readonly Gen<Beat> AnyBeat = Gen.Frequency(
        (6, AnyTouch),
        (1, Gen.Select(Gen.Enum<Foot>(), Gen.Enum<Sham>()).Select((foot, sham) => (Beat)new Shown(foot, sham))),
        (1, Gen.Enum<Happening>().Select(happening => (Beat)new Between(happening)))
    );

    /// <summary>Patterns of all kinds, mirrored halves and repeats among them.</summary>
    internal static readonly Gen<Pattern> AnyPattern = Gen.Select(AnyTouch, AnyBeat.Array[0, 12], Gen.Int[1, 3], Gen.Bool)
        .Select(
            (first, rest, times, mirrored) =>
            {
                var beats = Enumerable.Repeat(first, times).Concat(rest).ToList();
                return new Pattern(mirrored ? beats.Concat(beats.Select(beat => beat.Mirror())) : beats);
            }
        );

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
    public void What_is_printed_is_read_back_as_the_same_steps() =>
        AnyPattern.Sample(pattern => PatternReader.Read(pattern.ToString()).Beats.ShouldBe(pattern.Beats));

    [Fact]
    public void Mirroring_twice_gives_the_pattern_back_and_once_swaps_the_feet() =>
        AnyPattern.Sample(pattern =>
        {
            pattern.Mirror().Mirror().ShouldBe(pattern);
            pattern.Mirror().PerRep.ShouldBe(pattern.PerRep.Mirror());
            pattern.Mirror().Surfaces.ShouldBe(pattern.Surfaces);
            pattern.Mirror().Beats.Select(beat => beat.Foot?.Other()).ShouldBe(pattern.Beats.Select(beat => beat.Foot));
        });

    [Fact]
    public void Touches_of_a_part_and_of_the_rest_add_up_and_headers_count_for_nothing() =>
        Gen.Select(AnyPattern, Gen.Int[0, 200])
            .Sample(
                (pattern, touches) =>
                {
                    var counted = pattern.Of(touches);
                    counted.Total.ShouldBeLessThanOrEqualTo(touches);
                    if (!pattern.HasHeading)
                        counted.Total.ShouldBe(touches);
                    pattern.Of(touches + pattern.Touches.Length).ShouldBe(counted + pattern.PerRep);
                }
            );

    [Theory]
    [InlineData("right sole back\nright laces away", "R sole back, laces away")]
    [InlineData("R sole across, sole across, outside out; outside out", "R sole across x2, outside out x2")]
    [InlineData("L inside across, R inside across", "L inside across ~")]
    [InlineData("hand, r laces up, catch ~", "hand, R laces up, catch ~")]
    [InlineData("  R   laces up ,bounce,, ", "R laces up, bounce")]
    [InlineData("L over, R outside outward, laces away", "L over, R outside outward, laces away")]
    public void A_pattern_is_printed_in_its_shortest_form(string written, string printed) =>
        PatternReader.Read(written).ToString().ShouldBe(printed);

    [Theory]
    [InlineData("R sole", 6, 0, "Where does the ball go? Use one of: stay, back, away")]
    [InlineData("R sole back, shin away", 13, 4, "“shin” is not a part of the foot. Use one of: inside, outside, sole")]
    [InlineData("middle sole back", 0, 6, "“middle” is not a part of the foot")]
    [InlineData("R sole home", 7, 4, "“home” is not a way for the ball")]
    [InlineData("sole back", 0, 4, "Which foot? Write R or L before “sole”.")]
    [InlineData("over, R sole back", 0, 4, "Which foot?")]
    [InlineData("R sole back L sole back", 12, 1, "“L” does not fit here. Put a comma between two steps; “x2” repeats one.")]
    [InlineData("R sole back x0", 12, 2, "“x0” does not fit here")]
    [InlineData("R", 1, 0, "What does the right foot do?")]
    [InlineData(" \n ", 3, 0, "foot must do something")]
    [InlineData("hand, catch", 11, 0, "foot must do something")]
    [InlineData("R sole back x30, laces away x11", 0, 31, "That is 41 steps; a pattern can have 40.")]
    public void A_mistake_is_named_and_pointed_at(string written, int start, int length, string complaint)
    {
        var wrong = Should.Throw<PatternException>(() => PatternReader.Read(written));
        wrong.Message.ShouldContain(complaint);
        (wrong.Start, wrong.Length).ShouldBe((start, length));
    }

    [Fact]
    public void A_pattern_is_in_the_air_when_the_ball_leaves_the_floor()
    {
        foreach (var air in new[] { "R laces up", "hand, R sole stay", "R thigh stay", "R laces wall, bounce" })
            PatternReader.Read(air).InTheAir.ShouldBeTrue(air);
        foreach (var floor in new[] { "R sole back", "R inside wall", "R fake, laces goal", "R sole back, turn" })
            PatternReader.Read(floor).InTheAir.ShouldBeFalse(floor);
    }

    [Fact]
    public void Feet_that_never_touch_the_ball_make_a_pattern_without_touches_and_a_tempo_counts_their_moves()
    {
        var still = PatternReader.Read("R round ~");
        (still.Moves, still.Touches.Length, still.PerRep, still.Of(30), still.Feet, still.Leads, still.InTheAir).ShouldBe(
            (2, 0, default, default, Feet.Both, Feet.Right, false)
        );
        PatternReader.Read("L over").Feet.ShouldBe(Feet.Left);
        // Beside touches a sham takes no time of its own.
        PatternReader.Read("R round, outside outward").Moves.ShouldBe(1);
        // A helper's ball along the floor and a run without the ball leave a pattern on the floor.
        PatternReader.Read("run, rolled, R laces goal").InTheAir.ShouldBeFalse();
        var card = Cards.All.Find("step-overs-still")!;
        DoseArithmetic
            .Amount(card, new RepsDose(35, 1) { Rest = TimeSpan.FromSeconds(20) }, Foot.Right, new Tempo(70))
            .ShouldBe(new DoseAmount(TimeSpan.FromMinutes(1), TimeSpan.Zero, default, true));
        Should
            .Throw<CatalogueException>(() =>
                new CardReader(DrillCatalogue.ShippedParts).Read(
                    "own.yaml",
                    new StringReader(CardWriter.Write(card).Replace("clean reps", "touches in a round", StringComparison.Ordinal))
                )
            )
            .Message.ShouldContain("has no touch");
    }

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
        Should.Throw<ArgumentException>(() => new Pattern(Array.Empty<Beat>()));
    }
}

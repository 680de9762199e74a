using CsCheck;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;

namespace Gambeta.Core.Tests;

public class JoinedDrillTests
{
    private static DrillCard Join(params string[] ids) => JoinedDrill.Of([.. ids.Select(id => Cards.All.Find(id)!)], "own-joined");

    [Fact]
    public void The_cut_and_the_turn_are_played_as_the_foot_that_has_the_ball_plays_them()
    {
        var joined = Join("v-cut", "l-turn-on-the-spot");
        // Across to the left foot, which turns; then the other way round.
        joined.Pattern.ToString().ShouldBe("R sole back, inside inward, L sole back, inside behind, R laces away ~");
        (joined.Feet, joined.MeasuredBy, joined.From, joined.Name).ShouldBe(
            (FeetPlan.BothTogether, MeasuredBy.CleanReps, Level.Steady, "V-cut, foot to foot + L-turn on the spot")
        );
        joined.After.ShouldBe(["v-cut", "l-turn-on-the-spot"]);
        joined.Cues.ShouldBe([Cards.All.Find("v-cut")!.Cues[0], Cards.All.Find("l-turn-on-the-spot")!.Cues[0]]);
    }

    [Fact]
    public void Two_of_one_foot_stay_one_footed_and_take_what_either_needs()
    {
        var joined = Join("pull-back-laces-away", "turn-outside-hook");
        joined.Pattern.ToString().ShouldBe("R sole back, laces away x2, outside back, turn, laces away");
        joined.Feet.ShouldBe(FeetPlan.EachFoot);
        joined.Places.ShouldBe(Places.Patio | Places.Garden);
        joined.Space.ShouldBe(new(2, 4));
        joined.Gear.Select(item => item.Kind).ShouldBe([GearKind.Ball, GearKind.Marker]);
        joined.Tempo.ShouldBe(
            Cards.All.Find("pull-back-laces-away")!.Tempo.Steady.TouchesAMinute < 45
                ? Cards.All.Find("pull-back-laces-away")!.Tempo
                : Cards.All.Find("turn-outside-hook")!.Tempo
        );
    }

    [Fact]
    public void What_cannot_be_joined_says_why()
    {
        Should.Throw<ArgumentException>(() => Join("v-cut")).Message.ShouldContain("Two or three");
        Should.Throw<ArgumentException>(() => Join("v-cut", "v-cut", "v-cut", "v-cut")).Message.ShouldContain("Two or three");
        Should
            .Throw<ArgumentException>(() => Join("game-bottle-dribble-home", "juggling-on-the-run"))
            .Message.ShouldContain("no place where you can play all");
        Should.Throw<ArgumentException>(() => Join("wall-ten-ten-ten", "wall-ten-ten-ten")).Message.ShouldContain("steps");
    }

    [Fact]
    public void Whatever_is_joined_is_read_back_as_a_card_and_works_both_feet_alike_where_it_works_both() =>
        Gen.Int[0, Cards.All.Cards.Length - 1]
            .Array[2, 3]
            .Sample(
                picked =>
                {
                    DrillCard joined;
                    try
                    {
                        joined = JoinedDrill.Of([.. picked.Select(i => Cards.All.Cards[i])], "own-joined");
                    }
                    catch (ArgumentException)
                    {
                        return;
                    }
                    var read = new CardReader(DrillCatalogue.ShippedParts)
                        .Read("own.yaml", new StringReader(CardWriter.Write(joined)))
                        .Single();
                    read.Pattern.ShouldBe(joined.Pattern);
                    if (joined.Feet == FeetPlan.BothTogether && !joined.IsHeading)
                        joined.Pattern.PerRep.Left.ShouldBe(joined.Pattern.PerRep.Right);
                    Cards.All.With([joined], []).Find("own-joined").ShouldBe(joined);
                },
                iter: 2000
            );
}

using CsCheck;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Choosing;

namespace Gambeta.Core.Tests;

public class ShelfTests
{
    private static readonly Gen<ShelfChoice> AnyChoice = Gen.Select(
            Maybe(Gen.Enum<Family>()),
            Gen.Enum<Surface>().Array[0, 2],
            Maybe(Gen.Enum<FeetPlan>()),
            Maybe(Gen.Enum<Level>()),
            Gen.Select(Maybe(Gen.Enum<Opponent>()), Gen.Bool),
            Gen.Select(
                Gen.Int[0, 3].Select(i => (Places)(i == 0 ? 0 : 1 << (i == 2 ? 3 : i - 1))),
                Maybe(Gen.Int[0, ShelfChoice.Rooms.Length - 1].Select(i => ShelfChoice.Rooms[i])),
                Maybe(Gen.Int[0, ShelfChoice.MinutesAtHand.Length - 1].Select(i => ShelfChoice.MinutesAtHand[i])),
                Gen.Enum<GearKind>().Array[0, 3],
                Gen.Int[0, 3].Select(i => ((string[])["", "sole", "roll sto", "nothing has this"])[i])
            )
        )
        .Select(
            (family, surfaces, feet, level, against, more) =>
                new ShelfChoice
                {
                    Family = family,
                    Surfaces = [.. surfaces],
                    Feet = feet,
                    Level = level,
                    Opponent = against.Item1,
                    DoubleMoves = against.Item2,
                    Place = more.Item1,
                    Room = more.Item2,
                    Minutes = more.Item3,
                    Gear = [.. more.Item4],
                    Words = more.Item5,
                }
        );

    private static readonly Shelf All = Shelf.Of(Cards.All);

    private static Gen<T?> Maybe<T>(Gen<T> gen)
        where T : struct => Gen.Select(Gen.Bool, gen).Select((some, value) => some ? value : (T?)null);

    private static int Left(ShelfChoice choice) =>
        All.Find(choice, Level.Steady, headingAllowed: true) is var view ? view.Ready.Length + view.Lacking.Length : 0;

    [Fact]
    public void The_number_beside_a_choice_is_what_that_choice_leaves() =>
        AnyChoice.Sample(
            choice =>
            {
                var counts = All.Find(choice, Level.Steady, headingAllowed: true).Counts;
                foreach (var family in Enum.GetValues<Family>())
                    counts.Families[(int)family].ShouldBe(Left(choice with { Family = family }));
                foreach (var surface in Enum.GetValues<Surface>())
                    counts.Surfaces[(int)surface].ShouldBe(Left(choice with { Surfaces = choice.Surfaces.Add(surface) }));
                foreach (var feet in Enum.GetValues<FeetPlan>())
                    counts.Feet[(int)feet].ShouldBe(Left(choice with { Feet = feet }));
                foreach (var level in Enum.GetValues<Level>())
                    counts.Levels[(int)level].ShouldBe(Left(choice with { Level = level }));
                foreach (var opponent in Enum.GetValues<Opponent>())
                    counts.Opponents[(int)opponent].ShouldBe(Left(choice with { Opponent = opponent }));
                counts.DoubleMoves.ShouldBe(Left(choice with { DoubleMoves = true }));
                Places[] places = [Places.Indoors, Places.Patio, Places.Garden, Places.Wall, Places.Goal];
                for (var i = 0; i < places.Length; i++)
                    counts.Places[i].ShouldBe(Left(choice with { Place = places[i] }));
                for (var i = 0; i < counts.Rooms.Length; i++)
                    counts.Rooms[i].ShouldBe(Left(choice with { Room = ShelfChoice.Rooms[i] }));
                for (var i = 0; i < counts.Ages.Length; i++)
                    counts.Ages[i].ShouldBe(Left(choice with { Age = ShelfChoice.Ages[i] }));
                for (var i = 0; i < counts.Minutes.Length; i++)
                    counts.Minutes[i].ShouldBe(Left(choice with { Minutes = ShelfChoice.MinutesAtHand[i] }));
                foreach (var kind in Enum.GetValues<GearKind>())
                    counts
                        .Gear[(int)kind]
                        .ShouldBe(All.Find(choice with { Gear = choice.Gear!.Add(kind) }, Level.Steady, true).Ready.Length);
            },
            iter: 60
        );

    [Fact]
    public void Gear_hides_no_card_and_names_what_is_missing() =>
        AnyChoice.Sample(
            choice =>
            {
                Left(choice with { Gear = null }).ShouldBe(Left(choice));
                var view = All.Find(choice, Level.Steady, headingAllowed: true);
                foreach (var item in view.Ready.Concat(view.Lacking))
                {
                    item.Missing.ShouldBe(item.Card.Gear.Where(gear => gear.Kind != GearKind.Ball && !choice.Gear!.Contains(gear.Kind)));
                }
            },
            iter: 60
        );

    [Fact]
    public void Indoors_no_gear_inside_and_sole_under_five_minutes_is_found()
    {
        var view = All.Find(
            new ShelfChoice
            {
                Place = Places.Indoors,
                Gear = [],
                Surfaces = [Surface.Inside, Surface.Sole],
                Minutes = 5,
            },
            Level.Steady,
            false
        );
        view.Ready.Select(item => item.Card.Id).ShouldContain("v-cut");
        view.Ready.ShouldAllBe(item => item.Card.Gear.Length == 1 && item.Card.Places.HasFlag(Places.Indoors));
        view.Lacking.Select(item => item.Card.Id).ShouldContain("round-marker-two-feet");
        view.HeadingOff.ShouldBe(Cards.All.Cards.Count(card => card.IsHeading));
    }

    [Fact]
    public void Words_begin_words_on_the_card_and_age_holds()
    {
        Ids(new ShelfChoice { Words = "Figure EIGHT" }).ShouldBe(["figure-of-eight"]);
        Ids(new ShelfChoice { Words = "eigh" }).ShouldContain("figure-of-eight");
        Ids(new ShelfChoice { Words = "ight" }).ShouldNotContain("figure-of-eight");
        Ids(new ShelfChoice { Age = 11, Surfaces = [Surface.Head] }).ShouldBeEmpty();
        Ids(new ShelfChoice { Age = 12, Surfaces = [Surface.Head] }).ShouldNotBeEmpty();
    }

    [Theory]
    [InlineData("keepy", "juggling-streak")]
    [InlineData("keepy-ups", "juggling-streak")]
    [InlineData("step over", "step-over-away")]
    [InlineData("stepover", "step-over-away")]
    [InlineData("Scissors", "scissors")]
    [InlineData("chop", "out-and-chop-across")]
    [InlineData("cone", "figure-of-eight")]
    [InlineData("rebounder", "one-touch-wall")]
    [InlineData("weak foot", "one-touch-wall-other-foot")]
    [InlineData("toe poke", "pop-up-and-kill")]
    [InlineData("slalom", "weave-both-feet")]
    [InlineData("goalie", "wall-keeper-low")]
    [InlineData("shooting", "strike-low-corners")]
    public void Words_of_the_field_find_the_card(string typed, string card)
    {
        var view = All.Find(new ShelfChoice { Words = typed }, Level.Steady, headingAllowed: true);
        view.Ready.Select(item => item.Card.Id).ShouldContain(card);
        view.ReadAs.ShouldBeNull();
        // A word for some cards is none for all.
        view.Ready.Length.ShouldBeLessThan(Cards.All.Cards.Length / 2);
    }

    [Theory]
    [InlineData("jugling", "juggling-streak", "juggling")]
    [InlineData("jgugling", "juggling-streak", "juggling")]
    [InlineData("scisors", "scissors", "scissors")]
    [InlineData("ouside", "outsides-down-the-lane", "outside")]
    [InlineData("keppy", "juggling-streak", "keepy")]
    public void A_slip_in_typing_is_forgiven_and_told(string typed, string card, string readAs)
    {
        var view = All.Find(new ShelfChoice { Words = typed }, Level.Steady, headingAllowed: true);
        view.ReadAs.ShouldBe(readAs);
        view.Ready.Select(item => item.Card.Id).ShouldContain(card);
    }

    [Fact]
    public void What_is_near_to_nothing_stays_as_it_was_typed_and_every_synonym_means_a_card()
    {
        foreach (var typed in new[] { "xyz", "qqqqqqqq", "ab", new string('k', 60), "  ", "ball.*(" })
        {
            var view = All.Find(new ShelfChoice { Words = typed }, Level.Steady, headingAllowed: true);
            view.ReadAs.ShouldBeNull(typed);
        }
        Synonyms.Shipped.Meanings.Where(means => !Ids(new ShelfChoice { Words = means }).Any()).ShouldBeEmpty();
        var broken = Should.Throw<CatalogueException>(() => new Synonyms("own.yaml", new StringReader("- { means: juggling, sid: [a] }")));
        broken.Message.ShouldContain("own.yaml, line 1");
    }

    [Fact]
    public void Feints_are_found_by_where_the_opponent_stands()
    {
        foreach (var opponent in Enum.GetValues<Opponent>())
            Ids(new ShelfChoice { Opponent = opponent }).Count().ShouldBeGreaterThan(3, opponent.ToKey());
        Ids(new ShelfChoice { Opponent = Opponent.AtTheSide, DoubleMoves = true }).Count().ShouldBe(4);
        // Every feint says where.
        Cards.All.Cards.Where(card => card.Family == Family.Feints && card.Opponent is null).ShouldBeEmpty();
        CardWriter.Write(Cards.All.Find("behind-double-fake")!).ShouldContain("opponent: \"behind\"\n  moves: \"two\"");
    }

    private static IEnumerable<string> Ids(ShelfChoice choice) =>
        All.Find(choice, Level.Steady, headingAllowed: true).Ready.Select(item => item.Card.Id);
}

using CsCheck;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Choosing;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Web.Pages.Drills;
using Gambeta.Web.Pages.Drills.Own;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.WebUtilities;

namespace Gambeta.Web.Tests;

public class ShelfAddressTests(TestServer server)
{
    [Fact]
    public void What_is_written_into_the_address_is_read_back() =>
        Gen.Select(
                Gen.Enum<Family>(),
                Gen.Enum<Surface>().Array[0, 3],
                Gen.Enum<FeetPlan>(),
                Gen.Enum<GearKind>().Array[0, 3],
                Gen.Int[0, 3],
                Gen.Int[0, 31],
                Gen.String
            )
            .Sample(
                (family, surfaces, feet, gear, at, parts, words) =>
                {
                    var choice = new ShelfChoice
                    {
                        Family = (parts & 1) != 0 ? family : null,
                        Surfaces = [.. surfaces],
                        Feet = (parts & 2) != 0 ? feet : null,
                        Gear = (parts & 4) != 0 ? [.. gear] : null,
                        Place = (parts & 8) != 0 ? Places.Wall : Places.None,
                        Room = (parts & 16) != 0 ? ShelfChoice.Rooms[at] : null,
                        Age = ShelfChoice.Ages[at],
                        Minutes = at < 3 ? ShelfChoice.MinutesAtHand[at] : null,
                        Words = words.Length <= 60 ? words.Trim() : "",
                    };
                    var address = ShelfAddress.Write(choice);
                    var back = ShelfAddress.Read(new QueryCollection(QueryHelpers.ParseQuery(address[(address.IndexOf('?') + 1)..])));
                    ShelfAddress.Write(back).ShouldBe(address);
                    (back.Family, back.Feet, back.Place, back.Room, back.Minutes, back.Age, back.Words).ShouldBe(
                        (choice.Family, choice.Feet, choice.Place, choice.Room, choice.Minutes, choice.Age, choice.Words)
                    );
                    back.Surfaces.SetEquals(choice.Surfaces).ShouldBeTrue();
                    (back.Gear is null).ShouldBe(choice.Gear is null);
                    back.Gear?.SetEquals(choice.Gear!).ShouldBeTrue();
                }
            );

    [Fact]
    public void Every_choice_in_a_group_leads_to_itself_and_back()
    {
        var counts = Shelf.Of(server.Catalogue).Find(new ShelfChoice(), Level.Steady, headingAllowed: true).Counts;
        foreach (var group in ShelfGroup.All(new ShelfChoice(), counts, ladders: false, new Lengths(Units.Metric)))
        {
            foreach (var (option, i) in group.Options.Select((option, i) => (option, i)))
            {
                var there = ShelfAddress.Read(new QueryCollection(QueryHelpers.ParseQuery(option.Address["/drills?".Length..])));
                var chosen = ShelfGroup
                    .All(there, counts, ladders: false, new Lengths(Units.Metric))
                    .Single(again => again.Key == group.Key)
                    .Options[i];
                (option.Chosen, chosen.Chosen).ShouldBe((false, true), option.Words);
                chosen.Address.ShouldBe("/drills");
            }
        }
    }

    [Fact]
    public void Every_shipped_card_can_be_copied_through_the_form_and_stands_on_what_it_was_copied_from()
    {
        foreach (var card in server.Catalogue.Cards.Where(card => card.Name.Length <= DrillNameLeft))
        {
            var (copy, field, problem) = TypedDrill.Of(card).Read();
            problem.ShouldBe("", $"{card.Id}, {field}");
            copy!.Id.ShouldStartWith("own-");
            copy.After.ShouldBe([card.Id]);
            (copy.Pattern, copy.MeasuredBy, copy.Places, copy.Space, copy.From, copy.Layout?.Key).ShouldBe(
                (card.Pattern, card.MeasuredBy, card.Places, card.Space, card.From, card.Layout?.Key)
            );
            (copy.Gear.SequenceEqual(card.Gear), copy.Cues.SequenceEqual(card.Cues)).ShouldBe((true, true), card.Id);
            Enum.GetValues<Level>().ShouldAllBe(level => copy.Doses[level] == card.Doses[level], card.Id);
            copy.Faults.Select(fault => fault.Fix).ShouldBe(card.Faults.Select(fault => fault.Fix), card.Id);
        }
    }

    // "ours" is put behind the name of a copy.
    private const int DrillNameLeft = CardReader.LongestName - 6;
}

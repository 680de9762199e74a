using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;

namespace Gambeta.Core.Tests;

public class CardReaderTests
{
    private const string Good = """
        - id: a-drill
          name: A drill
          purpose: For a test.
          family: juggling
          pattern: hand, R laces up, catch
          feet: each foot
          measured by: best streak
          intensity: easy
          tempo: 60 90 120
          time: 2x20/20, 3x30/20, 3x40/20
          reps: 2x5/20, 2x8/20, 3x10/20
          tries: 5/0, 8/0, 10/0
          place: indoors patio
          space: 1.5 x 2
          gear: [4 markers, wall]
          cues: [Soft knees]
          faults: [flat-feet, { seen: It drops, cause: Bad luck., fix: Try again. }]
        """;

    private static readonly CardReader Reader = new(DrillCatalogue.ShippedParts);

    [Fact]
    public void A_card_is_read_with_all_its_parts()
    {
        var card = Reader.Read("good.yaml", new StringReader(Good)).ShouldHaveSingleItem();
        card.Pattern.PerRep.ShouldBe(new TouchCount(0, 1));
        card.Doses[Level.Steady].ShouldBe(new TriesDose(8) { Rest = TimeSpan.Zero });
        card.Doses[Level.Sharp, DoseWay.Reps].ShouldBe(new RepsDose(10, 3) { Rest = TimeSpan.FromSeconds(20) });
        card.Places.ShouldBe(Places.Indoors | Places.Patio);
        card.Space.ShouldBe(new Floor(1.5, 2));
        string.Join(", ", card.Gear).ShouldBe("ball, 4 markers, wall");
        card.Faults.Select(fault => fault.Seen).ShouldBe(["The feet stand flat", "It drops"]);
    }

    [Theory]
    [InlineData(
        "family: juggling",
        "family: jugling",
        4,
        "“jugling” is not a family. Use one of: ball mastery on the spot, ball mastery moving"
    )]
    [InlineData("R laces up", "R lace up", 5, "“lace” is not a part of the foot")]
    [InlineData("60 90 120", "60 50 120", 9, "going up, like “40 70 100”")]
    [InlineData("3x30/20", "3x3/20", 10, "1 to 12 rounds of 5 to 300 s")]
    [InlineData("2x5/20", "2x5", 11, "“2x5” does not work as reps")]
    [InlineData("5/0, 8/0, 10/0", "5/0, 8/0", 12, "write three amounts")]
    [InlineData("5/0, 8/0", "500/0, 8/0", 12, "“500/0” is not a number of tries: 1 to 50")]
    [InlineData("indoors patio", "indoors cellar", 13, "“cellar” is not a place")]
    [InlineData("1.5 x 2", "two", 14, "“two” is not a space")]
    [InlineData("4 markers", "4 hurdles", 15, "“4 hurdles” is not something we know")]
    [InlineData("[4 markers, wall]", "[2 balls]", 15, "the same thing is there twice")]
    [InlineData("[Soft knees]", "[one two three four five six seven eight]", 16, "more than 7")]
    [InlineData("[Soft knees]", "[a, b, c, d]", 16, "one to three cues")]
    [InlineData("[flat-feet,", "[flat-foot,", 17, "“flat-foot” is not in the list of faults")]
    [InlineData("  intensity: easy\n", "", 1, "“intensity” is missing")]
    [InlineData("  intensity: easy", "  intensity: easy\n  colour: red", 9, "“colour” has no meaning on a drill card")]
    [InlineData("best streak", "course time", 1, "“runs” is missing")]
    [InlineData("id: a-drill", "id: A Drill", 1, "use small letters")]
    [InlineData("R laces up", "L laces up", 5, "write its pattern for the right foot")]
    [InlineData("name: A drill", "name: [A drill", 2, "this is not YAML from here on: is a bracket or quote left open?")]
    [InlineData("name: A drill", "name: A: drill", 2, "this is not YAML")]
    public void A_card_says_where_it_is_wrong(string part, string by, int line, string reason)
    {
        Good.ShouldContain(part);
        var error = Should.Throw<CatalogueException>(() => Reader.Read("bad.yaml", new StringReader(Good.Replace(part, by))));
        error.Message.ShouldStartWith($"bad.yaml, line {line}: ");
        error.Message.ShouldContain(reason);
    }

    [Fact]
    public void Every_shipped_card_is_read_back_as_it_was_written()
    {
        foreach (var card in Cards.All.Cards)
        {
            var written = CardWriter.Write(card);
            var back = Reader.Read("card.yaml", new StringReader(written)).Single();
            CardWriter.Write(back).ShouldBe(written);
            (back.Pattern, back.Name, back.Space, back.LeastAge, back.SlipsAreFine, back.From).ShouldBe(
                (card.Pattern, card.Name, card.Space, card.LeastAge, card.SlipsAreFine, card.From)
            );
            (back.Gear.SequenceEqual(card.Gear), back.Faults.SequenceEqual(card.Faults), back.Cues.SequenceEqual(card.Cues)).ShouldBe(
                (true, true, true)
            );
            Enum.GetValues<Level>()
                .ShouldAllBe(level =>
                    back.Doses[level] == card.Doses[level] && back.Doses[level, DoseWay.Time] == card.Doses[level, DoseWay.Time]
                );
            if (card.Layout is { } layout)
                (back.Layout!.IsSameAs(layout), back.Layout.Key, back.Layout.Run, back.Layout.Shape).ShouldBe(
                    (true, layout.Key, layout.Run, layout.Shape)
                );
        }
    }
}

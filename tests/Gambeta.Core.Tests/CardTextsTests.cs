using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Choosing;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Words;

namespace Gambeta.Core.Tests;

/// <summary>Cards, faults, layouts and ready sheets in another language lie in a folder of it, and nothing else of them changes.</summary>
public sealed class CardTextsTests
{
    [Fact]
    public void Every_text_of_the_shipped_cards_can_be_said_in_another_language()
    {
        var english = Cards.All;
        In(Language.English.WithTexts("pl", text => text, CardTextFiles.Of(english, text => $"«{text}»")), () =>
        {
            var other = DrillCatalogue.Shipped();
            other.Cards.Select(card => card.Id).ShouldBe(english.Cards.Select(card => card.Id));
            foreach (var (card, before) in other.Cards.Zip(english.Cards))
            {
                card.Name.ShouldBe($"«{before.Name}»");
                card.Purpose.ShouldBe($"«{before.Purpose}»");
                card.Cues.ShouldBe(before.Cues.Select(cue => $"«{cue}»"));
                card.Cautions.ShouldBe(before.Cautions.Select(caution => $"«{caution}»"));
                card.Faults.Select(fault => fault.Fix).ShouldBe(before.Faults.Select(fault => $"«{fault.Fix}»"));
                card.Layout?.Name.ShouldBe($"«{before.Layout!.Name}»");
                card.Layout?.Key.ShouldBe(before.Layout!.Key);
                (card with { Name = "", Purpose = "", Cues = [], Cautions = [], Faults = [], Layout = null })
                    .ToString()
                    .ShouldBe((before with { Name = "", Purpose = "", Cues = [], Cautions = [], Faults = [], Layout = null }).ToString());
            }
            ReadySheets.All.ShouldAllBe(sheet => sheet.Sheet.Name.StartsWith('«') && sheet.For.StartsWith('«'));
            DrillCatalogue.ShippedParts.Before.Values.ShouldAllBe(layout => layout.Name.StartsWith('«'));
        });
        DrillCatalogue.Shipped().Find("toe-taps")!.Name.ShouldBe("Toe taps on top");
    }

    [Fact]
    public void What_a_language_lacks_stays_English_and_it_finds_by_its_own_words()
    {
        var files = new Dictionary<string, string>
        {
            ["cards/first.yaml"] = """- { id: toe-taps, name: Puntas, purpose: Toca., cues: [Solo una] }""",
            ["cards/synonyms.yaml"] = "- { means: puntas, said: [punteras] }",
        };
        In(Language.English.WithTexts("es", text => text, files), () =>
        {
            var cards = DrillCatalogue.Shipped();
            var card = cards.Find("toe-taps")!;
            card.Name.ShouldBe("Puntas");
            // A list of cues that is not as long as the card's belongs to another state of the card.
            card.Cues.ShouldBe(Cards.All.Find("toe-taps")!.Cues);
            cards.Find("inside-taps")!.Name.ShouldBe("Inside taps");
            Shelf
                .Of(cards)
                .Find(new ShelfChoice { Words = "punteras" }, card.From, false)
                .Ready.Select(found => found.Card.Id)
                .ShouldBe(["toe-taps"]);
        });
    }

    [Theory]
    [InlineData("cards/a.yaml", "- { id: toe-taps, name: x }")]
    [InlineData("cards/a.yaml", "- { id: toe-taps, name: x, purpose: y, colour: z }")]
    [InlineData("cards/faults.yaml", "- { id: flat-feet, seen: x }")]
    [InlineData("cards/layouts.yaml", "nothing of it")]
    public void A_broken_file_is_said_by_its_name(string file, string yaml) =>
        In(Language.English.WithTexts("es", text => text, new Dictionary<string, string> { [file] = yaml }), () =>
            Should.Throw<CatalogueException>(DrillCatalogue.Shipped).File.ShouldBe(file)
        );

    private static void In(Language language, Action then)
    {
        Language.Current = language;
        try
        {
            then();
        }
        finally
        {
            Language.Current = Language.English;
        }
    }
}

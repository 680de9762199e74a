using System.Text;
using CsCheck;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Tests;

/// <summary>Drill files as somebody would write them who wants to stop the server.</summary>
public class HostileFileTests
{
    private static readonly CardReader Reader = new(DrillCatalogue.ShippedParts);

    private static string Nested(int deep, int wide) =>
        string.Join(
            '\n',
            Enumerable
                .Range(1, deep)
                .Select(i => $"- &a{i} [{string.Join(", ", Enumerable.Repeat($"*a{i - 1}", wide))}]")
                .Prepend("- &a0 [x]")
        );

    public static TheoryData<string, string, string> Files =>
        new()
        {
            { "an anchor that holds itself as a key", "- &a [*a]\n- ? *a\n  : y\n", "“&”" },
            { "the same in 23 bytes", "{? &a {? *a : 1}\n : b}\n", "“&”" },
            { "brackets in brackets", new string('[', 40_000) + new string(']', 40_000), "inside each other" },
            { "brackets never closed", new string('[', 40_000), "inside each other" },
            { "dashes in dashes", string.Concat(Enumerable.Repeat("- ", 100_000)) + "x", "inside each other" },
            {
                "mappings in mappings",
                string.Concat(Enumerable.Repeat("{a: ", 40_000)) + "x" + new string('}', 40_000),
                "inside each other"
            },
            { "aliases of aliases", Nested(30, 9), "“&”" },
            { "aliases of aliases as a key", Nested(30, 9) + "\n- ? *a29\n  : y\n", "“&”" },
            { "a tag", "- !<tag:example,2002:x> {id: x}\n", "“!”" },
            { "a list for a word", "- ? [a]\n  : b\n", "word must be before" },
            { "a zero byte", "- id: \"a\\0b\"\n", "can’t be shown" },
            { "a bell", "- id: \"a\\ab\"\n", "can’t be shown" },
            { "a text without end", "- id: " + new string('x', 100_000), "letters" },
            { "texts without end", "- [" + string.Join(',', Enumerable.Repeat("x", 30_000)) + "]", "texts in one file" },
            { "two documents", "- a\n---\n- b\n", "a list of drill cards must be here" },
            { "cards without end", string.Concat(Enumerable.Repeat("- id: x\n", 300)), "a file can have 200 cards" },
        };

    [Theory]
    [MemberData(nameof(Files))]
    public void A_file_made_to_hurt_is_refused_in_words_and_costs_nothing(string what, string text, string reason)
    {
        // On a thread with a small stack: what recurses by what the file says would end the process here.
        var (cost, error) = (0L, (Exception?)null);
        var thread = new Thread(
            () =>
            {
                try
                {
                    Reader.Read("hostile.yaml", new StringReader("[]"));
                    var before = GC.GetAllocatedBytesForCurrentThread();
                    error = Should.Throw<CatalogueException>(() => Reader.Read("hostile.yaml", new StringReader(text)));
                    cost = GC.GetAllocatedBytesForCurrentThread() - before;
                }
                catch (Exception wrong)
                {
                    error = wrong;
                }
            },
            256 * 1024
        );
        thread.Start();
        thread.Join(TimeSpan.FromSeconds(20)).ShouldBeTrue(what);
        error.ShouldBeOfType<CatalogueException>(what).Message.ShouldContain(reason);
        cost.ShouldBeLessThan(20_000_000, what);
    }

    [Fact]
    public void Whatever_stands_in_a_file_it_is_read_or_refused_and_nothing_else_happens() =>
        Gen.OneOf(
                Gen.Char["-?:&*!{}[],\n '\"#|>%@`a\0\t"].Array[0, 200].Select(chars => new string(chars)),
                Gen.Byte.Array[0, 200].Select(bytes => Encoding.UTF8.GetString(bytes)),
                // A good card with a piece of it replaced.
                Gen.Select(Gen.Int[0, 800], Gen.Char["-?:&*!{}[],\n '\""].Array[1, 6])
                    .Select(cut =>
                    {
                        var (at, piece) = cut;
                        var card = CardWriter.Write(Cards.Zigzag);
                        return card[..Math.Min(at, card.Length)] + new string(piece) + card[Math.Min(at + piece.Length, card.Length)..];
                    })
            )
            .Sample(
                text =>
                {
                    try
                    {
                        Reader.Read("random.yaml", new StringReader(text));
                    }
                    catch (CatalogueException) { }
                },
                iter: 3000
            );

    [Fact]
    public void Whatever_a_card_says_comes_back_as_it_was_said()
    {
        var words = Gen.Char["abc:&*!{}[],'\"#|>%@`-? é日"]
            .Array[1, 30]
            .Select(chars => new string(chars))
            .Where(text => !string.IsNullOrWhiteSpace(text));
        Gen.Select(words, words, words)
            .Sample(
                said =>
                {
                    var (name, cue, caution) = said;
                    var card = Cards.PullBack with { Name = name, Cues = [cue.Replace(' ', '_')], Cautions = [caution] };
                    var read = Reader.Read("written.yaml", new StringReader(CardWriter.Write(card))).ShouldHaveSingleItem();
                    (read.Name, read.Cues[0], read.Cautions[0]).ShouldBe((card.Name, card.Cues[0], card.Cautions[0]));
                },
                iter: 500
            );
    }

    [Fact]
    public void Every_value_of_a_written_card_stands_in_quotes()
    {
        foreach (var card in Cards.All.Cards)
        {
            foreach (var line in CardWriter.Write(card).Split('\n', StringSplitOptions.RemoveEmptyEntries))
            {
                var value = line[(line.IndexOf(": ", StringComparison.Ordinal) + 2)..];
                // Without what stands in quotes, only the signs of lists and the words of fields are left.
                System.Text.RegularExpressions.Regex.Replace(value, "\"(\\\\.|[^\"\\\\])*\"", "").ShouldMatch("^[\\[\\]{}, a-z:]*$", line);
            }
        }
    }

    [Theory]
    [InlineData("after: [\"a&b\"]", "can’t be an id")]
    [InlineData("after: [\"*x\"]", "can’t be an id")]
    [InlineData("gear: [\"&a [*a]\"]", "is not something we know")]
    [InlineData("faults: [\"&a\"]", "not in the list of faults")]
    public void Words_of_lists_are_only_what_words_can_be(string line, string reason)
    {
        var key = line[..line.IndexOf(':', StringComparison.Ordinal)];
        var lines = CardWriter
            .Write(Cards.PullBack)
            .Split('\n')
            .Where(l => !l.TrimStart().StartsWith(key + ":", StringComparison.Ordinal))
            .ToList();
        lines.Insert(1, "  " + line);
        Should
            .Throw<CatalogueException>(() => Reader.Read("x.yaml", new StringReader(string.Join('\n', lines))))
            .Message.ShouldContain(reason);
    }

    [Fact]
    public void A_pattern_of_endless_repeats_is_not_written_out()
    {
        var watch = GC.GetAllocatedBytesForCurrentThread();
        Should.Throw<Base.Touches.PatternException>(() =>
            Base.Touches.PatternReader.Read(string.Join(", ", Enumerable.Repeat("R sole back x40", 20_000)))
        );
        (GC.GetAllocatedBytesForCurrentThread() - watch).ShouldBeLessThan(4_000_000);
    }
}

using System.Text.Json.Nodes;
using Gambeta.Core.Catalogue.Safety;

namespace Gambeta.Core.Tests;

public class GrownUpWordTests
{
    [Fact]
    public void Core_and_page_take_and_seal_a_word_alike()
    {
        var examples = JsonNode.Parse(Repository.Cases("grown-up"))!.AsArray();
        examples.Count.ShouldBeGreaterThan(5);
        foreach (var example in examples)
        {
            var word = GrownUpWord.Tidy(example!["typed"]!.GetValue<string>());
            word.ShouldBe(example["word"]?.GetValue<string>());
            if (word is not null)
                GrownUpWord.Seal(example["household"]!.GetValue<string>(), word).ShouldBe(example["seal"]!.GetValue<string>());
        }
        GrownUpWord.Tidy(null).ShouldBeNull();
        GrownUpWord.Seal("a", "BALL").ShouldNotBe(GrownUpWord.Seal("b", "BALL"));
    }
}

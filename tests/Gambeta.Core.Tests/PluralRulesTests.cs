using System.Globalization;
using System.Text.Json;
using Gambeta.Words;

namespace Gambeta.Core.Tests;

/// <summary>Plurals are counted as the CLDR says: held to its own examples in every language, and to what a browser's engine makes of the
/// same numbers (tests/shared/plurals.json, which a test of the modules holds to <c>Intl.PluralRules</c>).</summary>
public sealed class PluralRulesTests
{
    [Fact]
    public void Every_example_of_every_language_is_in_its_category()
    {
        var wrong = new List<string>();
        var looked = 0;
        foreach (var tag in PluralRules.Languages)
        {
            var rules = PluralRules.Of(tag);
            foreach (var (category, number) in PluralRules.Samples(tag))
            {
                looked++;
                var said = rules.Category(decimal.Parse(number, CultureInfo.InvariantCulture));
                if (said != category)
                    wrong.Add($"{tag} {number}: {said}, not {category}");
            }
        }
        wrong.ShouldBeEmpty();
        looked.ShouldBeGreaterThan(5000);
    }

    [Fact]
    public void A_browser_counts_the_same()
    {
        var cases = JsonSerializer.Deserialize<Dictionary<string, Dictionary<string, string>>>(Repository.Cases("plurals"))!;
        cases.Count.ShouldBeGreaterThan(10);
        foreach (var (tag, numbers) in cases)
        {
            var rules = PluralRules.Of(tag);
            foreach (var (number, category) in numbers)
                rules.Category(decimal.Parse(number, CultureInfo.InvariantCulture)).ShouldBe(category, $"{tag} {number}");
        }
    }

    [Theory]
    [InlineData("en", 2)]
    [InlineData("en-GB", 2)]
    [InlineData("es", 3)]
    [InlineData("pl", 4)]
    [InlineData("ar-EG", 6)]
    [InlineData("ja", 1)]
    [InlineData("xx", 1)]
    public void A_language_has_the_forms_that_it_has(string tag, int forms) => PluralRules.Of(tag).Categories.Count().ShouldBe(forms);

    [Theory]
    [InlineData(1, "1 gol")]
    [InlineData(2, "2 gole")]
    [InlineData(5, "5 goli")]
    [InlineData(22, "22 gole")]
    [InlineData(112, "112 goli")]
    public void A_message_is_said_with_the_forms_of_its_language(int n, string said)
    {
        var folder = Directory.CreateTempSubdirectory("gambeta-words-").FullName;
        try
        {
            File.WriteAllText(Path.Combine(folder, "language.json"), """{ "tag": "pl" }""");
            File.WriteAllText(
                Path.Combine(folder, "today.json"),
                """{ "goals": "{n, plural, one {{n} gol} few {{n} gole} many {{n} goli} other {{n} gola}}" }"""
            );
            var language = Language.ReadFolder(folder);
            language.Find("today.goals")!.Format([("n", n)], language.Plural).ShouldBe(said);
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }
}

using System.Text.RegularExpressions;

namespace Gambeta.Web.Tests;

/// <summary>The glossary names the types of the code, one word for one thing.</summary>
public partial class GlossaryTests
{
    [Fact]
    public void Each_word_names_its_type_and_stands_once()
    {
        var rows = Row()
            .Matches(File.ReadAllText(Repository.At("docs", "glossary.md")))
            .Select(row => (Word: row.Groups[1].Value.Trim(), Type: row.Groups[2].Value))
            .Where(row => row.Word != "word")
            .ToList();
        rows.Count.ShouldBeGreaterThan(40);
        rows.Select(row => row.Word).ShouldBeUnique();
        rows.Select(row => row.Type).ShouldBeUnique("one word for one thing");
        var types = new[] { typeof(Core.Keys), typeof(Storage.GambetaDatabase), typeof(Program) }
            .SelectMany(one => one.Assembly.GetTypes())
            .Select(type => type.Name.Split('`')[0])
            .ToHashSet();
        rows.Where(row => !types.Contains(row.Type)).ShouldBeEmpty();
    }

    [GeneratedRegex(@"^\| ([^|]+) \| [^|]+ \| `(\w+)` \|$", RegexOptions.Multiline)]
    private static partial Regex Row();
}

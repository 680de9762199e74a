using System.Text.RegularExpressions;
using NetArchTest.Rules;

namespace Gambeta.Web.Tests;

public partial class ArchitectureTests
{
    [Fact]
    public void The_core_knows_neither_web_nor_database_nor_storage() =>
        Types
            .InAssembly(typeof(Core.Keys).Assembly)
            .ShouldNot()
            .HaveDependencyOnAny("Microsoft.AspNetCore", "Npgsql", "Dapper", "System.Data", "Gambeta.Storage", "Gambeta.Web")
            .GetResult()
            .FailingTypeNames.ShouldBeNull();

    [Fact]
    public void Storage_knows_no_web() =>
        Types
            .InAssembly(typeof(Storage.GambetaDatabase).Assembly)
            .ShouldNot()
            .HaveDependencyOnAny("Microsoft.AspNetCore", "Gambeta.Web")
            .GetResult()
            .FailingTypeNames.ShouldBeNull();

    [Fact]
    public void Pages_keep_sql_out()
    {
        var pages = Types.InAssembly(typeof(Program).Assembly).That().ResideInNamespace("Gambeta.Web.Pages");
        pages.GetTypes().ShouldNotBeEmpty();
        pages.ShouldNot().HaveDependencyOnAny("Dapper", "Npgsql").GetResult().FailingTypeNames.ShouldBeNull();
    }

    [Fact]
    public void The_signposts_lead_somewhere_and_every_room_of_the_core_says_what_it_answers()
    {
        var text = File.ReadAllText(Repository.At("docs", "architecture.md"));
        var posts = text[text.IndexOf("## To change this", StringComparison.Ordinal)..];
        posts
            .Split('\n')
            .Count(line => line.StartsWith("| ", StringComparison.Ordinal) && line.Contains("](", StringComparison.Ordinal))
            .ShouldBeGreaterThanOrEqualTo(20);
        foreach (
            var file in Directory
                .GetFiles(Repository.At("docs"), "*.md", SearchOption.AllDirectories)
                .Append(Repository.At("CONTRIBUTING.md"))
                .Append(Repository.At("README.md"))
        )
        {
            foreach (Match link in Link().Matches(File.ReadAllText(file)))
            {
                var there = Path.Combine(Path.GetDirectoryName(file)!, link.Groups[1].Value);
                (File.Exists(there) || Directory.Exists(there)).ShouldBeTrue($"{Path.GetFileName(file)}: {link.Groups[1].Value}");
            }
        }
        // Each floor names all of its rooms, and no other.
        foreach (Match floor in Floor().Matches(text))
        {
            var rooms = Directory.GetDirectories(Repository.At("src", "Gambeta.Core", floor.Groups[1].Value)).Select(Path.GetFileName);
            Room().Matches(floor.Groups[2].Value).Select(room => room.Groups[1].Value).ShouldBe(rooms, ignoreOrder: true);
        }
        Floor()
            .Count(text)
            .ShouldBe(
                Directory
                    .GetDirectories(Repository.At("src", "Gambeta.Core"))
                    .Count(folder => Path.GetFileName(folder) is not ("bin" or "obj"))
            );
        new FileInfo(Repository.At("docs", "architecture.md")).Length.ShouldBeLessThan(12 * 1024, "it is one screen and its signposts");
    }

    [GeneratedRegex(@"\]\((?!https?:|#)([^)#]+)")]
    private static partial Regex Link();

    [GeneratedRegex(@"^\| (\w+) \| [^|`]+ \| ((?:`\w+` ?)+)\|", RegexOptions.Multiline)]
    private static partial Regex Floor();

    [GeneratedRegex(@"`(\w+)`")]
    private static partial Regex Room();
}

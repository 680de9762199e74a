using System.Text.Json;
using System.Text.RegularExpressions;
using Gambeta.Core;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Words;

namespace Gambeta.Core.Tests;

public sealed partial class WordsTests
{
    private static readonly (string File, string Text)[] Sources =
    [
        .. new[] { "Gambeta.Core", "Gambeta.Storage", "Gambeta.Web" }
            .SelectMany(project => Directory.EnumerateFiles(Repository.At("src", project), "*.cs*", SearchOption.AllDirectories))
            .Where(file =>
                !file.Contains("/obj/", StringComparison.Ordinal)
                && !file.Contains("/bin/", StringComparison.Ordinal)
                && !file.EndsWith(".csproj", StringComparison.Ordinal)
            )
            .Select(file => (file, Repository.Source(file))),
    ];

    public static TheoryData<string, string, string> Cases =>
        [
            .. JsonDocument
                .Parse(File.ReadAllText(Repository.At("tests", "shared", "messages.json")))
                .RootElement.EnumerateArray()
                .Select(one => new TheoryDataRow<string, string, string>(
                    one.GetProperty("message").GetString()!,
                    one.GetProperty("values").GetRawText(),
                    one.GetProperty("said").GetString()!
                )),
        ];

    [Theory, MemberData(nameof(Cases))]
    public void A_message_is_said_as_the_browser_says_it_and_written_as_it_was_read(string text, string values, string said)
    {
        var given = JsonDocument
            .Parse(values)
            .RootElement.EnumerateObject()
            .Select(value =>
                (
                    value.Name,
                    (object?)(
                        value.Value.ValueKind switch
                        {
                            JsonValueKind.Number => value.Value.GetDecimal(),
                            JsonValueKind.String => value.Value.GetString(),
                            _ => value.Value.GetBoolean(),
                        }
                    )
                )
            )
            .ToArray();
        var message = Message.Parse(text);
        message.Format(given, Language.English.Plural).ShouldBe(said);
        Message.Parse(message.ToString()).Format(given, Language.English.Plural).ShouldBe(said);
        message
            .WithTexts(own => own.ToUpperInvariant())
            .Format(given, Language.English.Plural)
            .ToUpperInvariant()
            .ShouldBe(said.ToUpperInvariant());
    }

    [Theory]
    [InlineData("no end {n")]
    [InlineData("too many }")]
    [InlineData("{}")]
    [InlineData("{n, number}")]
    [InlineData("{n, plural, one {1}}")]
    [InlineData("{n, select, a {1} other {2}")]
    [InlineData("{n, select a {1} other {2}}")]
    public void A_broken_message_is_refused_and_says_which(string text) =>
        Should.Throw<FormatException>(() => Message.Parse(text)).Message.ShouldContain(text);

    [Fact]
    public void Every_call_names_a_message_and_fills_its_places_and_every_message_is_said()
    {
        var calls = Sources
            .SelectMany(source =>
                Call()
                    .Matches(source.Text)
                    .Select(call =>
                        (Key: call.Groups[2].Value, Rich: call.Groups[1].Value == "Rich", Written: Whole(source.Text[call.Index..]))
                    )
            )
            .ToList();
        calls.Count.ShouldBeGreaterThan(700);
        foreach (var (key, rich, written) in calls)
        {
            var message = Language.English.Find(key).ShouldNotBeNull(key);
            var given = Given(written).ToHashSet();
            message.Names.Except(given).ShouldBeEmpty(key);
            // What a rich sentence is given besides are its marks.
            if (!rich)
                given.Except(message.Names).ShouldBeEmpty(key);
        }
        var all = string.Join('\n', Sources.Select(source => source.Text));
        var said = Quoted().Matches(all).Select(key => key.Groups[1].Value).ToHashSet();
        // These are put together: a label of its enumeration and key, a place of the rail, pieces of a shape; the browser's have a test of
        // their own.
        Language
            .English.Keys.Where(key =>
                !key.StartsWith("labels.", StringComparison.Ordinal)
                && !key.StartsWith("browser.", StringComparison.Ordinal)
                && !key.StartsWith("shapes.pieces-", StringComparison.Ordinal)
            )
            .Except(said)
            .Except(
                new[] { "today", "drills", "sheets", "yard", "logbook", "progress", "records", "household" }.Select(place =>
                    "frame." + place
                )
            )
            .ShouldBeEmpty();
    }

    [Fact]
    public void No_sentence_stands_in_a_source()
    {
        // What goes to whoever runs or builds the server, and never to a page, is said where it is thrown, logged or described; so is all
        // of the set-up and the storage.
        string[] inside =
        [
            "Exception(",
            "FormatException ",
            "LoggerMessage",
            "WithSummary(",
            "Post.Of<",
            "Console.Error",
            "meter.Create",
            "///",
            "// ",
            "\"M{",
        ];
        var sentences = Sources
            .Where(source =>
                !source.File.Contains("/Setup/", StringComparison.Ordinal)
                && !source.File.Contains("/Gambeta.Storage/", StringComparison.Ordinal)
            )
            .SelectMany(source => Continued().Replace(source.Text, " ").Split('\n'))
            .Where(line => !inside.Any(place => line.Contains(place, StringComparison.Ordinal)))
            .SelectMany(line => Sentence().Matches(line).Select(found => found.Value));
        sentences.ShouldBeEmpty();
    }

    [Fact]
    public void Every_value_that_is_shown_has_a_label()
    {
        Labelled<Family>();
        Labelled<Level>();
        Labelled<Foot>();
        Labelled<Feet>();
        Labelled<Surface>();
        Labelled<Places>();
        Labelled<GearKind>();
        Labelled<FeetPlan>();
        Labelled<Ground>();
        Labelled<Base.Measures.MeasuredBy>();
        Labelled<Intensity>();
        Labelled<Practice.Sheets.SheetPart>();
        Labelled<ShapeKind>();
        Labelled<Base.Measures.DoseForm>();
        Labelled<Side>();
        Labelled<BodyHeight>();
        Labelled<Catalogue.Safety.PainPart>();
        foreach (var kind in Enum.GetValues<ShapeKind>())
            Shape.Of(kind).Run.ShouldNotContain("labels.");
        foreach (var parameter in Shape.All.SelectMany(shape => shape.Parameters))
            parameter.Ways.Append(parameter.Words).ShouldAllBe(words => !words.StartsWith("shapes.", StringComparison.Ordinal));

        static void Labelled<T>()
            where T : struct, Enum =>
            Enum.GetValues<T>().ShouldAllBe(value => !value.Label().Contains("labels.", StringComparison.Ordinal), typeof(T).Name);
    }

    [Fact]
    public async Task The_language_flows_with_the_work_and_what_it_lacks_is_said_in_English()
    {
        var other = Language.English.WithTexts("eu", text => string.Concat(text.Reverse()));
        await Task.Run(() =>
        {
            Language.Current = other;
            Surface.Sole.Label().ShouldBe("elos");
            RunSheetWriter
                .Write(Cards.InsideTaps, Cards.InsideTaps.Doses[Level.Steady, Catalogue.Doses.DoseWay.Time], Foot.Right, TimeSpan.Zero)
                .Phases[^1]
                .Label.ShouldBe("enoD");
        });
        Surface.Sole.Label().ShouldBe("sole");

        var folder = Directory.CreateTempSubdirectory("gambeta-words-");
        File.WriteAllText(Path.Combine(folder.FullName, "language.json"), """{ "tag": "eu" }""");
        File.WriteAllText(Path.Combine(folder.FullName, "labels.json"), """{ "surface.sole": "oinazpia" }""");
        var read = Language.ReadFolder(folder.FullName);
        (
            read.Tag,
            read.Plural(1),
            read.Plural(5),
            read.Find("labels.surface.sole")!.ToString(),
            read.Find("labels.surface.heel")!.ToString()
        ).ShouldBe(("eu", "one", "other", "oinazpia", "heel"));
        File.WriteAllText(Path.Combine(folder.FullName, "today.json"), """{ "next": "{n" }""");
        Should.Throw<FormatException>(() => Language.ReadFolder(folder.FullName)).Message.ShouldStartWith("today.json: ");
        folder.Delete(recursive: true);
    }

    // The call from its name to the bracket that closes it.
    private static string Whole(string source)
    {
        var depth = 0;
        for (var i = source.IndexOf('(', StringComparison.Ordinal); ; i++)
        {
            if (source[i] == '(')
                depth++;
            else if (source[i] == ')' && --depth == 0)
                return source[..(i + 1)];
        }
    }

    // The names in the pairs that the call itself is given, not those of calls inside it.
    private static IEnumerable<string> Given(string call)
    {
        var depth = 0;
        for (var i = 0; i < call.Length; i++)
        {
            if (call[i] == ')')
                depth--;
            else if (call[i] == '(' && ++depth == 2 && Pair().Match(call, i) is { Success: true } pair && pair.Index == i)
                yield return pair.Groups[1].Value;
        }
    }

    [GeneratedRegex("\\b(Say|Rich)\\(\\s*\"([a-z-]+\\.[a-z0-9.-]+)\"")]
    private static partial Regex Call();

    [GeneratedRegex("\"[A-Z“'][^\"<>]*[a-z’“”{}]+ [a-z]{2,} [^\"<>]*\"")]
    private static partial Regex Sentence();

    [GeneratedRegex("\\(\\s*\"(\\w+)\",\\s")]
    private static partial Regex Pair();

    // A line that goes on: after what opens a call or a list, and before what is called on it.
    [GeneratedRegex("(?<=[(,=>]|\\breturn)(?<!//.*)\\n\\s*(?!//)|\\n\\s*(?=[.?:+])")]
    private static partial Regex Continued();

    [GeneratedRegex("\"([a-z-]+\\.[a-z0-9-]+)\"")]
    private static partial Regex Quoted();
}

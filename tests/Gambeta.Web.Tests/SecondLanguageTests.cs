using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Words;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;

namespace Gambeta.Web.Tests;

/// <summary>
/// A second language is a folder of files. Here it is made of the first: every word turned round, also on the cards, with six forms of the
/// plural. A word on a page that is neither of that language nor a name or a number was said past it.
/// </summary>
public sealed partial class SecondLanguageTests(TestServer server)
{
    private static readonly HashSet<string> Known = new(StringComparer.OrdinalIgnoreCase);

    // A tag whose plurals have six forms, and whose days are counted like ours.
    private const string Tag = "ar-EG";

    private static readonly Language Reversed = WithSixForms(
        Language.English.WithTexts(Tag, Turned, CardTextFiles.Of(DrillCatalogue.Shipped(), Turned))
    );

    // Each plural gets the forms that English has not.
    private static Language WithSixForms(Language language)
    {
        string[] categories = [.. PluralRules.Of(Tag).Categories];
        categories.Length.ShouldBe(6);
        return language.WithMessages(message => Message.Parse(Grown(message.ToString(), categories)));
    }

    private static string Grown(string text, string[] categories)
    {
        var said = new StringBuilder();
        var from = 0;
        foreach (Match plural in Plural().Matches(text))
        {
            if (plural.Index < from)
                continue;
            // The forms that stand there end with the brace of the whole.
            var (at, depth) = (plural.Index + plural.Length, 1);
            for (; depth > 0; at++)
                depth +=
                    text[at] == '{' ? 1
                    : text[at] == '}' ? -1
                    : 0;
            var forms = text[(plural.Index + plural.Length)..(at - 1)];
            var other = Other().Match(forms);
            var missing = categories.Where(category =>
                !forms.Contains($" {category} {{", StringComparison.Ordinal) && !forms.StartsWith(category, StringComparison.Ordinal)
            );
            said.Append(text[from..plural.Index]).Append(plural.Value);
            foreach (var category in missing)
                said.Append(CultureInfo.InvariantCulture, $"{category} {other.Groups[1].Value} ");
            said.Append(forms).Append('}');
            from = at;
        }
        return said.Append(text[from..]).ToString();
    }

    [GeneratedRegex(@"\{\w+, plural, ")]
    private static partial Regex Plural();

    [GeneratedRegex(@"other (\{(?>[^{}]+|\{(?<open>)|\}(?<-open>))*(?(open)(?!))\})")]
    private static partial Regex Other();

    private static string Turned(string text)
    {
        // What marks a word inside a sentence is no word; letters of keys and of formats stay what they are.
        var turned = Marks()
            .Split(text)
            .Select(part =>
                part.StartsWith('<') || part.Contains("MMM", StringComparison.Ordinal)
                    ? part
                    : Word().Replace(part, word => string.Concat(word.Value.Reverse()))
            );
        var said = string.Concat(turned);
        foreach (Match word in Word().Matches(said))
            lock (Known)
                Known.Add(word.Value);
        return said;
    }

    private static readonly string[] Doors = ["/", "/recover", "/household/new", "/problem/404", "/problem/429", "/problem/500"];

    private static readonly string[] Places =
    [
        "/today",
        "/drills",
        "/drills?view=ladders",
        "/drills?words=nothingofthesort",
        "/drills/pictures",
        "/drills/own",
        "/drills/own/edit",
        "/drills/own/edit?copy=zigzag-and-home",
        "/sheets",
        "/sheets?drill=toe-taps",
        "/sheets/edit",
        "/yard",
        "/yard/space",
        "/yard/things",
        "/yard/plan",
        "/yard/plan?shape=circuit",
        "/yard/plan?shape=wall-targets&drill=game-wall-target",
        "/yard/plan?shape=zigzag&m.markers=99&m.ahead=much",
        "/yard/plan?unit=paces&shape=fan",
        "/logbook",
        "/logbook?weeks=12",
        "/logbook?weeks=1",
        "/logbook/take-in",
        "/logbook/listen",
        "/progress",
        "/drills/pull-back-laces-away/progress",
        "/progress?from=2026-01-05&to=2026-03-01&thenFrom=2025-10-01&thenTo=2026-01-01",
        "/plan",
        "/plan/together",
        "/plan/together?way=turns",
        "/weeks",
        "/weeks/rhythm",
        "/weeks/print?span=week",
        "/weeks/print?span=month",
        "/beside/pull-back-laces-away",
        "/beside/garden-thirty-five",
        "/records",
        "/household",
        "/household/settings",
        "/household/heading",
        "/household/grown-up",
        "/household/erase",
        "/household/sign-ins",
        "/household/waiting",
        "/household/hand-over",
        "/household/take-in",
        "/come",
        "/household/words",
        "/household/password",
        "/practise/instead",
        "/practise/together/patio-ten?with=01900000-0000-7000-8000-0000000de302&part=shadows",
        "/practise/together/wall-fourteen?with=01900000-0000-7000-8000-0000000de302&by=rep",
        "/practise/game-ladder-thighs",
        "/practise/game-wall-target",
        "/drills/map?pattern=R%20sole%20backwards",
    ];

    [Fact]
    public async Task No_page_says_a_word_past_the_language()
    {
        using var spoken = server.With(host =>
            host.ConfigureTestServices(services => services.AddSingleton(Reversed).AddSingleton(CardsOf(Reversed)))
        );
        var visitor = Browser.At(spoken);
        var english = new SortedDictionary<string, string>(StringComparer.Ordinal);
        foreach (var door in Doors)
            Look(door, await HtmlAsync(visitor, door), ["Gambeta", "./start recover"], english);
        (await visitor.SubmitAsync("/", "/?handler=Demo", [])).Status.ShouldBe(HttpStatusCode.Redirect);
        var data = await DataAsync(visitor);
        var (open, seen) = (new Queue<string>(Places), new HashSet<string>(Places.Select(Shape)));
        var looked = 0;
        while (open.TryDequeue(out var path) && looked < 260)
        {
            looked++;
            var html = await HtmlAsync(visitor, path);
            Look(path, html, data, english);
            foreach (Match link in Link().Matches(html))
            {
                var to = WebUtility.HtmlDecode(link.Groups[1].Value);
                if (
                    !to.Contains("handler=", StringComparison.Ordinal)
                    && !to.Contains(".yaml", StringComparison.Ordinal)
                    && !to.StartsWith("/drills?", StringComparison.Ordinal)
                    && seen.Add(Shape(to))
                )
                    open.Enqueue(to);
            }
        }
        looked.ShouldBeGreaterThan(150);
        // Forms that refuse, and what the interface says to a module.
        foreach (var (page, action, fields) in Refused)
        {
            var (status, answer) = await visitor.SubmitAsync(
                page,
                action,
                fields
                    .Split('&', StringSplitOptions.RemoveEmptyEntries)
                    .Select(field => field.Split('='))
                    .ToDictionary(field => field[0], field => field[1])
            );
            status.ShouldNotBe(HttpStatusCode.Redirect, action);
            Look(action, answer, [.. data, "nothing of it"], english);
        }
        foreach (var (path, body) in Posts)
        {
            var (status, answer) = await visitor.PostAsync(path, body);
            ((int)status).ShouldBeInRange(400, 499, path);
            var said = JsonDocument.Parse(answer).RootElement;
            foreach (var sentence in said.GetProperty("problems").EnumerateArray().Append(said.GetProperty("title")))
                Look(path, sentence.GetString()!, data, english);
        }
        if (english.Count > 0)
            Assert.Fail(string.Join('\n', english.Select(word => $"“{word.Key}” {word.Value}")));
    }

    private static DrillCatalogue CardsOf(Language language)
    {
        Language.Current = language;
        try
        {
            return DrillCatalogue.Shipped();
        }
        finally
        {
            Language.Current = Language.English;
        }
    }

    private static readonly (string Page, string Action, string Fields)[] Refused =
    [
        ("/", "/?handler=SignIn", "name=nothing of it&password=nothing of it"),
        ("/recover", "/recover", "name=nothing of it&words=nothing of it&password=nothing of it"),
        ("/household", "/household?handler=Add", "nickname=&birthYear=much"),
        (
            "/household/settings",
            "/household/settings",
            "units=much&otherFoot=&weekStartsOn=9&timeZone=much&clipPenalty=much&feet=much&catchUpCap=much"
        ),
        ("/household/heading", "/household/heading", "on=true"),
        ("/household/grown-up", "/household/grown-up", "word=much too long"),
        ("/drills/own", "/drills/own?handler=Join", "parts=much"),
        ("/household/erase", "/household/erase", "name=much"),
        ("/yard/space", "/yard/space", "name=&width=much&length=much&wallSide=near"),
        ("/yard/things", "/yard/things", "ball=much"),
        ("/sheets/edit", "/sheets/edit?handler=Save", "typed.Name=&typed.Minutes=much"),
        ("/sheets/edit", "/sheets/edit?handler=Add", "typed.Add=nothing of it"),
        ("/drills/own/edit", "/drills/own/edit", "typed.Name=much&typed.Pattern=R sole backwards"),
        ("/drills/own/edit", "/drills/own/edit", "typed.Name="),
        ("/drills/own", "/drills/own?handler=File", ""),
    ];

    private static readonly (string Path, object Body)[] Posts =
    [
        ("/api/sets", new { }),
        (
            "/api/sets",
            new
            {
                id = Guid.NewGuid(),
                session = Guid.NewGuid(),
                feet = "much",
            }
        ),
        ("/api/sets", new { id = "much" }),
        ("/api/counts", new { }),
        ("/api/checks", new { }),
        ("/api/answers", new { }),
        ("/api/ends", new { effort = 20 }),
        ("/api/pains", new { part = "much" }),
        ("/api/pains/cleared", new { word = "much" }),
        ("/api/sittings", new { }),
    ];

    // One of a kind is enough: a set, a player, a layout.
    private static string Shape(string path) => Guids().Replace(path, "");

    private static async Task<string> HtmlAsync(Browser visitor, string path) =>
        await (await visitor.GetAsync(path)).Content.ReadAsStringAsync();

    private static void Look(string path, string html, IReadOnlyList<string> data, SortedDictionary<string, string> english)
    {
        html.ShouldNotBeEmpty(path);
        foreach (var text in Texts(Silent().Replace(html, " ")))
        {
            var rest = text;
            foreach (var known in data)
                if (rest.Contains(known, StringComparison.OrdinalIgnoreCase))
                    rest = Regex.Replace(rest, $@"(?<!\p{{L}}){Regex.Escape(known)}(?!\p{{L}})", " ", RegexOptions.IgnoreCase);
            foreach (Match word in Word().Matches(rest))
                if (!Known.Contains(word.Value))
                    english.TryAdd(word.Value.ToLowerInvariant(), $"{path}: {text.Trim()}");
        }
    }

    // What is read: texts, and what stands in attributes for those who do not see.
    private static IEnumerable<string> Texts(string html) =>
        Tags()
            .Split(html)
            .Concat(Spoken().Matches(html).Select(attribute => attribute.Groups[1].Value))
            .Select(text => WebUtility.HtmlDecode(text));

    /// <summary>Names and texts that are data: the household's own; the longest first.</summary>
    private static async Task<IReadOnlyList<string>> DataAsync(Browser visitor)
    {
        var file = (await visitor.SubmitAsync("/household/erase", "/household/erase?handler=File", [])).Page;
        var own = Regex
            .Matches(file, "\"(?:name|nickname|note|device|otherFoot|sheet|run)\":\\s*\"([^\"]+)\"")
            .Select(name => name.Groups[1].Value);
        var dates = new CultureInfo(Tag).DateTimeFormat;
        // Keys are no words: what is understood in a pattern is the same in every language. What was typed is said back as it was typed.
        string[] fixedNames =
        [
            "Gambeta",
            "./start recover",
            "cm",
            "ft",
            "backwards",
            "R sole",
            "much",
            "nothing of it",
            Keys.Choices<BallMove>(),
            Keys.Choices<Surface>(),
            Keys.Choices<Sham>(),
            Keys.Choices<Happening>(),
            Keys.Choices<SheetPart>(),
            "measured by",
            "“id”",
        ];
        return
        [
            .. own.Concat(dates.MonthNames)
                .Concat(dates.AbbreviatedMonthNames)
                .Concat(dates.MonthGenitiveNames)
                .Concat(dates.AbbreviatedMonthGenitiveNames)
                .Concat(dates.DayNames)
                .Concat(dates.AbbreviatedDayNames)
                .Concat(fixedNames)
                .Where(text => text.Length > 1)
                .Distinct()
                .OrderByDescending(text => text.Length),
        ];
    }

    [GeneratedRegex(@"(</?\w+>)")]
    private static partial Regex Marks();

    [GeneratedRegex(@"\p{L}{2,}")]
    private static partial Regex Word();

    [GeneratedRegex(@"<(script|style)\b.*?</\1>|<!--.*?-->|<code>.*?</code>|<textarea.*?</textarea>", RegexOptions.Singleline)]
    private static partial Regex Silent();

    [GeneratedRegex("<[^>]*>")]
    private static partial Regex Tags();

    [GeneratedRegex("\\b(?:aria-label|title|placeholder|alt)=\"([^\"]*)\"")]
    private static partial Regex Spoken();

    [GeneratedRegex("<a [^>]*href=\"(/[^\"#]*)\"")]
    private static partial Regex Link();

    [GeneratedRegex("[0-9a-f]{8}-[0-9a-f-]{27}|yard-[0-9a-f]+")]
    private static partial Regex Guids();
}

using System.Globalization;
using System.Reflection;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Mvc.Infrastructure;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;
using Microsoft.Extensions.DependencyInjection;

namespace Gambeta.Web.Tests;

/// <summary>
/// Every handler of every page, as the application itself lists them, with its fields left out, left empty, and full of what nobody meant:
/// each gets words, never an error of the server. A browser that heeds <c>required</c> sends none of this; whoever stands at the door may.
/// </summary>
public sealed partial class FormsTests(TestServer server, ITestOutputHelper told)
{
    private static readonly string?[] Values =
    [
        null,
        "",
        " ",
        "x",
        "-1",
        "99999999999999999999",
        "NaN",
        "1e308",
        "0001-01-01",
        "9999-12-31",
        "00000000-0000-0000-0000-000000000000",
        "a,b;c:d=e\r\n- x: [",
        "\u202eabc",
        new('w', 20_000),
    ];

    /// <summary>A form that says where it goes gets no token by itself, and its button would do nothing but 400.</summary>
    [Fact]
    public void Every_form_that_is_posted_somewhere_carries_its_token()
    {
        var forms =
            from file in Directory.EnumerateFiles(Repository.At("src", "Gambeta.Web", "Pages"), "*.cshtml", SearchOption.AllDirectories)
            from Match form in Posted().Matches(File.ReadAllText(file))
            select (Name: Path.GetFileName(file), Text: form.Value);
        var posted = forms.ToList();
        posted.Count.ShouldBeGreaterThan(8);
        posted.Where(form => !form.Text.Contains("AntiForgeryToken()", StringComparison.Ordinal)).Select(form => form.Name).ShouldBeEmpty();
    }

    [GeneratedRegex("""<form(?=[^>]*\smethod="post")(?=[^>]*\saction=).*?</form>""", RegexOptions.Singleline)]
    private static partial Regex Posted();

    [Fact]
    public async Task No_handler_of_a_page_breaks_whatever_its_fields_hold()
    {
        var (tried, broken) = (0, new List<string>());
        foreach (var page in await PagesAsync())
        {
            foreach (var handler in page.HandlerMethods)
            {
                var isPost = handler.HttpMethod == "Post";
                var household = await server.NewHouseholdAsync();
                var browser = await Browser.SignedInAsync(server, household);
                var path = PathOf(page, household);
                // What the handler names and what the page itself asks for.
                var shown = await (await browser.GetAsync(path)).Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
                string[] fields =
                [
                    .. FieldsOf(handler, page)
                        .Concat(Named().Matches(shown).Select(match => match.Groups[1].Value))
                        .Where(name => !name.StartsWith("__", StringComparison.Ordinal))
                        .Distinct(StringComparer.OrdinalIgnoreCase),
                ];
                foreach (var sent in Sent(fields, isPost))
                {
                    var what =
                        $"{handler.HttpMethod} {path} {handler.Name}: "
                        + $"{string.Join('&', sent.Select(field => $"{field.Key}={field.Value[..Math.Min(12, field.Value.Length)]}"))}";
                    var status = isPost
                        ? (
                            await browser.RawAsync(
                                With(path, handler.Name is null ? null : $"handler={handler.Name}"),
                                new FormUrlEncodedContent(sent)
                            )
                        ).StatusCode
                        : (
                            await browser.GetAsync(
                                With(
                                    path,
                                    string.Join(
                                        '&',
                                        sent.Append(new("handler", handler.Name ?? ""))
                                            .Select(field => $"{field.Key}={Uri.EscapeDataString(field.Value)}")
                                    )
                                )
                            )
                        ).StatusCode;
                    tried++;
                    if ((int)status >= 500)
                        broken.Add(what);
                }
            }
        }
        told.WriteLine($"{tried} tried");
        tried.ShouldBeGreaterThan(2000);
        broken.ShouldBeEmpty();
    }

    private async Task<CompiledPageActionDescriptor[]> PagesAsync()
    {
        var loader = server.Services.GetRequiredService<PageLoader>();
        var pages = server
            .Services.GetRequiredService<IActionDescriptorCollectionProvider>()
            .ActionDescriptors.Items.OfType<PageActionDescriptor>();
        return
        [
            .. (
                await Task.WhenAll(pages.Select(page => loader.LoadAsync(page, new Microsoft.AspNetCore.Http.EndpointMetadataCollection())))
            ).DistinctBy(page => page.ViewEnginePath),
        ];
    }

    private static string PathOf(PageActionDescriptor page, TestHousehold household) =>
        "/"
        + RouteValue()
            .Replace(page.AttributeRouteInfo!.Template!, match => match.Groups[1].Value switch
                {
                    "sheet" or "what" => "patio-turns-sixteen",
                    "code" => "404",
                    "session" => Guid.NewGuid().ToString(),
                    "drill" => "inside-taps",
                    "id" when match.Value.Contains("guid", StringComparison.Ordinal) => household.PlayerId.ToString(),
                    _ => "inside-taps",
                });

    private static IEnumerable<string> FieldsOf(HandlerMethodDescriptor handler, CompiledPageActionDescriptor page) =>
        handler
            .Parameters.SelectMany(parameter => Names(parameter.Name, parameter.ParameterInfo.ParameterType))
            .Concat(page.BoundProperties.SelectMany(bound => Names(bound.Name, bound.ParameterType)));

    // A record that is bound names its own fields.
    private static IEnumerable<string> Names(string name, Type type) =>
        type.Namespace?.StartsWith("Gambeta", StringComparison.Ordinal) == true && !type.IsEnum
            ? type.GetProperties(BindingFlags.Public | BindingFlags.Instance).Select(property => property.Name)
            : [name];

    private static IEnumerable<Dictionary<string, string>> Sent(string[] fields, bool oneByOne)
    {
        // Whoever types a word waits until it was hashed: fewer of these.
        var isSlow = fields.Any(name => name.Contains("word", StringComparison.OrdinalIgnoreCase));
        foreach (var value in isSlow ? Values[..4] : Values)
        {
            yield return value is null ? [] : fields.ToDictionary(name => name, _ => value);
            if (fields.Length == 0)
                yield break;
        }
        if (!oneByOne || (isSlow && fields.Length < 3))
            yield break;
        // One field is missing among others that could be right.
        foreach (var missing in fields)
            yield return fields
                .Where(name => name != missing)
                .Index()
                .ToDictionary(field => field.Item, field => (1 + (field.Index % 3)).ToString(CultureInfo.InvariantCulture));
    }

    private static string With(string path, string? query) => string.IsNullOrEmpty(query) ? path : $"{path}?{query}";

    [GeneratedRegex("<(?:input|select|textarea)[^>]* name=\"([^\"]+)\"")]
    private static partial Regex Named();

    [GeneratedRegex(@"\{\**(\w+)[^}]*\}")]
    private static partial Regex RouteValue();
}

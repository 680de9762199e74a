using System.Collections;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Storage;
using Gambeta.Web.Pages.Practise;

namespace Gambeta.Web.Tests;

/// <summary>
/// What a practice page hands to its module, held to <c>tests/shared/stage.json</c>: the names of the document, and pages as they are
/// rendered, which <c>tests/modules/stage.test.mjs</c> plays. <c>GAMBETA_WRITE_STAGE=1</c> writes the file anew.
/// </summary>
public sealed partial class StageDocumentTests(TestServer server)
{
    private static readonly JsonSerializerOptions Readable = new()
    {
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    [GeneratedRegex("""<script type="application/json" id="sheet">(.*?)</script>""", RegexOptions.Singleline)]
    private static partial Regex Carried();

    [GeneratedRegex("[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}")]
    private static partial Regex AnId();

    /// <summary>The document that a practice page carries, as JSON.</summary>
    internal static string CarriedBy(string page) => Carried().Match(page).Groups[1].Value;

    [Fact]
    public async Task The_document_of_a_practice_page_has_the_names_that_the_module_knows()
    {
        var (household, other) = (await server.NewHouseholdAsync(), Guid.CreateVersion7());
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await HouseholdStore.AddPlayerAsync(work, new Player(other, "Peru", 2012, Foot.Left, Level.FirstWeeks));
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        await server.StoreAsync(household, Played.Round(household, 31, 3));
        var browser = await Browser.SignedInAsync(server, household);
        var names = Names(typeof(StageDocument), [], "").Order(StringComparer.Ordinal).ToList();
        var now = new JsonObject { ["names"] = new JsonArray([.. names.Select(name => (JsonNode)name)]) };
        foreach (
            var (what, address) in new[]
            {
                ("drill", "/practise/pull-back-laces-away"),
                ("sheet", "/practise/sheet/patio-turns-sixteen"),
                ("two", $"/practise/together/pull-back-laces-away?with={other}&part=races"),
            }
        )
        {
            var carried = CarriedBy(await browser.PageAsync(address));
            // Whoever plays in a test is somebody else each time.
            var ids = AnId().Matches(carried).Select(id => id.Value).Distinct().ToList();
            now[what] = JsonNode.Parse(AnId().Replace(carried, id => $"01900000-0000-7000-8000-00000000000{ids.IndexOf(id.Value)}"));
            Paths(now[what]!, "", names).Except(names).ShouldBeEmpty(what);
        }
        var path = Path.Combine(Repository.Root, "tests/shared/stage.json");
        if (Environment.GetEnvironmentVariable("GAMBETA_WRITE_STAGE") is not null)
            await File.WriteAllTextAsync(
                path,
                $"{{\n{string.Join(",\n", now.Select(part => $"  \"{part.Key}\": {part.Value!.ToJsonString(Readable)}"))}\n}}\n",
                TestContext.Current.CancellationToken
            );
        var wanted = JsonNode.Parse(Repository.Cases("stage"))!.AsObject();
        wanted["names"]!.AsArray().Select(name => name!.GetValue<string>()).ShouldBe(names);
        foreach (var what in new[] { "drill", "sheet", "two" })
            Paths(now[what]!, "", names)
                .Distinct()
                .Order()
                .ShouldBe(
                    Paths(wanted[what]!, "", names).Distinct().Order(),
                    $"{what}: GAMBETA_WRITE_STAGE=1 ./test web StageDocument writes it anew"
                );
    }

    // Names as the modules meet them: "sheet.phases[].kind", "bests[].*" where any key may stand.
    private static IEnumerable<string> Names(Type type, HashSet<Type> above, string at)
    {
        foreach (var property in type.GetProperties(BindingFlags.Public | BindingFlags.Instance))
        {
            var (name, inner) = (at + JsonNamingPolicy.CamelCase.ConvertName(property.Name), property.PropertyType);
            yield return name;
            (name, inner) = Inside(name, inner);
            // What lies in itself, as a phase of the other player does, is named once.
            if (inner.Namespace?.StartsWith("Gambeta", StringComparison.Ordinal) == true && !inner.IsEnum && !above.Contains(inner))
                foreach (var deeper in Names(inner, [.. above, type, inner], name + "."))
                    yield return deeper;
        }
    }

    private static (string Name, Type Inner) Inside(string name, Type type)
    {
        type = Nullable.GetUnderlyingType(type) ?? type;
        if (type == typeof(string) || !typeof(IEnumerable).IsAssignableFrom(type))
            return (name, type);
        if (
            type.GetInterfaces()
                .Append(type)
                .FirstOrDefault(kind => kind.IsGenericType && kind.GetGenericTypeDefinition() == typeof(IReadOnlyDictionary<,>)) is
            { } byKey
        )
            return Inside(name + ".*", byKey.GetGenericArguments()[1]);
        return Inside(name + "[]", type.IsArray ? type.GetElementType()! : type.GetGenericArguments()[0]);
    }

    private static IEnumerable<string> Paths(JsonNode? json, string at, List<string> names)
    {
        if (json is JsonArray list)
            return list.SelectMany(one => Paths(one, at + "[]", names));
        if (json is not JsonObject form)
            return [];
        return form.SelectMany(part =>
        {
            var path = at.Length == 0 ? part.Key : $"{at}.{part.Key}";
            if (names.Contains(path))
                return Paths(part.Value, path, names).Prepend(path);
            // Any key, or a phase in a phase.
            if (names.Any(name => name.StartsWith($"{at}.*.", StringComparison.Ordinal)) || IsByKey(at))
                return Paths(part.Value, $"{at}.*", names);
            return at.EndsWith(".second", StringComparison.Ordinal)
                ? Paths(new JsonObject { [part.Key] = part.Value?.DeepClone() }, at[..^".second".Length], names)
                : [path];
        });
    }

    private static bool IsByKey(string at) => at is "bests[]" or "hears[]";
}

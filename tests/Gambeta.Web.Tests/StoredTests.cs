using System.Collections;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Storage;
using Mono.Cecil;

namespace Gambeta.Web.Tests;

/// <summary>
/// Everything that lies in databases, files and browsers under a name, held against one list, <c>tests/shared/stored.json</c>. A name that
/// differs, is new or is gone fails here: what was stored under it would not be read any more. Where that is meant, the list is changed by
/// hand, with whatever reads the old name.
/// </summary>
public class StoredTests
{
    private static readonly Assembly[] Ours = [typeof(Keys).Assembly, typeof(GambetaDatabase).Assembly, typeof(Program).Assembly];

    private static readonly JsonSerializerOptions Indented = new()
    {
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    // What is kept as JSON, by the form that is written: under which heading it stands in the list, and how its names are written.
    private static readonly Dictionary<string, (string Heading, JsonSerializerOptions Names)> Kept = new()
    {
        ["KeptVerdict"] = ("verdict.said, said_before.said", JsonSerializerOptions.Default),
        ["KeptDecision"] = ("decision.reasons", JsonSerializerOptions.Default),
        ["KeptAsk"] = ("plan.ask", JsonSerializerOptions.Default),
        ["KeptTold"] = ("plan.told", JsonSerializerOptions.Default),
        ["KeptClubDay"] = ("rhythm.club", JsonSerializerOptions.Default),
        ["KeptPart"] = ("sitting.plan", JsonSerializerOptions.Web),
        ["LayoutText"] = ("layout.laid", JsonSerializerOptions.Web),
        ["SetRow"] = ("practice_set", new JsonSerializerOptions { PropertyNamingPolicy = JsonNamingPolicy.SnakeCaseLower }),
    };

    [Fact]
    public void Every_stored_name_is_the_one_that_was_stored()
    {
        var wanted = JsonNode.Parse(Repository.Cases("stored"))!.AsObject();
        var now = new JsonObject
        {
            ["keys"] = KeysOf(EnumsWithKeys()),
            ["numbers"] = NumbersOf(EnumsByNumber()),
            ["json"] = NamesOf(JsonForms()),
            ["results"] = Results(wanted["results"]!.AsObject()),
            ["posts"] = NamesOf(Bodies()),
            ["drafts"] = NamesOf(Drafts()),
            ["householdFile"] = Lists(),
        };
        // The browser's half is held by tests/modules/stored.test.mjs.
        foreach (var (heading, value) in now)
            Lines(value!).ShouldBe(Lines(wanted[heading]!), $"{heading}; as it is now:\n{value!.ToJsonString(Indented)}");
        wanted.Select(part => part.Key).ShouldBe([.. now.Select(part => part.Key), "browser"]);
    }

    // Whoever asks for a key, a name or a label of an enumeration asks one that says its keys.
    [Fact]
    public void Every_enumeration_that_is_written_down_has_its_keys_written_out()
    {
        var lacking = WrittenDown()
            .Where(type =>
                type != typeof(DayOfWeek)
                && type.GetFields(BindingFlags.Public | BindingFlags.Static).Any(field => field.GetCustomAttribute<KeyAttribute>() is null)
            );
        lacking.Select(type => type.Name).ShouldBeEmpty();
        foreach (var type in EnumsWithKeys())
        {
            var keys = KeyList(type);
            keys.ShouldBeUnique();
            keys.ShouldAllBe(key => key.Length > 0 && key.Trim() == key && !key.Any(char.IsUpper), type.Name);
        }
    }

    [Fact]
    public void What_is_kept_as_json_is_made_of_forms_of_its_own()
    {
        foreach (
            var form in SerializedTypes()
                .SelectMany(Graph)
                .Where(type =>
                    type.Assembly != typeof(GambetaDatabase).Assembly
                    && type.Namespace?.StartsWith("Gambeta", StringComparison.Ordinal) == true
                )
        )
            form.IsEnum.ShouldBeTrue(
                $"{form} is of another floor: renaming it would rename what is stored. Give the storage a form for it."
            );
    }

    private static IEnumerable<Type> EnumsWithKeys() =>
        Ours.SelectMany(assembly => assembly.GetTypes())
            .Where(type =>
                type.IsEnum
                && type.GetFields(BindingFlags.Public | BindingFlags.Static)
                    .Any(field => field.GetCustomAttribute<KeyAttribute>() is not null)
            );

    private static string[] KeyList(Type type) =>
        [
            .. type.GetFields(BindingFlags.Public | BindingFlags.Static)
                .Select(field => field.GetCustomAttribute<KeyAttribute>()?.Words ?? ""),
        ];

    // The type arguments of every generic call of ours, whichever method it is: what reaches Keys through a method of its own is seen
    // there.
    private static List<Type> WrittenDown()
    {
        var speakers = new[] { "Keys", "Labels", "Stored", "Addresses", "YamlMapping", "DiaryLine", "SessionApi", "ShelfAddress" };
        return
        [
            .. GenericCalls()
                .Where(call => speakers.Contains(call.DeclaringType.Name))
                .SelectMany(call => call.GenericArguments)
                .Select(Loaded)
                .OfType<Type>()
                .Where(type => type.IsEnum)
                .Distinct(),
        ];
    }

    private static IEnumerable<GenericInstanceMethod> GenericCalls()
    {
        foreach (var assembly in Ours)
        {
            using var read = AssemblyDefinition.ReadAssembly(assembly.Location);
            foreach (
                var call in read
                    .MainModule.GetTypes()
                    .SelectMany(type => type.Methods)
                    .Where(method => method.HasBody)
                    .SelectMany(method => method.Body.Instructions)
                    .Select(line => line.Operand)
                    .OfType<GenericInstanceMethod>()
            )
                yield return call;
        }
    }

    private static Type? Loaded(TypeReference reference)
    {
        if (reference is ArrayType array)
            return Loaded(array.ElementType);
        if (reference is GenericInstanceType made)
            return made.GenericArguments.Select(Loaded).FirstOrDefault(type => type is not null);
        var name = reference.FullName.Replace('/', '+');
        return Ours.Select(assembly => assembly.GetType(name)).FirstOrDefault(type => type is not null)
            ?? (name == typeof(DayOfWeek).FullName ? typeof(DayOfWeek) : null);
    }

    private static List<Type> SerializedTypes()
    {
        var types = new List<Type>();
        foreach (var call in GenericCalls().Where(call => call.DeclaringType.Name == nameof(JsonSerializer)))
            types.AddRange(
                call.GenericArguments.Select(Loaded).OfType<Type>().Where(type => type.Assembly == typeof(GambetaDatabase).Assembly)
            );
        return [.. types.Distinct()];
    }

    private static IEnumerable<Type> EnumsByNumber() =>
        SerializedTypes()
            .Where(type => type.Name is "KeptVerdict" or "KeptDecision")
            .SelectMany(Graph)
            .Where(type => type.IsEnum)
            .Distinct();

    private static IEnumerable<(string Heading, Type Type, JsonSerializerOptions Names)> JsonForms()
    {
        var types = SerializedTypes();
        types.Select(type => type.Name).ShouldBe(Kept.Keys, ignoreOrder: true, "kept as JSON and not in this list, or the other way round");
        return types.Select(type => (Kept[type.Name].Heading, type, Kept[type.Name].Names));
    }

    // What a browser may keep for weeks before it is sent: its names hold as if they were stored.
    private static IEnumerable<(string Heading, Type Type, JsonSerializerOptions Names)> Bodies() =>
        (
            (Array)
                typeof(Program)
                    .Assembly.GetType("Gambeta.Web.Api.Posts", true)!
                    .GetField("All", BindingFlags.NonPublic | BindingFlags.Static)!
                    .GetValue(null)!
        )
            .Cast<Gambeta.Web.Api.Post>()
            .Select(post => (post.Path, post.Body, JsonSerializerOptions.Web));

    // What is sent of a set is read by the measure of its drill.
    private static IEnumerable<(string Heading, Type Type, JsonSerializerOptions Names)> Drafts() =>
        Ways.All.Select(way => (way.Key.ToKey(), way.ReadSent(JsonElement.Parse("{}")).GetType(), JsonSerializerOptions.Web));

    private static IEnumerable<Type> Graph(Type type) => Graph(type, []);

    private static IEnumerable<Type> Graph(Type type, HashSet<Type> seen)
    {
        type = Bare(type);
        if (!seen.Add(type))
            yield break;
        yield return type;
        if (type.IsEnum || type.Namespace?.StartsWith("Gambeta", StringComparison.Ordinal) != true)
            yield break;
        foreach (var inner in Properties(type).SelectMany(property => Graph(property.PropertyType, seen)))
            yield return inner;
    }

    private static IEnumerable<PropertyInfo> Properties(Type type) =>
        type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
            .Where(property => property.GetIndexParameters().Length == 0 && property.GetCustomAttribute<JsonIgnoreAttribute>() is null);

    private static Type Bare(Type type) =>
        Nullable.GetUnderlyingType(type) is { } value ? Bare(value)
        : type.IsArray ? Bare(type.GetElementType()!)
        : type != typeof(string) && type.IsGenericType && typeof(IEnumerable).IsAssignableFrom(type) ? Bare(type.GetGenericArguments()[^1])
        : type;

    private static JsonObject KeysOf(IEnumerable<Type> enums) =>
        new(
            enums
                .OrderBy(type => type.Name, StringComparer.Ordinal)
                .Select(type => KeyValuePair.Create(type.Name, (JsonNode?)JsonValue.Create(string.Join(", ", KeyList(type)))))
        );

    private static JsonObject NumbersOf(IEnumerable<Type> enums) =>
        new(
            enums
                .OrderBy(type => type.Name, StringComparer.Ordinal)
                .Select(type =>
                    KeyValuePair.Create(
                        type.Name,
                        (JsonNode?)
                            JsonValue.Create(
                                string.Join(
                                    ", ",
                                    type.GetFields(BindingFlags.Public | BindingFlags.Static)
                                        .Select(field =>
                                            $"{field.GetCustomAttribute<KeyAttribute>()?.Words} "
                                            + $"{Convert.ToInt64(field.GetValue(null), System.Globalization.CultureInfo.InvariantCulture)}"
                                        )
                                )
                            )
                    )
                )
        );

    private static JsonObject NamesOf(IEnumerable<(string Heading, Type Type, JsonSerializerOptions Names)> forms) =>
        new(
            forms
                .OrderBy(form => form.Heading, StringComparer.Ordinal)
                .Select(form =>
                    KeyValuePair.Create(form.Heading, (JsonNode?)JsonValue.Create(string.Join(", ", Names(form.Type, form.Names, []))))
                )
        );

    private static IEnumerable<string> Names(Type type, JsonSerializerOptions names, HashSet<Type> above)
    {
        foreach (var property in Properties(type))
        {
            var name = property.GetCustomAttribute<JsonPropertyNameAttribute>()?.Name
                ?? names.PropertyNamingPolicy?.ConvertName(property.Name)
                ?? property.Name;
            var inner = Bare(property.PropertyType);
            if (inner.IsEnum || inner.Namespace?.StartsWith("Gambeta", StringComparison.Ordinal) != true || above.Contains(inner))
                yield return name;
            else
                foreach (var deeper in Names(inner, names, [.. above, type]))
                    yield return $"{name}.{deeper}";
        }
    }

    // A result of each measure in each of its forms: what was written then is read, and written in the same way again.
    private static JsonObject Results(JsonObject wanted)
    {
        Ways.All.Select(way => way.Key.ToKey()).ShouldBe(wanted.Select(result => result.Key), ignoreOrder: true);
        return new JsonObject(
            wanted.Select(result =>
            {
                Keys.TryRead<MeasuredBy>(result.Key, out var measure).ShouldBeTrue();
                return KeyValuePair.Create(
                    result.Key,
                    (JsonNode?)
                        new JsonArray([
                            .. result
                                .Value!.AsArray()
                                .Select(one => JsonNode.Parse(ResultJson.Write(ResultJson.Read(measure, 1, one!.ToJsonString())))),
                        ])
                );
            })
        );
    }

    private static JsonObject Lists() =>
        new(
            HouseholdFileLists()
                .Select(list => KeyValuePair.Create(list.Name, (JsonNode?)JsonValue.Create(list.Columns)))
                .Append(
                    KeyValuePair.Create(
                        "version",
                        (JsonNode?)JsonValue.Create(HouseholdFile.Version.ToString(System.Globalization.CultureInfo.InvariantCulture))
                    )
                )
        );

    private static IEnumerable<(string Name, string Columns)> HouseholdFileLists()
    {
        foreach (
            var list in (IEnumerable)typeof(HouseholdFile).GetField("Lists", BindingFlags.NonPublic | BindingFlags.Static)!.GetValue(null)!
        )
        {
            var columns = ((IEnumerable)list.GetType().GetProperty("Columns")!.GetValue(list)!).Cast<object>();
            yield return (
                (string)list.GetType().GetProperty("Name")!.GetValue(list)!,
                string.Join(", ", columns.Select(column => $"{column.GetType().GetProperty("InFile")!.GetValue(column)}"))
            );
        }
    }

    private static List<string> Lines(JsonNode node) =>
        [.. node.AsObject().Select(part => $"{part.Key}: {part.Value!.ToJsonString(Indented)}")];
}

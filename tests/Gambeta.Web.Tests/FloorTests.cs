using System.Text.RegularExpressions;
using Mono.Cecil;

namespace Gambeta.Web.Tests;

/// <summary>The core is a house: floors whose arrows point down, rooms of which no two use each other, and a made-up player outside of
/// it.</summary>
public partial class FloorTests
{
    private static readonly string[] Floors = ["Base", "Catalogue", "Practice", "Insight", "Edges"];

    // Who uses whom, by the top-level types that do, as the compiled code says it.
    private static readonly ILookup<(string From, string To), string> Uses = Read(typeof(Core.Keys).Assembly.Location)
        .Where(use => use.To.Namespace.StartsWith("Gambeta.Core.", StringComparison.Ordinal) && use.From.Namespace != use.To.Namespace)
        .ToLookup(use => (RoomOf(use.From), RoomOf(use.To)), use => $"{use.From.Name} uses {use.To.Name}");

    [Fact]
    public void Arrows_point_down()
    {
        Uses.Count.ShouldBeGreaterThan(100);
        foreach (var use in Uses.Where(use => Floor(use.Key.From) < Floor(use.Key.To)))
            use.ShouldBeEmpty($"{use.Key.From} lies below {use.Key.To}");
    }

    // A constant leaves no trace in what is compiled: a floor above is not named in the sources either.
    [Fact]
    public void No_file_names_a_floor_above_its_own()
    {
        var root = Repository.At("src", "Gambeta.Core");
        foreach (var floor in Floors)
        {
            var above = Floors[(Array.IndexOf(Floors, floor) + 1)..];
            foreach (var file in Directory.GetFiles(Path.Combine(root, floor), "*.cs", SearchOption.AllDirectories))
                File.ReadLines(file)
                    .Where(line => above.Any(other => line.StartsWith($"using Gambeta.Core.{other}.", StringComparison.Ordinal)))
                    .ShouldBeEmpty(file);
        }
    }

    [Fact]
    public void No_rooms_go_in_a_ring()
    {
        var below = Uses.Select(use => use.Key).ToLookup(use => use.From, use => use.To);
        var waits = below.Select(room => room.Key).Concat(below.SelectMany(room => room)).ToHashSet();
        // Rooms that use none of those left are taken away until none is left, or those that go in rings.
        while (waits.RemoveWhere(room => !below[room].Any(waits.Contains)) > 0) { }
        waits.ShouldBeEmpty(
            string.Join(
                "; ",
                Uses.Where(use => waits.Contains(use.Key.From) && waits.Contains(use.Key.To))
                    .Select(use => $"{use.Key.From} → {use.Key.To}: {use.First()}")
            )
        );
    }

    [Fact]
    public void A_file_lies_where_its_namespace_says()
    {
        foreach (var project in new[] { "Gambeta.Core", "Gambeta.Simulation" })
        {
            var root = Repository.At("src", project);
            foreach (
                var file in Directory
                    .GetFiles(root, "*.cs", SearchOption.AllDirectories)
                    .Where(file =>
                        !Path.GetRelativePath(root, file).Split('/')[0].EndsWith("obj", StringComparison.Ordinal)
                        && !file.Contains("/bin/", StringComparison.Ordinal)
                    )
            )
            {
                var folder = Path.GetDirectoryName(Path.GetRelativePath(root, file))!.Replace('/', '.');
                // What every room needs stands in the root's name, on the lowest floor.
                var wanted = folder is "Base" or "" ? project : $"{project}.{folder}";
                Namespace().Match(File.ReadAllText(file)).Groups[1].Value.ShouldBe(wanted, file);
            }
        }
    }

    // The made-up players are for the demo, the benchmark, tools and tests.
    [Fact]
    public void Production_knows_the_made_up_player_for_the_demo_alone()
    {
        var users = new[] { typeof(Storage.GambetaDatabase).Assembly, typeof(Program).Assembly }
            .SelectMany(assembly => Read(assembly.Location))
            .Where(use => use.To.Namespace.StartsWith("Gambeta.Simulation", StringComparison.Ordinal))
            .Select(use => use.From.Name)
            .Distinct();
        users.Order().ShouldBe(["DemoHousehold", "DemoMicrophone"]);
        Read(typeof(Core.Keys).Assembly.Location)
            .ShouldNotContain(use => use.To.Namespace.StartsWith("Gambeta.Simulation", StringComparison.Ordinal));
    }

    private static string RoomOf(TypeReference type) =>
        type.Namespace["Gambeta.Core".Length..].TrimStart('.') is { Length: > 0 } room ? room : "Base";

    private static int Floor(string room)
    {
        var floor = Array.IndexOf(Floors, room.Split('.')[0]);
        floor.ShouldBeGreaterThanOrEqualTo(0, $"{room} lies on no floor");
        return floor;
    }

    private static List<(TypeReference From, TypeReference To)> Read(string assembly)
    {
        using var read = AssemblyDefinition.ReadAssembly(assembly);
        return
        [
            .. read
                .MainModule.GetTypes()
                .Where(type => Top(type).Namespace.StartsWith("Gambeta", StringComparison.Ordinal))
                .SelectMany(type => Named(type).SelectMany(Parts).Select(to => (Top(type), Top(to))))
                .Distinct(),
        ];
    }

    private static IEnumerable<TypeReference?> Named(TypeDefinition type)
    {
        yield return type.BaseType;
        foreach (var one in type.Interfaces)
            yield return one.InterfaceType;
        foreach (var field in type.Fields)
            yield return field.FieldType;
        foreach (var property in type.Properties)
            yield return property.PropertyType;
        foreach (var method in type.Methods)
        {
            foreach (var one in Signature(method))
                yield return one;
            if (!method.HasBody)
                continue;
            foreach (var variable in method.Body.Variables)
                yield return variable.VariableType;
            foreach (var operand in method.Body.Instructions.Select(line => line.Operand))
            {
                if (operand is MethodReference called)
                    foreach (var one in Signature(called))
                        yield return one;
                else if (operand is FieldReference field)
                    foreach (var one in new[] { field.DeclaringType, field.FieldType })
                        yield return one;
                else if (operand is TypeReference named)
                    yield return named;
            }
        }
    }

    private static IEnumerable<TypeReference?> Signature(MethodReference method) =>
        [
            method.DeclaringType,
            method.ReturnType,
            .. method.Parameters.Select(parameter => parameter.ParameterType),
            .. method is GenericInstanceMethod made ? made.GenericArguments : [],
        ];

    private static IEnumerable<TypeReference> Parts(TypeReference? type) =>
        type switch
        {
            null or GenericParameter => [],
            GenericInstanceType made => made.GenericArguments.SelectMany(Parts).Concat(Parts(made.ElementType)),
            TypeSpecification outer => Parts(outer.ElementType),
            _ => [type],
        };

    private static TypeReference Top(TypeReference type) => type.DeclaringType is { } outer ? Top(outer) : type;

    [GeneratedRegex(@"^namespace ([\w.]+);", RegexOptions.Multiline)]
    private static partial Regex Namespace();
}

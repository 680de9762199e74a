namespace Gambeta.Web.Navigation;

/// <summary>Lists that ship with the application, a line each: copied from their packages before the build.</summary>
internal static class Lists
{
    public static IEnumerable<string> Lines(string name)
    {
        using var reader = new StreamReader(
            typeof(Lists).Assembly.GetManifestResourceStream(name) ?? throw new InvalidOperationException($"The list {name} is missing.")
        );
        while (reader.ReadLine() is { } line)
            yield return line;
    }
}

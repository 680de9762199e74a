using System.Text.RegularExpressions;

namespace Gambeta.Tests;

/// <summary>Where the files of the project lie, for tests that hold them to something.</summary>
internal static partial class Repository
{
    /// <summary>The folder with everything.</summary>
    public static string Root { get; } = Find();

    /// <summary>A file or folder of the project.</summary>
    public static string At(params IEnumerable<string> parts) => Path.Combine([Root, .. parts]);

    /// <summary>Cases that the tests of both languages read.</summary>
    public static string Cases(string name) => File.ReadAllText(At("tests", "shared", name + ".json"));

    /// <summary>A source as a reader takes it: a text that goes over several lines is one.</summary>
    public static string Source(string file) => Broken().Replace(File.ReadAllText(file), "");

    [GeneratedRegex("\"\\s*\\n\\s*\\+ \\$?\"")]
    private static partial Regex Broken();

    private static string Find()
    {
        var root = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(root, "Gambeta.slnx")))
            root = Path.GetDirectoryName(root)!;
        return root;
    }
}

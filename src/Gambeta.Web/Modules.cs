using System.Collections.Concurrent;
using System.Text.RegularExpressions;

namespace Gambeta.Web;

/// <summary>
/// What a script is made of, read from the imports themselves, so that a page can name all of it at once: it then loads side by side, and what keeps a page for a
/// reload without network knows what belongs to it.
/// </summary>
public sealed partial class Modules(IWebHostEnvironment files)
{
    private readonly ConcurrentDictionary<string, IReadOnlyList<string>> _known = new();

    /// <summary>The paths of all that a script imports, directly or not, the script itself left out.</summary>
    public IReadOnlyList<string> Of(string script) => _known.GetOrAdd(script, entry =>
    {
        var (found, open) = (new SortedSet<string>(StringComparer.Ordinal), new Stack<string>([entry]));
        while (open.TryPop(out var path))
        {
            // The words are no file: they are made of the language that is spoken, and import nothing.
            if (path == Setup.Spoken.BrowserWords) continue;
            using var text = new StreamReader(files.WebRootFileProvider.GetFileInfo(path).CreateReadStream());
            foreach (Match import in Import().Matches(text.ReadToEnd()))
            {
                var imported = new Uri(new Uri("https://here" + path), import.Groups[1].Value).AbsolutePath;
                if (found.Add(imported)) open.Push(imported);
            }
        }
        return [.. found];
    });

    [GeneratedRegex(@"^import [^'\n]*'(\.[\w./-]+\.js)'", RegexOptions.Multiline)]
    private static partial Regex Import();
}

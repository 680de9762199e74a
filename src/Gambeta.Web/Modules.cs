using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text;
using System.Text.RegularExpressions;
using Gambeta.Words;
using Microsoft.Extensions.FileProviders;

namespace Gambeta.Web;

/// <summary>
/// What a script is made of, read from the imports themselves, so that a page can name all of it at once: it then loads side by side, and
/// what keeps a page for a reload without network knows what belongs to it. Their addresses carry the build, and what they import is
/// relative to that: a page is of one build as a whole, whatever the server has become meanwhile, and a browser may keep its modules for
/// good.
/// </summary>
public sealed partial class Modules(IWebHostEnvironment files, Language language, IConfiguration settings)
{
    private const string Folder = "/js/";

    private readonly ConcurrentDictionary<string, IReadOnlyList<string>> _known = new();

    // While somebody works on them (./dev) files change under the application.
    private readonly bool _isLive = settings.GetValue("Live", false);
    private readonly Lazy<string> _build = new(() => BuildOf(files.WebRootFileProvider, language));

    /// <summary>What all modules, what they take from elsewhere and their words say, as a name: another one as soon as one of them says
    /// something else.</summary>
    public string Build => _isLive ? BuildOf(files.WebRootFileProvider, language) : _build.Value;

    /// <summary>The address of a script by its path in the folder of scripts, such as <c>pages/page.js</c>.</summary>
    public string At(string script) => $"/{Build}{Folder}{script}";

    /// <summary>The addresses of all that these scripts import, directly or not; the scripts themselves are left out.</summary>
    public IReadOnlyList<string> Of(params IEnumerable<string> scripts) =>
        [.. scripts.SelectMany(script => PathsOf(Folder + script)).Distinct().Select(path => $"/{Build}{path}")];

    private IReadOnlyList<string> PathsOf(string script) => _isLive ? Imported(script) : _known.GetOrAdd(script, Imported);

    private IReadOnlyList<string> Imported(string entry)
    {
        var (found, open) = (new SortedSet<string>(StringComparer.Ordinal), new Stack<string>([entry]));
        while (open.TryPop(out var path))
        {
            // The words are no file: they are made of the language that is spoken, and import nothing.
            if (path == Setup.Spoken.BrowserWords)
                continue;
            using var text = new StreamReader(files.WebRootFileProvider.GetFileInfo(path).CreateReadStream());
            foreach (Match import in Import().Matches(text.ReadToEnd()))
            {
                var imported = new Uri(new Uri("https://here" + path), import.Groups[1].Value).AbsolutePath;
                if (found.Add(imported))
                    open.Push(imported);
            }
        }
        return [.. found];
    }

    private static string BuildOf(IFileProvider root, Language language)
    {
        using var all = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var folders = new Stack<string>([Folder, "/lib/"]);
        while (folders.TryPop(out var folder))
        {
            foreach (var file in root.GetDirectoryContents(folder).OrderBy(file => file.Name, StringComparer.Ordinal))
            {
                var path = folder + file.Name;
                if (file.IsDirectory)
                    folders.Push(path + "/");
                if (file.IsDirectory || !path.EndsWith(".js", StringComparison.Ordinal))
                    continue;
                using var text = new StreamReader(file.CreateReadStream());
                all.AppendData(Encoding.UTF8.GetBytes(path + text.ReadToEnd()));
            }
        }
        all.AppendData(Setup.Spoken.ModuleOf(language));
        return "of-" + Convert.ToHexStringLower(all.GetHashAndReset())[..12];
    }

    [GeneratedRegex(@"^import [^'\n]*'(\.[\w./-]+\.js)'", RegexOptions.Multiline)]
    private static partial Regex Import();
}

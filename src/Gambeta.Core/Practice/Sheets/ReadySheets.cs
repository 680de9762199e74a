using System.Collections.Immutable;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Words;

namespace Gambeta.Core.Practice.Sheets;

/// <summary>A sheet that ships.</summary>
/// <param name="Id">Its stable name in addresses: lower-case words joined by hyphens.</param>
/// <param name="Sheet">The sheet.</param>
/// <param name="For">One line: what it is for.</param>
/// <param name="Place">Where it is played.</param>
/// <param name="Minutes">What it comes to for a steady player.</param>
/// <param name="NeedsHelper">True where somebody serves.</param>
public sealed record ReadySheet(string Id, Sheet Sheet, string For, Places Place, int Minutes, bool NeedsHelper);

/// <summary>The sheets that ship, read once from their file.</summary>
public static class ReadySheets
{
    private static readonly PerLanguage<IReadOnlyList<ReadySheet>> Shipped = new(Read);

    /// <summary>All of them, as they stand in the file, in the language that is spoken.</summary>
    public static IReadOnlyList<ReadySheet> All => Shipped.Now;

    /// <summary>One of them; nothing when there is none of that name.</summary>
    public static ReadySheet? Find(string id) => All.FirstOrDefault(ready => ready.Id == id);

    private static IReadOnlyList<ReadySheet> Read()
    {
        const string file = "ready-sheets.yaml";
        using var stream = typeof(ReadySheets).Assembly.GetManifestResourceStream(file)
            ?? throw new InvalidOperationException($"{file} is not embedded.");
        using var reader = new StreamReader(stream);
        var texts = CardTexts.Now.Sheets;
        return
        [
            .. YamlFile
                .Items(file, reader, "ready sheets")
                .Select(ReadOne)
                .Select(ready =>
                    texts.TryGetValue(ready.Id, out var text)
                        ? ready with
                        {
                            Sheet = ready.Sheet with { Name = text.Name },
                            For = text.For,
                        }
                        : ready
                ),
        ];
    }

    private static ReadySheet ReadOne(YamlMapping at)
    {
        var name = at.Text("name");
        if (name.Length > Sheet.LongestName)
            throw at.Inside("name").Wrong(Say("card-files.name-too-long", ("longestName", Sheet.LongestName)));
        var items = at.Items("items", Sheet.MostItems).Select(line => line.Read(SheetNotation.ReadItem)).ToImmutableArray();
        var ready = new ReadySheet(
            at.Text("id"),
            new Sheet(name, items),
            at.Text("for"),
            at.Word<Places>("place"),
            at.Whole("minutes", 5, 60),
            at.Has("helper") && (at.Text("helper") == "yes" ? true : throw at.Inside("helper").Wrong(Say("card-files.bad-helper")))
        );
        at.NothingElse();
        return ready;
    }
}

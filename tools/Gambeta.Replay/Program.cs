using System.Diagnostics;
using System.Globalization;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Diaries;
using Gambeta.Core.Insight.Judgement;

// Reads a diary and writes, for each set, what would have been said before it; docs/judgement.md says what the columns are.
CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
var output = Array.IndexOf(args, "--out") is >= 0 and var at && at + 1 < args.Length ? args[at + 1] : null;
var file = args.FirstOrDefault(arg => !arg.StartsWith('-') && arg != output);
if (file is null)
{
    Console.Error.WriteLine("tools/replay DIARY.csv [--out REPLAY.csv]");
    return 2;
}
var catalogue = DrillCatalogue.Shipped();
try
{
    using var text = new StreamReader(file);
    using var writer = output is null ? Console.Out : new StreamWriter(output);
    var watch = Stopwatch.StartNew();
    // Players do not know of each other: each is gone through by itself, as many at once as there are cores, and written in the order of
    // the file.
    var sets = 0;
    writer.WriteLine("set,target,chance,q05,q25,q50,q75,q95,decision");
    foreach (
        var player in Players(DiaryFile.Read(text)).AsParallel().AsOrdered().WithMergeOptions(ParallelMergeOptions.NotBuffered).Select(Said)
    )
    {
        sets += player.Sets;
        writer.Write(player.Lines);
    }
    writer.Flush();
    Console.Error.WriteLine($"{sets} sets, {sets / watch.Elapsed.TotalSeconds:0} a second");
    return 0;
}
catch (Exception problem) when (problem is IOException or DiaryFormatException)
{
    Console.Error.WriteLine(problem.Message);
    return 1;
}

// The lines of a player stand together in a diary; where a second player's stand between them, what is known is carried on.
IEnumerable<(Replay Replay, List<DiaryLine> Lines)> Players(IEnumerable<DiaryLine> lines)
{
    return lines.GroupBy(line => line[DiaryColumn.Player]).Select(player => (new Replay(catalogue), player.ToList()));
}

(int Sets, string Lines) Said((Replay Replay, List<DiaryLine> Lines) player)
{
    var written = new System.Text.StringBuilder();
    foreach (var line in player.Lines)
    {
        if (
            DiarySet.Trusted(line, catalogue) is { } set
            && player.Replay.Before(set, line.Key<Gambeta.Core.Practice.Played.Control>(DiaryColumn.Control)) is { } said
        )
            written.Append(said.ToCsv(set.Id)).Append('\n');
    }
    return (player.Replay.Sets, written.ToString());
}

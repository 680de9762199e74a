using System.Diagnostics;
using System.Globalization;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Diaries;
using Gambeta.Core.Judgement;

// Reads a diary and writes, for each set, what would have been said before it; docs/judgement.md says what the columns are.
CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
var output = Array.IndexOf(args, "--out") is >= 0 and var at && at + 1 < args.Length ? args[at + 1] : null;
var file = args.FirstOrDefault(arg => !arg.StartsWith('-') && arg != output);
if (file is null)
{
    Console.Error.WriteLine("tools/replay DIARY.csv [--out REPLAY.csv]");
    return 2;
}
try
{
    var catalogue = DrillCatalogue.Shipped();
    using var text = new StreamReader(file);
    using var writer = output is null ? Console.Out : new StreamWriter(output);
    var watch = Stopwatch.StartNew();
    var replay = new Replay(catalogue);
    writer.WriteLine("set,target,chance,q05,q25,q50,q75,q95,decision");
    foreach (var line in DiaryFile.Read(text))
    {
        if (DiarySet.Trusted(line, catalogue) is { } set && replay.Before(set) is { } said) writer.WriteLine(said.ToCsv(set.Id));
    }
    writer.Flush();
    Console.Error.WriteLine($"{replay.Sets} sets, {replay.Sets / watch.Elapsed.TotalSeconds:0} a second");
    return 0;
}
catch (Exception problem) when (problem is IOException or DiaryFormatException)
{
    Console.Error.WriteLine(problem.Message);
    return 1;
}

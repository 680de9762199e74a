using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core.Practice;
using Gambeta.Core.Touches;

namespace Gambeta.Storage;

/// <summary>
/// What a result holds beyond the columns of its set, as a line of text: <c>stations 4: 1 2 3 1</c>, <c>points: 1 0 3</c>, <c>run in</c>,
/// <c>inside: 1 0 1</c>, <c>strikes: l3 r0</c>, <c>penalty 2</c>, <c>penalty 1 void</c>, <c>rung after 12.3</c>.
/// </summary>
internal static class ResultText
{
    public static string? Write(SetResult result) => result switch
    {
        StationsResult stations => $"stations {stations.Stations}: {string.Join(' ', stations.Tries)}",
        TargetsResult targets => $"points: {string.Join(' ', targets.Points)}",
        RunInResult => "run in",
        TrapResult traps => $"inside: {string.Join(' ', traps.Tries.Select(t => t.Inside ? 1 : 0))}",
        StrikesResult strikes => $"strikes: {string.Join(' ', strikes.Strikes.Select(s => (s.Foot == Foot.Left ? "l" : "r") + s.Zone))}",
        RunResult run => string.Create(CultureInfo.InvariantCulture, $"penalty {run.Penalty.TotalSeconds}{(run.Void ? " void" : "")}"),
        LadderResult { Took: { } took } => string.Create(CultureInfo.InvariantCulture, $"rung after {took.TotalSeconds}"),
        _ => null,
    };

    /// <summary>The result that the line says alone; nothing where the columns say it.</summary>
    public static SetResult? Read(string? line)
    {
        if (line is null || line.IndexOf(':', StringComparison.Ordinal) is var colon && colon < 0) return null;
        var head = line[..colon].Split(' ');
        var values = line[(colon + 1)..].Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return head[0] switch
        {
            "stations" => new StationsResult(Whole(values), int.Parse(head[1], CultureInfo.InvariantCulture)),
            "points" => new TargetsResult(Whole(values)),
            "inside" => new TrapResult(TrapHeights.Of(values.Select(value => value == "1"))),
            "strikes" => new StrikesResult([.. values.Select(value => new Strike(value[0] == 'l' ? Foot.Left : Foot.Right, int.Parse(value.AsSpan(1), CultureInfo.InvariantCulture)))]),
            _ => throw new FormatException($"'{line}' is no result of a set."),
        };
    }

    public static (TimeSpan Penalty, bool Void) Penalty(string? line)
    {
        // Runs from before penalties could be chosen cost a second each.
        if (line is null) return (Core.Records.Scoring.ClipPenalty, false);
        var words = line.Split(' ');
        return (Seconds(words[1]), words.Length > 2);
    }

    public static TimeSpan? RungAfter(string? line) => line?.StartsWith("rung after ", StringComparison.Ordinal) == true ? Seconds(line["rung after ".Length..]) : null;

    private static TimeSpan Seconds(string text) => TimeSpan.FromSeconds(double.Parse(text, CultureInfo.InvariantCulture));

    private static ImmutableArray<int> Whole(string[] values) => [.. values.Select(value => int.Parse(value, CultureInfo.InvariantCulture))];
}

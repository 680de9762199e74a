using System.Collections.Immutable;
using System.Text.Json;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Storage;

/// <summary>A layout as it is kept: its geometry in metres, and its shape with its measures where it has one.</summary>
internal sealed record LayoutText(
    double[][] Markers,
    string Steps,
    double[] Start,
    double[] Finish,
    double Clearance,
    double? Wall,
    string Standing,
    string? Shape,
    Dictionary<string, double> Measures,
    string Run,
    string? By = null,
    string[]? Turns = null
)
{
    public static string Write(Layout layout) =>
        JsonSerializer.Serialize(
            new LayoutText(
                [.. layout.Markers.Select(Pair)],
                RunNotation.Write(layout.Steps),
                Pair(layout.Start),
                Pair(layout.Finish),
                layout.Clearance,
                layout.WallAhead,
                layout.Standing.ToKey(),
                layout.Shape?.ToKey(),
                new(layout.Measures),
                layout.Run,
                layout.Way.By.ToKey(),
                [.. layout.Way.Turns]
            ),
            KeptJson.ByBrowser
        );

    public static Layout Read(string key, string name, string laid)
    {
        var text = JsonSerializer.Deserialize<LayoutText>(laid, KeptJson.ByBrowser)
            ?? throw new InvalidDataException($"The layout '{key}' is empty.");
        return new Layout
        {
            Key = key,
            Name = name,
            Run = text.Run,
            Shape = text.Shape is { } shape ? Stored.Word<ShapeKind>(shape) : null,
            Measures = text.Measures.ToImmutableDictionary(),
            Markers = [.. text.Markers.Select(At)],
            Start = At(text.Start),
            Finish = At(text.Finish),
            Steps = RunNotation.Read(text.Steps, text.Markers.Length),
            Clearance = text.Clearance,
            WallAhead = text.Wall,
            Standing = Stored.Word<GearKind>(text.Standing),
            // Kept before a way was asked for.
            Way = new RunWay(text.By is { } by ? Stored.Word<RunFeet>(by) : RunFeet.AsItComes, [.. text.Turns ?? []]),
        };
    }

    private static double[] Pair(Spot spot) => [spot.Right, spot.Ahead];

    private static Spot At(double[] pair) => new(pair[0], pair[1]);
}

using System.Diagnostics;
using Gambeta.Core.Catalogue;
using Gambeta.Core.TouchMaps;
using Gambeta.Core.Touches;

namespace Gambeta.Bench;

/// <summary>What the core alone takes, as rows of a table. Medians, since the machine is shared.</summary>
internal static class CoreBench
{
    public static void Print()
    {
        var load = Stopwatch.StartNew();
        var catalogue = DrillCatalogue.Shipped();
        var first = catalogue.Shelf.Find(new ShelfChoice(), Level.Steady, headingAllowed: false);
        Row($"load and check {catalogue.Cards.Length} cards at the start, cold", load.Elapsed.TotalMilliseconds, "ms", "");
        Row("load and check them again", Median(30, DrillCatalogue.Shipped) / 1000, "ms", "");

        ShelfChoice[] choices =
        [
            new(), new() { Place = Places.Indoors, Gear = [], Surfaces = [Surface.Inside, Surface.Sole], Minutes = 5 }, new() { Words = "sole roll" },
            new() { Family = Family.Juggling, Level = Level.Sharp, Room = ShelfChoice.Rooms[1], Feet = FeetPlan.EachFoot, Age = 9, Gear = [GearKind.Wall] },
        ];
        var filter = choices.Max(choice => Median(2000, () => catalogue.Shelf.Find(choice, Level.Steady, headingAllowed: true)));
        Row($"filter the shelf, all {first.Ready.Length + first.HeadingOff} cards with the counts of every choice, slowest of {choices.Length} choices", filter, "µs", "under 1000 µs");

        var patterns = catalogue.Cards.Select(card => card.Pattern.ToString()).ToArray();
        var parse = Median(300, () => Array.ConvertAll(patterns, PatternReader.Read)) / patterns.Length;
        Row($"parse a pattern, mean of the {patterns.Length} shipped ones", parse, "µs", "under 20 µs");
        var longest = patterns.MaxBy(pattern => PatternReader.Read(pattern).Beats.Length)!;
        Row("parse the longest of them", Median(3000, () => PatternReader.Read(longest)), "µs", "under 20 µs");
        Row("lay out a touch map, mean", Median(300, () => Array.ConvertAll([.. catalogue.Cards], card => TouchMap.Of(card.Pattern, card.Tempo.Steady))) / patterns.Length, "µs", "");
    }

    private static double Median<T>(int times, Func<T> run)
    {
        for (var i = 0; i < times; i++) run();
        // Long enough for the compiler of the runtime to compile what is used often a second time.
        Thread.Sleep(200);
        for (var i = 0; i < times; i++) run();
        var took = new double[times];
        for (var i = 0; i < times; i++)
        {
            var start = Stopwatch.GetTimestamp();
            run();
            took[i] = Stopwatch.GetElapsedTime(start).TotalMicroseconds;
        }
        Array.Sort(took);
        return took[times / 2];
    }

    private static void Row(string what, double value, string unit, string wanted) =>
        Console.WriteLine(FormattableString.Invariant($"| {what} | {value:0.#} {unit} | {wanted} |"));
}

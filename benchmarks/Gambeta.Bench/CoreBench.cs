using System.Collections.Immutable;
using System.Diagnostics;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Choosing;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.TouchMaps;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;
using Gambeta.Simulation;
using Gambeta.Simulation.Sound;

namespace Gambeta.Bench;

/// <summary>What the core alone takes, as rows of a table. Medians, since the machine is shared.</summary>
internal static class CoreBench
{
    public static void Print()
    {
        var load = Stopwatch.StartNew();
        var catalogue = DrillCatalogue.Shipped();
        var first = Shelf.Of(catalogue).Find(new ShelfChoice(), Level.Steady, headingAllowed: false);
        Row($"load and check {catalogue.Cards.Length} cards at the start, cold", load.Elapsed.TotalMilliseconds, "ms", "under 1000 ms");
        Row("load and check them again", Median(30, DrillCatalogue.Shipped) / 1000, "ms", "");

        ShelfChoice[] choices =
        [
            new(),
            new()
            {
                Place = Places.Indoors,
                Gear = [],
                Surfaces = [Surface.Inside, Surface.Sole],
                Minutes = 5,
            },
            new() { Words = "sole roll" },
            new() { Words = "jugling ouside" },
            new()
            {
                Family = Family.Juggling,
                Level = Level.Sharp,
                Room = ShelfChoice.Rooms[1],
                Feet = FeetPlan.EachFoot,
                Age = 9,
                Gear = [GearKind.Wall],
            },
        ];
        var filter = choices.Max(choice => Median(2000, () => Shelf.Of(catalogue).Find(choice, Level.Steady, headingAllowed: true)));
        Row(
            $"filter the shelf, all {first.Ready.Length + first.HeadingOff} cards with the counts of every choice, slowest of "
                + $"{choices.Length} choices",
            filter,
            "µs",
            "under 100 µs"
        );

        var patterns = catalogue.Cards.Select(card => card.Pattern.ToString()).ToArray();
        var parse = Median(300, () => Array.ConvertAll(patterns, PatternReader.Read)) / patterns.Length;
        Row($"parse a pattern, mean of the {patterns.Length} shipped ones", parse, "µs", "under 20 µs");
        var longest = patterns.MaxBy(pattern => PatternReader.Read(pattern).Beats.Length)!;
        Row("parse the longest of them", Median(3000, () => PatternReader.Read(longest)), "µs", "under 20 µs");
        Row(
            "lay out a touch map, mean",
            Median(300, () => Array.ConvertAll([.. catalogue.Cards], card => TouchMap.Of(card.Pattern, card.Tempo.Steady)))
                / patterns.Length,
            "µs",
            ""
        );
        Yard();
        Scoring(catalogue);
        Judging(catalogue);
        Listening();
    }

    private static Ear Listened(byte[] frames)
    {
        var ear = new Ear(ListeningFor.Touches);
        ear.Take(frames);
        return ear;
    }

    // A minute of juggling over wind, as it is heard: frames made of sound, and touches of frames as they come, told ten times a second.
    private static void Listening()
    {
        var made = new SimulatedMicrophone(3).Record(new Scene(SceneKind.Juggling, 60, NoiseKind.Wind, 10));
        var frames = FrameMaker.Of(made.Samples, made.Rate);
        var making = Median(5, () => FrameMaker.Of(made.Samples, made.Rate));
        var hearing = Median(5, () => Listened(frames).Heard);
        var judging = Median(5, () => Listened(frames).Whole());
        Row("a minute of sound into touches, times faster than real time", 60e6 / (making + hearing), "", "at least 200");
        Row("the same with whether its count may be trusted, which is asked once", 60e6 / (making + judging), "", "");
        Row(
            "the same as it comes, told ten times a second, share of one core",
            Median(3, () => Live(frames)) / 60e6 * 100,
            "%",
            "ten at once under 50 %"
        );
        Row("bytes of frames a minute", frames.Length, "B", "at most 120,000");
        using var packed = new MemoryStream();
        using (
            var deflate = new System.IO.Compression.DeflateStream(packed, System.IO.Compression.CompressionLevel.Optimal, leaveOpen: true)
        )
            deflate.Write(frames);
        Row("the same compressed", packed.Length, "B", "at most 40,000");
    }

    private static int Live(byte[] frames)
    {
        var (ear, told) = (new Ear(ListeningFor.Touches), 0);
        for (var at = 0; at < frames.Length; at += 10 * SoundFrame.Bands)
        {
            ear.Take(frames.AsSpan(at, Math.Min(10 * SoundFrame.Bands, frames.Length - at)));
            told += ear.Heard.Touches.Length;
        }
        return told;
    }

    // Three years of one player: a set taken into its form, all that stands about every key, and what is said before each set.
    private static void Judging(DrillCatalogue catalogue)
    {
        var player = new ModelPlayer
        {
            Id = Guid.CreateVersion7(),
            Preferred = Foot.Right,
            StartSkill = 0.2,
            EndSkill = 0.8,
            OtherFootStart = 0.7,
        };
        var plan = new DiaryPlan(
            156,
            [DayOfWeek.Monday, DayOfWeek.Tuesday, DayOfWeek.Thursday, DayOfWeek.Sunday],
            0.2,
            [],
            14,
            [
                "pull-back-laces-away",
                "inside-taps",
                "two-rolls-two-outside",
                "juggling-streak",
                "one-touch-wall-other-foot",
                "zigzag-and-home",
                "kill-juggled",
            ]
        );
        var sets = PracticeDiary.Write(
            catalogue,
            Level.Steady,
            player,
            plan,
            new Random(5),
            new DateTimeOffset(2026, 5, 20, 20, 0, 0, TimeSpan.Zero)
        );
        var keys = sets.GroupBy(FormKey.Of)
            .Select(key => KeyForm.Of(key.Key, key.TakeLast(KeySets.Most).Select(set => new JudgedSet(set))))
            .ToArray();
        var (last, next) = (keys.Select(key => key.History.Latest[^1]).ToArray(), 0);
        Row(
            "take a set into its form, mean of seven drills",
            Median(3000, () => keys[next = (next + 1) % keys.Length].With(last[next])),
            "µs",
            "under 20 µs"
        );
        Row(
            $"all that stands about {keys.Length} keys, from their forms",
            Median(200, () => Array.ConvertAll(keys, key => Verdict.Of(key, catalogue.Find(key.History.Key.Drill)))),
            "µs",
            "under 1000 µs"
        );
        var verdicts = Array
            .ConvertAll(keys, key => Verdict.Of(key, catalogue.Find(key.History.Key.Drill)))
            .OfType<Verdict>()
            .ToLookup(verdict => verdict.Key.Drill);
        var facts = new PlanFacts
        {
            Catalogue = catalogue,
            Player = new Core.Base.Household.Player(player.Id, "Bench", 2015, Foot.Right, Level.Steady),
            Age = 11,
            Day = sets[^1].Day.AddDays(1),
            Kit = new Kit(Enum.GetValues<Thing>().ToImmutableDictionary(thing => thing, _ => 8)),
            Verdicts = verdicts,
            LastDays = sets.GroupBy(set => set.Drill).ToDictionary(drill => drill.Key, drill => drill.Max(set => set.Day)),
        };
        var ask = PlanAsk.Usual.Anywhere(indoors: false) with { Minutes = 20 };
        Row("plan 20 minutes from the whole catalogue", Median(100, () => SessionPlanner.Plan(facts, ask)) / 1000, "ms", "under 10 ms");
        var today = DayPlan.Make(Guid.CreateVersion7(), facts, ask);
        Row(
            "exchange one drill of it",
            Median(100, () => today.Instead(facts, today.Session.Drills[2].Item.Drill)) / 1000,
            "ms",
            "under 5 ms"
        );
        // As tools/replay does it: ten such players, on all cores; once to warm up.
        double Replayed()
        {
            var watch = Stopwatch.StartNew();
            Parallel.For(0, 10, _ =>
            {
                var replay = new Replay(catalogue);
                foreach (var set in sets)
                    replay.Before(set);
            });
            return 10 * sets.Count / watch.Elapsed.TotalSeconds;
        }
        Replayed();
        Row($"say what will come before each of {10 * sets.Count} sets, sets a second", Replayed(), "", "at least 50,000");
    }

    // An hour: forty rounds of thirty seconds, seventy-five taps each, read from their lines and scored.
    private static void Scoring(DrillCatalogue catalogue)
    {
        var card = catalogue.Find("inside-taps")!;
        var line = string.Join(' ', Enumerable.Range(0, 75).Select(i => $"{(i % 2 == 0 ? 'l' : 'r')}{38 + (i % 5)}"));
        var day = new DateOnly(2026, 5, 20);
        var frames = Enumerable
            .Range(1, 40)
            .Select(i => new SetFrame(
                Guid.CreateVersion7(),
                Guid.Empty,
                Guid.Empty,
                i,
                Feet.Both,
                new DateTimeOffset(day.ToDateTime(new TimeOnly(18, i)), TimeSpan.Zero),
                day,
                TimeSpan.FromSeconds(30),
                CountedBy.Tapped
            )
            {
                Events = line,
            })
            .ToArray();
        var took = Median(300, () => frames.Sum(frame => SetCheck.CheckPlayed(card, frame, 30, day).Set!.Touches.Total));
        Row("score an hour's session of 3,000 touches from its taps", took, "µs", "under 2000 µs");
    }

    private static void Yard()
    {
        // A zigzag of twelve, a loop round the last, home: 23 m out and back.
        var layout = Shape
            .Of(ShapeKind.Zigzag)
            .Lay(
                new Dictionary<string, double>
                {
                    ["markers"] = 12,
                    ["ahead"] = 1,
                    ["side"] = 0.9,
                }
            );
        Row("course of 12 markers", Median(5000, () => Course.Of(layout)), "µs", "under 20 µs");
        var dice = new Random(12);
        var scattered = layout with
        {
            Markers =
            [
                .. Enumerable
                    .Range(0, 12)
                    .Select(i => new Spot((i % 4 * 2) - 3 + (dice.NextDouble() * 0.8), (i / 4 * 2) + 1 + (dice.NextDouble() * 0.8))),
            ],
            Steps = [.. Enumerable.Range(0, 12).Select(i => new Past(i, i % 3 == 0 ? Side.Left : Side.Right))],
        };
        Row("course of 12 scattered markers", Median(5000, () => Course.Of(scattered)), "µs", "under 20 µs");
        var tight = new Space
        {
            Name = "Patio",
            Kind = Places.Patio,
            Width = 4,
            Length = 11,
        };
        Row(
            "best angle and size of 12 markers in a rectangle",
            Median(1000, () => Fit.Of(layout, RunOff.FullSpeed, tight)),
            "µs",
            "under 1000 µs"
        );
        Row(
            "the same, scattered",
            Median(1000, () => Fit.Of(scattered, RunOff.FullSpeed, tight with { Width = 7, Length = 8 })),
            "µs",
            "under 1000 µs"
        );
    }

    private static double Median<T>(int times, Func<T> run)
    {
        for (var i = 0; i < times; i++)
            run();
        // Long enough for the compiler of the runtime to compile what is used often a second time.
        Thread.Sleep(200);
        for (var i = 0; i < times; i++)
            run();
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

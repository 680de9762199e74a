using System.Collections.Frozen;
using Gambeta.Core;
using Gambeta.Core.Measuring;
using Gambeta.Core.Records;
using Gambeta.Core.Sets;

namespace Gambeta.Web.Words;

/// <summary>The words for marks of a kind.</summary>
/// <param name="Value">A value with what it counts: "41 touches", "19 in a row", "24.3 s".</param>
/// <param name="Unit">What the figure counts, for under it.</param>
public sealed record MarkWords(Func<Measure, decimal, string> Value, Func<Measure, string> Unit);

/// <summary>The words of a field.</summary>
/// <param name="Label">What stands beside it.</param>
/// <param name="Name">How a sentence calls it.</param>
/// <param name="Example">What may stand there.</param>
public sealed record FieldWords(string Label, string Name, string? Example = null);

/// <summary>The words of a way of measuring on pages. Those on the practice screen stand in the core's run sheet words and in the browser's module of the measure.</summary>
/// <param name="Name">What is measured.</param>
/// <param name="Brief">A set in a few words for the logbook: "9 clean", "24.3 s".</param>
/// <param name="Full">Its result in full, for where it stands alone.</param>
public sealed record MeasureWords(string Name, Func<PracticeSet, string> Brief, Func<PracticeSet, string> Full)
{
    /// <summary>How it is counted, said before the first touch.</summary>
    public required string HowToCount { get; init; }

    /// <summary>What a dose by reps counts.</summary>
    public string Reps { get; init; } = "reps";

    /// <summary>What a dose by tries counts.</summary>
    public string Tries { get; init; } = "tries";

    /// <summary>The words of each field in which it is typed.</summary>
    public required IReadOnlyDictionary<string, FieldWords> Fields { get; init; }

    /// <summary>The words of the marks that it makes.</summary>
    public required IReadOnlyDictionary<MeasureKind, MarkWords> Marks { get; init; }

    /// <summary>The words of a measure.</summary>
    public static MeasureWords Of(MeasuredBy measuredBy) => All[measuredBy];

    /// <summary>The words of marks of a kind.</summary>
    public static MarkWords Of(MeasureKind kind) => AllMarks[kind];

    private static readonly FieldWords Slips = new("Slips", "slips");

    private static readonly MarkWords Hits = new((m, v) => $"{Wording.Number(v)} of {m.Size}", m => $"of {m.Size} tries");

    private static readonly Dictionary<string, FieldWords> HitFields = new() { ["reps"] = new("Came off", "hits"), ["slips"] = new("Missed", "misses") };

    /// <summary>All of them; a test says which is missing.</summary>
    public static readonly FrozenDictionary<MeasuredBy, MeasureWords> All = new Dictionary<MeasuredBy, MeasureWords>
    {
        [MeasuredBy.TouchesInARound] = new("touches in a round", set => About(set) + Wording.Number(set.Touches.Total), set => $"{set.Touches.Total} touches")
        {
            HowToCount = "F for left, J for right, or the two halves of the glass. Alone? Count aloud and type it in.",
            Fields = PerFoot("touches"),
            Marks = Mark(MeasureKind.TouchesIn, v => v + " touches", m => $"touches in {m.Size} s"),
        },
        [MeasuredBy.CleanReps] = Of<RepsResult>("clean reps a foot", (_, reps) => Wording.Number(reps.CleanReps) + " clean", (_, reps) => $"{reps.CleanReps} clean reps, {SlipsOf(reps.Slips)}") with
        {
            HowToCount = "Tap F, J or the glass once for every clean rep, X for a slip.",
            Fields = new Dictionary<string, FieldWords> { ["reps"] = new("Clean reps", "clean reps"), ["slips"] = Slips },
            Marks = Mark(MeasureKind.CleanReps, v => v + (v == "1" ? " clean rep" : " clean reps"), _ => "clean reps in a set"),
        },
        [MeasuredBy.BestStreak] = Of<TriesResult>("longest streak", (set, tries) => tries.Longest > 0 ? $"{tries.Longest} in a row" : About(set) + Wording.Number(set.Touches.Total), (_, tries) => "tries of " + TriesOf(tries)) with
        {
            HowToCount = "F or J for every touch, X when it drops, Enter when you stop a try on purpose. Alone? Count aloud and type it in.",
            Fields = Tried("Touches of each try, in order; a star where you stopped on purpose, ~ where it was still up at the end"),
            Marks = Mark(MeasureKind.Streak, v => v + " in a row", _ => "in a row"),
        },
        [MeasuredBy.CleanPasses] = Of<PassesResult>(
            "longest clean run, passes a minute", (set, passes) => $"{About(set)}{Wording.Number(set.Touches.Total)}, run of {passes.LongestRun}",
            (set, passes) => $"{set.Touches.Total} passes, longest run {passes.LongestRun}, {SlipsOf(passes.Slips)}") with
        {
            HowToCount = "Tap F, J or the glass for every pass, X for a slip. Alone? Count aloud and type it in.",
            Reps = "passes",
            Fields = new Dictionary<string, FieldWords>(PerFoot("passes")) { ["longestRun"] = new("Longest run without a slip", "longest run"), ["slips"] = Slips },
            Marks = new Dictionary<MeasureKind, MarkWords>
            {
                [MeasureKind.LongestRun] = new((_, v) => Wording.Number(v) + " in a row", _ => "in a row, no slip"),
                [MeasureKind.PassesAMinute] = new((_, v) => Wording.Number(v) + " a minute", _ => "passes a minute"),
            },
        },
        [MeasuredBy.CourseTime] = Of<RunResult>(
            "seconds for the course", (set, run) => run.Void ? "run not counted" : Wording.Seconds(Scoring.CourseSeconds(set.Worked, run)) + " s",
            (set, run) => $"{Wording.Seconds(set.Worked)} s, {run.Clips} clipped{(run.Void ? ", a run that does not count" : run.Clips > 0 ? $", {Wording.Number((decimal)run.Penalty.TotalSeconds)} s for each" : "")}") with
        {
            HowToCount = "The clock starts on the long tone. Press Enter or the glass when you are home, X for each clipped marker, V when the run does not count.",
            Fields = new Dictionary<string, FieldWords> { ["clips"] = new("Markers clipped", "markers clipped"), ["void"] = new("this run does not count", "does not count") },
            Marks = new Dictionary<MeasureKind, MarkWords> { [MeasureKind.CourseSeconds] = new((_, v) => Wording.Seconds(v) + " s", _ => "seconds") },
        },
        [MeasuredBy.HitsOutOfTries] = Of<HitsResult>("hits out of tries", (_, hits) => $"{hits.Hits} of {hits.Tries}", (_, hits) => $"{hits.Hits} of {hits.Tries}") with
        {
            HowToCount = "Tap F, J or the glass once for every try that comes off, X for one that does not.",
            Reps = "tries",
            Fields = HitFields,
            Marks = new Dictionary<MeasureKind, MarkWords> { [MeasureKind.HitsOutOf] = Hits },
        },
        [MeasuredBy.LadderRung] = Of<LadderResult>("highest rung", (_, ladder) => $"rung {ladder.Rung}", (_, ladder) => $"rung {ladder.Rung}, goes of {TriesOf(ladder)}") with
        {
            HowToCount = "F or J for every touch. Caught it: Enter. Dropped it: X, and you are back at one.",
            Tries = "goes",
            Fields = Tried("Touches of each try, in order; a star where you stopped on purpose, ~ where it was still up at the end"),
            Marks = new Dictionary<MeasureKind, MarkWords>
            {
                [MeasureKind.LadderRung] = new((_, v) => "rung " + Wording.Number(v), _ => "rung of the ladder"),
                [MeasureKind.RungSeconds] = new((m, v) => $"rung {m.Size} in {Wording.Seconds(v)} s", m => $"seconds to rung {m.Size}"),
            },
        },
        [MeasuredBy.StationsTime] = Of<StationsResult>(
            "seconds through all stations", (set, stations) => stations.Finished ? Wording.Seconds(set.Worked) + " s" : $"{stations.Tries.Length} of {stations.Stations} stations",
            (set, stations) => $"{stations.Tries.Length} of {stations.Stations} stations in {Wording.Seconds(set.Worked)} s, tries {string.Join(", ", stations.Tries)}") with
        {
            HowToCount = "A hit: F, J or the glass, and the target moves on. A miss: X, fetch the ball and try again.",
            Fields = Listed("Tries at each station that was hit", "1, 2, 1, 3"),
            Marks = new Dictionary<MeasureKind, MarkWords> { [MeasureKind.StationsSeconds] = new((_, v) => Wording.Seconds(v) + " s", _ => "seconds, all stations") },
        },
        [MeasuredBy.TargetPoints] = Of<TargetsResult>("points of the targets", (_, targets) => $"{targets.Total} points", (_, targets) => $"{targets.Total} points: {string.Join(", ", targets.Points)}") with
        {
            HowToCount = "Press the number of the target that you hit, or touch it on the glass. X for a miss.",
            Reps = "tries",
            Fields = Listed("Points of each try, 0 for a miss", "1, 0, 3"),
            Marks = new Dictionary<MeasureKind, MarkWords> { [MeasureKind.PointsOutOf] = new((m, v) => $"{Wording.Number(v)} points in {m.Size} tries", m => $"points in {m.Size} tries") },
        },
        [MeasuredBy.RunInTouches] = Of<RunInResult>(
            "touches on the way, the best of some tries", (_, runs) => $"{runs.Most} on the way",
            (_, runs) => "run-ins of " + string.Join(", ", runs.Tries.Select(t => t.Touches + (t.End switch { TryEnd.Dropped => " (lost)", TryEnd.InTheAir => " (not there yet)", _ => "" })))) with
        {
            HowToCount = "F or J for every touch. There: Enter. Lost it on the way: X.",
            Tries = "run-ins",
            Fields = Tried("Touches of each try, in order; a star where it was lost, ~ where it was still up at the end"),
            Marks = Mark(MeasureKind.RunInTouches, v => v + " touches on the way", _ => "touches on the way"),
        },
        [MeasuredBy.TrapHeights] = Of<TrapResult>(
            "highest ball killed inside", (_, traps) => traps.Held is { } height ? "from " + Wording.Height(height) : $"{traps.Tries.Count(t => t.Inside)} of {traps.Tries.Length} inside",
            (_, traps) => string.Join(", ", traps.ByHeight.Select(h => $"{h.Killed} of {h.Tries} from {Wording.Height(h.From)}"))) with
        {
            HowToCount = "Dead inside the square: F, J or the glass. Outside: X. Two running, and the ball comes from higher.",
            Reps = "tries",
            Fields = Listed("Each try in order: 1 inside, 0 outside", "1, 1, 0"),
            Marks = new Dictionary<MeasureKind, MarkWords> { [MeasureKind.TrapHeight] = new((_, v) => "dead from " + Wording.Height((DropHeight)(int)v), _ => "height: 1 knee, 2 hip, 3 chest, 4 head, 5 above") },
        },
        [MeasuredBy.StrikesByZone] = Of<StrikesResult>(
            "hits by zone out of tries", (_, strikes) => $"{strikes.Hits} of {strikes.Strikes.Length}",
            (_, strikes) => $"{strikes.Hits} of {strikes.Strikes.Length}: {string.Join(", ", strikes.ByZone.Select((hits, zone) => (hits, zone)).Where(z => z.hits > 0).Select(z => $"{z.hits} {Wording.Zone(z.zone + 1)}"))}") with
        {
            HowToCount = "Press the zone that you hit, 1 to 6, or touch it on the glass. X for a miss.",
            Reps = "strikes",
            Fields = HitFields,
            Marks = new Dictionary<MeasureKind, MarkWords> { [MeasureKind.HitsOutOf] = Hits },
        },
        [MeasuredBy.SecondsWithoutADrop] = Of<AirTimeResult>(
            "seconds without a drop", (_, air) => $"{Wording.Seconds(air.Longest)} s up", (_, air) => $"up for {string.Join(", ", air.Tenths.Select(tenths => Wording.Seconds(tenths / 10m) + " s"))}") with
        {
            HowToCount = "Tap F, J or the glass once when it is up: the clock runs. X when it drops, Enter when you catch it. More taps do no harm.",
            Fields = new Dictionary<string, FieldWords> { ["seconds up"] = new("Seconds of each try, in order", "tries", "12.4 6.3") },
            Marks = new Dictionary<MeasureKind, MarkWords> { [MeasureKind.SecondsUp] = new((_, v) => Wording.Seconds(v) + " s up", _ => "seconds without a drop") },
        },
    }.ToFrozenDictionary();

    private static readonly FrozenDictionary<MeasureKind, MarkWords> AllMarks = All.Values.SelectMany(words => words.Marks).DistinctBy(mark => mark.Key).ToFrozenDictionary();

    private static MeasureWords Of<T>(string name, Func<PracticeSet, T, string> brief, Func<PracticeSet, T, string> full) where T : SetResult =>
        new(name, set => brief(set, (T)set.Result), set => full(set, (T)set.Result)) { HowToCount = "", Fields = HitFields, Marks = new Dictionary<MeasureKind, MarkWords>() };

    private static Dictionary<MeasureKind, MarkWords> Mark(MeasureKind kind, Func<string, string> value, Func<Measure, string> unit) =>
        new() { [kind] = new((_, v) => value(Wording.Number(v)), unit) };

    private static Dictionary<string, FieldWords> PerFoot(string what) => new() { ["left"] = new("Left " + what, "left"), ["right"] = new("Right " + what, "right") };

    private static Dictionary<string, FieldWords> Tried(string label) => new() { ["tries"] = new(label, "tries", "12, 7, 19*") };

    private static Dictionary<string, FieldWords> Listed(string label, string example) => new() { ["list"] = new(label, "tries", example) };

    private static string About(PracticeSet set) => set.CountedBy == CountedBy.Estimated ? "about " : "";

    private static string SlipsOf(int slips) => slips == 1 ? "1 slip" : $"{slips} slips";

    private static string TriesOf(TriedResult tried) =>
        string.Join(", ", tried.Tries.Select(t => t.Touches + (t.End switch { TryEnd.Stopped => " (stopped)", TryEnd.InTheAir => " (still up)", _ => "" })));
}

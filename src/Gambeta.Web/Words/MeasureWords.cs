using System.Collections.Frozen;
using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Words;

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

/// <summary>The words of a way of measuring on pages. Those on the practice screen stand in the core's run sheet words and in the browser's
/// module of the measure.</summary>
/// <param name="Name">What is measured.</param>
/// <param name="Brief">A set in a few words for the logbook: "9 clean", "24.3 s".</param>
/// <param name="Full">Its result in full, for where it stands alone.</param>
public sealed record MeasureWords(string Name, Func<PracticeSet, string> Brief, Func<PracticeSet, string> Full)
{
    /// <summary>How it is counted, said before the first touch.</summary>
    public required string HowToCount { get; init; }

    /// <summary>The same where there are keys.</summary>
    public required string HowToCountByKeys { get; init; }

    /// <summary>What a dose by reps counts.</summary>
    public string Reps { get; init; } = Say("measures.reps");

    /// <summary>What a dose by tries counts.</summary>
    public string Tries { get; init; } = Say("measures.tries");

    /// <summary>The words of each field in which it is typed.</summary>
    public required IReadOnlyDictionary<string, FieldWords> Fields { get; init; }

    /// <summary>The words of the marks that it makes.</summary>
    public required IReadOnlyDictionary<MeasureKind, MarkWords> Marks { get; init; }

    /// <summary>The words of a measure.</summary>
    public static MeasureWords Of(MeasuredBy measuredBy) => All.Now[measuredBy];

    /// <summary>The words of marks of a kind.</summary>
    public static MarkWords Of(MeasureKind kind) => AllMarks.Now[kind];

    private static FieldWords Slips => new(Say("measures.slips"), Say("measures.slips-word"));

    private static MarkWords Hits =>
        new((m, v) => Say("measures.of", ("number", Wording.Number(v)), ("size", m.Size)), m => Say("measures.of-tries", ("size", m.Size)));

    private static Dictionary<string, FieldWords> HitFields =>
        new()
        {
            ["reps"] = new(Say("measures.came-off"), Say("measures.hits")),
            ["slips"] = new(Say("measures.missed"), Say("measures.misses")),
        };

    /// <summary>All of them; a test says which is missing.</summary>
    public static readonly PerLanguage<FrozenDictionary<MeasuredBy, MeasureWords>> All = new(() =>
        new Dictionary<MeasuredBy, MeasureWords>
        {
            [MeasuredBy.TouchesInARound] = new(
                Say("measures.touches-in-a-round"),
                set => About(set, Wording.Number(set.Touches.Total)),
                set => Say("measures.touches", ("touches", set.Touches.Total))
            )
            {
                HowToCount = Say("measures.hint-touches"),
                HowToCountByKeys = Say("measures.hint-touches-keys"),
                Fields = PerFoot(Say("measures.left-touches"), Say("measures.right-touches")),
                Marks = Mark(
                    MeasureKind.TouchesIn,
                    v => Say("measures.number-touches", ("number", Wording.Number(v))),
                    m => Say("measures.touches-in-s", ("size", m.Size))
                ),
            },
            [MeasuredBy.CleanReps] = Of<RepsResult>(
                Say("measures.clean-reps-a-foot"),
                (_, reps) => Say("measures.clean", ("cleanReps", Wording.Number(reps.CleanReps))),
                (_, reps) => Say("measures.clean-reps", ("cleanReps", reps.CleanReps), ("slips", SlipsOf(reps.Slips)))
            ) with
            {
                HowToCount = Say("measures.hint-clean-reps"),
                HowToCountByKeys = Say("measures.hint-clean-reps-keys"),
                Fields = new Dictionary<string, FieldWords>
                {
                    ["reps"] = new(Say("measures.clean-reps-label"), Say("measures.clean-reps-word")),
                    ["slips"] = Slips,
                },
                Marks = Mark(
                    MeasureKind.CleanReps,
                    v => Say("measures.number-clean-reps", ("number", Wording.Number(v))),
                    _ => Say("measures.clean-reps-in-a-set")
                ),
            },
            [MeasuredBy.BestStreak] = Of<TriesResult>(
                Say("measures.longest-streak"),
                (set, tries) =>
                    tries.Longest > 0
                        ? Say("measures.in-a-row", ("longest", tries.Longest))
                        : About(set, Wording.Number(set.Touches.Total)),
                (_, tries) => Say("measures.tries-of", ("tries", TriesOf(tries)))
            ) with
            {
                HowToCount = Say("measures.hint-streak"),
                HowToCountByKeys = Say("measures.hint-streak-keys"),
                Fields = Tried(Say("measures.type-streak")),
                Marks = Mark(
                    MeasureKind.Streak,
                    v => Say("measures.number-in-a-row", ("number", Wording.Number(v))),
                    _ => Say("measures.in-a-row-word")
                ),
            },
            [MeasuredBy.CleanPasses] = Of<PassesResult>(
                Say("measures.longest-run-and-pace"),
                (set, passes) =>
                    Say("measures.run-of", ("touches", About(set, Wording.Number(set.Touches.Total))), ("longestRun", passes.LongestRun)),
                (set, passes) =>
                    Say(
                        "measures.passes-longest-run",
                        ("touches", set.Touches.Total),
                        ("longestRun", passes.LongestRun),
                        ("slips", SlipsOf(passes.Slips))
                    )
            ) with
            {
                HowToCount = Say("measures.hint-passes"),
                HowToCountByKeys = Say("measures.hint-passes-keys"),
                Reps = Say("measures.passes"),
                Fields = new Dictionary<string, FieldWords>(PerFoot(Say("measures.left-passes"), Say("measures.right-passes")))
                {
                    ["longestRun"] = new(Say("measures.longest-run-without-a-slip"), Say("measures.longest-run")),
                    ["slips"] = Slips,
                },
                Marks = new Dictionary<MeasureKind, MarkWords>
                {
                    [MeasureKind.LongestRun] = new(
                        (_, v) => Say("measures.number-in-a-row", ("number", Wording.Number(v))),
                        _ => Say("measures.in-a-row-no-slip")
                    ),
                    [MeasureKind.PassesAMinute] = new(
                        (_, v) => Say("measures.a-minute", ("number", Wording.Number(v))),
                        m => Say("measures.passes-a-minute", ("size", m.Size))
                    ),
                },
            },
            [MeasuredBy.CourseTime] = Of<RunResult>(
                Say("measures.seconds-for-the-course"),
                (set, run) =>
                    run.Void ? Say("measures.run-not-counted") : $"{Wording.Seconds(HandTiming.CourseSeconds(set.Worked, run))} s",
                (set, run) =>
                    run.Void ? Say("measures.time-not-counted", ("worked", Wording.Seconds(set.Worked)), ("clips", run.Clips))
                    : run.Clips > 0
                        ? Say(
                            "measures.time-and-clips-apart",
                            ("worked", Wording.Seconds(set.Worked)),
                            ("clips", run.Clips),
                            ("totalSeconds", Wording.Number((decimal)run.Penalty.TotalSeconds))
                        )
                    : Say("measures.time-and-clips", ("worked", Wording.Seconds(set.Worked)), ("clips", run.Clips))
            ) with
            {
                HowToCount = Say("measures.hint-course"),
                HowToCountByKeys = Say("measures.hint-course-keys"),
                Fields = new Dictionary<string, FieldWords>
                {
                    ["clips"] = new(Say("measures.markers-clipped"), Say("measures.markers-clipped-word")),
                    ["void"] = new(Say("measures.this-run-does-not-count"), Say("measures.does-not-count")),
                },
                Marks = new Dictionary<MeasureKind, MarkWords>
                {
                    [MeasureKind.CourseSeconds] = new((_, v) => $"{Wording.Seconds(v)} s", _ => Say("measures.seconds")),
                },
            },
            [MeasuredBy.HitsOutOfTries] = Of<HitsResult>(
                Say("measures.hits-out-of-tries"),
                (_, hits) => Say("measures.hits-of-tries", ("hits", hits.Hits), ("tries", hits.Tries)),
                (_, hits) => Say("measures.hits-of-tries", ("hits", hits.Hits), ("tries", hits.Tries))
            ) with
            {
                HowToCount = Say("measures.hint-hits"),
                HowToCountByKeys = Say("measures.hint-hits-keys"),
                Reps = Say("measures.tries"),
                Fields = HitFields,
                Marks = new Dictionary<MeasureKind, MarkWords> { [MeasureKind.HitsOutOf] = Hits },
            },
            [MeasuredBy.LadderRung] = Of<LadderResult>(
                Say("measures.highest-rung"),
                (_, ladder) => Say("measures.rung", ("rung", ladder.Rung)),
                (_, ladder) => Say("measures.rung-and-tries", ("rung", ladder.Rung), ("ladder", TriesOf(ladder)))
            ) with
            {
                HowToCount = Say("measures.hint-ladder"),
                HowToCountByKeys = Say("measures.hint-ladder-keys"),
                Tries = Say("measures.goes"),
                Fields = Tried(Say("measures.type-streak")),
                Marks = new Dictionary<MeasureKind, MarkWords>
                {
                    [MeasureKind.LadderRung] = new(
                        (_, v) => Say("measures.rung-number", ("number", Wording.Number(v))),
                        _ => Say("measures.rung-of-the-ladder")
                    ),
                    [MeasureKind.RungSeconds] = new(
                        (m, v) => Say("measures.rung-in-s", ("size", m.Size), ("seconds", Wording.Seconds(v))),
                        m => Say("measures.seconds-to-rung", ("size", m.Size))
                    ),
                },
            },
            [MeasuredBy.StationsTime] = Of<StationsResult>(
                Say("measures.seconds-through-all-stations"),
                (set, stations) =>
                    stations.Finished
                        ? $"{Wording.Seconds(set.Worked)} s"
                        : Say("measures.of-stations", ("done", stations.Tries.Length), ("stations", stations.Stations)),
                (set, stations) =>
                    Say(
                        "measures.stations-time-and-tries",
                        ("done", stations.Tries.Length),
                        ("stations", stations.Stations),
                        ("worked", Wording.Seconds(set.Worked)),
                        ("tries", string.Join(", ", stations.Tries))
                    )
            ) with
            {
                HowToCount = Say("measures.hint-stations"),
                HowToCountByKeys = Say("measures.hint-stations-keys"),
                Fields = Listed(Say("measures.tries-at-each-station-that"), "1, 2, 1, 3"),
                Marks = new Dictionary<MeasureKind, MarkWords>
                {
                    [MeasureKind.StationsSeconds] = new((_, v) => $"{Wording.Seconds(v)} s", _ => Say("measures.seconds-all-stations")),
                },
            },
            [MeasuredBy.TargetPoints] = Of<TargetsResult>(
                Say("measures.points-of-the-targets"),
                (_, targets) => Say("measures.points", ("targets", targets.Total)),
                (_, targets) =>
                    Say("measures.targets-points-points", ("targets", targets.Total), ("points", string.Join(", ", targets.Points)))
            ) with
            {
                HowToCount = Say("measures.hint-targets"),
                HowToCountByKeys = Say("measures.hint-targets-keys"),
                Reps = Say("measures.tries"),
                Fields = Listed(Say("measures.points-of-each-try-0"), "1, 0, 3"),
                Marks = new Dictionary<MeasureKind, MarkWords>
                {
                    [MeasureKind.PointsOutOf] = new(
                        (m, v) => Say("measures.points-in-tries", ("number", Wording.Number(v)), ("size", m.Size)),
                        m => Say("measures.points-in-size-tries", ("size", m.Size))
                    ),
                },
            },
            [MeasuredBy.RunInTouches] = Of<RunInResult>(
                Say("measures.most-on-the-way"),
                (_, runs) => Say("measures.on-the-way", ("most", runs.Most)),
                (_, runs) =>
                    Say(
                        "measures.run-ins-of",
                        (
                            "touches",
                            string.Join(
                                ", ",
                                runs.Tries.Select(t =>
                                    t.End switch
                                    {
                                        TryEnd.Dropped => Say("measures.lost", ("touches", t.Touches)),
                                        TryEnd.InTheAir => Say("measures.not-there-yet", ("touches", t.Touches)),
                                        _ => $"{t.Touches}",
                                    }
                                )
                            )
                        )
                    )
            ) with
            {
                HowToCount = Say("measures.hint-run-in"),
                HowToCountByKeys = Say("measures.hint-run-in-keys"),
                Tries = Say("measures.run-ins"),
                Fields = Tried(Say("measures.type-run-in")),
                Marks = Mark(
                    MeasureKind.RunInTouches,
                    v => Say("measures.touches-on-the-way", ("number", Wording.Number(v))),
                    _ => Say("measures.touches-on-the-way-word")
                ),
            },
            [MeasuredBy.TrapHeights] = Of<TrapResult>(
                Say("measures.highest-ball-killed-inside"),
                (_, traps) =>
                    traps.Held is { } height
                        ? Say("measures.from", ("height", Wording.Height(height)))
                        : Say("measures.of-inside", ("inside", traps.Tries.Count(t => t.Inside)), ("tries", traps.Tries.Length)),
                (_, traps) =>
                    string.Join(
                        ", ",
                        traps.ByHeight.Select(h =>
                            Say("measures.of-from", ("killed", h.Killed), ("tries", h.Tries), ("from", Wording.Height(h.From)))
                        )
                    )
            ) with
            {
                HowToCount = Say("measures.hint-traps"),
                HowToCountByKeys = Say("measures.hint-traps-keys"),
                Reps = Say("measures.tries"),
                Fields = Listed(Say("measures.each-try-in-order-1"), "1, 1, 0"),
                Marks = new Dictionary<MeasureKind, MarkWords>
                {
                    [MeasureKind.TrapHeight] = new(
                        (_, v) => Say("measures.dead-from", ("height", Wording.Height((DropHeight)(int)v))),
                        _ => Say("measures.height-1-knee-2-hip")
                    ),
                },
            },
            [MeasuredBy.StrikesByZone] = Of<StrikesResult>(
                Say("measures.hits-by-zone-out-of"),
                (_, strikes) => Say("measures.hits-of-strikes", ("hits", strikes.Hits), ("strikes", strikes.Strikes.Length)),
                (_, strikes) =>
                    Say(
                        "measures.hits-of-strikes-zone",
                        ("hits", strikes.Hits),
                        ("strikes", strikes.Strikes.Length),
                        (
                            "zone",
                            string.Join(
                                ", ",
                                strikes
                                    .ByZone.Select((hits, zone) => (hits, zone))
                                    .Where(z => z.hits > 0)
                                    .Select(z => $"{z.hits} {Wording.Zone(z.zone + 1)}")
                            )
                        )
                    )
            ) with
            {
                HowToCount = Say("measures.hint-zones"),
                HowToCountByKeys = Say("measures.hint-zones-keys"),
                Reps = Say("measures.strikes"),
                Fields = HitFields,
                Marks = new Dictionary<MeasureKind, MarkWords> { [MeasureKind.HitsOutOf] = Hits },
            },
            [MeasuredBy.CleanStreak] = Of<CleanStreakResult>(
                Say("measures.clean-reps-in-a-row"),
                (_, streak) => Say("measures.clean-in-a-row", ("longest", streak.Longest)),
                (_, streak) => Say("measures.tries-of", ("tries", TriesOf(streak)))
            ) with
            {
                HowToCount = Say("measures.hint-clean-streak"),
                HowToCountByKeys = Say("measures.hint-clean-streak-keys"),
                Tries = Say("measures.as-long-as-it-lasts"),
                Fields = Tried(Say("measures.type-clean-streak")),
                Marks = Mark(
                    MeasureKind.CleanStreak,
                    v => Say("measures.number-clean-in-a-row", ("number", Wording.Number(v))),
                    _ => Say("measures.clean-reps-in-a-row")
                ),
            },
            [MeasuredBy.SecondsWithoutADrop] = Of<AirTimeResult>(
                Say("measures.seconds-without-a-drop"),
                (_, air) => Say("measures.s-up", ("longest", Wording.Seconds(air.Longest))),
                (_, air) =>
                    Say("measures.up-for", ("times", string.Join(", ", air.Tenths.Select(tenths => $"{Wording.Seconds(tenths / 10m)} s"))))
            ) with
            {
                HowToCount = Say("measures.hint-air-time"),
                HowToCountByKeys = Say("measures.hint-air-time-keys"),
                Fields = new Dictionary<string, FieldWords>
                {
                    ["seconds up"] = new(Say("measures.seconds-of-each-try-in"), Say("measures.tries"), "12.4 6.3"),
                },
                Marks = new Dictionary<MeasureKind, MarkWords>
                {
                    [MeasureKind.SecondsUp] = new(
                        (_, v) => Say("measures.seconds-s-up", ("seconds", Wording.Seconds(v))),
                        _ => Say("measures.seconds-without-a-drop")
                    ),
                },
            },
        }.ToFrozenDictionary()
    );

    private static readonly PerLanguage<FrozenDictionary<MeasureKind, MarkWords>> AllMarks = new(() =>
        All.Now.Values.SelectMany(words => words.Marks).DistinctBy(mark => mark.Key).ToFrozenDictionary()
    );

    private static MeasureWords Of<T>(string name, Func<PracticeSet, T, string> brief, Func<PracticeSet, T, string> full)
        where T : SetResult =>
        new(name, set => brief(set, (T)set.Result), set => full(set, (T)set.Result))
        {
            HowToCount = "",
            HowToCountByKeys = "",
            Fields = HitFields,
            Marks = new Dictionary<MeasureKind, MarkWords>(),
        };

    private static Dictionary<MeasureKind, MarkWords> Mark(MeasureKind kind, Func<decimal, string> value, Func<Measure, string> unit) =>
        new() { [kind] = new((_, v) => value(v), unit) };

    private static Dictionary<string, FieldWords> PerFoot(string left, string right) =>
        new() { ["left"] = new(left, Say("measures.left")), ["right"] = new(right, Say("measures.right")) };

    private static Dictionary<string, FieldWords> Tried(string label) =>
        new() { ["tries"] = new(label, Say("measures.tries"), "12, 7, 19*") };

    private static Dictionary<string, FieldWords> Listed(string label, string example) =>
        new() { ["list"] = new(label, Say("measures.tries"), example) };

    private static string About(PracticeSet set, string count) =>
        set.CountedBy switch
        {
            CountedBy.Estimated => Say("measures.about", ("count", count)),
            CountedBy.Heard => set.IsKnown ? Say("measures.heard", ("count", count)) : Say("measures.heard-in-doubt", ("count", count)),
            _ => count,
        };

    private static string SlipsOf(int slips) => Say("measures.number-slips", ("slips", slips));

    private static string TriesOf(TriedResult tried) =>
        string.Join(
            ", ",
            tried.Tries.Select(t =>
                t.End switch
                {
                    TryEnd.Stopped => Say("measures.stopped", ("touches", t.Touches)),
                    TryEnd.InTheAir => Say("measures.still-up", ("touches", t.Touches)),
                    _ => $"{t.Touches}",
                }
            )
        );
}

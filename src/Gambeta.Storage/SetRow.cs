using System.Collections.Immutable;
using Gambeta.Core;
using Gambeta.Core.Practice;
using Gambeta.Core.Touches;

namespace Gambeta.Storage;

/// <summary>A set as its row: one column a property, by name.</summary>
internal sealed class SetRow
{
    public Guid HouseholdId { get; init; }
    public Guid SetId { get; init; }
    public Guid SessionId { get; init; }
    public Guid PlayerId { get; init; }
    public string Drill { get; init; } = "";
    public string Layout { get; init; } = "";
    public short SetOrder { get; init; }
    public string Feet { get; init; } = "";
    public DateTime StartedAt { get; init; }
    public DateOnly Day { get; init; }
    public int WorkedMs { get; init; }
    public short? PlannedSeconds { get; init; }
    public string CountedBy { get; init; } = "";
    public int TouchesLeft { get; init; }
    public int TouchesRight { get; init; }
    public int? CleanReps { get; init; }
    public int? Slips { get; init; }
    public int? LongestRun { get; init; }
    public int? Clips { get; init; }
    public int[]? TryTouches { get; init; }
    public bool?[]? TryDropped { get; init; }
    public int? Hits { get; init; }
    public int? Misses { get; init; }
    public bool? IsLadder { get; init; }
    public string? Events { get; init; }
    public string? Detail { get; init; }
    public short? Item { get; init; }
    public short? PlannedRounds { get; init; }
    public int? PlannedCount { get; init; }
    public short? BeatFrom { get; init; }
    public short? BeatTo { get; init; }

    /// <summary>Whether it is a best, where a query asks for that.</summary>
    public bool IsBest { get; init; }

    /// <summary>
    /// What a set is, without its taps: these weigh a hundred times as much as the rest, and are read only where they are shown.
    /// </summary>
    public const string Columns = """
        household_id, set_id, session_id, player_id, drill, layout, set_order, feet, started_at, day, worked_ms, planned_seconds,
        counted_by, touches_left, touches_right, clean_reps, slips, longest_run, clips, try_touches, try_dropped,
        hits, misses, is_ladder, detail, item, planned_rounds, planned_count, beat_from, beat_to
        """;

    /// <summary>Every column that a set fills.</summary>
    public const string WithEvents = Columns + ", events";

    public static SetRow From(Guid household, PracticeSet set) => new()
    {
        HouseholdId = household,
        SetId = set.Id,
        SessionId = set.SessionId,
        PlayerId = set.PlayerId,
        Drill = set.Drill,
        Layout = set.Layout ?? "",
        SetOrder = (short)set.Order,
        Feet = set.Feet.ToWords(),
        StartedAt = set.StartedAt.UtcDateTime,
        Day = set.Day,
        WorkedMs = (int)set.Worked.TotalMilliseconds,
        PlannedSeconds = (short?)set.Planned?.TotalSeconds,
        CountedBy = set.CountedBy.ToWords(),
        TouchesLeft = set.Touches.Left,
        TouchesRight = set.Touches.Right,
        CleanReps = (set.Result as RepsResult)?.CleanReps,
        Slips = set.Result switch { RepsResult reps => reps.Slips, PassesResult passes => passes.Slips, _ => null },
        LongestRun = (set.Result as PassesResult)?.LongestRun,
        Clips = (set.Result as RunResult)?.Clips,
        TryTouches = (set.Result as TriedResult)?.Tries.Select(t => t.Touches).ToArray(),
        TryDropped = (set.Result as TriedResult)?.Tries.Select(t => t.End.AsDropped()).ToArray(),
        Hits = (set.Result as HitsResult)?.Hits,
        Misses = (set.Result as HitsResult)?.Misses,
        IsLadder = set.Result is LadderResult ? true : null,
        Events = set.Events,
        Detail = ResultText.Write(set.Result),
        Item = (short?)set.Plan.Item,
        PlannedRounds = (short?)set.Plan.Rounds,
        PlannedCount = set.Plan.Count,
        BeatFrom = (short?)set.Plan.BeatFrom,
        BeatTo = (short?)set.Plan.BeatTo,
    };

    public PracticeSet ToSet() => new()
    {
        Id = SetId,
        SessionId = SessionId,
        PlayerId = PlayerId,
        Drill = Drill,
        Layout = Layout.Length == 0 ? null : Layout,
        Order = SetOrder,
        Feet = Stored.Word<Feet>(Feet),
        StartedAt = new DateTimeOffset(DateTime.SpecifyKind(StartedAt, DateTimeKind.Utc)),
        Day = Day,
        Worked = TimeSpan.FromMilliseconds(WorkedMs),
        Planned = PlannedSeconds is { } seconds ? TimeSpan.FromSeconds(seconds) : null,
        CountedBy = Stored.Word<CountedBy>(CountedBy),
        Touches = new TouchCount(TouchesLeft, TouchesRight),
        Result = ResultText.Read(Detail) ?? Result(),
        Events = Events,
        Plan = new SetPlan(Item, PlannedRounds, PlannedCount, BeatFrom, BeatTo),
    };

    // Which columns are filled says which kind of set it was.
    private SetResult Result() => this switch
    {
        { TryTouches: not null, IsLadder: true } => new LadderResult(Tries()) { Took = ResultText.RungAfter(Detail) },
        { TryTouches: not null, Detail: "run in" } => new RunInResult(Tries()),
        { TryTouches: not null } => new TriesResult(Tries()),
        { Hits: { } hits } => new HitsResult(hits, Misses ?? 0),
        { CleanReps: { } clean } => new RepsResult(clean, Slips ?? 0),
        { LongestRun: { } run } => new PassesResult(run, Slips ?? 0),
        { Clips: { } clips } => ResultText.Penalty(Detail) is var (penalty, isVoid) ? new RunResult(clips, penalty, isVoid) : null!,
        _ => new RoundResult(),
    };

    private ImmutableArray<JugglingTry> Tries() =>
        [.. TryTouches!.Zip(TryDropped!, (touches, dropped) => new JugglingTry(touches, TryEnds.Of(dropped)))];
}

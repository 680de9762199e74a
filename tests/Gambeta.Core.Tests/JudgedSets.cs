using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Tests;

/// <summary>Made-up sets for judging, a sitting a day unless told otherwise.</summary>
internal static class JudgedSets
{
    public static readonly Guid Player = new("01900000-0000-7000-8000-000000000111");
    public static readonly DateOnly First = new(2026, 3, 2);

    public static PracticeSet Set(
        SetResult result,
        int day,
        int order = 1,
        TouchCount touches = default,
        double seconds = 40,
        double? round = null,
        int? count = null,
        CountedBy by = CountedBy.Tapped,
        int? id = null
    ) =>
        new()
        {
            Id = new Guid(id ?? ((day * 100) + order), 1, 7, [1, 2, 3, 4, 5, 6, 7, 8]),
            SessionId = new Guid(day + 1, 2, 7, [1, 2, 3, 4, 5, 6, 7, 8]),
            PlayerId = Player,
            Drill = "made-up",
            Order = order,
            Feet = Feet.Both,
            StartedAt = new DateTimeOffset(First.AddDays(day).ToDateTime(new TimeOnly(16, order % 60)), TimeSpan.Zero),
            Day = First.AddDays(day),
            Worked = TimeSpan.FromSeconds(seconds),
            Planned = round is { } planned ? TimeSpan.FromSeconds(planned) : null,
            CountedBy = by,
            Touches = touches,
            Result = result,
            Plan = new SetPlan(Count: count),
        };

    public static PracticeSet Hits(int hits, int of, int day, int order = 1) => Set(new HitsResult(hits, of - hits), day, order, count: of);

    public static PracticeSet Reps(int clean, int of, int day, int order = 1) =>
        Set(new RepsResult(clean, of - clean), day, order, count: of);

    public static PracticeSet Round(int touches, int day, int order = 1) =>
        Set(new RoundResult(), day, order, new TouchCount(touches / 2, touches - (touches / 2)), 30, 30);

    public static PracticeSet Tries(int[] touches, int day, int order = 1) =>
        Set(
            new TriesResult([.. touches.Select(t => new JugglingTry(t, TryEnd.Dropped))]),
            day,
            order,
            new TouchCount(touches.Sum(), 0),
            count: touches.Length
        );

    public static PracticeSet Run(double seconds, int clips, int day, int order = 1) =>
        Set(new RunResult(clips, TimeSpan.FromSeconds(1), false), day, order, new TouchCount(9, 9), seconds);

    public static PracticeSet Passes(int passes, int longest, int slips, int day, int order = 1) =>
        Set(new PassesResult(longest, slips), day, order, new TouchCount(passes, 0), 60, 60);

    public static KeyForm Form(IEnumerable<PracticeSet> sets) =>
        sets.ToList() is var all ? KeyForm.Of(FormKey.Of(all[0]), all.Select(set => new JudgedSet(set))) : null!;

    /// <summary>What is said before a set like the last one, some days later.</summary>
    public static PredictiveDistribution Next(IEnumerable<PracticeSet> sets, int inDays = 2) =>
        sets.ToList() is var all && all.MaxBy(set => set.StartedAt) is { } last
            ? Form(all).Ahead(Guid.Empty, last.Day.AddDays(inDays), SetDose.Of(last))!
            : null!;
}

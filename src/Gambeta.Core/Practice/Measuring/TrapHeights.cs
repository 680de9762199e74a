using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Tries at the trap square, as somebody typed or sent them.</summary>
public sealed record TrapDraft : SetDraft
{
    /// <summary>For each try, whether the ball was killed inside.</summary>
    public IReadOnlyList<bool>? Inside { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsUnclear => Inside?.Count > MostTries;
}

/// <summary>One try at the trap square.</summary>
/// <param name="From">The height that it was played at.</param>
/// <param name="Inside">Whether the ball was killed inside the square.</param>
public readonly record struct TrapTry(DropHeight From, bool Inside);

/// <summary>Tries at the trap square, at rising heights.</summary>
public sealed record TrapResult(ImmutableArray<TrapTry> Tries) : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.TrapHeights;

    /// <inheritdoc/>
    public override int WentWrong => Tries.Count(t => !t.Inside);

    /// <summary>The highest height from which two were killed running; nothing when there was none.</summary>
    public DropHeight? Held
    {
        get
        {
            DropHeight? held = null;
            for (var i = 1; i < Tries.Length; i++)
            {
                if (
                    Tries[i] is { Inside: true } now
                    && Tries[i - 1] is { Inside: true } before
                    && before.From == now.From
                    && (held is null || now.From > held)
                )
                    held = now.From;
            }
            return held;
        }
    }

    /// <summary>For each height that was played: how many were killed, out of how many; low ones first.</summary>
    public IEnumerable<(DropHeight From, int Killed, int Tries)> ByHeight =>
        Tries.GroupBy(t => t.From).OrderBy(g => g.Key).Select(g => (g.Key, g.Count(t => t.Inside), g.Count()));

    /// <inheritdoc/>
    public bool Equals(TrapResult? other) => other is not null && Tries.SequenceEqual(other.Tries);

    /// <inheritdoc/>
    public override int GetHashCode() => Tries.Aggregate(17, (hash, t) => HashCode.Combine(hash, t));
}

/// <summary>
/// Balls killed inside a square, from rising heights: two killed in a row and the next ball comes from one higher, two missed in a row and
/// it comes from one lower. The first comes from the knee. The household's own rule: about half of all tries then come off, whoever plays.
/// Written down as <c>{"inside": [1, 0, 1]}</c>; the heights follow.
/// </summary>
public sealed class TrapHeights : WayOfMeasuring<TrapDraft, TrapResult>
{
    /// <summary>In how many tries running the height changes.</summary>
    public const int InARow = 2;

    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.TrapHeights;

    /// <summary>The tries with their heights, from whether each was killed inside.</summary>
    public static ImmutableArray<TrapTry> Of(IEnumerable<bool> inside)
    {
        var tries = ImmutableArray.CreateBuilder<TrapTry>();
        var (height, row, last) = (DropHeight.Knee, 0, false);
        foreach (var killed in inside)
        {
            tries.Add(new TrapTry(height, killed));
            row = killed == last ? row + 1 : 1;
            last = killed;
            if (row < InARow)
                continue;
            height = killed
                ? (DropHeight)Math.Min((int)height + 1, (int)DropHeight.Above)
                : (DropHeight)Math.Max((int)height - 1, (int)DropHeight.Knee);
            row = 0;
        }
        return tries.ToImmutable();
    }

    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played) =>
        new TrapDraft { Seconds = played.Seconds, Inside = [.. played.Tries.Select(e => e.Kind == PlayEventKind.Touch)] };

    /// <inheritdoc/>
    protected override bool HasItsCounts(Feet feet, TrapDraft draft) => draft.Inside is { Count: > 0 };

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, TrapDraft draft) => new TrapResult(Of(draft.Inside ?? []));

    /// <inheritdoc/>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, TrapResult result) =>
        pattern.PerRep * result.Tries.Length;

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => [new("list", TypedKind.List)];

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) =>
        set.Result is TrapResult traps ? TypedCounts.Text(traps.Tries.Select(t => t.Inside ? 1 : 0)) : null;

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) =>
        new TrapDraft { Inside = typed.List("list")?.Select(inside => inside > 0).ToList() };

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, TrapResult result) =>
        [(new(MeasureKind.TrapHeight), (int)(result.Held ?? 0))];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.TrapHeight);

    /// <inheritdoc/>
    protected override JsonObject Write(TrapResult result) =>
        new() { ["inside"] = ResultJson.Numbers(result.Tries.Select(t => t.Inside ? 1 : 0)) };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new TrapResult(Of(written.Numbers("inside").Select(inside => inside == 1)));
}

using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>How a try ended.</summary>
public enum TryEnd
{
    /// <summary>The ball fell.</summary>
    Dropped,

    /// <summary>The player caught it or stopped on purpose.</summary>
    Stopped,

    /// <summary>The set ended while the ball was in the air: its touches count, and it gets no reward for ending.</summary>
    InTheAir,
}

/// <summary>Ends of tries as they are written down: dropped is true or d, stopped is false or s, in the air is nothing or a.</summary>
public static class TryEnds
{
    /// <summary>The end as it is written.</summary>
    public static bool? AsDropped(this TryEnd end) =>
        end switch
        {
            TryEnd.Dropped => true,
            TryEnd.Stopped => false,
            _ => null,
        };

    /// <summary>The end that was written.</summary>
    public static TryEnd Of(bool? dropped) =>
        dropped switch
        {
            true => TryEnd.Dropped,
            false => TryEnd.Stopped,
            _ => TryEnd.InTheAir,
        };

    /// <summary>The end as a letter.</summary>
    public static char Letter(this TryEnd end) =>
        end switch
        {
            TryEnd.Dropped => 'd',
            TryEnd.Stopped => 's',
            _ => 'a',
        };

    /// <summary>The end of a letter.</summary>
    /// <exception cref="FormatException">It is none.</exception>
    public static TryEnd OfLetter(char letter) =>
        letter switch
        {
            'd' => TryEnd.Dropped,
            's' => TryEnd.Stopped,
            'a' => TryEnd.InTheAir,
            _ => throw new FormatException($"'{letter}' is no end of a try."),
        };
}

/// <summary>One try with the ball kept up, or on the way.</summary>
public readonly record struct JugglingTry(int Touches, TryEnd End);

/// <summary>Tries, as somebody typed or sent them.</summary>
public record TriesDraft : SetDraft
{
    /// <summary>Touches, or clean reps, of each try.</summary>
    public IReadOnlyList<int>? TryTouches { get; init; }

    /// <summary>For each try, whether the ball was dropped (true), the player stopped (false), or the set ended with it in the air
    /// (nothing).</summary>
    public IReadOnlyList<bool?>? TryDropped { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsBelow => base.IsBelow || HasBelow(TryTouches);

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsUnclear => TryTouches is { } tries && (tries.Count > MostTries || TryDropped?.Count != tries.Count);

    /// <inheritdoc/>
    [JsonIgnore]
    public override IEnumerable<long> Sums => [.. base.Sums, All];

    /// <summary>Touches, or clean reps, of all tries.</summary>
    [JsonIgnore]
    public long All => Sum(TryTouches);
}

/// <summary>A set made of tries, each of so many touches and with its end, in their order.</summary>
public abstract record TriedResult(ImmutableArray<JugglingTry> Tries) : SetResult
{
    /// <summary>The most touches, or reps, of a try; 0 without tries.</summary>
    public int Longest => Tries.IsEmpty ? 0 : Tries.Max(t => t.Touches);

    /// <inheritdoc/>
    public override int WentWrong => Tries.Count(t => t.End == TryEnd.Dropped);

    /// <inheritdoc/>
    public virtual bool Equals(TriedResult? other) =>
        other is not null && EqualityContract == other.EqualityContract && Tries.SequenceEqual(other.Tries);

    /// <inheritdoc/>
    public override int GetHashCode() => Tries.Aggregate(17, HashCode.Combine);
}

/// <summary>
/// What ways of measuring by tries share: a touch goes on, a slip or a stop ends a try. Written down as <c>{"tries": [12, 7], "ends":
/// "da"}</c>.
/// </summary>
public abstract class Tried<TDraft, TResult> : WayOfMeasuring<TDraft, TResult>
    where TDraft : TriesDraft, new()
    where TResult : TriedResult
{
    private const string Field = "tries";

    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played) => Counted(played, TriesOf(played.Standing));

    /// <summary>The counts of a set, from its tries with the hundredths at which each ended.</summary>
    protected virtual TDraft Counted(PlayedSet played, IReadOnlyList<(JugglingTry Try, int EndedAt)> tries) =>
        played.Touched(
            new TDraft { TryTouches = [.. tries.Select(t => t.Try.Touches)], TryDropped = [.. tries.Select(t => t.Try.End.AsDropped())] }
        );

    /// <inheritdoc/>
    protected override bool HasItsCounts(Feet feet, TDraft draft) => draft.TryTouches is { Count: > 0 };

    /// <summary>The tries of a draft.</summary>
    protected static ImmutableArray<JugglingTry> TriesOf(TDraft draft) =>
        [.. (draft.TryTouches ?? []).Zip(draft.TryDropped ?? [], (touches, dropped) => new JugglingTry(touches, TryEnds.Of(dropped)))];

    /// <summary>As they were tapped where that adds up; a header counts for no foot, so there the pattern says.</summary>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, TResult result) =>
        result.Tries.Sum(t => t.Touches) is var all && (tapped.Total != all || card.IsHeading) ? pattern.Of(all) : tapped;

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => [new(Field, TypedKind.Tries)];

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) => set.Result is TriedResult tried ? TypedTries.Write(tried) : null;

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) =>
        typed.Words(Field) is not { } words
            ? new TDraft()
            : new TDraft
            {
                TryTouches = [.. words.Select(word => typed.Whole(word.TrimEnd('*', '~'), Field) ?? 0)],
                TryDropped = [.. words.Select(word => TypedTries.Dropped(word, Key))],
            };

    /// <summary>The tries of a set.</summary>
    protected static IReadOnlyList<JugglingTry> TriesOf(PracticeSet set) => ((TriedResult)set.Result).Tries;

    /// <inheritdoc/>
    protected override JsonObject Write(TResult result) =>
        new()
        {
            ["tries"] = ResultJson.Numbers(result.Tries.Select(t => t.Touches)),
            ["ends"] = string.Concat(result.Tries.Select(t => t.End.Letter())),
        };

    /// <summary>The tries that were written down.</summary>
    protected static ImmutableArray<JugglingTry> ReadTries(JsonElement written) =>
        [
            .. written
                .Numbers("tries")
                .Zip(written.GetProperty("ends").GetString()!, (touches, end) => new JugglingTry(touches, TryEnds.OfLetter(end))),
        ];

    // Each try ends by a drop or by stopping; one still in the air when the set ends counts its touches and has no end of its own.
    private static List<(JugglingTry Try, int EndedAt)> TriesOf(ImmutableArray<PlayEvent> standing)
    {
        var (tries, touches) = (new List<(JugglingTry, int)>(), 0);
        foreach (var happened in standing)
        {
            if (happened.Kind == PlayEventKind.Touch)
            {
                touches++;
                continue;
            }
            if (happened.Kind is not (PlayEventKind.Slip or PlayEventKind.Stop))
                continue;
            tries.Add((new JugglingTry(touches, happened.Kind == PlayEventKind.Slip ? TryEnd.Dropped : TryEnd.Stopped), happened.At));
            touches = 0;
        }
        if (touches > 0)
            tries.Add((new JugglingTry(touches, TryEnd.InTheAir), standing[^1].At));
        return tries;
    }
}

using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Reps or tries, as somebody typed or sent them.</summary>
public record RepsDraft : SetDraft
{
    /// <summary>Clean reps, or tries that came off.</summary>
    public int? Reps { get; init; }

    /// <summary>Slips, or tries that did not come off.</summary>
    public int? Slips { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsBelow => base.IsBelow || Reps < 0 || Slips < 0;

    /// <inheritdoc/>
    [JsonIgnore]
    public override IEnumerable<long> Sums => [.. base.Sums, All];

    /// <summary>Those that came off and those that did not.</summary>
    [JsonIgnore]
    public long All => Sum(Reps, Slips);
}

/// <summary>What ways of measuring by reps share: each tap is a rep, or a try that came off, each slip one that did not; a set is so many
/// of them.</summary>
public abstract class ByReps<TDraft, TResult> : WayOfMeasuring<TDraft, TResult>
    where TDraft : RepsDraft, new()
    where TResult : SetResult
{
    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played) =>
        new TDraft
        {
            Seconds = played.Seconds,
            Reps = played.Count(PlayEventKind.Touch),
            Slips = played.Count(PlayEventKind.Slip),
        };

    /// <inheritdoc/>
    protected override bool HasItsCounts(Feet feet, TDraft draft) => draft.Reps is not null;

    /// <inheritdoc/>
    protected override bool IsBroken(DrillCard card, Feet feet, TDraft draft, TimeSpan worked) =>
        PlayedBounds.RepsAreBroken(card, feet, draft.All, worked);

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => [new("reps"), new("slips")];

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) => new TDraft { Reps = typed.Count("reps"), Slips = typed.Count("slips") };
}

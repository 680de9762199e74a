using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>What ways of measuring by reps share: each tap is a rep, or a try that came off, each slip one that did not; a set is so many
/// of them.</summary>
public abstract class ByReps<TResult> : WayOfMeasuring<TResult>
    where TResult : SetResult
{
    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played) =>
        played.Timed with
        {
            Reps = played.Count(PlayEventKind.Touch),
            Slips = played.Count(PlayEventKind.Slip),
        };

    /// <inheritdoc/>
    public override bool HasItsCounts(Feet feet, SetDraft draft) => draft.Reps is not null;

    /// <inheritdoc/>
    public override bool IsBroken(DrillCard card, Feet feet, SetDraft draft, TimeSpan worked) =>
        PlayedBounds.RepsAreBroken(card, feet, draft, worked);

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => [new("reps"), new("slips")];

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) => new() { Reps = typed.Count("reps"), Slips = typed.Count("slips") };
}

using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>
/// A way of measuring, from what happens to the record. What happens in a set (<see cref="PlayEvent"/>) becomes counts
/// (<see cref="SetDraft"/>), these become a result, the result makes marks. What is true of it wherever it is met stands in
/// <see cref="MeasureTraits"/>; what it means for a card, for form, in a diary and for a made-up player stands with those.
/// </summary>
public abstract class WayOfMeasuring
{
    /// <summary>Under which word cards and sets name it.</summary>
    public abstract MeasuredBy Key { get; }

    // --- what happened ------------------------------------------------------------------------------------------

    /// <summary>The counts of a set, from what happened in it.</summary>
    public abstract SetDraft Counted(PlayedSet played);

    // --- what was counted or typed ------------------------------------------------------------------------------

    /// <summary>True when a draft holds what this measure needs.</summary>
    public abstract bool HasItsCounts(Feet feet, SetDraft draft);

    /// <summary>True when a draft's numbers cannot have been played, beyond what <see cref="PlayedBounds"/> knows of every draft.</summary>
    public abstract bool IsBroken(DrillCard card, Feet feet, SetDraft draft, TimeSpan worked);

    /// <summary>True when a draft holds what the drill's own rules do not give.</summary>
    public abstract bool IsOfAnotherDrill(DrillCard card, SetDraft draft, TimeSpan worked);

    /// <summary>The result that a draft comes to. The draft was checked.</summary>
    public abstract SetResult ResultOf(DrillCard card, SetFrame frame, SetDraft draft);

    /// <summary>The touches of a set that was counted.</summary>
    /// <param name="card">The drill.</param>
    /// <param name="pattern">Its pattern for the feet at work.</param>
    /// <param name="tapped">Touches as they were tapped or typed.</param>
    /// <param name="result">What the set came to.</param>
    public abstract TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, SetResult result);

    /// <summary>About so many touches, for a set that nobody counted.</summary>
    public virtual TouchCount Estimate(DrillCard card, Pattern pattern, Tempo tempo, TimeSpan worked) =>
        pattern.Of(tempo.TouchesIn(worked));

    /// <summary>A correction with what it says nothing about, from the set as it stands.</summary>
    public abstract SetDraft Complete(SetDraft draft, PracticeSet old);

    /// <summary>A corrected result without what no longer holds.</summary>
    public abstract SetResult Mended(SetResult now, SetResult before, SetDraft draft);

    /// <summary>The fields in which the counts are typed, in their order, time and day left out.</summary>
    public abstract ImmutableArray<TypedField> Fields(Feet feet);

    /// <summary>What stands in a field for a set as it is; nothing where it says nothing.</summary>
    public abstract string? AsTyped(PracticeSet set, string field);

    /// <summary>The draft that typed fields come to.</summary>
    public abstract SetDraft ReadTyped(TypedCounts typed);

    /// <summary>The draft that was sent, as docs/api.md says; other names than its own are passed over.</summary>
    /// <exception cref="JsonException">It is no draft of this measure.</exception>
    public abstract SetDraft ReadSent(JsonElement sent);

    // --- records ------------------------------------------------------------------------------------------------

    /// <summary>The values that a set with a result of this measure reached.</summary>
    public abstract IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set);

    /// <summary>What a set in a dose is chiefly judged by; nothing where no record is kept of it.</summary>
    public abstract Measure? Chiefly(Dose dose);

    // --- written down -------------------------------------------------------------------------------------------

    /// <summary>The result as it is written down; <see cref="ResultJson"/> adds which measure it is of.</summary>
    public abstract JsonObject Write(SetResult result);

    /// <summary>Reads what <see cref="Write"/> wrote.</summary>
    public abstract SetResult Read(JsonElement written);
}

/// <summary>A way of measuring whose drafts and results are each of one type. A plain <see cref="SetDraft"/> is one that says nothing
/// but its time and its touches.</summary>
public abstract class WayOfMeasuring<TDraft, TResult> : WayOfMeasuring
    where TDraft : SetDraft, new()
    where TResult : SetResult
{
    /// <inheritdoc/>
    public sealed override bool HasItsCounts(Feet feet, SetDraft draft) => HasItsCounts(feet, Own(draft));

    /// <inheritdoc/>
    public sealed override bool IsBroken(DrillCard card, Feet feet, SetDraft draft, TimeSpan worked) =>
        IsBroken(card, feet, Own(draft), worked);

    /// <inheritdoc/>
    public sealed override bool IsOfAnotherDrill(DrillCard card, SetDraft draft, TimeSpan worked) =>
        IsOfAnotherDrill(card, Own(draft), worked);

    /// <inheritdoc/>
    public sealed override SetResult ResultOf(DrillCard card, SetFrame frame, SetDraft draft) => ResultOf(card, frame, Own(draft));

    /// <inheritdoc/>
    public sealed override SetDraft Complete(SetDraft draft, PracticeSet old) => Complete(Own(draft), old);

    /// <inheritdoc/>
    public sealed override SetResult Mended(SetResult now, SetResult before, SetDraft draft) => Mended(now, before, Own(draft));

    /// <inheritdoc/>
    public sealed override SetDraft ReadSent(JsonElement sent) => sent.Deserialize<TDraft>(JsonSerializerOptions.Web) ?? new TDraft();

    /// <inheritdoc/>
    public sealed override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, SetResult result) =>
        TouchesOf(card, pattern, tapped, (TResult)result);

    /// <inheritdoc/>
    public sealed override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set) => Marks(set, (TResult)set.Result);

    /// <inheritdoc/>
    public sealed override JsonObject Write(SetResult result) => Write((TResult)result);

    /// <summary>True when a draft holds what this measure needs.</summary>
    protected abstract bool HasItsCounts(Feet feet, TDraft draft);

    /// <summary>True when a draft's numbers cannot have been played.</summary>
    protected virtual bool IsBroken(DrillCard card, Feet feet, TDraft draft, TimeSpan worked) => false;

    /// <summary>True when a draft holds what the drill's own rules do not give.</summary>
    protected virtual bool IsOfAnotherDrill(DrillCard card, TDraft draft, TimeSpan worked) => false;

    /// <summary>The result that a draft comes to.</summary>
    protected abstract SetResult ResultOf(DrillCard card, SetFrame frame, TDraft draft);

    /// <summary>A correction with what it says nothing about.</summary>
    protected virtual TDraft Complete(TDraft draft, PracticeSet old) => draft;

    /// <summary>A corrected result without what no longer holds.</summary>
    protected virtual SetResult Mended(SetResult now, SetResult before, TDraft draft) => now;

    /// <summary>The touches of a set that was counted.</summary>
    protected abstract TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, TResult result);

    /// <summary>The values that a set reached.</summary>
    protected abstract IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, TResult result);

    /// <summary>The result as it is written down.</summary>
    protected abstract JsonObject Write(TResult result);

    private static TDraft Own(SetDraft draft) =>
        draft as TDraft
        ?? (
            draft.GetType() == typeof(SetDraft)
                ? new TDraft
                {
                    Left = draft.Left,
                    Right = draft.Right,
                    Seconds = draft.Seconds,
                }
                : throw new ArgumentException($"{draft.GetType().Name} is a draft of another measure.", nameof(draft))
        );
}

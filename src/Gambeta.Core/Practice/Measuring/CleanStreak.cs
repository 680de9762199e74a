using System.Collections.Immutable;
using System.Text.Json;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Tries of clean reps, each as long as it lasted without a mistake.</summary>
public sealed record CleanStreakResult(ImmutableArray<JugglingTry> Tries) : TriedResult(Tries)
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.CleanStreak;
}

/// <summary>
/// Clean reps in a row, each try as long as it lasts: what clean reps are measured by where the dose says so
/// (<see cref="MeasureTraits.LastingAs"/>), and what some cards are about. A tap is a rep. Written down as <c>{"tries": [12, 7], "ends":
/// "da"}</c>.
/// </summary>
public sealed class CleanStreak : Tried<TriesDraft, CleanStreakResult>
{
    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.CleanStreak;

    /// <inheritdoc/>
    protected override TriesDraft Counted(PlayedSet played, IReadOnlyList<(JugglingTry Try, int EndedAt)> tries) =>
        new()
        {
            Seconds = played.Seconds,
            TryTouches = [.. tries.Select(t => t.Try.Touches)],
            TryDropped = [.. tries.Select(t => t.Try.End.AsDropped())],
        };

    /// <summary>More reps than a foot can do in the time.</summary>
    protected override bool IsBroken(DrillCard card, Feet feet, TriesDraft draft, TimeSpan worked) =>
        PlayedBounds.RepsAreBroken(card, feet, draft.All, worked);

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, TriesDraft draft) => new CleanStreakResult(TriesOf(draft));

    /// <summary>The touches follow from the pattern; the rep that went wrong is not among them.</summary>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, CleanStreakResult result) =>
        pattern.PerRep * result.Tries.Sum(t => t.Touches);

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, CleanStreakResult result) =>
        [(new(MeasureKind.CleanStreak), result.Longest)];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.CleanStreak);

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new CleanStreakResult(ReadTries(written));
}

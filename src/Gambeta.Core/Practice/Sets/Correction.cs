using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Sets;

/// <summary>
/// Lays a correction over a set. What was played stays: the taps, the layout, the plan, what a clipped marker cost then; and of the result
/// all that the correction says nothing about: that a run does not count, which zones were hit, when a ladder's rung was finished.
/// </summary>
public static class Correction
{
    /// <summary>The corrected set, or what is wrong with the correction.</summary>
    /// <param name="card">The drill on the layout that was run.</param>
    /// <param name="old">The set as it stands.</param>
    /// <param name="draft">What was typed.</param>
    /// <param name="startedAt">When it began.</param>
    /// <param name="day">The day it counts for.</param>
    /// <param name="today">The household's day.</param>
    /// <param name="isSure">Whether somebody who was asked says that the count is right.</param>
    public static CheckedSet Check(
        DrillCard card,
        PracticeSet old,
        SetDraft draft,
        DateTimeOffset startedAt,
        DateOnly day,
        DateOnly today,
        bool isSure
    )
    {
        card = card.MeasuredLike(old.Result.Of);
        var frame = new SetFrame(
            old.Id,
            old.SessionId,
            old.PlayerId,
            old.Order,
            old.Feet,
            startedAt,
            day,
            old.Planned,
            CountedBy.Typed,
            old.Layout
        )
        {
            Events = old.Events,
            Plan = old.Plan,
            With = old.With,
            ClipPenalty = old.Result is RunResult run ? run.Penalty : SetFrame.UsualClipPenalty,
            IsSure = isSure,
        };
        var way = Ways.Of(card.MeasuredBy);
        var check = SetCheck.Check(card, frame, way.Complete(draft, old), today);
        return check.Set is { } set ? check with { Set = set with { Result = way.Mended(set.Result, old.Result, draft) } } : check;
    }
}

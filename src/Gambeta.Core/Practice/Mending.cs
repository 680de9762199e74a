using Gambeta.Core.Catalogue;
using Gambeta.Core.Records;

namespace Gambeta.Core.Practice;

/// <summary>
/// Lays a correction over a set. What was played stays: the taps, the layout, the plan, what a clipped marker cost then; and of the result all that the correction
/// says nothing about: that a run does not count, which zones were hit, when a ladder's rung was finished.
/// </summary>
public static class Mending
{
    /// <summary>The corrected set, or what is wrong with the correction.</summary>
    /// <param name="card">The drill on the layout that was run.</param>
    /// <param name="old">The set as it stands.</param>
    /// <param name="draft">What was typed.</param>
    /// <param name="startedAt">When it began.</param>
    /// <param name="day">The day it counts for.</param>
    /// <param name="today">The household's day.</param>
    /// <param name="isSure">Whether somebody who was asked says that the count is right.</param>
    public static CheckedSet Check(DrillCard card, PracticeSet old, SetDraft draft, DateTimeOffset startedAt, DateOnly day, DateOnly today, bool isSure)
    {
        var frame = new SetFrame(old.Id, old.SessionId, old.PlayerId, old.Order, old.Feet, startedAt, day, old.Planned, CountedBy.Typed, old.Layout)
        {
            Events = old.Events,
            Plan = old.Plan,
            ClipPenalty = old.Result is RunResult run ? run.Penalty : Scoring.ClipPenalty,
            IsSure = isSure,
        };
        var check = SetCheck.Check(card, frame, Completed(draft, old), today);
        // A ladder's time is that of its highest rung: on another rung it means nothing.
        return check.Set is { Result: LadderResult now } set && old.Result is LadderResult before && draft.RungSeconds is null && now.Rung != before.Rung
            ? check with { Set = set with { Result = now with { Took = null } } }
            : check;
    }

    private static SetDraft Completed(SetDraft draft, PracticeSet old) => old.Result switch
    {
        RunResult run => draft with { Void = draft.Void ?? run.Void },
        LadderResult { Took: { } took } when took.TotalSeconds <= draft.Seconds => draft with { RungSeconds = draft.RungSeconds ?? took.TotalSeconds },
        StrikesResult strikes when draft.StrikeZones is null && draft.Reps == strikes.Hits && draft.Slips == strikes.Strikes.Length - strikes.Hits => draft with
        {
            StrikeZones = [.. strikes.Strikes.Select(strike => strike.Zone)],
            StrikeLeft = [.. strikes.Strikes.Select(strike => strike.Foot == Touches.Foot.Left)],
        },
        _ => draft,
    };
}

using System.Collections.Immutable;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Practice;

/// <summary>Adds up what happened in a set into the counts that its measure needs. The counts follow from the events alone.</summary>
public static class Tally
{
    /// <summary>An open-ended set in which nothing more happened is over so long after its last event, in seconds: somebody went in to eat.</summary>
    public const double QuietEnd = 60;

    /// <summary>The events that stand: each that was taken back is gone, and so is the taking back.</summary>
    public static ImmutableArray<PlayEvent> Standing(IEnumerable<PlayEvent> events)
    {
        var standing = ImmutableArray.CreateBuilder<PlayEvent>();
        foreach (var happened in events)
        {
            if (happened.Kind != PlayEventKind.TakeBack) standing.Add(happened);
            else if (standing.Count > 0) standing.RemoveAt(standing.Count - 1);
        }
        return standing.ToImmutable();
    }

    /// <summary>The counts of a set.</summary>
    /// <param name="measuredBy">What the drill is measured by.</param>
    /// <param name="feet">The feet at work: with one of them, whatever was tapped is that foot's.</param>
    /// <param name="rules">What the challenge needs to know besides.</param>
    /// <param name="events">Everything that happened, as it was told.</param>
    /// <param name="seconds">How long the set lasted, in seconds.</param>
    /// <param name="timed">True for a round of fixed length, which lasts as long as it lasts.</param>
    public static SetDraft Of(MeasuredBy measuredBy, Feet feet, ChallengeRules rules, IReadOnlyList<PlayEvent> events, double seconds, bool timed)
    {
        var standing = Standing(events);
        var draft = Touched(standing, feet) with { Seconds = timed || events.Count == 0 ? seconds : Math.Min(seconds, (events[^1].At / 100.0) + QuietEnd) };
        return measuredBy switch
        {
            MeasuredBy.CleanReps or MeasuredBy.HitsOutOfTries => draft with { Left = null, Right = null, Reps = Count(standing, PlayEventKind.Touch), Slips = Count(standing, PlayEventKind.Slip) },
            MeasuredBy.CleanPasses => draft with { LongestRun = LongestRun(standing), Slips = Count(standing, PlayEventKind.Slip) },
            MeasuredBy.BestStreak or MeasuredBy.RunInTouches => WithTries(draft, TriesOf(standing)),
            MeasuredBy.LadderRung when TriesOf(standing) is var tries => WithTries(draft, tries) with { RungSeconds = RungSeconds(tries) },
            MeasuredBy.CourseTime => new SetDraft { Seconds = draft.Seconds, Clips = Count(standing, PlayEventKind.Slip), Void = Count(standing, PlayEventKind.Void) > 0 },
            MeasuredBy.StationsTime => new SetDraft { Seconds = draft.Seconds, StationTries = Stations(standing, rules.Stations) },
            MeasuredBy.TargetPoints => new SetDraft { Seconds = draft.Seconds, Points = [.. Tries(standing).Select(e => PointsOf(e, rules))] },
            MeasuredBy.TrapHeights => new SetDraft { Seconds = draft.Seconds, Inside = [.. Tries(standing).Select(e => e.Kind == PlayEventKind.Touch)] },
            MeasuredBy.StrikesByZone => WithStrikes(new SetDraft { Seconds = draft.Seconds }, [.. Tries(standing)], feet),
            _ => draft,
        };
    }

    private static SetDraft Touched(ImmutableArray<PlayEvent> standing, Feet feet)
    {
        var (left, right) = (0, 0);
        foreach (var happened in standing)
        {
            if (happened.Kind != PlayEventKind.Touch) continue;
            if (FootOf(happened, feet) == Foot.Left) left++;
            else right++;
        }
        return new SetDraft { Left = left, Right = right };
    }

    // With one foot at work either half of the glass is that foot: nobody aims with a ball at the feet.
    private static Foot FootOf(PlayEvent happened, Feet feet) => feet switch
    {
        Feet.Left => Foot.Left,
        Feet.Right => Foot.Right,
        _ => happened.Foot ?? Foot.Right,
    };

    private static int Count(ImmutableArray<PlayEvent> standing, PlayEventKind kind) => standing.Count(e => e.Kind == kind);

    private static IEnumerable<PlayEvent> Tries(ImmutableArray<PlayEvent> standing) => standing.Where(e => e.Kind is PlayEventKind.Touch or PlayEventKind.Slip);

    private static int LongestRun(ImmutableArray<PlayEvent> standing)
    {
        var (longest, run) = (0, 0);
        foreach (var happened in standing)
        {
            if (happened.Kind == PlayEventKind.Touch) longest = Math.Max(longest, ++run);
            else if (happened.Kind == PlayEventKind.Slip) run = 0;
        }
        return longest;
    }

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
            if (happened.Kind is not (PlayEventKind.Slip or PlayEventKind.Stop)) continue;
            tries.Add((new JugglingTry(touches, happened.Kind == PlayEventKind.Slip ? TryEnd.Dropped : TryEnd.Stopped), happened.At));
            touches = 0;
        }
        if (touches > 0) tries.Add((new JugglingTry(touches, TryEnd.InTheAir), standing[^1].At));
        return tries;
    }

    private static SetDraft WithTries(SetDraft draft, List<(JugglingTry Try, int EndedAt)> tries) =>
        draft with { TryTouches = [.. tries.Select(t => t.Try.Touches)], TryDropped = [.. tries.Select(t => t.Try.End.AsDropped())] };

    // When the highest rung was finished for the first time, from the start of the set.
    private static double? RungSeconds(List<(JugglingTry Try, int EndedAt)> tries)
    {
        var (rung, highest, at) = (0, 0, (double?)null);
        foreach (var (go, endedAt) in tries)
        {
            rung = LadderResult.After(rung, go);
            if (rung > highest) (highest, at) = (rung, endedAt / 100.0);
        }
        return at;
    }

    private static ImmutableArray<int> Stations(ImmutableArray<PlayEvent> standing, int stations)
    {
        var (hit, tries) = (ImmutableArray.CreateBuilder<int>(), 0);
        foreach (var happened in Tries(standing))
        {
            tries++;
            if (happened.Kind != PlayEventKind.Touch || hit.Count == stations) continue;
            hit.Add(tries);
            tries = 0;
        }
        return hit.ToImmutable();
    }

    // A hit without a number is at the first target, the one straight ahead.
    private static int PointsOf(PlayEvent happened, ChallengeRules rules) =>
        happened.Kind != PlayEventKind.Touch || happened.Zone > rules.TargetPoints.Length ? 0 : rules.TargetPoints.IsEmpty ? 1 : rules.TargetPoints[Math.Max(happened.Zone, 1) - 1];

    private static SetDraft WithStrikes(SetDraft draft, ImmutableArray<PlayEvent> tries, Feet feet) => draft with
    {
        StrikeZones = [.. tries.Select(e => e.Kind == PlayEventKind.Touch ? Math.Clamp(e.Zone, 1, ChallengeRules.GoalZones) : 0)],
        StrikeLeft = [.. tries.Select(e => FootOf(e, feet) == Foot.Left)],
    };
}

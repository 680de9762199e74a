using System.Collections.Immutable;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>What becomes of tempo, evenness and slips within a round: its last third held against its first, over some rounds that were
/// tapped.</summary>
/// <param name="Tempo">Touches and slips, the difference as a share of their mean.</param>
/// <param name="Evenness">The share of even gaps (<see cref="TouchTiming"/>), its difference.</param>
/// <param name="Slips">The share that came off, its difference: below zero where slips rise.</param>
public sealed record WithinRounds(Hold Tempo, Hold Evenness, Hold Slips)
{
    /// <summary>So many of the latest tapped rounds are looked at.</summary>
    public const int Latest = 12;

    /// <summary>A third with fewer touches says nothing of tempo or evenness.</summary>
    private const int LeastTouches = TouchTiming.LeastTouches;

    /// <summary>What is let pass: a tempo 8 in 100 lower, 15 in 100 of the gaps no longer even, 5 in 100 more slips.</summary>
    private const double TempoPasses = 0.08,
        EvennessPasses = 0.15,
        SlipsPass = 0.05;

    /// <summary>From rounds of a fixed length that were tapped touch by touch; others are left out.</summary>
    public static WithinRounds Of(IEnumerable<PracticeSet> rounds)
    {
        var thirds = rounds
            .Where(set => set is { Planned: not null, Events: not null, CountedBy: CountedBy.Tapped or CountedBy.Heard, IsKnown: true })
            .OrderBy(set => set.StartedAt)
            .TakeLast(Latest)
            .Select(ThirdsOf)
            .OfType<(Third First, Third Last)>()
            .ToList();
        return new WithinRounds(
            Hold.Of(
                [.. thirds.Select(round => (round.Last.Pace - round.First.Pace) / Math.Max(1, (round.Last.Pace + round.First.Pace) / 2))],
                TempoPasses,
                0.01
            ),
            Hold.Of(
                [
                    .. thirds
                        .Where(round => round is { First.Evenness: not null, Last.Evenness: not null })
                        .Select(round => round.Last.Evenness!.Value - round.First.Evenness!.Value),
                ],
                EvennessPasses,
                0.02
            ),
            // Where nobody counts slips there is nothing to say of them.
            thirds.Exists(round => round.First.Slips + round.Last.Slips > 0)
                ? Hold.Of([.. thirds.Select(round => round.Last.CameOff - round.First.CameOff)], SlipsPass, 0.01)
                : new Hold(HoldKind.Unknown, 0, 0.5, 0)
        );
    }

    private sealed record Third(double Pace, double CameOff, int Slips, double? Evenness);

    // The time to the first touch belongs to getting under way, not to the tempo: the thirds lie between the first touch and the end.
    private static (Third, Third)? ThirdsOf(PracticeSet set)
    {
        if (PlayNotation.ReadKept(set.Events!) is not { } read)
            return null;
        var events = PlayEvents.Standing(read);
        if (events.Count(happened => happened.Kind == PlayEventKind.Touch) < 3 * LeastTouches)
            return null;
        var (from, to) = (events.First(happened => happened.Kind == PlayEventKind.Touch).At, (int)(set.Worked.TotalSeconds * 100));
        return to <= from ? null : (Within(from, from + ((to - from) / 3)), Within(to - ((to - from) / 3), to));

        Third Within(int begin, int end)
        {
            ImmutableArray<PlayEvent> here = [.. events.Where(happened => happened.At >= begin && happened.At < end)];
            var (touches, slips) = (
                here.Count(happened => happened.Kind == PlayEventKind.Touch),
                here.Count(happened => happened.Kind == PlayEventKind.Slip)
            );
            // A stretch that begins with a touch holds half a touch more than one that begins anywhere.
            return new Third(
                touches + slips - (begin == from ? 0.5 : 0),
                touches / (double)Math.Max(1, touches + slips),
                slips,
                TouchTiming.Of(here)?.Evenness
            );
        }
    }
}

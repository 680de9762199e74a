using System.Collections.Immutable;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Insight.Planning;

/// <summary>A drill of somebody's in an evening of several.</summary>
/// <param name="Who">Whose, by their place among those who play.</param>
/// <param name="Drill">The drill.</param>
/// <param name="Lays">Whether the yard is laid anew before it.</param>
public readonly record struct EveningTurn(int Who, SheetDrill Drill, bool Lays);

/// <summary>
/// The sessions of two or three on one evening and one yard: each keeps the order of its own drills, and between them they are taken so
/// that the yard is laid as seldom as can be; of those orders the one in which it is the other's turn most often, so that one rests while
/// the other works.
/// </summary>
/// <param name="Turns">The drills, first to last.</param>
/// <param name="Layings">How often the yard is laid.</param>
/// <param name="Apart">How often it would be laid if each came on an evening of their own.</param>
public sealed record Evening(ImmutableArray<EveningTurn> Turns, int Layings, int Apart)
{
    /// <summary>So many play in one yard at most.</summary>
    public const int Most = 3;

    // One laying more weighs more than any number of turns.
    private const int ALaying = 1000;

    /// <summary>Whole sessions one after the other, in the order that lays least.</summary>
    public static Evening OneAfterAnother(IReadOnlyList<ImmutableArray<SheetDrill>> sessions) =>
        Orders([.. Enumerable.Range(0, sessions.Count)])
            .Select(order => Laid(sessions, order.SelectMany(who => Enumerable.Repeat(who, sessions[who].Length))))
            .MinBy(evening => evening.Layings)!;

    /// <summary>Turn by turn; exact, by dynamic programming over how far each of them is, what lies, and whose turn it was.</summary>
    /// <exception cref="ArgumentException">More than <see cref="Most"/>, or nobody.</exception>
    public static Evening TakingTurns(IReadOnlyList<ImmutableArray<SheetDrill>> sessions)
    {
        if (sessions.Count is 0 or > Most)
            throw new ArgumentException($"Between one and {Most}.", nameof(sessions));
        var best = new Dictionary<State, (int Cost, State? From)> { [new State(default, "", -1)] = (0, null) };
        var open = new List<State>(best.Keys);
        for (var step = sessions.Sum(session => session.Length); step > 0; step--)
        {
            var next = new HashSet<State>();
            foreach (var state in open)
            {
                for (var who = 0; who < sessions.Count; who++)
                {
                    if (state.Done[who] == sessions[who].Length)
                        continue;
                    var layout = sessions[who][state.Done[who]].Card.Layout?.Key;
                    var then = new State(state.Done.Plus(who), layout ?? state.Lies, who);
                    var cost = best[state].Cost + (layout is not null && layout != state.Lies ? ALaying : 0) + (who == state.Last ? 1 : 0);
                    if (best.TryGetValue(then, out var known) && known.Cost <= cost)
                        continue;
                    best[then] = (cost, state);
                    next.Add(then);
                }
            }
            open = [.. next];
        }
        var turns = new List<int>();
        for (
            var at = open.Count == 0 ? new State(default, "", -1) : open.MinBy(state => (best[state].Cost, state.Last));
            best[at].From is { } from;
            at = from
        )
            turns.Insert(0, at.Last);
        return Laid(sessions, turns);
    }

    private static Evening Laid(IReadOnlyList<ImmutableArray<SheetDrill>> sessions, IEnumerable<int> order)
    {
        var done = new int[sessions.Count];
        var drills = order.Select(who => (Who: who, Drill: sessions[who][done[who]++])).ToList();
        var anew = LayingOrder.Anew(drills.Select(turn => turn.Drill));
        return new Evening(
            [.. drills.Zip(anew, (turn, lays) => new EveningTurn(turn.Who, turn.Drill, lays))],
            anew.Count(lays => lays),
            sessions.Sum(session => LayingOrder.Layings(session))
        );
    }

    private static IEnumerable<ImmutableArray<int>> Orders(ImmutableArray<int> those) =>
        those.Length <= 1 ? [those] : those.SelectMany(first => Orders(those.Remove(first)).Select(rest => rest.Insert(0, first)));

    // How many drills of each are done.
    private readonly record struct Progress(int A, int B, int C)
    {
        public int this[int who] =>
            who switch
            {
                0 => A,
                1 => B,
                _ => C,
            };

        public Progress Plus(int who) =>
            who switch
            {
                0 => this with { A = A + 1 },
                1 => this with { B = B + 1 },
                _ => this with { C = C + 1 },
            };
    }

    private readonly record struct State(Progress Done, string Lies, int Last);
}

using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Practice.Together;

/// <summary>One of two, as a run sheet needs to know them.</summary>
/// <param name="Name">The nickname.</param>
/// <param name="Preferred">The preferred foot.</param>
/// <param name="Drills">The drills in their order, in this player's own doses.</param>
/// <param name="Own">The player's own tempo in drills where it is known.</param>
/// <param name="Controlled">Touches a minute up to which a drill is under control, where that is known.</param>
public sealed record OneOfTwo(
    string Name,
    Foot Preferred,
    ImmutableArray<SheetDrill> Drills,
    IReadOnlyDictionary<string, Tempo>? Own = null,
    IReadOnlyDictionary<string, int>? Controlled = null
);

/// <summary>
/// Writes the run sheet of two: the run sheets that each would have alone, put into one another, so that one works while the other one
/// rests, races, shadows or serves. The work of one is the rest of the other; where it is too short, the change is longer. Who began a
/// drill is second in the next one.
/// </summary>
public static class PairSheetWriter
{
    /// <summary>Writes it. In <see cref="RunSheet.Drills"/> each drill stands twice, the first player's and then the second's.</summary>
    /// <param name="one">The first player.</param>
    /// <param name="other">The second, with the same cards in the same order.</param>
    /// <param name="part">What is asked of whoever has no turn; where it does not suit a drill, <see cref="PairRules.PartIn"/> says what is
    /// done.</param>
    /// <param name="by">When the turn passes; by the rep only in drills where that can be told
    /// (<see cref="PairRules.CanTurnByRep"/>).</param>
    /// <param name="clipPenalty">What a clipped marker costs in this household.</param>
    /// <param name="laysTheYard">False where the yard lies already.</param>
    /// <exception cref="ArgumentException">Not the same cards.</exception>
    public static RunSheet Write(OneOfTwo one, OneOfTwo other, OtherPart part, TurnBy by, TimeSpan clipPenalty, bool laysTheYard = true)
    {
        if (!one.Drills.Select(drill => drill.Card.Id).SequenceEqual(other.Drills.Select(drill => drill.Card.Id)))
            throw new ArgumentException("Two play the same cards.", nameof(other));
        ImmutableArray<OneOfTwo> two = [one, other];
        ImmutableArray<RunSheet> alone =
        [
            .. two.Select(player =>
                RunSheetWriter.Write(player.Drills, player.Preferred, clipPenalty, laysTheYard, player.Own, player.Controlled)
            ),
        ];
        var phases = ImmutableArray.CreateBuilder<Phase>();
        for (var at = 0; at < one.Drills.Length; at++)
            AddDrill(phases, two, alone, at, PairRules.PartIn(one.Drills[at].Card, part), by);
        phases.Add(alone[0].Phases[^1] with { Drill = (one.Drills.Length * 2) - 1 });
        var set = 0;
        return new RunSheet
        {
            Drills =
            [
                .. Enumerable
                    .Range(0, one.Drills.Length * 2)
                    .Select(drill => Head(alone[drill % 2].Drills[drill / 2], one.Drills[drill / 2].Card, drill, part)),
            ],
            Phases = [.. phases.Select(phase => phase.Kind == PhaseKind.Work ? phase with { Set = ++set } : phase)],
            ClipPenaltySeconds = clipPenalty.TotalSeconds,
        };
    }

    private static RunDrill Head(RunDrill drill, DrillCard card, int place, OtherPart part) =>
        drill with
        {
            Who = place % 2,
            Item = place / 2,
            With = PairRules.PartIn(card, part) is var taken and not OtherPart.Rests ? taken : null,
        };

    private static void AddDrill(
        ImmutableArray<Phase>.Builder phases,
        ImmutableArray<OneOfTwo> two,
        ImmutableArray<RunSheet> alone,
        int at,
        OtherPart part,
        TurnBy by
    )
    {
        var first = at % 2;
        ImmutableArray<int> order = [first, 1 - first];
        var works = alone
            .Select(
                (sheet, who) =>
                    sheet
                        .Phases.Where(phase => phase.Kind == PhaseKind.Work && phase.Drill == at)
                        .Select(phase => Turn(phase, two, at, who, part))
                        .ToImmutableArray()
            )
            .ToImmutableArray();
        var rests = two.Select(player => player.Drills[at].Dose).ToImmutableArray();
        if (alone[first].Phases.FirstOrDefault(phase => phase.Kind == PhaseKind.SetOut && phase.Drill == at) is { } laying)
            phases.Add(laying with { Drill = DrillOf(at, first) });
        var sets =
            by == TurnBy.Rep && two.All(player => PairRules.CanTurnByRep(player.Drills[at].Card, player.Drills[at].Dose))
                ? ByRep(works, order)
                : ByRound(works, order);
        phases.Add(Ready(alone[first].Phases.First(phase => phase.Kind == PhaseKind.Ready && phase.Drill == at), two, at, sets[0]));
        for (var i = 0; i < sets.Count; i++)
        {
            var next = i + 1 < sets.Count ? sets[i + 1] : null;
            phases.Add(
                sets[i] with
                {
                    Next = next is null ? sets[i].Next : Then(two, next),
                    Second = sets[i].Second is { } second ? second with { Next = next is null ? second.Next : Then(two, next) } : null,
                }
            );
            if (next is not null)
                phases.Add(Change(two, at, sets, i, rests));
        }
        AddQuestions(phases, two, alone, at, order);
    }

    private static int DrillOf(int at, int who) => (at * 2) + who;

    private static Phase Turn(Phase work, ImmutableArray<OneOfTwo> two, int at, int who, OtherPart part) =>
        work with
        {
            Drill = DrillOf(at, who),
            Who = who,
            Label = Say("together.whose", ("player", two[who].Name), ("label", work.Label)),
            OtherDoes = PairWords.OtherDoes(part, two[1 - who].Name, two[who].Drills[at].Card),
        };

    // Set after set, whose number is over leaves the rest to the other one.
    private static List<Phase> ByRound(ImmutableArray<ImmutableArray<Phase>> works, ImmutableArray<int> order) =>
        [
            .. Enumerable
                .Range(0, works.Max(sets => sets.Length))
                .SelectMany(i => order.Where(who => i < works[who].Length).Select(who => works[who][i])),
        ];

    // Both in one set; nobody has a turn of their own in it, so the phase is nobody's.
    private static List<Phase> ByRep(ImmutableArray<ImmutableArray<Phase>> works, ImmutableArray<int> order) =>
        [
            .. Enumerable
                .Range(0, works.Max(sets => sets.Length))
                .Select(i =>
                    order.Where(who => i < works[who].Length).Select(who => works[who][i]).ToList() is [var one, var other]
                        ? one with
                        {
                            Second = other with { OtherDoes = null },
                            OtherDoes = null,
                            ExpectedSeconds = one.ExpectedSeconds + other.ExpectedSeconds,
                        }
                    : works[order[0]].Length > i ? works[order[0]][i]
                    : works[order[1]][i]
                ),
        ];

    private static Phase Ready(Phase ready, ImmutableArray<OneOfTwo> two, int at, Phase first) =>
        ready with
        {
            Drill = first.Drill,
            Feet = first.Feet,
            Who = first.Second is null ? first.Who : null,
            Label = Say("together.whose", ("player", PairWords.Names(two, first)), ("label", ready.Label)),
            Spoken =
            [
                new(
                    0,
                    Say(
                        "together.spoken",
                        ("player", PairWords.Names(two, first)),
                        ("label", RunSheetWords.Spoken(two[0].Drills[at].Card.Name, first.Feet))
                    )
                ),
            ],
        };

    private static Phase Change(ImmutableArray<OneOfTwo> two, int at, List<Phase> sets, int i, ImmutableArray<Dose> doses)
    {
        var (before, next) = (sets[i], sets[i + 1]);
        var (who, isBoth) = (next.Who!.Value, next.Second is not null);
        var rest = isBoth ? Math.Max(Rest(0), Rest(1)) : Rest(who);
        // What the other one's work and the changes about it have given already.
        var since =
            isBoth || before.Second is not null
                ? 0
                : sets.Take(i + 1).Reverse().TakeWhile(set => set.Who != who).Sum(set => set.ExpectedSeconds + Timings.ChangePlayers);
        var isFirst = !sets.Take(i + 1).Any(set => set.Who == who || set.Second?.Who == who);
        var seconds = Math.Max(Timings.ChangePlayers, isFirst ? 0 : (int)Math.Ceiling(rest - since));
        var label = PairWords.ComesIn(two, next);
        return new Phase
        {
            Kind = PhaseKind.Swap,
            Drill = next.Drill,
            Feet = next.Feet,
            Who = isBoth ? null : who,
            Seconds = seconds,
            AloneSeconds = Math.Max(seconds, rest),
            ExpectedSeconds = seconds,
            After = before.Drill,
            Label = label,
            Cue = next.Cue,
            Next = RunSheetWords.Then(two[who].Drills[at], next.Feet),
            Sounds = [new SoundAt(0, Sound.Swap), .. RunSheetWriter.LastThree(seconds)],
            Spoken = [new(0, label)],
        };

        int Rest(int whose) => (int)Timings.Rest(doses[whose], swaps: true).TotalSeconds;
    }

    private static string Then(ImmutableArray<OneOfTwo> two, Phase next) => Say("together.then", ("next", PairWords.ComesIn(two, next)));

    // Each says how it was; the drink comes with the second.
    private static void AddQuestions(
        ImmutableArray<Phase>.Builder phases,
        ImmutableArray<OneOfTwo> two,
        ImmutableArray<RunSheet> alone,
        int at,
        ImmutableArray<int> order
    )
    {
        var isLast = at == two[0].Drills.Length - 1;
        foreach (var who in order)
        {
            var next = isLast ? null : two[who].Drills[at + 1];
            var seconds =
                who == order[0]
                    ? Timings.OneOfTwoSays
                    : Math.Max(Timings.OneOfTwoSays, Timings.After(two[who].Drills[at].Dose) - Timings.OneOfTwoSays);
            phases.Add(
                new Phase
                {
                    Kind = PhaseKind.Between,
                    Drill = DrillOf(at, who),
                    Who = who,
                    Feet = next?.Card.Turns(two[who].Preferred)[0] ?? Feet.Both,
                    Seconds = seconds,
                    ExpectedSeconds = seconds,
                    Label = Say("together.how-was-it", ("player", two[who].Name)),
                    Cue = "",
                    Next = next is null ? RunSheetWords.AfterWork(null, 0, false, null) : RunSheetWords.Between(next.Card.Name),
                    Sounds = [.. RunSheetWriter.LastThree(seconds)],
                    Spoken = [new(0, Say("together.how-was-it", ("player", two[who].Name)))],
                    IsLast = isLast ? true : null,
                }
            );
        }
    }
}

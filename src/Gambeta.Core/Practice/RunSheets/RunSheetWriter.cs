using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Practice.RunSheets;

/// <summary>Writes the run sheet of a session: for each drill get ready, work, swap feet or rest, and so on; between two drills a pause,
/// and the yard where it is laid anew.</summary>
public static class RunSheetWriter
{
    /// <summary>Writes the timeline of one drill, on a yard that lies already.</summary>
    public static RunSheet Write(DrillCard card, Dose dose, Foot preferred, TimeSpan clipPenalty) =>
        Write([new SheetDrill(new SheetItem(SheetPart.Focus, card.Id), card, dose)], preferred, clipPenalty, laysTheYard: false);

    /// <summary>Writes the timeline for a player who prefers a foot.</summary>
    /// <param name="drills">The drills in their order, at least one.</param>
    /// <param name="preferred">The player's preferred foot.</param>
    /// <param name="clipPenalty">What a clipped marker costs in this household.</param>
    /// <param name="laysTheYard">False where the yard lies already.</param>
    /// <param name="own">The player's own tempo in drills where it is known, for the time that is expected; the card's steady one stands in
    /// elsewhere.</param>
    /// <param name="controlled">Touches a minute up to which a drill is under control, where that is known: the first beat to play
    /// to.</param>
    public static RunSheet Write(
        ImmutableArray<SheetDrill> drills,
        Foot preferred,
        TimeSpan clipPenalty,
        bool laysTheYard = true,
        IReadOnlyDictionary<string, Tempo>? own = null,
        IReadOnlyDictionary<string, int>? controlled = null
    )
    {
        ArgumentOutOfRangeException.ThrowIfZero(drills.Length);
        var phases = ImmutableArray.CreateBuilder<Phase>();
        var (set, anew) = (0, LayingOrder.Anew(drills));
        for (var at = 0; at < drills.Length; at++)
        {
            var (drill, next) = (drills[at], at + 1 < drills.Length ? drills[at + 1] : null);
            if (laysTheYard && anew[at])
                phases.Add(SettingOut(at, drill, preferred));
            set = AddDrill(
                phases,
                at,
                drill,
                next,
                preferred,
                own is not null && own.TryGetValue(drill.Card.Id, out var tempo) ? tempo : drill.Card.Tempo.Steady,
                set
            );
            if (next is not null)
                phases.Add(Between(at, drill, next, preferred));
        }
        phases.Add(
            new Phase
            {
                Kind = PhaseKind.Done,
                Drill = drills.Length - 1,
                Feet = Feet.Both,
                ExpectedSeconds = 0,
                Label = RunSheetWords.Done,
                Cue = "",
                Next = "",
                Sounds = [],
            }
        );
        return new RunSheet
        {
            Drills =
            [
                .. drills.Select(
                    (drill, at) =>
                        Head(
                            drill,
                            phases.First(phase => phase.Kind == PhaseKind.Work && phase.Drill == at),
                            controlled is not null && controlled.TryGetValue(drill.Card.Id, out var pace) ? pace : null
                        )
                ),
            ],
            Phases = phases.ToImmutable(),
            ClipPenaltySeconds = clipPenalty.TotalSeconds,
        };
    }

    private static RunDrill Head(SheetDrill drill, Phase work, int? controlled)
    {
        var rules = ChallengeRules.Of(drill.Card);
        return new RunDrill
        {
            Drill = drill.Card.Id,
            Name = drill.Card.Name,
            MeasuredBy = drill.Card.MeasuredBy,
            TouchesARep = drill.Card.Pattern.PerRep,
            Layout = drill.Card.Layout?.Key,
            Rounds = drill.Dose.Sets,
            Seconds = work.Seconds,
            Count = work.Target,
            Stations = rules.Stations,
            TargetPoints = rules.TargetPoints,
            Zones = rules.Zones,
            Faults = drill.Card.Faults,
            ComparesFeet = drill.Card.Feet != FeetPlan.BothTogether,
            Beats = BeatTrack.For(drill.Card, drill.Dose, controlled),
        };
    }

    private static int AddDrill(
        ImmutableArray<Phase>.Builder phases,
        int at,
        SheetDrill drill,
        SheetDrill? nextDrill,
        Foot preferred,
        Tempo tempo,
        int played
    )
    {
        var (card, dose) = (drill.Card, drill.Dose);
        var turns = card.Turns(preferred);
        var sets = Enumerable.Range(0, dose.Sets).SelectMany(_ => turns).ToList();
        phases.Add(Pause(PhaseKind.Ready, at, Timings.GetReady, sets[0], card.Cues[0], drill));
        for (var i = 0; i < sets.Count; i++)
        {
            var next = i + 1 < sets.Count ? sets[i + 1] : (Feet?)null;
            var swaps = next is not null && next != sets[i];
            var rest = (int)Timings.Rest(dose, swaps).TotalSeconds;
            // Each round repeats one cue; the round after it moves on to the next, so that all are heard.
            var cue = card.Cues[i / turns.Length % card.Cues.Length];
            phases.Add(
                Work(drill, sets[i], tempo, i, sets.Count, cue, RunSheetWords.AfterWork(next, rest, swaps, nextDrill?.Card.Name)) with
                {
                    Drill = at,
                    Set = played + i + 1,
                }
            );
            if (next is { } feet)
                phases.Add(
                    Pause(
                        swaps ? PhaseKind.Swap : PhaseKind.Rest,
                        at,
                        rest,
                        feet,
                        card.Cues[(i + 1) / turns.Length % card.Cues.Length],
                        drill
                    )
                );
        }
        return played + sets.Count;
    }

    private static Phase Work(SheetDrill drill, Feet feet, Tempo tempo, int index, int count, string cue, string next)
    {
        var (card, dose) = (drill.Card, drill.Dose);
        var pattern = card.Pattern.For(feet);
        var seconds = dose is RoundsDose rounds ? (int)rounds.Work.TotalSeconds : (int?)null;
        return new Phase
        {
            Kind = PhaseKind.Work,
            Feet = feet,
            Seconds = seconds,
            ExpectedSeconds = DoseArithmetic.TimeOfATurn(card, pattern, dose, tempo).TotalSeconds,
            Target = CardRules.Of(card.MeasuredBy).Target(dose, pattern),
            Label = RunSheetWords.Label(card.MeasuredBy, index + 1, count),
            Cue = cue,
            Next = next,
            Sounds = seconds is { } s ? WorkSounds(s) : [new(0, Sound.Go)],
        };
    }

    private static Phase Pause(PhaseKind kind, int at, int seconds, Feet next, string cue, SheetDrill drill) =>
        new()
        {
            Kind = kind,
            Drill = at,
            Feet = next,
            Seconds = seconds,
            ExpectedSeconds = seconds,
            Label = RunSheetWords.Pause(kind, next),
            Cue = cue,
            Next = RunSheetWords.Then(drill, next),
            Sounds = [.. kind == PhaseKind.Swap ? [new SoundAt(0, Sound.Swap)] : Array.Empty<SoundAt>(), .. LastThree(seconds)],
            Spoken =
                kind == PhaseKind.Rest
                    ? []
                    : [new(0, kind == PhaseKind.Ready ? RunSheetWords.Spoken(drill.Card.Name, next) : RunSheetWords.Pause(kind, next))],
        };

    private static Phase Between(int at, SheetDrill over, SheetDrill next, Foot preferred)
    {
        var seconds = Timings.After(over.Dose);
        var feet = next.Card.Turns(preferred)[0];
        return new Phase
        {
            Kind = PhaseKind.Between,
            Drill = at,
            Feet = feet,
            Seconds = seconds,
            ExpectedSeconds = seconds,
            Label = RunSheetWords.Between(next.Card.Name),
            Cue = "",
            Next = RunSheetWords.Then(next, feet),
            Sounds = LastThree(seconds).ToImmutableArray(),
            Spoken = [new(seconds - Timings.SaidBefore, RunSheetWords.Between(next.Card.Name))],
        };
    }

    private static Phase SettingOut(int at, SheetDrill drill, Foot preferred) =>
        new()
        {
            Kind = PhaseKind.SetOut,
            Drill = at,
            Feet = drill.Card.Turns(preferred)[0],
            ExpectedSeconds = Timings.Laying(drill.Card.Layout).TotalSeconds,
            Label = RunSheetWords.SetOut,
            Cue = drill.Card.Layout!.Name,
            Next = $"then {drill.Card.Name}",
            Sounds = [],
            Spoken = [new(0, RunSheetWords.SetOut)],
        };

    private static ImmutableArray<SoundAt> WorkSounds(int seconds) =>
        [
            new(0, Sound.Go),
            .. seconds >= Timings.ShortestWithHalf ? [new SoundAt(seconds / 2.0, Sound.Half)] : Array.Empty<SoundAt>(),
            .. LastThree(seconds),
            new(seconds, Sound.Stop),
        ];

    internal static IEnumerable<SoundAt> LastThree(int seconds) =>
        new[] { seconds - 3, seconds - 2, seconds - 1 }.Where(s => s > 0).Select(s => new SoundAt(s, Sound.Tick));
}

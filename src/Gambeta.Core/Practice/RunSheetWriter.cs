using System.Collections.Immutable;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Records;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Practice;

/// <summary>Writes the run sheet of one drill: get ready, work, swap feet or rest, and so on, done.</summary>
public static class RunSheetWriter
{
    /// <summary>Seconds to get from the screen to the ball.</summary>
    public const int ReadySeconds = 6;

    /// <summary>Shortest pause in which a foot can be changed, for doses that have no rest.</summary>
    public const int ShortestSwap = DoseArithmetic.ShortestSwap;

    /// <summary>Rounds shorter than this have no half-way sound: it would drown in the others.</summary>
    public const int ShortestWithHalf = 20;

    /// <summary>Writes the timeline for a player who prefers a foot.</summary>
    public static RunSheet Write(DrillCard card, Dose dose, Foot preferred)
    {
        var turns = card.Turns(preferred);
        var sets = Enumerable.Range(0, dose.Sets).SelectMany(_ => turns).ToList();
        var phases = ImmutableArray.CreateBuilder<Phase>();
        phases.Add(Pause(PhaseKind.Ready, ReadySeconds, sets[0], card.Cues[0], RunSheetWords.Then(card.MeasuredBy, dose, sets[0])));
        for (var i = 0; i < sets.Count; i++)
        {
            var next = i + 1 < sets.Count ? sets[i + 1] : (Feet?)null;
            var swaps = next is not null && next != sets[i];
            var rest = Math.Max((int)dose.Rest.TotalSeconds, swaps ? ShortestSwap : 0);
            // Each round repeats one cue; the round after it moves on to the next, so that all are heard.
            phases.Add(Work(card, dose, sets[i], i, sets.Count, card.Cues[i / turns.Length % card.Cues.Length], RunSheetWords.AfterWork(next, rest, swaps)));
            if (next is { } feet)
                phases.Add(Pause(swaps ? PhaseKind.Swap : PhaseKind.Rest, rest, feet, card.Cues[(i + 1) / turns.Length % card.Cues.Length], RunSheetWords.Then(card.MeasuredBy, dose, feet)));
        }
        phases.Add(new Phase
        {
            Kind = PhaseKind.Done,
            Feet = Feet.Both,
            ExpectedSeconds = 0,
            Label = RunSheetWords.Done,
            Cue = "",
            Next = "",
            Sounds = [],
        });
        return new RunSheet
        {
            Drill = card.Id,
            MeasuredBy = card.MeasuredBy,
            TouchesARep = card.Pattern.PerRep,
            Phases = phases.ToImmutable(),
            ClipPenaltySeconds = Scoring.ClipPenalty.TotalSeconds,
        };
    }

    private static Phase Work(DrillCard card, Dose dose, Feet feet, int index, int count, string cue, string next)
    {
        var pattern = card.Pattern.For(feet);
        var seconds = dose is RoundsDose rounds ? (int)rounds.Work.TotalSeconds : (int?)null;
        return new Phase
        {
            Kind = PhaseKind.Work,
            Feet = feet,
            Set = index + 1,
            Seconds = seconds,
            ExpectedSeconds = seconds ?? OpenEnded(card, dose, pattern),
            Target = dose switch { RepsDose reps => reps.Reps, TriesDose tries => tries.Tries, _ => null },
            Label = RunSheetWords.Label(card.MeasuredBy, index + 1, count),
            Cue = cue,
            Next = next,
            Sounds = seconds is { } s ? WorkSounds(s) : [new(0, Sound.Go)],
        };
    }

    private static double OpenEnded(DrillCard card, Dose dose, Pattern pattern)
    {
        var steady = card.Tempo.Steady;
        return dose switch
        {
            RepsDose reps => steady.TimeFor(reps.Reps * pattern.Touches.Length).TotalSeconds,
            TriesDose tries => tries.Tries * (steady.TimeFor(DoseArithmetic.TouchesOfATry) + DoseArithmetic.FetchTheBall).TotalSeconds,
            _ => steady.TimeFor(pattern.Touches.Length).TotalSeconds,
        };
    }

    private static Phase Pause(PhaseKind kind, int seconds, Feet next, string cue, string then) => new()
    {
        Kind = kind,
        Feet = next,
        Seconds = seconds,
        ExpectedSeconds = seconds,
        Label = RunSheetWords.Pause(kind, next),
        Cue = cue,
        Next = then,
        Sounds = [.. kind == PhaseKind.Swap ? [new SoundAt(0, Sound.Swap)] : Array.Empty<SoundAt>(), .. LastThree(seconds)],
    };

    private static ImmutableArray<SoundAt> WorkSounds(int seconds) =>
    [
        new(0, Sound.Go),
        .. seconds >= ShortestWithHalf ? [new SoundAt(seconds / 2.0, Sound.Half)] : Array.Empty<SoundAt>(),
        .. LastThree(seconds),
        new(seconds, Sound.Stop),
    ];

    private static IEnumerable<SoundAt> LastThree(int seconds) =>
        new[] { seconds - 3, seconds - 2, seconds - 1 }.Where(s => s > 0).Select(s => new SoundAt(s, Sound.Tick));
}

using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>Plays the work of a run sheet tap by tap, as somebody with a skill, a chance of slips and a tempo would. Same seed, same
/// taps.</summary>
/// <param name="skill">From 0, never touched a ball, to 1, plays every drill at its fast tempo.</param>
/// <param name="slips">The chance that a touch, a rep or a try goes wrong, from 0 to 1, where skill does not say it.</param>
/// <param name="chance">The source of chance.</param>
public sealed class TappingPlayer(double skill, double slips, Random chance)
{
    private const double UsualTempo = 60;

    /// <summary>From 0 to 1.</summary>
    public double Skill => skill;

    /// <summary>The source of chance.</summary>
    public Random Chance => chance;

    /// <summary>What happens in one phase of work, and how long it lasts in seconds.</summary>
    /// <exception cref="ArgumentException">The phase is no work.</exception>
    public (IReadOnlyList<PlayEvent> Events, double Seconds) Play(RunDrill drill, Phase phase)
    {
        if (phase.Kind != PhaseKind.Work)
            throw new ArgumentException("Only work is played.", nameof(phase));
        var hand = new TappingHand(phase.Feet, GapOf(drill), phase.Seconds, chance);
        MadeUp.Of(drill.MeasuredBy).Tap(this, hand, drill, phase);
        return (hand.Events, phase.Seconds ?? Math.Max(1, hand.Seconds));
    }

    /// <summary>Whether something goes wrong.</summary>
    public bool Wrong() => chance.NextDouble() < slips;

    /// <summary>Whether a touch holds in the air.</summary>
    public bool Holds() => chance.NextDouble() < 0.6 + (0.38 * skill);

    /// <summary>Taps so many tries as the phase asks for, each hit with its zone.</summary>
    public void TapTries(TappingHand hand, Phase phase, Func<int> zone)
    {
        for (var go = 0; go < (phase.Target ?? int.MaxValue) && hand.HasTime; go++)
            hand.Try(Timings.FetchTheBall, Wrong(), zone());
    }

    // The climbing beat of a drill goes from its slow tempo to its fast one.
    private double GapOf(RunDrill drill)
    {
        var aMinute = drill.Beats.IsEmpty
            ? UsualTempo
            : drill.Beats[^1].FromAMinute + ((drill.Beats[^1].ToAMinute - drill.Beats[^1].FromAMinute) * skill);
        return 60 / aMinute * MadeUp.Of(drill.MeasuredBy).TouchesATap(drill.TouchesARep);
    }
}

using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;

namespace Gambeta.Simulation;

/// <summary>One turn of a made-up player: what is played, how well, and the source of chance.</summary>
/// <param name="Card">The drill.</param>
/// <param name="Dose">How much of it.</param>
/// <param name="Feet">The feet at work.</param>
/// <param name="Skill">From 0, never touched a ball, to 1, plays every drill at its fast tempo.</param>
/// <param name="Tempo">How fast.</param>
/// <param name="Chance">The source of chance.</param>
public sealed record ModelTurn(DrillCard Card, Dose Dose, Feet Feet, double Skill, Tempo Tempo, Random Chance)
{
    /// <summary>The pattern for the feet at work.</summary>
    public Pattern Pattern => Card.Pattern.For(Feet);

    /// <summary>The chance that a touch holds in the air.</summary>
    public static double Holds(double skill) => 0.70 + (0.285 * skill);

    /// <summary>For each try of a dose by reps, whether it came off.</summary>
    public IReadOnlyList<bool> CameOff() =>
        [.. Enumerable.Range(0, ((RepsDose)Dose).Reps).Select(_ => Chance.NextDouble() < 0.35 + (0.55 * Skill))];

    /// <summary>Seconds that so many reps take.</summary>
    public double TimeForReps(int reps) => Tenth(Tempo.TimeFor(CardRules.Of(Card.MeasuredBy).MovesIn(Pattern, reps)).TotalSeconds);

    /// <summary>A little more or less.</summary>
    public double Noise(double spread) => Noise(Chance, spread);

    /// <summary>The sum of three evenly spread numbers: near enough to a bell, and never far out.</summary>
    public static double Noise(Random chance, double spread) =>
        (chance.NextDouble() + chance.NextDouble() + chance.NextDouble() - 1.5) * 2 * spread;

    /// <summary>Seconds to the tenth, at least one.</summary>
    public static double Tenth(double seconds) => Rounded.To(Math.Max(1, seconds), 1);
}

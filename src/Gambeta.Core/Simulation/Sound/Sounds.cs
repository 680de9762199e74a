namespace Gambeta.Core.Simulation.Sound;

/// <summary>What a ball, a wall, a floor and shoes may sound like: drawn anew for each recording, each constant within wide bounds.</summary>
public static class Sounds
{
    /// <summary>A factor about one: the exponential of a normal number with this spread.</summary>
    public static double Near(Random chance, double spread) => Math.Exp(Normal(chance) * spread);

    /// <summary>A normal number.</summary>
    public static double Normal(Random chance) => Math.Sqrt(-2 * Math.Log(1 - chance.NextDouble())) * Math.Cos(2 * Math.PI * chance.NextDouble());

    /// <summary>A number between two, even on a scale of ratios.</summary>
    public static double Between(Random chance, double low, double high) => low * Math.Pow(high / low, chance.NextDouble());

    /// <summary>A foot or thigh that meets a ball: a slap of leather and the ball's own low tone.</summary>
    public static Hit Touch(Random chance, bool isSoft)
    {
        var tone = isSoft ? Between(chance, 120, 260) : Between(chance, 170, 480);
        return new Hit(
            Between(chance, 0.0005, 0.004), isSoft ? Between(chance, 350, 1300) : Between(chance, 450, 3000), Between(chance, 0.35, 1.4), Between(chance, 0.003, 0.02),
            [(tone, Between(chance, 0.012, 0.04), 1), (tone * Between(chance, 1.7, 2.4), Between(chance, 0.008, 0.02), Between(chance, 0.1, 0.6))], Between(chance, 0.5, 2.5));
    }

    /// <summary>The same ball on a floor: its tone, and how hard the floor is.</summary>
    public static Hit Bounce(Random chance, Hit touch, bool isHardFloor) => touch with
    {
        Attack = isHardFloor ? Between(chance, 0.0004, 0.002) : Between(chance, 0.002, 0.006),
        Centre = isHardFloor ? Between(chance, 900, 3500) : Between(chance, 200, 700),
        Fades = Between(chance, 0.004, 0.014),
        Burst = touch.Burst * Between(chance, 0.5, 1.6),
        Tones = [.. touch.Tones.Select(tone => tone with { Hertz = tone.Hertz * Between(chance, 0.85, 1.25), Fades = tone.Fades * Between(chance, 0.7, 1.2) })],
    };

    /// <summary>The same ball against a wall of brick or a fence of wood.</summary>
    public static Hit Wall(Random chance, Hit touch) => touch with
    {
        Attack = Between(chance, 0.0004, 0.002),
        Centre = Between(chance, 700, 4000),
        Width = Between(chance, 0.4, 1.5),
        Fades = Between(chance, 0.006, 0.03),
        Tones = [.. touch.Tones.Select(tone => tone with { Hertz = tone.Hertz * Between(chance, 0.8, 1.4) }), (Between(chance, 80, 200), Between(chance, 0.02, 0.06), Between(chance, 0.1, 0.8))],
        Burst = touch.Burst * Between(chance, 0.6, 2),
    };

    /// <summary>A step: heel and sole, dull and slower than a ball.</summary>
    public static Hit Step(Random chance) => new(
        Between(chance, 0.004, 0.025), Between(chance, 70, 380), Between(chance, 0.5, 1.2), Between(chance, 0.018, 0.06), [(Between(chance, 45, 110), Between(chance, 0.03, 0.08), Between(chance, 0.3, 1.5))], 1);
}

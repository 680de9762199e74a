namespace Gambeta.Simulation.Sound;

/// <summary>What a ball, a wall, a floor and shoes may sound like: drawn anew for each recording, each constant within wide
/// bounds.</summary>
public static class Sounds
{
    /// <summary>A factor about one: the exponential of a normal number with this spread.</summary>
    public static double Near(Random chance, double spread) => Math.Exp(Normal(chance) * spread);

    /// <summary>A normal number.</summary>
    public static double Normal(Random chance) =>
        Math.Sqrt(-2 * Math.Log(1 - chance.NextDouble())) * Math.Cos(2 * Math.PI * chance.NextDouble());

    /// <summary>A number between two, even on a scale of ratios.</summary>
    public static double Between(Random chance, double low, double high) => low * Math.Pow(high / low, chance.NextDouble());

    /// <summary>A ball in one recording: its sounds by one of the three recipes, or by two of them at once.</summary>
    public static BallSounds Ball(Random chance, bool isSoft, bool mixes = false)
    {
        if (mixes)
        {
            var (one, other, part, later) = (Ball(chance, isSoft), Ball(chance, isSoft), Between(chance, 0.2, 1), Later(chance));
            return new(
                new Several(one.Touch, other.Touch, part, later),
                new Several(one.Bounce, other.Bounce, part, later),
                new Several(one.Wall, other.Wall, part, later)
            );
        }
        var isHardFloor = chance.Next(2) == 0;
        var recipe = chance.Next(3);
        if (recipe == 0)
        {
            var hit = Slap(chance, isSoft);
            return new(hit, OnFloor(chance, hit, isHardFloor), OnWall(chance, hit));
        }
        if (recipe == 1)
        {
            var bands = isSoft
                ? Bands.Draw(
                    chance,
                    Between(chance, 110, 320),
                    Between(chance, 2, 12),
                    Between(chance, 6, 15),
                    Between(chance, 0.008, 0.035),
                    Between(chance, 0.001, 0.008)
                )
                : Bands.Draw(
                    chance,
                    Between(chance, 170, 950),
                    Between(chance, 2, 12),
                    Between(chance, 3, 11),
                    Between(chance, 0.007, 0.03),
                    Between(chance, 0.0006, 0.005)
                );
            return new(
                bands,
                bands.Other(chance, 4, isHardFloor ? 0.6 : -0.8, (0.5, 1.4), bands.Attack * Between(chance, 0.4, 1.6)),
                bands.Other(chance, 3, Between(chance, 0.2, 1.2), (0.8, 2.2), bands.Attack * Between(chance, 0.4, 1))
            );
        }
        var body = Ringing(chance, isSoft);
        return new(body, OnFloor(chance, body, isHardFloor), OnWall(chance, body));
    }

    /// <summary>A shoe on the ground, by one of four recipes: dull and slower than a ball, or a heel on a hard floor.</summary>
    public static IStruck Step(Random chance) =>
        chance.Next(4) switch
        {
            0 => new Hit(
                Between(chance, 0.004, 0.025),
                Between(chance, 70, 380),
                Between(chance, 0.5, 1.2),
                Between(chance, 0.018, 0.06),
                [(Between(chance, 45, 110), Between(chance, 0.03, 0.08), Between(chance, 0.3, 1.5))],
                1
            ),
            1 => new Body(
                [
                    (Between(chance, 45, 150), Between(chance, 0.008, 0.05), 1),
                    (Between(chance, 130, 420), Between(chance, 0.005, 0.025), Between(chance, 0.05, 0.7)),
                ],
                Between(chance, 0.006, 0.03),
                Between(chance, 0.02, 0.5),
                Between(chance, 500, 5000),
                Between(chance, 0.008, 0.04),
                0
            ),
            2 => new Puff(Between(chance, 120, 1100), Between(chance, 0.005, 0.028)),
            _ => Bands.Draw(
                chance,
                Between(chance, 55, 300),
                Between(chance, 0.5, 6),
                Between(chance, 5, 15),
                Between(chance, 0.013, 0.07),
                Between(chance, 0.003, 0.025)
            ),
        };

    /// <summary>A shoe on the ground as nobody can say beforehand: by two recipes at once, or nearly as bright and short as a
    /// ball.</summary>
    public static IStruck AnyStep(Random chance) =>
        chance.Next(5) switch
        {
            0 => new Hit(
                Between(chance, 0.0008, 0.025),
                Between(chance, 70, 1200),
                Between(chance, 0.35, 1.4),
                Between(chance, 0.008, 0.06),
                [(Between(chance, 45, 260), Between(chance, 0.01, 0.08), Between(chance, 0.05, 1.5))],
                1
            ),
            1 => new Body(
                [
                    (Between(chance, 45, 260), Between(chance, 0.006, 0.05), 1),
                    (Between(chance, 130, 900), Between(chance, 0.004, 0.03), Between(chance, 0.05, 1)),
                ],
                Between(chance, 0.003, 0.03),
                Between(chance, 0.02, 0.9),
                Between(chance, 500, 9000),
                Between(chance, 0.005, 0.05),
                0
            ),
            2 => Bands.Draw(
                chance,
                Between(chance, 55, 900),
                Between(chance, 0.5, 10),
                Between(chance, 3, 15),
                Between(chance, 0.008, 0.07),
                Between(chance, 0.0008, 0.025)
            ),
            _ => new Several(Step(chance), Step(chance), Between(chance, 0.2, 1), Later(chance)),
        };

    /// <summary>What follows a step: toes, gravel, a sole that rubs.</summary>
    public static IStruck Scuff(Random chance) =>
        chance.Next(3) switch
        {
            0 => new Hit(0.02, Between(chance, 1500, 4500), 0.7, Between(chance, 0.03, 0.08), [], 1),
            1 => new Puff(Between(chance, 700, 6000), Between(chance, 0.005, 0.03)),
            _ => Bands.Draw(
                chance,
                Between(chance, 200, 3500),
                Between(chance, 2, 8),
                Between(chance, 2, 10),
                Between(chance, 0.01, 0.06),
                Between(chance, 0.005, 0.03)
            ),
        };

    private static double Later(Random chance) => Between(chance, 0.0001, 0.008);

    // A slap of leather and the ball's own low tone.
    private static Hit Slap(Random chance, bool isSoft)
    {
        var tone = isSoft ? Between(chance, 120, 260) : Between(chance, 170, 480);
        return new Hit(
            Between(chance, 0.0005, 0.004),
            isSoft ? Between(chance, 350, 1300) : Between(chance, 450, 3000),
            Between(chance, 0.35, 1.4),
            Between(chance, 0.003, 0.02),
            [
                (tone, Between(chance, 0.012, 0.04), 1),
                (tone * Between(chance, 1.7, 2.4), Between(chance, 0.008, 0.02), Between(chance, 0.1, 0.6)),
            ],
            Between(chance, 0.3, 2.5)
        )
        {
            Sweep = chance.Next(2) == 0 ? 0 : Between(chance, 0.1, 1),
            Settles = Between(chance, 0.004, 0.03),
        };
    }

    private static Hit OnFloor(Random chance, Hit touch, bool isHardFloor) =>
        touch with
        {
            Attack = isHardFloor ? Between(chance, 0.0004, 0.002) : Between(chance, 0.002, 0.006),
            Centre = isHardFloor ? Between(chance, 900, 3500) : Between(chance, 200, 700),
            Fades = Between(chance, 0.004, 0.014),
            Burst = touch.Burst * Between(chance, 0.5, 1.6),
            Tones =
            [
                .. touch.Tones.Select(tone =>
                    tone with
                    {
                        Hertz = tone.Hertz * Between(chance, 0.85, 1.25),
                        Fades = tone.Fades * Between(chance, 0.7, 1.2),
                    }
                ),
            ],
        };

    // Brick, or a fence of wood.
    private static Hit OnWall(Random chance, Hit touch) =>
        touch with
        {
            Attack = Between(chance, 0.0004, 0.002),
            Centre = Between(chance, 700, 4000),
            Width = Between(chance, 0.4, 1.5),
            Fades = Between(chance, 0.006, 0.03),
            Tones =
            [
                .. touch.Tones.Select(tone => tone with { Hertz = tone.Hertz * Between(chance, 0.8, 1.4) }),
                (Between(chance, 80, 200), Between(chance, 0.02, 0.06), Between(chance, 0.1, 0.8)),
            ],
            Burst = touch.Burst * Between(chance, 0.6, 2),
        };

    // A skin over air, whose modes stand to each other about as a sphere's do.
    private static Body Ringing(Random chance, bool isSoft)
    {
        var (lowest, modes) = (isSoft ? Between(chance, 85, 240) : Between(chance, 150, 480), chance.Next(2, 6));
        return new Body(
            [
                .. Enumerable
                    .Range(0, modes)
                    .Select(k =>
                        (
                            lowest * Math.Pow(k + 1, Between(chance, 0.6, 1)),
                            Between(chance, 0.006, 0.05) / (1 + (0.6 * k)),
                            Between(chance, 0.1, 1) * Math.Pow(0.7, k)
                        )
                    ),
            ],
            isSoft ? Between(chance, 0.005, 0.016) : Between(chance, 0.0015, 0.011),
            Between(chance, 0.03, 0.9),
            Between(chance, 700, 9000),
            Between(chance, 0.002, 0.02),
            Between(chance, 0.02, 0.4)
        );
    }

    private static Body OnFloor(Random chance, Body touch, bool isHardFloor) =>
        Other(chance, touch, isHardFloor ? (0.4, 1) : (0.8, 1.8), (60, 180), isHardFloor ? 1.3 : 0.6);

    private static Body OnWall(Random chance, Body touch) => Other(chance, touch, (0.4, 0.95), (80, 280), 1.5);

    // The same ball against something else, that rings a little as well.
    private static Body Other(Random chance, Body touch, (double Low, double High) contact, (double Low, double High) rings, double rubs) =>
        touch with
        {
            Contact = touch.Contact * Between(chance, contact.Low, contact.High),
            Rubbing = touch.Rubbing * rubs * Between(chance, 0.4, 1.6),
            Below = Between(chance, 600, 9000),
            Modes =
            [
                .. touch.Modes.Select(mode =>
                    (mode.Hertz * Between(chance, 0.88, 1.2), mode.Fades * Between(chance, 0.6, 1.6), mode.Part * Between(chance, 0.5, 1.6))
                ),
                (Between(chance, rings.Low, rings.High), Between(chance, 0.01, 0.07), Between(chance, 0.05, 1.2)),
            ],
        };
}

/// <summary>What one ball sounds like.</summary>
/// <param name="Touch">A foot or thigh that meets it.</param>
/// <param name="Bounce">It on the floor.</param>
/// <param name="Wall">It against a wall.</param>
public sealed record BallSounds(IStruck Touch, IStruck Bounce, IStruck Wall);

using Gambeta.Core.Base.Touches;

namespace Gambeta.Simulation;

/// <summary>
/// A made-up player for demo data, benchmarks and tests: skill grows fast at first and then slowly, stands still at times,
/// some days are bad, and the other foot starts behind and catches up. Same seed, same player.
/// </summary>
public sealed record ModelPlayer
{
    /// <summary>The player's id.</summary>
    public required Guid Id { get; init; }

    /// <summary>The preferred foot.</summary>
    public required Foot Preferred { get; init; }

    /// <summary>Skill on the first day, from 0 (never touched a ball) to 1 (plays every drill at its fast tempo).</summary>
    public required double StartSkill { get; init; }

    /// <summary>Skill that practice of this length would end near.</summary>
    public required double EndSkill { get; init; }

    /// <summary>What the other foot reaches of the preferred one's skill on the first day; 0.97 at the end.</summary>
    public required double OtherFootStart { get; init; }

    private const double OtherFootEnd = 0.97;

    /// <summary>
    /// Skill on the way from the first day (0) to the last (1): a curve that flattens, held for a while by two plateaus.
    /// </summary>
    public double SkillAt(double way)
    {
        var learnt = (1 - Math.Exp(-2.2 * OverPlateaus(way))) / (1 - Math.Exp(-2.2));
        return StartSkill + ((EndSkill - StartSkill) * learnt);
    }

    /// <summary>The skill that the feet of a set have: the other foot's is lower, both together lie between.</summary>
    public double SkillAt(double way, Feet feet)
    {
        var other = OtherFootStart + ((OtherFootEnd - OtherFootStart) * way);
        var share =
            feet == Preferred.Alone() ? 1
            : feet == Preferred.Other().Alone() ? other
            : (1 + other) / 2;
        return SkillAt(way) * share;
    }

    // Two stretches of the way in which nothing moves, as every player knows them.
    private static double OverPlateaus(double way) =>
        way switch
        {
            < 0.30 => way / 0.30 * 0.45,
            < 0.42 => 0.45,
            < 0.70 => 0.45 + ((way - 0.42) / 0.28 * 0.40),
            < 0.80 => 0.85,
            _ => 0.85 + ((way - 0.80) / 0.20 * 0.15),
        };
}

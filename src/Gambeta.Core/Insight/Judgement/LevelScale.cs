using System.Collections.Immutable;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// The scale on which a level is believed in: <see cref="Nodes"/> levels, evenly spaced, and how a player moves between them from sitting
/// to sitting. Chances stand on it as log-odds, tempos and times as logarithms, so that a step means the same everywhere. Better is always
/// up.
/// </summary>
public sealed class LevelScale
{
    /// <summary>Levels on every scale.</summary>
    public const int Nodes = 64;

    /// <summary>Ways of going on: sliding back, standing still, learning.</summary>
    public const int Trends = 3;

    /// <summary>How much days differ: hardly, as usual, a lot.</summary>
    public const int Moods = 3;

    /// <summary>Beyond so many days away nothing more is forgotten than until then.</summary>
    public const int LongestGap = 60;

    private readonly Kernel[,] _between = new Kernel[Trends, LongestGap + 1];

    /// <summary>Distance between two levels.</summary>
    public required double Step { get; init; }

    /// <summary>Standard deviation of a day's form about the level, for each mood.</summary>
    public required ImmutableArray<double> DaySpread { get; init; }

    /// <summary>What is gained a day in each trend; below zero where it slides.</summary>
    public required ImmutableArray<double> ADay { get; init; }

    /// <summary>Standard deviation of what a day changes besides.</summary>
    public required double Wander { get; init; }

    /// <summary>Standard deviation of a sudden change.</summary>
    public required double Jump { get; init; }

    /// <summary>What a long break costs a day, after <see cref="FreshFor"/> days.</summary>
    public required double Rust { get; init; }

    /// <summary>Days without practice after which a player begins to forget.</summary>
    public const int FreshFor = 10;

    /// <summary>The most days for which a trend goes on by itself, without practice.</summary>
    public const int CarriesFor = 7;

    /// <summary>Chances, as log-odds: from about 3 in 100 to 9999 in 10000.</summary>
    public static readonly LevelScale Chances = new()
    {
        Step = 0.2,
        DaySpread = [0.08, 0.25, 0.6],
        ADay = [-0.02, 0, 0.03],
        Wander = 0.025,
        Jump = 0.8,
        Rust = 0.012,
    };

    /// <summary>The lowest level of <see cref="Chances"/>.</summary>
    public const double LowestChance = -3.6;

    /// <summary>Tempos and times, as logarithms; a step is three hundredths, and the scale is laid about the first value.</summary>
    public static readonly LevelScale Paces = new()
    {
        Step = 0.03,
        DaySpread = [0.012, 0.045, 0.11],
        ADay = [-0.005, 0, 0.009],
        Wander = 0.006,
        Jump = 0.15,
        Rust = 0.003,
    };

    /// <summary>How a level moves over so many days in a trend.</summary>
    public Kernel Between(int trend, int days)
    {
        var gap = Math.Clamp(days, 0, LongestGap);
        return _between[trend, gap] ??= Kernel.Bell(
            ((ADay[trend] * Math.Min(gap, CarriesFor)) - (Rust * Math.Max(0, gap - FreshFor))) / Step,
            (Wander * Math.Sqrt(gap) + (Rust * Math.Max(0, gap - FreshFor) / 2)) / Step
        );
    }

    /// <summary>How a day's form lies about the level.</summary>
    public Kernel Day(int mood) => (_days ??= [.. DaySpread.Select(spread => Kernel.Bell(0, spread / Step))])[mood];

    private Kernel[]? _days;

    /// <summary>A sudden change.</summary>
    public Kernel Sudden => field ??= Kernel.Bell(0, Jump / Step);
}

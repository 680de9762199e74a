namespace Gambeta.Core.Base.Distances;

/// <summary>How a pace came to be known.</summary>
public enum PaceSource
{
    /// <summary>Ten paces walked and measured with a tape: the best.</summary>
    [Key("walked")]
    Walked,

    /// <summary>Worked out from the player's height.</summary>
    [Key("from height")]
    FromHeight,

    /// <summary>Worked out from the usual height at the player's age.</summary>
    [Key("from age")]
    FromAge,
}

/// <summary>What is wrong with a pace. A page words it.</summary>
public enum PaceProblem
{
    /// <summary>Shorter than <see cref="Pace.Shortest"/>.</summary>
    TooShort,

    /// <summary>A leap: longer than <see cref="Pace.LongestShare"/> of the player's height.</summary>
    ALeap,

    /// <summary>No such height: outside <see cref="Pace.LeastHeight"/> to <see cref="Pace.MostHeight"/>.</summary>
    NoSuchHeight,
}

/// <summary>One walked step, heel to heel, in metres.</summary>
public readonly record struct Pace(double Metres)
{
    /// <summary>Paces that are walked along the tape: enough to even out one long step.</summary>
    public const int Walked = 10;

    /// <summary>No pace is shorter, in metres.</summary>
    public const double Shortest = 0.2;

    /// <summary>A walked step above three quarters of the height is a leap.</summary>
    public const double LongestShare = 0.75;

    /// <summary>Least height, in metres.</summary>
    public const double LeastHeight = 0.8;

    /// <summary>Most height, in metres.</summary>
    public const double MostHeight = 2.3;

    /// <summary>
    /// A walked step as a share of the height: 0.41, the middle of the 0.40 to 0.42 that gait studies commonly give for walking at
    /// ease, for children from about six and for grown-ups alike. Single people differ by a tenth either way, so it is "about".
    /// </summary>
    public const double ShareOfHeight = 0.41;

    // Median heights in cm from 4 to 19 years, the mean of girls and boys: growth standards (4, 5) and growth reference for
    // 5 to 19 years (2007) of the World Health Organization.
    private static readonly double[] Heights =
    [
        103.0,
        109.7,
        115.6,
        121.3,
        127.0,
        132.6,
        138.2,
        144.1,
        150.2,
        156.2,
        161.5,
        165.4,
        167.7,
        169.1,
        169.6,
        169.9,
    ];

    /// <summary>The usual height at an age in years, in metres: the median, girls and boys together. Outside 4 to 19 the nearest of
    /// them.</summary>
    public static double UsualHeight(int age) => Heights[Math.Clamp(age - 4, 0, Heights.Length - 1)] / 100;

    /// <summary>The pace of somebody of a height in metres, about.</summary>
    public static Pace FromHeight(double height) => new(Rounded.To(height * ShareOfHeight, 2));

    /// <summary>The pace of somebody of an age in years, about.</summary>
    public static Pace FromAge(int age) => FromHeight(UsualHeight(age));

    /// <summary>The pace from the metres that <see cref="Walked"/> paces came to, to the centimetre, or what is wrong with it at an age in
    /// years.</summary>
    public static (Pace Pace, PaceProblem? Problem) FromWalk(double metres, int age)
    {
        var pace = new Pace(Rounded.To(metres / Walked, 2));
        return (
            pace,
            !(pace.Metres >= Shortest) ? PaceProblem.TooShort
            : pace.Metres > LongestShare * UsualHeight(age) ? PaceProblem.ALeap
            : null
        );
    }

    /// <summary>True for a height in metres that people have.</summary>
    public static bool IsHeight(double metres) => metres is >= LeastHeight and <= MostHeight;

    /// <summary>How many half paces come nearest to a length in metres; the sign is kept.</summary>
    public int Halves(double metres) => Rounded.Whole(metres / Metres * 2);
}

/// <summary>A player's pace with its day.</summary>
/// <param name="Pace">How long it is.</param>
/// <param name="Source">How it came to be known.</param>
/// <param name="On">The day it was measured; for an estimate from age, the day it was made.</param>
public sealed record KnownPace(Pace Pace, PaceSource Source, DateOnly On)
{
    /// <summary>A pace is good for half a year.</summary>
    public const int GoodForMonths = 6;

    /// <summary>True unless it was walked along a tape.</summary>
    public bool IsAbout => Source != PaceSource.Walked;

    /// <summary>
    /// Why it should be measured again, or nothing. Only the birth year is known, so the birthday is the turn of the year.
    /// </summary>
    public PaceIsOld? IsOld(DateOnly today) =>
        Source == PaceSource.FromAge ? PaceIsOld.NeverMeasured
        : today >= On.AddMonths(GoodForMonths) ? PaceIsOld.HalfAYear
        : today.Year > On.Year ? PaceIsOld.ABirthdayCame
        : null;
}

/// <summary>Why a pace should be measured again.</summary>
public enum PaceIsOld
{
    /// <summary>It was only guessed from the age.</summary>
    NeverMeasured,

    /// <summary>It is half a year old or more.</summary>
    HalfAYear,

    /// <summary>The player has become a year older since.</summary>
    ABirthdayCame,
}

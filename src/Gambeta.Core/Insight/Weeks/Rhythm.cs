using System.Collections.Immutable;

namespace Gambeta.Core.Insight.Weeks;

/// <summary>How often somebody practises, by the schools that people hold.</summary>
public enum RhythmSchool
{
    /// <summary>Every other day. The default: a habit with a rest after each day, whatever day it began on.</summary>
    [Key("every other day")]
    EveryOtherDay,

    /// <summary>Three days a week; two in a light week, and in one with two days at the club or more.</summary>
    [Key("two or three a week")]
    TwoOrThreeAWeek,

    /// <summary>Every day for a month, with light days in it; every other day after that.</summary>
    [Key("every day for a month")]
    EveryDayForAMonth,

    /// <summary>Days of the week of one's own.</summary>
    [Key("own days")]
    OwnDays,
}

/// <summary>What is played elsewhere: it counts as load.</summary>
public enum ClubKind
{
    /// <summary>Training with a team.</summary>
    [Key("training")]
    Training,

    /// <summary>A match.</summary>
    [Key("match")]
    Match,
}

/// <summary>A day of every week with a club.</summary>
/// <param name="Day">The day of the week.</param>
/// <param name="Kind">What is played there.</param>
/// <param name="Minutes">How long.</param>
public readonly record struct ClubDay(DayOfWeek Day, ClubKind Kind, int Minutes);

/// <summary>One day with a club.</summary>
/// <param name="Day">The day.</param>
/// <param name="Kind">What is played there.</param>
/// <param name="Minutes">How long.</param>
public readonly record struct ClubDate(DateOnly Day, ClubKind Kind, int Minutes)
{
    /// <summary>How hard it is taken to be, of 10, where nobody says: figures of ours, on the hard side.</summary>
    public static int Effort(ClubKind kind) => kind == ClubKind.Match ? 7 : 6;

    /// <summary>Effort times minutes.</summary>
    public double Load => Minutes * Effort(Kind);
}

/// <summary>How often, how long, and what is played elsewhere.</summary>
/// <param name="School">How often.</param>
/// <param name="Minutes">Minutes of a day.</param>
/// <param name="Days">The days of the week, for days of one's own.</param>
/// <param name="Since">The day on which it was chosen: a month begins there.</param>
/// <param name="Club">The days of every week with a club.</param>
public sealed record Rhythm(RhythmSchool School, int Minutes, ImmutableArray<DayOfWeek> Days, DateOnly Since, ImmutableArray<ClubDay> Club)
{
    /// <summary>A month has so many days.</summary>
    public const int MonthDays = 30;

    /// <summary>The bounds of minutes at a club.</summary>
    public const int LeastAtClub = 10,
        MostAtClub = 180;

    /// <summary>Before anybody chose: every other day, a quarter of an hour.</summary>
    public static readonly Rhythm Usual = new(RhythmSchool.EveryOtherDay, SessionMinutes.Usual, [], DateOnly.MinValue, []);

    /// <summary>How often on a day: the month is over after thirty days.</summary>
    public RhythmSchool On(DateOnly day) =>
        School == RhythmSchool.EveryDayForAMonth && day.DayNumber - Since.DayNumber >= MonthDays ? RhythmSchool.EveryOtherDay : School;
}

using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Insight.Weeks;

/// <summary>What a day of the weeks is.</summary>
public enum DayKind
{
    /// <summary>A rest.</summary>
    [Key("rest")]
    Rest,

    /// <summary>Practice is laid out for it.</summary>
    [Key("practice")]
    Practice,

    /// <summary>It was practised.</summary>
    [Key("done")]
    Done,

    /// <summary>It was for practice, and passed.</summary>
    [Key("left out")]
    LeftOut,

    /// <summary>Training with a club.</summary>
    [Key("training")]
    Training,

    /// <summary>A match.</summary>
    [Key("match")]
    Match,

    /// <summary>Ill or on holiday.</summary>
    [Key("away")]
    Away,

    /// <summary>Something hurts: nothing until a grown-up has let it pass.</summary>
    [Key("hurt")]
    Hurt,
}

/// <summary>How hard a day is.</summary>
public enum Hardness
{
    /// <summary>Light: easy touches, half as long.</summary>
    [Key("light")]
    Light,

    /// <summary>In the middle.</summary>
    [Key("middle")]
    Middle,

    /// <summary>Hard.</summary>
    [Key("hard")]
    Hard,
}

/// <summary>What a day is about.</summary>
public enum ThemeKind
{
    /// <summary>Whatever is worth most.</summary>
    [Key("any")]
    Any,

    /// <summary>A family of drills.</summary>
    [Key("family")]
    Family,

    /// <summary>The other foot.</summary>
    [Key("other foot")]
    OtherFoot,

    /// <summary>Easy touches.</summary>
    [Key("easy")]
    Easy,

    /// <summary>Records that are in reach.</summary>
    [Key("test")]
    Test,
}

/// <summary>Why a day is light.</summary>
public enum LightBecause
{
    /// <summary>It is not.</summary>
    [Key("not light")]
    NotLight,

    /// <summary>It is the light week after three.</summary>
    [Key("light week")]
    LightWeek,

    /// <summary>A match the day before.</summary>
    [Key("after match")]
    AfterMatch,

    /// <summary>A match the day after.</summary>
    [Key("before match")]
    BeforeMatch,

    /// <summary>The day before was hard.</summary>
    [Key("after hard day")]
    AfterHardDay,

    /// <summary>Ill until lately.</summary>
    [Key("after illness")]
    AfterIllness,

    /// <summary>Growing fast.</summary>
    [Key("growing")]
    Growing,

    /// <summary>The week holds as much as it should.</summary>
    [Key("full week")]
    FullWeek,

    /// <summary>Load asked for an easy day.</summary>
    [Key("easy day")]
    EasyDay,
}

/// <summary>A day of the weeks.</summary>
/// <param name="Day">The day.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Minutes">Minutes: laid out, practised, or at the club.</param>
/// <param name="Hardness">How hard.</param>
public sealed record PlannedDay(DateOnly Day, DayKind Kind, int Minutes = 0, Hardness Hardness = Hardness.Light)
{
    /// <summary>The effort, of 10, that a day laid out as light, in the middle or hard is reckoned at.</summary>
    public static int Effort(Hardness hardness) =>
        hardness switch
        {
            Hardness.Light => 3,
            Hardness.Middle => 5,
            _ => 7,
        };

    /// <summary>What it is about.</summary>
    public ThemeKind Theme { get; init; }

    /// <summary>The family, where it is about one.</summary>
    public Family Family { get; init; }

    /// <summary>Why it is light.</summary>
    public LightBecause Because { get; init; }

    /// <summary>Whether something new may come.</summary>
    public bool MayBeNew { get; init; }

    /// <summary>Its load: effort times minutes.</summary>
    public double Load => Minutes * Effort(Hardness);

    /// <summary>Whether records are tried for.</summary>
    public bool IsTest => Theme == ThemeKind.Test;
}

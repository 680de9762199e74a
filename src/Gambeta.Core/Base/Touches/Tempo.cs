namespace Gambeta.Core.Base.Touches;

/// <summary>A tempo in touches a minute, between 1 and 480 (eight a second, more than a foot can do for long).</summary>
public readonly record struct Tempo
{
    /// <summary>The highest tempo that is believed, in touches a second.</summary>
    public const int MostTouchesASecond = 8;

    /// <summary>Makes a tempo.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Below 1 or above 480 touches a minute.</exception>
    public Tempo(double touchesAMinute)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(touchesAMinute, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(touchesAMinute, MostTouchesASecond * 60);
        TouchesAMinute = touchesAMinute;
    }

    /// <summary>The tempo of what was played, as far as a tempo is believed: within 1 and 480 touches a minute.</summary>
    public static Tempo Of(long touches, TimeSpan worked) => new(Math.Clamp(touches / worked.TotalMinutes, 1, MostTouchesASecond * 60));

    /// <summary>Touches a minute.</summary>
    public double TouchesAMinute { get; }

    /// <summary>Whole touches to expect in a time, rounded to the nearest, halves away from zero.</summary>
    public int TouchesIn(TimeSpan time) => Rounded.Whole(TouchesAMinute * time.TotalMinutes);

    /// <summary>The time that so many touches take.</summary>
    public TimeSpan TimeFor(int touches) => TimeSpan.FromMinutes(touches / TouchesAMinute);
}

/// <summary>The tempos of a drill: slow enough to be clean, steady, and as fast as control allows.</summary>
public readonly record struct TempoRange(Tempo Slow, Tempo Steady, Tempo Fast);

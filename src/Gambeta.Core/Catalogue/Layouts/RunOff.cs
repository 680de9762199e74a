namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>Room that has to stay free round a layout, in metres: at the sides, and behind the finish, which is met with speed. The figures
/// are ours.</summary>
public readonly record struct RunOff(double Sides, double BehindFinish)
{
    /// <summary>No faster than a walk.</summary>
    public static readonly RunOff Easy = new(0.3, 0.5);

    /// <summary>At a jog.</summary>
    public static readonly RunOff Jogging = new(0.4, 1);

    /// <summary>Hard work that is not run for time.</summary>
    public static readonly RunOff Fast = new(0.5, 1.5);

    /// <summary>
    /// For time: home at full speed. Our own reckoning: a child crosses the line at about 4 m/s and brakes at about 3 m/s², so it stops
    /// after v²/2a = 2.7 m. Before glass, steps, a road or water it takes <see cref="BeforeHarm"/> more.
    /// </summary>
    public static readonly RunOff FullSpeed = new(0.5, 3);

    /// <summary>More room behind a finish where a player who does not stop comes to harm, in metres: a stumble's length.</summary>
    public const double BeforeHarm = 1;
}

using Gambeta.Core.Catalogue;
using Gambeta.Core.Measuring;

namespace Gambeta.Core.Yard;

/// <summary>Room that has to stay free round a layout, in metres: at the sides, and behind the finish, which is met with speed.</summary>
public readonly record struct RunOff(double Sides, double BehindFinish)
{
    /// <summary>No faster than a walk.</summary>
    public static readonly RunOff Easy = new(0.3, 0.5);

    /// <summary>At a jog.</summary>
    public static readonly RunOff Jogging = new(0.4, 1);

    /// <summary>Hard work that is not run for time.</summary>
    public static readonly RunOff Fast = new(0.5, 1.5);

    /// <summary>For time: home at full speed. Two metres behind the line are what the cards ask for too; more is better.</summary>
    public static readonly RunOff FullSpeed = new(0.5, 2);

    /// <summary>The margins of a drill, by how fast it is.</summary>
    public static RunOff Of(DrillCard? card) => card switch
    {
        { MeasuredBy: var way } when Ways.Of(way).IsRun => FullSpeed,
        { Intensity: Intensity.Hard } => Fast,
        { Intensity: Intensity.Easy } => Easy,
        _ => Jogging,
    };
}

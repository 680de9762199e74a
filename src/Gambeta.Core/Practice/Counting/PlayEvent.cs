using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Practice.Counting;

/// <summary>What can happen in a set, as the one who counts tells it.</summary>
public enum PlayEventKind
{
    /// <summary>A touch, a clean rep, a pass, a try that came off.</summary>
    Touch,

    /// <summary>A slip, a drop, a miss, a clipped marker.</summary>
    Slip,

    /// <summary>Stopped on purpose: a try that ends in the hands, a run that is home, a run-in that reached the wall.</summary>
    Stop,

    /// <summary>The event before it was a mistake of the counter.</summary>
    TakeBack,

    /// <summary>This run does not count: a false start, somebody in the way.</summary>
    Void,
}

/// <summary>Something that happened in a set.</summary>
/// <param name="At">When, in hundredths of a second since the set began, pauses left out.</param>
/// <param name="Kind">What.</param>
/// <param name="Foot">The foot, where it is known.</param>
/// <param name="Zone">The target or the zone of the goal that was hit, from 1; 0 where there is none.</param>
public readonly record struct PlayEvent(int At, PlayEventKind Kind, Foot? Foot = null, int Zone = 0);

namespace Gambeta.Core.Base.Distances;

/// <summary>The floor that a drill needs, in metres, run-off included.</summary>
public readonly record struct Floor(double Width, double Length)
{
    /// <summary>True when it lies within a room of these sides, either way round.</summary>
    public bool FitsIn(Floor room) => (Width <= room.Width && Length <= room.Length) || (Width <= room.Length && Length <= room.Width);
}

namespace Gambeta.Simulation.Sound;

/// <summary>Something that sounds when it is struck.</summary>
public interface IStruck
{
    /// <summary>Adds one blow to a recording.</summary>
    /// <param name="into">The samples.</param>
    /// <param name="rate">Samples a second.</param>
    /// <param name="at">Seconds since the beginning.</param>
    /// <param name="gain">How loud.</param>
    /// <param name="chance">No two are alike.</param>
    void Add(float[] into, int rate, double at, double gain, Random chance);
}

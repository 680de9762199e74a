namespace Gambeta.Simulation.Sound;

/// <summary>Two sounds at once, or one just after the other: leather and what is in it, a heel and the floor under it. What neither recipe
/// draws by itself.</summary>
/// <param name="First">The first.</param>
/// <param name="Second">The second.</param>
/// <param name="Part">How loud the second is, beside the first.</param>
/// <param name="Later">Seconds by which it is later.</param>
public sealed record Several(IStruck First, IStruck Second, double Part, double Later) : IStruck
{
    /// <inheritdoc/>
    public void Add(float[] into, int rate, double at, double gain, Random chance)
    {
        First.Add(into, rate, at, gain, chance);
        Second.Add(into, rate, at + Later, gain * Part * Sounds.Near(chance, 0.15), chance);
    }
}

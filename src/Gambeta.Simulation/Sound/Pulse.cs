namespace Gambeta.Simulation.Sound;

/// <summary>A single push and pull of the air, as a drop on a skin of plastic: no tone, no tail.</summary>
/// <param name="Spread">Seconds from its middle to its height.</param>
public sealed record Pulse(double Spread) : IStruck
{
    /// <inheritdoc/>
    public void Add(float[] into, int rate, double at, double gain, Random chance)
    {
        var (from, count) = ((int)(at * rate), (int)Math.Ceiling(6 * Spread * rate));
        for (var i = 0; i < count && from + i < into.Length; i++)
        {
            var z = ((i / (double)rate) - (3 * Spread)) / Spread;
            if (from + i >= 0)
                into[from + i] -= (float)(gain * z * Math.Exp(-z * z / 2));
        }
    }
}

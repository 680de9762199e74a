namespace Gambeta.Simulation.Sound;

/// <summary>A dull puff: noise below a pitch that swells and falls again in the shape of a bell, as a soft shoe on soft ground.</summary>
/// <param name="Below">The hertz below which it sounds.</param>
/// <param name="Spread">Seconds from its height to six tenths of it.</param>
public sealed record Puff(double Below, double Spread) : IStruck
{
    /// <inheritdoc/>
    public void Add(float[] into, int rate, double at, double gain, Random chance)
    {
        var (from, count) = ((int)((at - (2.5 * Spread)) * rate), (int)(5 * Spread * rate));
        var (once, twice) = (Filters.Below(Below, rate), Filters.Below(Below * 1.5, rate));
        var level = gain * Math.Sqrt(rate / Below) * 0.3;
        for (var i = 0; i < count && from + i < into.Length; i++)
        {
            var z = ((i / (double)rate) - (2.5 * Spread)) / Spread;
            var value = level * Math.Exp(-z * z / 2) * twice.Process(once.Process((float)((chance.NextDouble() * 3.46) - 1.73)));
            if (from + i >= 0)
                into[from + i] += (float)value;
        }
    }
}

using NWaves.Filters.Base;
using NWaves.Filters.BiQuad;

namespace Gambeta.Simulation.Sound;

/// <summary>Filters as the simulated sounds need them.</summary>
public static class Filters
{
    private const float Unheard = 1e-9f;

    /// <summary>Lets a band through.</summary>
    public static LtiFilter Band(double hertz, double quality, int rate) => new BandPassFilter(Part(hertz, rate), quality);

    /// <summary>Lets through what is below.</summary>
    public static LtiFilter Below(double hertz, int rate) => new LowPassFilter(Part(hertz, rate), 0.707);

    /// <summary>Lets through what is above.</summary>
    public static LtiFilter Above(double hertz, int rate) => new HighPassFilter(Part(hertz, rate), 0.707);

    /// <summary>The mean square of a recording between 80 Hz and 6 kHz, in which sounds are compared.</summary>
    public static double[] PowerOf(float[] samples, int rate)
    {
        var (above, below, power) = (Above(80, rate), Below(6000, rate), new double[samples.Length]);
        for (var i = 0; i < samples.Length; i++)
        {
            // What dies away to nothing at all takes a processor a hundred times as long: a tone that nobody hears stays.
            double value = below.Process(above.Process(samples[i] + (i % 4 < 2 ? Unheard : -Unheard)));
            power[i] = value * value;
        }
        return power;
    }

    private static double Part(double hertz, int rate) => Math.Min(hertz / rate, 0.49);
}

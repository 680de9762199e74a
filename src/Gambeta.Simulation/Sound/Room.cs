namespace Gambeta.Simulation.Sound;

/// <summary>A room that answers: rows of echoes that die away (comb and all-pass delays in the way of Schroeder, 1962), or single echoes at
/// random times.</summary>
public static class Room
{
    /// <summary>Adds the echo to a recording.</summary>
    /// <param name="samples">The samples.</param>
    /// <param name="rate">Samples a second.</param>
    /// <param name="seconds">Seconds in which the echo falls by 60 dB.</param>
    /// <param name="part">How loud it is beside the sound itself.</param>
    public static void Echo(float[] samples, int rate, double seconds, double part)
    {
        var wet = new double[samples.Length];
        foreach (var delay in new[] { 0.0297, 0.0371, 0.0411, 0.0437 })
        {
            var (length, back) = ((int)(delay * rate), Math.Pow(10, -3 * delay / seconds));
            var line = new double[length];
            for (var i = 0; i < samples.Length; i++)
            {
                var value = line[i % length];
                line[i % length] = samples[i] + (back * value);
                wet[i] += value / 4;
            }
        }
        foreach (var delay in new[] { 0.005, 0.0017 })
        {
            var length = (int)(delay * rate);
            var line = new double[length];
            for (var i = 0; i < samples.Length; i++)
            {
                var value = line[i % length];
                var into = wet[i] + (0.7 * value);
                line[i % length] = into;
                wet[i] = value - (0.7 * into);
            }
        }
        for (var i = 0; i < samples.Length; i++)
            samples[i] += (float)(part * wet[i]);
    }

    /// <summary>Adds single echoes to a recording: a house across the yard, a stairwell.</summary>
    /// <param name="samples">The samples.</param>
    /// <param name="rate">Samples a second.</param>
    /// <param name="seconds">Seconds in which the echoes fall by 60 dB.</param>
    /// <param name="part">How loud they are beside the sound itself.</param>
    /// <param name="many">How many there are.</param>
    /// <param name="chance">When they come.</param>
    public static void Echoes(float[] samples, int rate, double seconds, double part, int many, Random chance)
    {
        var dry = (float[])samples.Clone();
        for (var echo = 0; echo < many; echo++)
        {
            var late = Sounds.Between(chance, 0.006, seconds);
            var (delay, loud) = (
                (int)(late * rate),
                part * Sounds.Normal(chance) * Math.Pow(10, -3 * late / seconds) / Math.Sqrt(many / 4.0)
            );
            for (var i = delay; i < samples.Length; i++)
                samples[i] += (float)(loud * dry[i - delay]);
        }
    }
}

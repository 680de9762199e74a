namespace Gambeta.Simulation.Sound;

/// <summary>A sound as an ear would draw it: noise in bands an octave apart and closer, each with its own strength and its own time to die
/// away. The third recipe, beside <see cref="Hit"/> and <see cref="Body"/>.</summary>
/// <param name="Gains">The strength of each band.</param>
/// <param name="Fades">Seconds in which each falls to a third.</param>
/// <param name="Attack">Seconds until it is at its loudest.</param>
public sealed record Bands(double[] Gains, double[] Fades, double Attack) : IStruck
{
    private const double Lowest = 95,
        Step = 1.6;
    private const int Many = 10;

    /// <summary>Draws one: strongest at a pitch, weaker below and above it by so many decibels an octave.</summary>
    /// <param name="chance">What it is drawn by.</param>
    /// <param name="peak">Where it is strongest, in hertz.</param>
    /// <param name="below">Decibels an octave below it.</param>
    /// <param name="above">Decibels an octave above it.</param>
    /// <param name="fades">Seconds in which the strongest falls to a third; higher ones are quicker.</param>
    /// <param name="attack">Seconds until it is at its loudest.</param>
    public static Bands Draw(Random chance, double peak, double below, double above, double fades, double attack)
    {
        var (rough, quicker) = (Sounds.Between(chance, 0.5, 5), Sounds.Between(chance, 0.15, 0.8));
        double[] octaves = [.. Enumerable.Range(0, Many).Select(band => Math.Log2(Hertz(band) / peak))];
        return new Bands(
            [
                .. octaves.Select(octave =>
                    Math.Pow(10, ((octave < 0 ? below * octave : -above * octave) + (Sounds.Normal(chance) * rough)) / 20)
                ),
            ],
            [.. octaves.Select(octave => Math.Clamp(fades * Math.Pow(2, -octave * quicker), 0.001, 0.12) * Sounds.Near(chance, 0.2))],
            attack
        );
    }

    /// <summary>The same with each band stronger or weaker by chance, and longer or shorter.</summary>
    public Bands Other(Random chance, double decibels, double tilt, (double Low, double High) fades, double attack) =>
        new(
            [.. Gains.Select((gain, band) => gain * Math.Pow(10, ((Sounds.Normal(chance) * decibels) + (tilt * band)) / 20))],
            [.. Fades.Select(fade => Math.Clamp(fade * Sounds.Between(chance, fades.Low, fades.High), 0.001, 0.12))],
            attack
        );

    /// <inheritdoc/>
    public void Add(float[] into, int rate, double at, double gain, Random chance)
    {
        var from = (int)(at * rate);
        for (var band = 0; band < Many && Hertz(band) < rate * 0.45; band++)
        {
            // What nobody hears beside the others.
            if (Gains[band] < 0.01)
                continue;
            var (filter, count) = (
                Filters.Band(Hertz(band) * Sounds.Near(chance, 0.03), 2, rate),
                (int)(((Fades[band] * 5) + Attack) * rate)
            );
            var level = gain * Gains[band] * Sounds.Near(chance, 0.15) * Math.Sqrt(rate / Hertz(band)) * 0.1;
            var fading = new Fading(Fades[band], Attack, rate);
            for (var i = 0; i < count && from + i < into.Length; i++)
            {
                var t = i / (double)rate;
                var loud = t < Attack ? t / Attack : fading.Next();
                var value = level * loud * filter.Process((float)((chance.NextDouble() * 3.46) - 1.73));
                if (from + i >= 0)
                    into[from + i] += (float)value;
            }
        }
    }

    private static double Hertz(int band) => Lowest * Math.Pow(Step, band);
}

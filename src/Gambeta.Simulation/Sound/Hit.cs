namespace Gambeta.Simulation.Sound;

/// <summary>How something that is struck sounds: a burst of noise in a band, and a few tones that die away.</summary>
/// <param name="Attack">Seconds until it is at its loudest.</param>
/// <param name="Centre">The middle of the burst's band, in hertz.</param>
/// <param name="Width">How wide the band is: its quality, low is wide.</param>
/// <param name="Fades">Seconds in which the burst falls to a third.</param>
/// <param name="Tones">Tones: hertz, seconds in which each falls to a third, its part.</param>
/// <param name="Burst">The part of the burst.</param>
public sealed record Hit(
    double Attack,
    double Centre,
    double Width,
    double Fades,
    IReadOnlyList<(double Hertz, double Fades, double Part)> Tones,
    double Burst
) : IStruck
{
    /// <summary>How much higher the tones begin than they end, as a part of them.</summary>
    public double Sweep { get; init; }

    /// <summary>Seconds in which that falls to a third.</summary>
    public double Settles { get; init; } = 0.01;

    /// <inheritdoc/>
    public void Add(float[] into, int rate, double at, double gain, Random chance)
    {
        var lasts = Math.Max(Fades, Tones.Select(tone => tone.Fades).DefaultIfEmpty(0).Max()) * 7;
        var (from, count) = ((int)(at * rate), (int)((lasts + Attack) * rate));
        var band = Filters.Band(Centre * Sounds.Near(chance, 0.06), Width, rate);
        var burst = new Fading(Fades, Attack, rate);
        Fading[] fades = [.. Tones.Select(tone => new Fading(tone.Fades, Attack, rate))];
        var settles = new Fading(Settles, 0, rate);
        var phases = Tones.Select(_ => chance.NextDouble() * 0.4).ToArray();
        var pitch = Sounds.Near(chance, 0.03);
        // What the band leaves of white noise: so that the burst's part says how loud it is, whatever its band.
        var level = Math.Sqrt(rate / (2 * Centre / Width));
        for (var i = 0; i < count && from + i < into.Length; i++)
        {
            var t = i / (double)rate;
            var rise = t < Attack ? t / Attack : 1;
            var value = Burst * level * band.Process((float)((chance.NextDouble() * 2) - 1)) * (t < Attack ? 1 : burst.Next());
            // A pitch that falls has gone farther by now: its turns are what it was, added up.
            var turns = pitch * (t + (Sweep * Settles * (1 - settles.Next())));
            for (var k = 0; k < Tones.Count; k++)
                value += Tones[k].Part * Math.Sin((2 * Math.PI * Tones[k].Hertz * turns) + phases[k]) * (t < Attack ? 1 : fades[k].Next());
            if (from + i >= 0)
                into[from + i] += (float)(gain * rise * value);
        }
    }
}

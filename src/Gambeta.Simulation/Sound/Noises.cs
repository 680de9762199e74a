using Gambeta.Core;

namespace Gambeta.Simulation.Sound;

/// <summary>What else is in the air.</summary>
public enum NoiseKind
{
    /// <summary>The microphone's own, and a quiet street far away.</summary>
    [Key("hiss")]
    Hiss,

    /// <summary>Gusts over the microphone.</summary>
    [Key("wind")]
    Wind,

    /// <summary>Syllables of nobody: tones through a mouth, and breath between them.</summary>
    [Key("speech")]
    Speech,

    /// <summary>Somebody walking or running.</summary>
    [Key("steps")]
    Steps,

    /// <summary>Drops on leaves, a roof and the ground.</summary>
    [Key("rain")]
    Rain,

    /// <summary>A car that passes.</summary>
    [Key("car")]
    Car,
}

/// <summary>Makes noises, each with a mean power of one between 80 Hz and 6 kHz.</summary>
public static class Noises
{
    /// <summary>So many seconds of a noise; what strikes in it drawn from wider bounds where that is asked for.</summary>
    public static float[] Of(NoiseKind kind, double seconds, int rate, Random chance, bool mixes = false)
    {
        var samples = new float[(int)(seconds * rate)];
        switch (kind)
        {
            case NoiseKind.Hiss:
                Shaped(samples, rate, Sounds.Between(chance, 300, 8000), chance, _ => 1);
                break;
            case NoiseKind.Wind:
                Gusts(samples, rate, chance);
                break;
            case NoiseKind.Speech:
                Talk(samples, rate, chance);
                break;
            case NoiseKind.Steps:
                Walk(samples, rate, chance, mixes);
                break;
            case NoiseKind.Rain:
                Drops(samples, rate, chance, mixes);
                break;
            case NoiseKind.Car:
                var (passes, width, floor) = (
                    seconds * chance.NextDouble(),
                    Sounds.Between(chance, 1.5, 5),
                    Sounds.Between(chance, 0.03, 0.4)
                );
                Shaped(samples, rate, Sounds.Between(chance, 250, 1500), chance, t =>
                    floor + Math.Exp(-(t - passes) * (t - passes) / (2 * width * width))
                );
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(kind));
        }
        var scale = 1 / Math.Sqrt(Math.Max(1e-12, Filters.PowerOf(samples, rate).DefaultIfEmpty(0).Average()));
        for (var i = 0; i < samples.Length; i++)
            samples[i] = (float)(samples[i] * scale);
        return samples;
    }

    private static void Shaped(float[] samples, int rate, double below, Random chance, Func<double, double> loud)
    {
        var low = Filters.Below(below, rate);
        for (var i = 0; i < samples.Length; i++)
            samples[i] += (float)(low.Process((float)((chance.NextDouble() * 2) - 1)) * loud(i / (double)rate));
    }

    private static void Gusts(float[] samples, int rate, Random chance)
    {
        var (from, to, at, lasts, shortest) = (0.2, 1.0, 0.0, 1.0, Sounds.Between(chance, 0.08, 0.3));
        double Loud(double t)
        {
            if (t >= at + lasts)
                (from, to, at, lasts) = (to, Sounds.Between(chance, 0.08, 2), t, Sounds.Between(chance, shortest, 10 * shortest));
            return from + ((to - from) * (t - at) / lasts);
        }
        if (chance.Next(2) == 0)
            Shaped(samples, rate, Sounds.Between(chance, 120, 900), chance, Loud);
        else
            Rumble(samples, Sounds.Between(chance, 60, 900) / rate, t => Loud(t / rate), chance);
    }

    // Noise that falls by 6 dB an octave above a pitch, as air over a microphone does.
    private static void Rumble(float[] samples, double turns, Func<double, double> loud, Random chance)
    {
        var (value, follows) = (0.0, 1 - Math.Exp(-2 * Math.PI * turns));
        for (var i = 0; i < samples.Length; i++)
        {
            value += follows * (Sounds.Normal(chance) - value);
            samples[i] += (float)(value * loud(i));
        }
    }

    private static void Talk(float[] samples, int rate, Random chance)
    {
        var (pitch, t) = (Sounds.Between(chance, 95, 320), chance.NextDouble());
        while (t < samples.Length / (double)rate)
        {
            var lasts = Sounds.Between(chance, 0.09, 0.3);
            var (f1, f2, gain) = (Sounds.Between(chance, 280, 850), Sounds.Between(chance, 900, 2500), Sounds.Between(chance, 0.3, 1.2));
            if (chance.NextDouble() < 0.35)
                Breath(samples, rate, t, chance, gain);
            Vowel(samples, rate, t + 0.03, lasts, pitch * Sounds.Near(chance, 0.12), [f1, f2], gain, chance);
            t += lasts + (chance.NextDouble() < 0.18 ? Sounds.Between(chance, 0.2, 1.6) : Sounds.Between(chance, 0.02, 0.09));
        }
    }

    private static void Vowel(
        float[] samples,
        int rate,
        double at,
        double lasts,
        double pitch,
        double[] formants,
        double gain,
        Random chance
    )
    {
        var mouth = formants.Select(hertz => Filters.Band(hertz, 5, rate)).ToArray();
        var (from, attack, phase) = ((int)(at * rate), Sounds.Between(chance, 0.015, 0.05), 0.0);
        for (var i = 0; i < (int)(lasts * rate) && from + i < samples.Length; i++)
        {
            var t = i / (double)rate;
            phase += pitch * (1 - (0.15 * t / lasts)) / rate;
            var pulse = phase >= 1 ? (float)Math.Sqrt(rate / pitch) : 0;
            if (phase >= 1)
                phase -= 1;
            var loud = Math.Min(1, t / attack) * Math.Min(1, (lasts - t) / 0.05);
            samples[from + i] += (float)(gain * loud * mouth.Sum(part => part.Process(pulse)));
        }
    }

    private static void Breath(float[] samples, int rate, double at, Random chance, double gain) =>
        new Hit(
            Sounds.Between(chance, 0.002, 0.03),
            Sounds.Between(chance, 1500, 5500),
            1,
            Sounds.Between(chance, 0.01, 0.05),
            [],
            0.25
        ).Add(samples, rate, at, gain, chance);

    private static void Walk(float[] samples, int rate, Random chance, bool mixes)
    {
        var (step, scuff, pace, scuffs) = (
            mixes ? Sounds.AnyStep(chance) : Sounds.Step(chance),
            Sounds.Scuff(chance),
            mixes ? Sounds.Between(chance, 0.22, 0.9) : Sounds.Between(chance, 0.28, 0.65),
            Sounds.Between(chance, 0.02, 0.6)
        );
        var uneven = mixes ? Sounds.Between(chance, 0.02, 0.2) : 0.08;
        // Whoever walks sets down the heel, then the toes; whoever runs all at once.
        var toes = chance.Next(2) == 0 ? 0 : Sounds.Between(chance, 0.05, 0.14);
        for (
            var t = pace;
            t < samples.Length / (double)rate;
            t += chance.NextDouble() < 0.05 ? Sounds.Between(chance, 1, 4) : pace * Sounds.Near(chance, uneven)
        )
        {
            var gain = Sounds.Near(chance, 0.3);
            step.Add(samples, rate, t, gain, chance);
            if (toes > 0)
                step.Add(samples, rate, t + (toes * Sounds.Near(chance, 0.1)), gain * Sounds.Between(chance, 0.3, 0.8), chance);
            scuff.Add(samples, rate, t + Math.Max(0.02, toes * 0.8), gain * scuffs, chance);
        }
    }

    private static void Drops(float[] samples, int rate, Random chance, bool mixes)
    {
        var patter = Sounds.Between(chance, 0.02, 0.2);
        Shaped(samples, rate, Sounds.Between(chance, 2000, 9000), chance, _ => patter);
        var (many, kind) = (Sounds.Between(chance, 5, 120), chance.Next(3));
        for (var t = 0.0; t < samples.Length / (double)rate; t -= Math.Log(1 - chance.NextDouble()) / many)
        {
            var (hertz, fades) = (Sounds.Between(chance, 800, 8000), Sounds.Between(chance, 0.0005, 0.008));
            if (mixes)
                kind = chance.Next(3);
            IStruck drop = kind switch
            {
                0 => new Hit(0.0005, hertz, 1.5, fades, [], 1),
                1 => new Hit(0.0003, hertz, 1.5, fades, [(hertz, fades, 1)], 0),
                _ => new Pulse(Sounds.Between(chance, 0.0002, 0.0014)),
            };
            drop.Add(samples, rate, t, Sounds.Near(chance, 0.8) * 0.4, chance);
        }
    }
}

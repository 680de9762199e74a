using Gambeta.Simulation.Sound;
using NWaves.Transforms;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>
/// Recordings made in another way than the simulator's, which nothing was fitted to and which shares none of its sounds: every noise is
/// drawn as a spectrum with random phases, a blow is a few of those that die away beside swept tones, and times, loudness and spread are
/// drawn from bounds of their own. What is heard of them says more than what is heard of kin of what was learned from.
/// </summary>
internal sealed class OtherRecipe(int seed)
{
    public const int Rate = 16_000,
        Seconds = 45;

    public static readonly string[] Noises = ["hiss", "wind", "car", "talk", "steps", "rain"];

    private const double Gravity = 9.81;

    private readonly Random _chance = new(seed);
    private readonly float[] _samples = new float[Seconds * Rate];
    private readonly List<TrueSound> _truth = [];
    private int _try = 1;

    // What is struck: tones as hertz, seconds in which each dies away, part, and how far it falls; noises as hertz, octaves, seconds, part.
    private sealed record Blow(
        IReadOnlyList<(double Hertz, double Fades, double Part, double Sweep)> Tones,
        IReadOnlyList<(double Hertz, double Octaves, double Fades, double Part)> Noises
    );

    /// <summary>What is practised and what noise it is: each noise with each in eighteen seeds.</summary>
    public static (SceneKind Kind, string Noise) Of(int seed) => ((SceneKind)(seed % 3), Noises[seed / 3 % Noises.Length]);

    public MadeRecording Make(double decibels)
    {
        var (kind, noise) = Of(seed);
        var tone = Drawn(140, 420);
        List<(double, double, double, double)> tones = [(tone, Drawn(0.012, 0.04), 1, _chance.Next(2) * 0.3)];
        if (_chance.NextDouble() < 0.6)
            tones.Add((tone * Drawn(1.5, 2.6), Drawn(0.008, 0.02), Drawn(0.1, 0.6), 0));
        var touch = new Blow(tones, [(Drawn(500, 2500), Drawn(0.4, 1.5), Drawn(0.003, 0.015), Drawn(0.2, 1.5))]);
        if (kind == SceneKind.Juggling)
            KeepUp(touch, Like(touch, 0.6, 1, 0.6));
        else if (kind == SceneKind.Wall)
            Pass(touch, Like(touch, 0.8, 1.6, 1.6));
        else
            Tap(touch);
        var power = Filters.PowerOf(_samples, Rate);
        var touches = _truth
            .Where(sound => sound.Kind == TrueKind.Touch)
            .Average(sound => power.AsSpan((int)(sound.At * Rate), Rate / 25).ToArray().Average());
        var air = Air(noise);
        var loud = Math.Sqrt(touches / Math.Pow(10, decibels / 10) / Filters.PowerOf(air, Rate).Average());
        for (var i = 0; i < _samples.Length; i++)
            _samples[i] += (float)(loud * (air[i] + (0.01 * Sounds.Normal(_chance))));
        var most = _samples.Max(Math.Abs);
        return new([.. _samples.Select(sample => sample / most / 2)], Rate, _truth);
    }

    private double Drawn(double low, double high) => Sounds.Between(_chance, low, high);

    private double Near(double spread) => Sounds.Near(_chance, spread);

    // A mean square of one.
    private float[] Shaped(int many, Func<double, double> envelope)
    {
        var size = 2;
        while (size < many)
            size *= 2;
        var (re, im, shaped) = (new float[(size / 2) + 1], new float[(size / 2) + 1], new float[size]);
        for (var k = 1; k < size / 2; k++)
        {
            var (level, phase) = (envelope(k * (double)Rate / size), 2 * Math.PI * _chance.NextDouble());
            (re[k], im[k]) = ((float)(level * Math.Cos(phase)), (float)(level * Math.Sin(phase)));
        }
        new RealFft(size).Inverse(re, im, shaped);
        var scale = (float)(1 / Math.Sqrt(shaped.Take(many).Average(value => (double)value * value) + 1e-20));
        return [.. shaped.Take(many).Select(value => value * scale)];
    }

    private static Func<double, double> Around(double hertz, double octaves) =>
        at => Math.Exp(-Math.Pow(Math.Log2(Math.Max(at, 20) / hertz) / octaves, 2) / 2);

    private void Strike(float[] into, Blow blow, double at, double gain)
    {
        var (from, many, rise) = ((int)(at * Rate), Rate / 4, 8.0 * _chance.Next(1, 6));
        var sound = new double[many];
        foreach (var (hertz, fades, part, sweep) in blow.Tones)
        {
            var (phase, dies, loud) = (0.0, fades * Near(0.1), part * Near(0.1));
            for (var i = 0; i < many; i++)
            {
                phase += 2 * Math.PI * hertz * (1 + (sweep * Math.Exp(-i / (0.01 * Rate)))) / Rate;
                sound[i] += loud * Math.Sin(phase) * Math.Exp(-i / (dies * Rate));
            }
        }
        foreach (var (hertz, octaves, fades, part) in blow.Noises)
        {
            var noise = Shaped(many, Around(hertz * Near(0.05), octaves));
            for (var i = 0; i < many; i++)
                sound[i] += part * noise[i] * Math.Exp(-i / (fades * Rate));
        }
        for (var i = 0; i < many && from + i < into.Length; i++)
            into[from + i] += (float)(gain * sound[i] * Math.Min(1, i / rise));
    }

    // The same ball against something else.
    private Blow Like(Blow blow, double low, double high, double brighter) =>
        new(
            [
                .. blow.Tones.Select(tone =>
                    (tone.Hertz * Drawn(low, high), tone.Fades * Drawn(0.7, 1.4), tone.Part * Drawn(0.6, 1.5), tone.Sweep)
                ),
            ],
            [
                .. blow.Noises.Select(noise =>
                    (noise.Hertz * brighter * Drawn(0.6, 1.6), noise.Octaves, noise.Fades * Drawn(0.6, 2), noise.Part * Drawn(0.5, 1.8))
                ),
            ]
        );

    private void Sound(Blow blow, double at, double gain, TrueKind kind)
    {
        Strike(_samples, blow, at, gain);
        _truth.Add(new(at, kind, null, _try));
    }

    private void KeepUp(Blow touch, Blow bounce)
    {
        var (t, flight, spread, keeps, knee, floor) = (
            Drawn(0.6, 1.5),
            Drawn(0.4, 0.8),
            Drawn(0.05, 0.15),
            Drawn(0.5, 0.78),
            Drawn(0.2, 0.5),
            Drawn(0.5, 3)
        );
        while (true)
        {
            var touches = Math.Min(_chance.Next(1, 21), (int)((Seconds - 3 - t) / flight / 1.2));
            if (touches < 1)
                return;
            var last = flight;
            for (var i = 0; i < touches; i++, t += last)
            {
                Sound(touch, t, Near(0.25), TrueKind.Touch);
                last = flight * Near(spread);
            }
            if (_chance.NextDouble() < 0.75)
            {
                var up = Gravity * last / 2;
                var down = Math.Sqrt((up * up) + (2 * Gravity * knee));
                t += (down - up) / Gravity;
                var gain = floor;
                for (var left = _chance.Next(1, 7); left > 0; left--)
                {
                    Sound(bounce, t, gain, TrueKind.Bounce);
                    (down, gain) = (down * keeps, gain * keeps);
                    t += 2 * down / Gravity;
                    if (2 * down / Gravity < 0.06)
                        break;
                }
            }
            t += Drawn(1.3, 3.5);
            _try++;
        }
    }

    private void Pass(Blow touch, Blow wall)
    {
        var (t, there, keeps, traps, hard) = (
            Drawn(0.6, 1.5),
            Drawn(0.2, 0.6),
            Drawn(0.5, 0.8),
            _chance.Next(2) == 0 ? 0 : Drawn(0.35, 0.8),
            Drawn(0.3, 2.5)
        );
        while (t < Seconds - 3)
        {
            Sound(touch, t, Near(0.25), TrueKind.Touch);
            var takes = there * Near(0.08);
            Sound(wall, t + takes, hard * Near(0.2), TrueKind.Wall);
            t += takes + (takes / keeps * Near(0.05));
            if (_chance.NextDouble() < 0.06)
            {
                t += Drawn(2, 4);
                _try++;
            }
            else if (traps > 0)
            {
                Sound(touch, t, 0.6 * Near(0.25), TrueKind.Touch);
                t += traps * Near(0.12);
            }
        }
    }

    private void Tap(Blow touch)
    {
        var (pace, spread) = (Drawn(0.28, 0.6), Drawn(0.03, 0.12));
        for (var t = Drawn(0.6, 1.5); t < Seconds - 1; t += Math.Max(0.25, pace * Near(spread)))
            Sound(touch, t, Near(0.2), TrueKind.Touch);
    }

    private float[] Air(string noise)
    {
        static Func<double, double> Falls(double slope, double from) => hertz => Math.Pow(Math.Max(hertz, from), -slope);
        var many = _samples.Length;
        switch (noise)
        {
            case "hiss":
                return Shaped(many, Falls(Drawn(0.01, 1), 40));
            case "wind":
                var slowest = Drawn(0.2, 1.5);
                var gusts = Shaped(many, hertz => hertz < slowest ? 1 : 0);
                return
                [
                    .. Shaped(many, Falls(Drawn(0.8, 1.8), 40)).Select((value, i) => value * (1 + (0.8f * Math.Clamp(gusts[i], -1, 2)))),
                ];
            case "car":
                var (passes, lasts) = (Drawn(5, 40), Drawn(2, 6));
                return
                [
                    .. Shaped(many, Falls(Drawn(0.6, 1.2), 60))
                        .Select((value, i) => value * (float)(0.1 + Math.Exp(-Math.Pow(((i / (double)Rate) - passes) / lasts, 2) / 2))),
                ];
            case "talk":
                return Talk();
            case "steps":
                return Steps(Falls(0.7, 40));
            default:
                return Rain(Falls(0.2, 200));
        }
    }

    private float[] Talk()
    {
        var (air, pitch) = (new float[_samples.Length], Drawn(90, 260));
        for (var t = 0.3; t < Seconds - 0.5; )
        {
            var (lasts, hertz, loud) = (Drawn(0.08, 0.3), pitch * Near(0.1), Drawn(0.4, 1.4));
            double[] mouth = [Drawn(300, 800), Drawn(900, 2300), Drawn(2200, 3200)];
            var many = (int)(lasts * Rate);
            for (var tone = 1; tone * hertz < 5000; tone++)
            {
                var (level, phase) = (
                    mouth.Select((formant, j) => Math.Exp(-Math.Pow(((tone * hertz) - formant) / 150, 2)) / (1 + j)).Sum(),
                    6 * _chance.NextDouble()
                );
                for (var i = 0; i < many; i++)
                    air[(int)(t * Rate) + i] += (float)(
                        loud
                        * level
                        * Math.Sin((2 * Math.PI * tone * hertz * i / Rate) + phase)
                        * Math.Sqrt(0.5 - (0.5 * Math.Cos(2 * Math.PI * i / many)))
                    );
            }
            if (_chance.NextDouble() < 0.4)
            {
                var breath = Shaped(1200, Around(Drawn(2500, 5500), 0.5));
                for (var i = 0; i < breath.Length; i++)
                    air[(int)((t - 0.05) * Rate) + i] += (float)(
                        0.4 * breath[i] * (0.5 - (0.5 * Math.Cos(2 * Math.PI * i / breath.Length)))
                    );
            }
            t += lasts + (_chance.NextDouble() < 0.2 ? Drawn(0.2, 1) : Drawn(0.02, 0.1));
        }
        return air;
    }

    private float[] Steps(Func<double, double> ground)
    {
        var (air, pace) = (Shaped(_samples.Length, ground), Drawn(0.3, 0.7));
        for (var i = 0; i < air.Length; i++)
            air[i] *= 0.01f;
        var step = new Blow(
            [(Drawn(60, 130), Drawn(0.02, 0.05), Drawn(0.2, 1), 0)],
            [(Drawn(120, 700), Drawn(0.6, 1.5), Drawn(0.012, 0.05), 1), (Drawn(1500, 5000), 0.8, Drawn(0.01, 0.05), Drawn(0.02, 0.3))]
        );
        for (var t = 0.4; t < Seconds - 0.3; t += pace * Near(0.07))
            Strike(air, step, t, Near(0.3));
        return air;
    }

    private float[] Rain(Func<double, double> all)
    {
        var (air, under, many) = (Shaped(_samples.Length, all), (float)Drawn(0.02, 0.2), Drawn(5, 100));
        for (var i = 0; i < air.Length; i++)
            air[i] *= under;
        for (var t = 0.0; t < Seconds; t -= Math.Log(1 - _chance.NextDouble()) / many)
        {
            var (drop, fades, loud) = (Shaped(200, Around(Drawn(1000, 6000), 0.5)), Drawn(0.001, 0.006), 0.4 * Near(0.8));
            for (var i = 0; i < drop.Length && (int)(t * Rate) + i < air.Length; i++)
                air[(int)(t * Rate) + i] += (float)(loud * drop[i] * Math.Exp(-i / (fades * Rate)));
        }
        return air;
    }
}

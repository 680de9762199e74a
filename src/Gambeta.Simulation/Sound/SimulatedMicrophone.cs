using Gambeta.Core.Base.Touches;

namespace Gambeta.Simulation.Sound;

/// <summary>
/// A microphone without one: makes recordings of practice with the true times beside them, the same for the same seed. The ball's flight is
/// a free fall, a bounce keeps a part of its speed, a pass takes its way to the wall and back; what each thing sounds like is drawn anew
/// for each recording.
/// </summary>
public sealed class SimulatedMicrophone(int seed)
{
    private const double Gravity = 9.81,
        Wider = 1.3;

    private readonly Random _chance = new(seed);

    /// <summary>Makes a recording.</summary>
    public MadeRecording Record(Scene scene)
    {
        var (samples, truth) = (new float[(int)(scene.Seconds * scene.Rate)], new List<TrueSound>());
        // First of all, so that a ball sounds the same in each scene of a seed.
        var ball = Sounds.Ball(_chance, scene.IsSoftBall, scene.IsWide);
        switch (scene.Kind)
        {
            case SceneKind.Juggling:
                Juggle(scene, ball, samples, truth);
                break;
            case SceneKind.Wall:
                Pass(scene, ball, samples, truth);
                break;
            case SceneKind.Taps:
                Tap(scene, ball.Touch, samples, truth);
                break;
            case SceneKind.Place:
                Learn(scene, ball.Touch, samples, truth);
                break;
            case SceneKind.Bounced:
                LetBounce(scene, ball, samples, truth);
                break;
            case SceneKind.Nothing:
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(scene));
        }
        if (scene.IsIndoors && _chance.Next(2) == 0)
            Room.Echoes(samples, scene.Rate, Between(0.15, 0.9), Between(0.1, 0.6), _chance.Next(2, 40), _chance);
        else if (scene.IsIndoors)
            Room.Echo(samples, scene.Rate, Sounds.Between(_chance, 0.2, 0.9), Sounds.Between(_chance, 0.1, 0.6));
        var ordered = truth.OrderBy(sound => sound.At).ToList();
        Mix(scene, samples, ordered);
        Beep(scene, samples, ordered);
        Level(samples);
        return new MadeRecording(samples, scene.Rate, [.. ordered.OrderBy(sound => sound.At)]);
    }

    private double Drawn(Scene scene, double low, double high) => scene.IsWide ? Between(low / Wider, high * Wider) : Between(low, high);

    private double Between(double low, double high) => Sounds.Between(_chance, low, high);

    private void Juggle(Scene scene, BallSounds ball, float[] samples, List<TrueSound> truth)
    {
        var (touch, bounce, _) = ball;
        var (flight, spread, keeps, knee, loudness) = (
            Drawn(scene, 0.36, 0.85),
            Drawn(scene, 0.05, 0.16),
            Between(0.45, 0.8),
            Between(0.2, 0.5),
            Between(0.15, 0.35)
        );
        var (t, number, foot) = (Between(0.6, 1.5), 0, Foot.Right);
        while (true)
        {
            number++;
            var touches = Math.Min(scene.MostTouches, 1 + (int)(-Math.Log(1 - _chance.NextDouble()) * scene.MostTouches / 3));
            if (t + (touches * flight * 1.2) + 3 > scene.Seconds)
                break;
            var last = flight;
            for (var i = 0; i < touches; i++)
            {
                touch.Add(samples, scene.Rate, t, Sounds.Near(_chance, loudness), _chance);
                truth.Add(new TrueSound(t, TrueKind.Touch, foot, number));
                foot = foot.Other();
                last = flight * Sounds.Near(_chance, spread);
                t += last;
            }
            // t is now where the next touch would have been: it falls past the foot to the floor, or into the hands.
            t = _chance.NextDouble() < 0.75 ? Drop(scene, samples, truth, t, last, knee, keeps, bounce, number) : t;
            t += Between(1.3, 3.5);
        }
    }

    private double Drop(
        Scene scene,
        float[] samples,
        List<TrueSound> truth,
        double t,
        double flight,
        double knee,
        double keeps,
        IStruck bounce,
        int number
    )
    {
        var speed = Gravity * flight / 2;
        var down = Math.Sqrt((speed * speed) + (2 * Gravity * knee));
        t += (down - speed) / Gravity;
        var (gain, bounces) = (scene.IsWide ? Between(0.15, 1.4) : Between(0.5, 1.4), _chance.Next(1, 8));
        for (var i = 0; i < bounces; i++)
        {
            bounce.Add(samples, scene.Rate, t, gain * Sounds.Near(_chance, 0.1), _chance);
            truth.Add(new TrueSound(t, TrueKind.Bounce, null, number));
            down *= keeps * Sounds.Near(_chance, 0.02);
            gain *= keeps;
            t += 2 * down / Gravity;
            if (2 * down / Gravity < 0.06)
                break;
        }
        return t;
    }

    private void LetBounce(Scene scene, BallSounds ball, float[] samples, List<TrueSound> truth)
    {
        var (flight, spread, keeps, knee, loud, floor) = (
            Drawn(scene, 0.2, 0.7),
            Drawn(scene, 0.03, 0.12),
            Between(0.5, 0.8),
            Between(0.2, 0.5),
            Between(0.15, 0.35),
            Between(0.1, 0.8)
        );
        // It is met again somewhere between the middle of its flight and just above the floor.
        var (t, number, foot, met) = (Between(0.6, 1.5), 1, Foot.Right, Between(0.5, 0.9));
        while (t + 3 < scene.Seconds)
        {
            ball.Touch.Add(samples, scene.Rate, t, Sounds.Near(_chance, loud), _chance);
            truth.Add(new TrueSound(t, TrueKind.Touch, foot, number));
            foot = foot.Other();
            var speed = Gravity * flight * Sounds.Near(_chance, spread) / 2;
            var down = Math.Sqrt((speed * speed) + (2 * Gravity * knee));
            t += (speed + down) / Gravity;
            ball.Bounce.Add(samples, scene.Rate, t, floor * Sounds.Near(_chance, 0.1), _chance);
            truth.Add(new TrueSound(t, TrueKind.Bounce, null, number));
            t += 2 * down * keeps / Gravity * met * Sounds.Near(_chance, spread);
            if (_chance.NextDouble() >= 0.06)
                continue;
            t += Between(2, 4);
            number++;
        }
    }

    private void Pass(Scene scene, BallSounds ball, float[] samples, List<TrueSound> truth)
    {
        var (touch, _, wall) = ball;
        var (metres, speed, keeps, trap, isNear) = (
            Drawn(scene, 1.5, 5),
            Drawn(scene, 6, 12),
            Between(0.5, 0.8),
            _chance.Next(2) == 0 ? 0 : Drawn(scene, 0.35, 0.8),
            _chance.Next(2) == 0
        );
        var (t, number, foot, wallGain) = (Between(0.6, 1.5), 1, Foot.Right, isNear ? Between(0.8, 2.5) : Between(0.3, 1));
        while (t + 3 < scene.Seconds)
        {
            touch.Add(samples, scene.Rate, t, Sounds.Near(_chance, 0.25), _chance);
            truth.Add(new TrueSound(t, TrueKind.Touch, foot, number));
            var out_ = metres / (speed * Sounds.Near(_chance, 0.08));
            var back = out_ / keeps * Sounds.Near(_chance, 0.05);
            var hits = t + out_;
            wall.Add(samples, scene.Rate, hits, wallGain * Sounds.Near(_chance, 0.2), _chance);
            truth.Add(new TrueSound(hits, TrueKind.Wall, null, number));
            t = hits + back;
            if (_chance.NextDouble() < 0.06)
            {
                // It got away: somebody fetches it.
                t += Between(2, 4);
                number++;
            }
            else if (trap > 0)
            {
                touch.Add(samples, scene.Rate, t, Sounds.Near(_chance, 0.25) * 0.6, _chance);
                truth.Add(new TrueSound(t, TrueKind.Touch, foot, number));
                t += trap * Sounds.Near(_chance, 0.12);
            }
            foot = foot.Other();
        }
    }

    // Quiet, and then ten touches with time between them.
    private void Learn(Scene scene, IStruck touch, float[] samples, List<TrueSound> truth)
    {
        var (t, foot) = (Scene.QuietSeconds + 1, Foot.Right);
        for (var i = 0; i < Scene.LearningTouches && t + 1 < scene.Seconds; i++)
        {
            touch.Add(samples, scene.Rate, t, Sounds.Near(_chance, 0.25), _chance);
            truth.Add(new TrueSound(t, TrueKind.Touch, foot));
            foot = foot.Other();
            t += Between(0.6, 1.5);
        }
    }

    private void Tap(Scene scene, IStruck touch, float[] samples, List<TrueSound> truth)
    {
        var (pace, spread, t, foot) = (Drawn(scene, 0.26, 0.6), Drawn(scene, 0.03, 0.12), Between(0.6, 1.5), Foot.Right);
        while (t + 1 < scene.Seconds)
        {
            touch.Add(samples, scene.Rate, t, Sounds.Near(_chance, 0.2), _chance);
            truth.Add(new TrueSound(t, TrueKind.Touch, foot));
            foot = foot.Other();
            t += _chance.NextDouble() < 0.02 ? Between(1, 3) : Math.Max(0.25, pace * Sounds.Near(_chance, spread));
        }
    }

    // The noise as loud as was asked for, against the first 40 ms of the touches.
    private void Mix(Scene scene, float[] samples, List<TrueSound> truth)
    {
        var noise = scene.OtherNoise ?? Noises.Of(scene.Noise, scene.Seconds, scene.Rate, _chance, scene.IsWide);
        var power = Filters.PowerOf(samples, scene.Rate);
        var touches = truth
            .Where(sound => sound.Kind == TrueKind.Touch)
            .SelectMany(sound => Enumerable.Range((int)(sound.At * scene.Rate), (int)(0.04 * scene.Rate)))
            .Where(i => i < power.Length)
            .Select(i => power[i])
            .DefaultIfEmpty(0.01)
            .Average();
        var loud = Math.Sqrt(touches / Math.Pow(10, scene.Decibels / 10) / Math.Max(1e-12, Filters.PowerOf(noise, scene.Rate).Average()));
        for (var i = 0; i < samples.Length; i++)
            samples[i] += (float)(loud * noise[i % noise.Length]);
        var hiss = Noises.Of(NoiseKind.Hiss, Math.Min(5, scene.Seconds), scene.Rate, _chance);
        // A microphone's own noise: a cheap one hisses, a good one is nearly still between two words.
        var quiet = loud * Between(0.0005, 0.06);
        for (var i = 0; i < samples.Length; i++)
            samples[i] += (float)(quiet * hiss[i % hiss.Length]);
    }

    private static void Beep(Scene scene, float[] samples, List<TrueSound> truth)
    {
        var loudest = Math.Max(1e-6, samples.Max(Math.Abs)) * 0.5;
        foreach (var at in scene.Beeps)
        {
            truth.Add(new TrueSound(at, TrueKind.Beep));
            for (var i = 0; i < (int)(0.05 * scene.Rate) && (int)(at * scene.Rate) + i < samples.Length; i++)
                samples[(int)(at * scene.Rate) + i] += (float)(
                    loudest * Math.Sin(2 * Math.PI * 880 * i / scene.Rate) * Math.Exp(-i / (0.02 * scene.Rate))
                );
        }
    }

    // As loud as a phone would take it: somewhere below the top.
    private void Level(float[] samples)
    {
        var loudest = Math.Max(1e-9, samples.Max(Math.Abs));
        var scale = Between(0.08, 0.9) / loudest;
        for (var i = 0; i < samples.Length; i++)
            samples[i] = (float)(samples[i] * scale);
    }
}

using Gambeta.Core.Hearing;
using Gambeta.Core.Simulation.Sound;

namespace Gambeta.Listen;

/// <summary>
/// Fits what tells a ball from other sounds to made-up recordings: a net of one hidden layer, by Adam (Kingma and Ba, 2015) on the cross-entropy, with weight decay. One recording in ten
/// is kept back and scored. What it writes takes the place of <c>Hearing/ball-sound.json</c>.
/// </summary>
internal static class Learning
{
    private const int Hidden = 32, Epochs = 14, Batch = 64;
    private const double Decay = 0.01, Near = 0.045, HighestRate = 0.004;

    public static BallSound Fit(int recordings, string? noises, Action<string> tell)
    {
        // A voice of the simulator's own is no voice: without others what is learned takes words for balls.
        var files = noises is null ? [] : Directory.GetFiles(noises, "*.wav").Order(StringComparer.Ordinal).ToArray();
        var examples = Enumerable.Range(0, recordings).AsParallel().AsOrdered().SelectMany(seed => Examples(seed, files)).ToList();
        var (learned, held) = (examples.Where(one => !one.IsHeld).ToList(), examples.Where(one => one.IsHeld).ToList());
        tell($"{learned.Count} beginnings to learn from, {held.Count} kept back");
        var net = new Net(learned[0].Traits.Length, Hidden, new Random(1));
        for (var epoch = 0; epoch < Epochs; epoch++) tell($"{epoch + 1}: {net.Learn(learned, HighestRate * 0.5 * (1 + Math.Cos(Math.PI * epoch / Epochs))):0.0000}");
        var sound = net.ToSound();
        foreach (var isBall in new[] { true, false }) tell($"kept back, {(isBall ? "balls" : "others")}: {held.Where(one => one.IsBall == isBall).Average(one => (sound.LogOdds(one.Traits) > 0) == isBall ? 1.0 : 0):0.000} told right");
        return sound;
    }

    internal sealed record Example(float[] Traits, bool IsBall, bool IsHeld);

    private static IEnumerable<Example> Examples(int seed, string[] files)
    {
        var chance = new Random(seed * 7919);
        // Of five recordings one has no ball in it, and of those every second one a voice alone.
        var kind = seed % 5 == 4 ? SceneKind.Nothing : (SceneKind)(seed % 3);
        var noise = kind == SceneKind.Nothing && seed % 2 == 0 ? NoiseKind.Speech : (NoiseKind)chance.Next(6);
        var scene = new Scene(kind, 45, noise, new[] { 10.0, 5, 10, 15 }[seed / 3 % 4])
        {
            Rate = new[] { 48_000, 44_100, 16_000 }[chance.Next(3)],
            IsSoftBall = chance.Next(3) == 0,
            IsIndoors = chance.Next(3) == 0,
        };
        if (Mixed(scene.Noise, files, chance) is { } file) scene = scene with { OtherNoise = Recording.Samples(file, scene.Rate) };
        var made = new SimulatedMicrophone(seed).Record(scene);
        var (frames, detector) = (FrameMaker.Of(made.Samples, made.Rate), new OnsetDetector());
        for (var at = 0; at < frames.Length; at += SoundFrame.Bands)
        {
            if (detector.Take(frames.AsSpan(at, SoundFrame.Bands)) is { } onset)
                yield return new Example(onset.Traits, made.Truth.Any(sound => Math.Abs(sound.At - onset.At) < Near), seed % 10 == 7);
        }
    }

    // Of four recordings with voices three have one from elsewhere, of three with wind one.
    private static string? Mixed(NoiseKind noise, string[] files, Random chance)
    {
        var (name, often) = noise switch { NoiseKind.Speech => ("speech", 0.75), NoiseKind.Wind => ("wind", 0.33), _ => ("", 0) };
        var those = files.Where(file => name.Length > 0 && Path.GetFileName(file).StartsWith(name, StringComparison.Ordinal)).ToList();
        return those.Count > 0 && chance.NextDouble() < often ? those[chance.Next(those.Count)] : null;
    }

    private sealed class Net
    {
        private readonly float[][] _in, _inMean, _inSquare, _inSlope;
        private readonly float[] _out, _outMean, _outSquare, _outSlope, _active;
        private readonly Random _chance;
        private int _steps;

        public Net(int traits, int hidden, Random chance)
        {
            _chance = chance;
            float Any(double width) => (float)((chance.NextDouble() - 0.5) * 2 * width);
            _in = [.. Enumerable.Range(0, hidden).Select(_ => Enumerable.Range(0, traits + 1).Select(i => i < traits ? Any(Math.Sqrt(3.0 / traits)) : 0).ToArray())];
            _out = [.. Enumerable.Range(0, hidden + 1).Select(i => i < hidden ? Any(0.5) : 0)];
            float[][] Like() => [.. _in.Select(unit => new float[unit.Length])];
            (_inMean, _inSquare, _inSlope) = (Like(), Like(), Like());
            (_outMean, _outSquare, _outSlope, _active) = (new float[hidden + 1], new float[hidden + 1], new float[hidden + 1], new float[hidden]);
        }

        public BallSound ToSound() => new([.. _in.Select(Short)], Short(_out));

        public double Learn(List<Example> examples, double rate)
        {
            var order = Enumerable.Range(0, examples.Count).ToArray();
            _chance.Shuffle(order);
            var loss = 0.0;
            for (var from = 0; from < order.Length; from += Batch)
            {
                var many = Math.Min(Batch, order.Length - from);
                foreach (var slopes in _inSlope) Array.Clear(slopes);
                Array.Clear(_outSlope);
                for (var i = from; i < from + many; i++) loss += Slope(examples[order[i]]);
                _steps++;
                for (var unit = 0; unit < _in.Length; unit++) Step(_in[unit], _inSlope[unit], _inMean[unit], _inSquare[unit], many, rate);
                Step(_out, _outSlope, _outMean, _outSquare, many, rate);
            }
            return loss / examples.Count;
        }

        private double Slope(Example one)
        {
            var (traits, sum) = (one.Traits, _out[^1]);
            for (var unit = 0; unit < _in.Length; unit++)
            {
                var into = _in[unit][^1];
                for (var i = 0; i < traits.Length; i++) into += _in[unit][i] * traits[i];
                sum += _out[unit] * (_active[unit] = MathF.Tanh(into));
            }
            // Never wholly sure: some truths lie a window beside what was heard.
            var (chance, wanted) = (1 / (1 + MathF.Exp(-sum)), one.IsBall ? 0.985f : 0.015f);
            var slope = chance - wanted;
            _outSlope[^1] += slope;
            for (var unit = 0; unit < _in.Length; unit++)
            {
                _outSlope[unit] += slope * _active[unit];
                var back = slope * _out[unit] * (1 - (_active[unit] * _active[unit]));
                for (var i = 0; i < traits.Length; i++) _inSlope[unit][i] += back * traits[i];
                _inSlope[unit][^1] += back;
            }
            return -(wanted * Math.Log(chance + 1e-9)) - ((1 - wanted) * Math.Log(1 - chance + 1e-9));
        }

        private void Step(float[] weights, float[] slopes, float[] means, float[] squares, int many, double rate)
        {
            var (first, second) = (1 - Math.Pow(0.9, _steps), 1 - Math.Pow(0.999, _steps));
            for (var i = 0; i < weights.Length; i++)
            {
                var slope = slopes[i] / many;
                means[i] = (0.9f * means[i]) + (0.1f * slope);
                squares[i] = (0.999f * squares[i]) + (0.001f * slope * slope);
                weights[i] -= (float)(rate * ((means[i] / first / (Math.Sqrt(squares[i] / second) + 1e-8)) + (Decay * weights[i])));
            }
        }

        private static float[] Short(float[] weights) => [.. weights.Select(weight => (float)Gambeta.Core.Rounded.To(weight, 4))];
    }
}

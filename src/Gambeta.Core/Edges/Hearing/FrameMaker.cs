using System.Numerics.Tensors;
using NWaves.Transforms;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// Turns samples into frames: a Hann window of 20 ms each 10 ms, its power spectrum (a fast Fourier transform of the next power of two),
/// and the power in each band, a bin that an edge cuts counted by its part on either side. Frame n looks at the samples from 10·n ms on.
/// </summary>
public sealed class FrameMaker
{
    /// <summary>The rates that are read, in samples a second.</summary>
    public const int LowestRate = 8000,
        HighestRate = 192_000;

    private readonly int _window;
    private readonly double _hop;
    private readonly float[] _hann,
        _samples,
        _spectrum;
    private readonly double[] _share;
    private readonly int[] _from;
    private readonly RealFft _transform;
    private readonly List<float> _rest = [];
    private long _taken;
    private int _made;

    /// <summary>Makes one.</summary>
    /// <param name="rate">Samples a second.</param>
    /// <exception cref="ArgumentOutOfRangeException">The rate is none that is read.</exception>
    public FrameMaker(int rate)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(rate, LowestRate);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(rate, HighestRate);
        _hop = rate / (double)SoundFrame.ASecond;
        _window = (int)Math.Ceiling(2 * _hop);
        var size = 1;
        while (size < _window)
            size *= 2;
        _transform = new RealFft(size);
        _hann = [.. Enumerable.Range(0, _window).Select(i => (float)(0.5 - (0.5 * Math.Cos(2 * Math.PI * (i + 0.5) / _window))))];
        (_samples, _spectrum) = (new float[size], new float[(size / 2) + 1]);
        // A table of the bins of each band, and how much of each is in it, with what makes powers of squares: one side of the spectrum
        // stands for both.
        var (bin, scale) = (rate / (double)size, 2.0 / (size * _hann.Sum(w => (double)w * w)));
        var edges = SoundFrame.Edges;
        _from = new int[SoundFrame.Bands];
        _share = new double[SoundFrame.Bands * _spectrum.Length];
        for (var band = 0; band < SoundFrame.Bands; band++)
        {
            for (var k = 1; k < _spectrum.Length; k++)
            {
                var (low, high) = (Math.Max(edges[band], (k - 0.5) * bin), Math.Min(edges[band + 1], (k + 0.5) * bin));
                if (high > low)
                    _share[(band * _spectrum.Length) + k] = (high - low) / bin * scale;
            }
            _from[band] = Math.Clamp((int)(edges[band] / bin), 0, _spectrum.Length - 1);
        }
    }

    /// <summary>Takes samples between -1 and 1 and writes the frames that are whole by now, <see cref="SoundFrame.Bands"/> levels each, one
    /// after the other.</summary>
    public void Take(ReadOnlySpan<float> samples, List<byte> frames)
    {
        _rest.AddRange(samples);
        var used = 0;
        while (true)
        {
            // Where the next one begins, to the nearest sample since the beginning: no rate drifts.
            var begins = (int)((long)Math.Floor((_made * _hop) + 0.5) - _taken);
            if (begins + _window > _rest.Count)
                break;
            Frame(System.Runtime.InteropServices.CollectionsMarshal.AsSpan(_rest).Slice(begins, _window), frames);
            _made++;
            used = begins;
        }
        if (used <= 0)
            return;
        _rest.RemoveRange(0, used);
        _taken += used;
    }

    /// <summary>All frames of a recording.</summary>
    public static byte[] Of(ReadOnlySpan<float> samples, int rate)
    {
        var frames = new List<byte>(samples.Length / rate * SoundFrame.ASecond * SoundFrame.Bands);
        var maker = new FrameMaker(rate);
        for (var at = 0; at < samples.Length; at += rate)
            maker.Take(samples[at..Math.Min(samples.Length, at + rate)], frames);
        return [.. frames];
    }

    private void Frame(ReadOnlySpan<float> samples, List<byte> frames)
    {
        // What lies within the scale, as nearly all does, is taken at once; what has the most magnitude is no number where one of them is
        // none.
        if (Math.Abs(TensorPrimitives.MaxMagnitude(samples)) <= 1)
            TensorPrimitives.Multiply(samples, _hann, _samples);
        else
            for (var i = 0; i < _window; i++)
                _samples[i] = float.IsFinite(samples[i]) ? Math.Clamp(samples[i], -1, 1) * _hann[i] : 0;
        Array.Clear(_samples, _window, _samples.Length - _window);
        _transform.PowerSpectrum(_samples, _spectrum, normalize: false);
        for (var band = 0; band < SoundFrame.Bands; band++)
        {
            var power = 0.0;
            for (int k = _from[band], row = band * _spectrum.Length; k < _spectrum.Length; k++)
            {
                var share = _share[row + k];
                if (share > 0)
                    power += share * _spectrum[k];
                else if (power > 0)
                    break;
            }
            frames.Add(SoundFrame.Level(power));
        }
    }
}

using System.Buffers.Binary;
using System.Text;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Simulation.Sound;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>WAV files as they come, and as nobody should send them; frames computed another way.</summary>
public class RecordingTests
{
    [Fact]
    public void Samples_off_the_scale_are_cut_to_it_and_those_that_are_no_numbers_are_silence()
    {
        var chance = new Random(4);
        float[] samples = [.. Enumerable.Range(0, 16_000).Select(i => (float)((chance.NextDouble() - 0.5) * (i % 4000 < 200 ? 6 : 1)))];
        float[] cut = [.. samples.Select(sample => Math.Clamp(sample, -1, 1))];
        foreach (
            var (at, no) in new[] { (1000, float.NaN), (5050, float.PositiveInfinity), (9000, float.NegativeInfinity), (13_000, float.NaN) }
        )
            (samples[at], cut[at]) = (no, 0);
        FrameMaker.Of(samples, 16_000).ShouldBe(FrameMaker.Of(cut, 16_000));
    }

    [Theory]
    [InlineData(16, 1, 48_000)]
    [InlineData(8, 1, 8_000)]
    [InlineData(24, 2, 96_000)]
    [InlineData(32, 8, 44_100)]
    [InlineData(-32, 2, 48_000)]
    public void Every_kind_of_number_and_rate_is_read(int bits, int channels, int rate)
    {
        var frames = Recording.Frames(new MemoryStream(Wav(bits, channels, rate, Sine(rate, 2))));
        (frames.Length / SoundFrame.Bands).ShouldBeInRange(197, 200);
        // A tone of 1,000 Hz lies in the band from 900 to 1,130, at a tenth of the scale: -23 dB.
        var middle = frames.AsSpan(100 * SoundFrame.Bands, SoundFrame.Bands).ToArray();
        Array.IndexOf(middle, middle.Max()).ShouldBe(7);
        ((int)middle[7]).ShouldBeInRange(SoundFrame.Level(Math.Pow(10, -2.4)), SoundFrame.Level(Math.Pow(10, -2.2)));
    }

    [Fact]
    public void What_is_no_recording_is_refused_in_words()
    {
        var good = Wav(16, 1, 48_000, Sine(48_000, 1));
        Refused([]).ShouldBe("no-recording");
        Refused(Encoding.UTF8.GetBytes("seconds,kind\n1,touch\n")).ShouldBe("no-recording");
        Refused(good[..20]).ShouldBe("no-recording");
        Refused(Wav(16, 1, 48_000, [])).ShouldBe("recording-empty");
        Refused(Wav(16, 1, 4_000, Sine(4_000, 1))).ShouldBe("recording-rate");
        Refused(With(good, 24, 0)).ShouldBe("recording-rate");
        Refused(With(good, 24, int.MaxValue)).ShouldBe("recording-rate");
        Refused(With(good, 22, 0xFFFF, 2)).ShouldNotBe("");
        Refused(With(good, 22, 0, 2)).ShouldNotBe("");
        Refused(With(good, 20, 77, 2)).ShouldNotBe("");
        // Ten minutes are enough.
        Refused(Wav(8, 1, 8_000, new float[8_000 * 601])).ShouldBe("recording-too-long");
        // Cut off, or a header that promises more than there is: what is there is read.
        Recording.Frames(new MemoryStream(good[..(good.Length / 2)])).Length.ShouldBeGreaterThan(0);
        Recording.Frames(new MemoryStream(With(good, 40, int.MaxValue))).Length.ShouldBeGreaterThan(0);
        // Any bytes after a good beginning, and any header: never anything but a refusal.
        var chance = new Random(5);
        for (var i = 0; i < 300; i++)
        {
            var bad = (byte[])good.Clone();
            for (var k = 0; k < 1 + chance.Next(6); k++)
                bad[chance.Next(60)] = (byte)chance.Next(256);
            Refused(bad);
        }
    }

    [Fact]
    public void A_frame_is_the_power_in_each_band()
    {
        // By the definition of the transform, term by term, for one frame of any signal.
        var chance = new Random(2);
        const int rate = 16_000,
            window = 320,
            size = 512;
        float[] samples =
        [
            .. Enumerable.Range(0, rate).Select(i => (float)((0.2 * Math.Sin(i * 0.31)) + (0.05 * (chance.NextDouble() - 0.5)))),
        ];
        var frames = FrameMaker.Of(samples, rate);
        var hann = Enumerable.Range(0, window).Select(i => 0.5 - (0.5 * Math.Cos(2 * Math.PI * (i + 0.5) / window))).ToArray();
        foreach (var number in new[] { 0, 17, 50 })
        {
            for (var band = 0; band < SoundFrame.Bands; band++)
            {
                var power = 0.0;
                for (var k = 1; k <= size / 2; k++)
                {
                    var part =
                        Math.Min(SoundFrame.Edges[band + 1], (k + 0.5) * rate / size)
                        - Math.Max(SoundFrame.Edges[band], (k - 0.5) * rate / size);
                    if (part <= 0)
                        continue;
                    var (re, im) = (0.0, 0.0);
                    for (var i = 0; i < window; i++)
                    {
                        var x = hann[i] * samples[(number * 160) + i];
                        (re, im) = (re + (x * Math.Cos(2 * Math.PI * k * i / size)), im - (x * Math.Sin(2 * Math.PI * k * i / size)));
                    }
                    power += part * size / rate * ((re * re) + (im * im)) * 2 / (size * hann.Sum(w => w * w));
                }
                Math.Abs(frames[(number * SoundFrame.Bands) + band] - SoundFrame.Level(power))
                    .ShouldBeLessThanOrEqualTo(1, $"frame {number}, band {band}");
            }
        }
    }

    [Fact]
    public void The_frames_are_those_that_the_browser_makes()
    {
        // The same signal and the same file as tests/modules/hearing.test.mjs.
        var file = System.Text.Json.JsonDocument.Parse(Gambeta.Tests.Repository.Cases("frames")).RootElement;
        var rate = file.GetProperty("rate").GetInt32();
        float[] samples =
        [
            .. Enumerable
                .Range(0, rate)
                .Select(i =>
                    (float)(
                        (0.2 * Math.Sin(i * 0.31))
                        + (0.05 * Math.Sin((double)i * i * 0.00002))
                        + (0.3 * Math.Sin(i * 0.05) * Math.Exp(-(i % 4000) / 300.0))
                    )
                ),
        ];
        var frames = FrameMaker.Of(samples, rate);
        List<string> ninth =
        [
            .. Enumerable
                .Range(0, frames.Length / SoundFrame.Bands)
                .Where(i => i % 9 == 0)
                .Select(i => string.Join(' ', frames[(i * SoundFrame.Bands)..((i + 1) * SoundFrame.Bands)])),
        ];
        ninth.ShouldBe(file.GetProperty("frames").EnumerateArray().Select(line => line.GetString()!));
    }

    private static string Refused(byte[] file)
    {
        try
        {
            Recording.Frames(new MemoryStream(file));
            return "";
        }
        catch (RecordingException refused)
        {
            return refused.Reason;
        }
    }

    private static float[] Sine(int rate, int seconds) =>
        [.. Enumerable.Range(0, rate * seconds).Select(i => (float)(0.1 * Math.Sin(2 * Math.PI * 1000 * i / rate)))];

    private static byte[] With(byte[] file, int at, int value, int bytes = 4)
    {
        var changed = (byte[])file.Clone();
        if (bytes == 4)
            BinaryPrimitives.WriteInt32LittleEndian(changed.AsSpan(at), value);
        else
            BinaryPrimitives.WriteUInt16LittleEndian(changed.AsSpan(at), (ushort)value);
        return changed;
    }

    // Written here by the format's own description, not by what reads it.
    private static byte[] Wav(int bits, int channels, int rate, float[] samples)
    {
        var (isFloat, bytes) = (bits < 0, Math.Abs(bits) / 8);
        using var file = new MemoryStream();
        using var writer = new BinaryWriter(file);
        var size = samples.Length * channels * bytes;
        writer.Write("RIFF"u8);
        writer.Write(36 + size);
        writer.Write("WAVEfmt "u8);
        writer.Write(16);
        writer.Write((short)(isFloat ? 3 : 1));
        writer.Write((short)channels);
        writer.Write(rate);
        writer.Write(rate * channels * bytes);
        writer.Write((short)(channels * bytes));
        writer.Write((short)(bytes * 8));
        writer.Write("data"u8);
        writer.Write(size);
        foreach (var sample in samples)
        {
            for (var channel = 0; channel < channels; channel++)
            {
                if (isFloat)
                    writer.Write(sample);
                else if (bytes == 1)
                    writer.Write((byte)(128 + (sample * 127)));
                else if (bytes == 2)
                    writer.Write((short)(sample * 32767));
                else if (bytes == 3)
                    writer.Write(BitConverter.GetBytes((int)(sample * 8388607))[..3]);
                else
                    writer.Write((int)(sample * 2147483647.0));
            }
        }
        return file.ToArray();
    }
}

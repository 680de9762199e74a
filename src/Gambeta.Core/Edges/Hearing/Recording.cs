using NAudio.Wave;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>A file is no recording that can be read, or one that is too long. The reason is a key of <c>hearing.json</c>.</summary>
public sealed class RecordingException(string reason, Exception? inner = null) : Exception(reason, inner)
{
    /// <summary>Why: <c>no-recording</c>, <c>recording-too-long</c>, <c>recording-empty</c> or <c>recording-rate</c>.</summary>
    public string Reason => Message;
}

/// <summary>A recording as a WAV file: whole numbers of 8, 16, 24 or 32 bits or floating ones, any number of channels, which are laid over
/// each other.</summary>
public static class Recording
{
    /// <summary>The longest that is read.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromMinutes(10);

    /// <summary>Channels at most: more is a header that lies.</summary>
    public const int MostChannels = 16;

    /// <summary>The samples of a WAV file, its channels laid over each other, at another rate: noise that is mixed into made-up
    /// recordings.</summary>
    public static float[] Samples(string file, int rate)
    {
        using var reader = new WaveFileReader(file);
        var from = reader.ToSampleProvider();
        var at = new NAudio.Wave.SampleProviders.WdlResamplingSampleProvider(from.WaveFormat.Channels == 2 ? from.ToMono() : from, rate);
        var (all, buffer) = (new List<float>(), new float[rate]);
        for (var read = at.Read(buffer); read > 0; read = at.Read(buffer))
            all.AddRange(buffer.AsSpan(0, read));
        return [.. all];
    }

    /// <summary>The frames of a recording. It is read piece by piece: never more than a second of it is in memory.</summary>
    /// <param name="file">The file.</param>
    /// <exception cref="RecordingException">It cannot be read; it is too long, empty, or of a rate that nothing can be heard
    /// at.</exception>
    public static byte[] Frames(Stream file)
    {
        try
        {
            using var reader = new WaveFileReader(file);
            var format = reader.WaveFormat;
            if (format.SampleRate is < FrameMaker.LowestRate or > FrameMaker.HighestRate)
                throw new RecordingException("recording-rate");
            if (format.Channels is < 1 or > MostChannels)
                throw new RecordingException("no-recording");
            var samples = reader.ToSampleProvider();
            var (maker, frames) = (new FrameMaker(format.SampleRate), new List<byte>());
            var (buffer, mono) = (new float[format.SampleRate / 4 * format.Channels], new float[format.SampleRate / 4]);
            var most = (long)Longest.TotalSeconds * format.SampleRate;
            for (var taken = 0L; samples.Read(buffer) is > 0 and var read; )
            {
                var many = read / format.Channels;
                if ((taken += many) > most)
                    throw new RecordingException("recording-too-long");
                for (var i = 0; i < many; i++)
                {
                    var sum = 0f;
                    for (var channel = 0; channel < format.Channels; channel++)
                        sum += buffer[(i * format.Channels) + channel];
                    mono[i] = sum / format.Channels;
                }
                maker.Take(mono.AsSpan(0, many), frames);
            }
            return frames.Count > 0 ? [.. frames] : throw new RecordingException("recording-empty");
        }
        catch (Exception unread)
            when (unread
                    is FormatException
                        or InvalidDataException
                        or EndOfStreamException
                        or ArgumentException
                        or OverflowException
                        or NotSupportedException
                        or InvalidOperationException
                        or IndexOutOfRangeException
                        or DivideByZeroException
            )
        {
            throw new RecordingException("no-recording", unread);
        }
    }
}
